import { expect } from 'chai'
import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import type { Server } from 'node:http'
import { connect, type Socket } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { createServer } from '../../server/server'
import { chance } from '../attack/random'

const root = new URL('../../', import.meta.url)
const OURS = { 'x-spindle': 'bench' }

describe('The server under attack', function () {
  this.timeout(300_000)
  const folder = mkdtempSync(join(tmpdir(), 'spindle-dist-'))
  let server: Server
  let port = 0
  let url = ''
  before(async () => {
    mkdirSync(join(folder, 'assets'))
    writeFileSync(join(folder, 'index.html'), '<!doctype html><title>Tall Spindle</title>')
    server = createServer({ dist: folder }).listen(0, '127.0.0.1')
    await new Promise((resolve) => server.once('listening', resolve))
    const address = server.address()
    port = typeof address === 'object' && address ? address.port : 0
    url = `http://127.0.0.1:${port}`
  })
  after(() => {
    server.closeAllConnections()
    server.close()
    rmSync(folder, { recursive: true })
  })
  const well = async () => {
    const response = await fetch(url, { headers: { connection: 'close' } })
    return response.status === 200 && (await response.text()).includes('Tall Spindle')
  }
  const send = (bytes: string | Buffer) =>
    new Promise<string>((resolve) => {
      const socket = connect(port, '127.0.0.1')
      let said = ''
      socket.setTimeout(1500, () => socket.destroy())
      socket.on('data', (data) => {
        said += data.toString('latin1')
      })
      socket.on('error', () => undefined)
      socket.on('close', () => resolve(said))
      socket.end(bytes)
    })

  it('says in its headers what a browser may do with it', async () => {
    // OWASP Secure Headers Project, the headers it proposes and those it would have removed (from memory)
    const { headers } = await fetch(url)
    const policy = headers.get('content-security-policy')!
    for (const directive of [
      "default-src 'none'",
      "base-uri 'none'",
      "form-action 'none'",
      "frame-ancestors 'none'",
      "object-src 'none'"
    ])
      expect(policy).to.include(directive)
    expect(policy).to.not.match(/unsafe-inline|unsafe-eval|\*|http:/)
    const asked: Record<string, RegExp> = {
      'x-content-type-options': /^nosniff$/,
      'x-frame-options': /^deny$/i,
      'referrer-policy': /^no-referrer$/,
      'cross-origin-opener-policy': /^same-origin$/,
      'cross-origin-resource-policy': /^same-origin$/,
      'x-permitted-cross-domain-policies': /^none$/,
      'permissions-policy': /camera=\(\).*geolocation=\(\).*serial=\(self\)/
    }
    for (const [name, value] of Object.entries(asked))
      expect(headers.get(name), name).to.match(value)
    for (const loud of ['server', 'x-powered-by', 'x-aspnet-version', 'set-cookie'])
      expect(headers.get(loud), loud).to.equal(null)
    expect(headers.get('access-control-allow-origin')).to.equal(null)
  })

  it('answers 600 broken heads and bodies with a refusal or nothing, and serves on', async () => {
    const by = chance(7)
    const heads = ['GET', 'POST', 'PUT', 'TRACE', 'OPTIONS', 'get', '\u0000', 'CONNECT']
    const paths = ['/', '/devices/scale/hand', '/devices/scale/line', '/assets/../../x', '//', '/%']
    const rubbish = () =>
      Array.from({ length: 1 + by.below(400) }, () => String.fromCharCode(by.below(256))).join('')
    const line = () =>
      by.pick([
        `Host: 127.0.0.1:${port}`,
        'Host: evil.example',
        `Content-Length: ${by.pick(['-1', '1e9', '5', '99999999999999999999'])}`,
        'Transfer-Encoding: chunked',
        'X-Spindle: bench',
        'Content-Type: application/json',
        'Upgrade: websocket',
        'Expect: 100-continue',
        'Range: bytes=0-,0-,0-,0-',
        `X: ${'y'.repeat(by.below(20_000))}`,
        rubbish()
      ])
    const answers: string[] = []
    const one = async () => {
      const head = `${by.pick(heads)} ${by.pick(paths)}${by.below(3) === 0 ? rubbish() : ''} HTTP/1.${by.below(3)}`
      const lines = Array.from({ length: by.below(6) }, line)
      const body = by.pick(['', '{"place":', '['.repeat(2000), rubbish(), '{"__proto__":{"x":1}}'])
      answers.push(await send(Buffer.from([head, ...lines, '', body].join('\r\n'), 'latin1')))
    }
    for (let k = 0; k < 20; k++) {
      await Promise.all(Array.from({ length: 30 }, one))
      expect(await well()).to.equal(true)
    }
    const failed = answers.filter((a) => /^HTTP\/1\.1 5\d\d/.test(a))
    expect(failed.map((a) => a.slice(0, 200))).to.deep.equal([])
    // no answer tells a path of this machine or a line of its code
    expect(answers.filter((a) => /node_modules|at \w+ \(|\/tmp\//.test(a))).to.deep.equal([])
    expect(answers.filter((a) => /^HTTP\/1\.1 [24]\d\d/.test(a)).length).to.be.greaterThan(200)
    expect(({} as { x?: number }).x).to.equal(undefined)
  })

  it('is not kept from others by 400 slow clients, nor by 2,000 that listen', async () => {
    const slow: Socket[] = Array.from({ length: 400 }, () => {
      const socket = connect(port, '127.0.0.1')
      socket.on('error', () => undefined)
      socket.write('GET / HTTP/1.1\r\nHost: 127')
      return socket
    })
    expect(await well()).to.equal(true)
    slow.forEach((socket) => socket.destroy())
    // held on to: one that nobody holds is let go of, and makes room
    const streams: Response[] = []
    for (let k = 0; k < 20; k++) {
      const codes = await Promise.all(
        Array.from({ length: 100 }, () =>
          fetch(`${url}/devices/room`, { headers: OURS }).then((r) => {
            streams.push(r)
            return r.status
          })
        )
      )
      expect(codes.filter((c) => c !== 200 && c !== 503)).to.deep.equal([])
    }
    expect(streams.filter((r) => r.status === 200).length).to.equal(24)
    expect(await well()).to.equal(true)
    await Promise.all(streams.map((r) => r.body?.cancel()))
  })

  it('ships under licences that allow it, and docs/licences.md lists every package of the lock file', async () => {
    const { licences } = (await import(new URL('scripts/licences.mjs', root).href)) as {
      licences: () => string
    }
    const listed = readFileSync(new URL('docs/licences.md', root), 'utf8')
    expect(listed).to.equal(licences())
    const kinds = [...listed.matchAll(/^\| [^|]+ \| [^|]+ \| ([^|]+) \|$/gm)].map((m) => m[1]!)
    const allowed =
      /^(licence|---|MIT|ISC|BSD-[23]-Clause|0BSD|Apache-2\.0|OFL-1\.1|Unlicense|CC0-1\.0|MPL-2\.0|\(MIT AND Zlib\)|BlueOak-1\.0\.0)$/
    expect(kinds.filter((k) => !allowed.test(k))).to.deep.equal([])
    expect(kinds.length).to.be.greaterThan(100)
  })
})
