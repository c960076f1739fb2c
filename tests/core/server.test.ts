import { expect } from 'chai'
import { spawn, type ChildProcess } from 'node:child_process'
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { get } from 'node:http'
import { createServer as tcp } from 'node:net'
import { networkInterfaces, tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { createServer } from '../../server/server'

const ROOT = fileURLToPath(new URL('../..', import.meta.url))

describe('The server', function () {
  this.timeout(300_000)
  const folder = mkdtempSync(join(tmpdir(), 'spindle-.dist-'))
  mkdirSync(join(folder, 'assets'))
  writeFileSync(join(folder, 'index.html'), '<!doctype html><title>Tall Spindle</title>')
  const running: ChildProcess[] = []
  after(() => {
    running.forEach((child) => child.kill())
    rmSync(folder, { recursive: true })
  })

  const open = (demo?: string) =>
    new Promise<{ url: string; close: () => void }>((resolve) => {
      const server = createServer({ dist: folder, demo }).listen(0, '127.0.0.1', () => {
        const address = server.address()
        resolve({
          url: `http://127.0.0.1:${typeof address === 'object' ? address!.port : 0}`,
          close: () => server.close()
        })
      })
    })

  it('compresses what it sends, and tells nobody an address that is not served', async () => {
    writeFileSync(join(folder, 'assets', 'long.js'), 'const water = 1\n'.repeat(4000))
    const { url, close } = await open()
    const long = await fetch(`${url}/assets/long.js`, { headers: { 'accept-encoding': 'gzip' } })
    expect(long.headers.get('content-encoding')).to.equal('gzip')
    expect((await long.text()).length).to.equal(64_000)
    expect(await (await fetch(`${url}/addresses.json`)).json()).to.deep.equal([])
    close()
  })
  it('gives the app for its own addresses and 404 for files that are not there', async () => {
    const { url, close } = await open()
    expect((await fetch(`${url}/build/x/days`)).status).to.equal(200)
    expect(await (await fetch(`${url}/`)).text()).to.include('Tall Spindle')
    expect((await fetch(`${url}/`, { method: 'HEAD' })).status).to.equal(200)
    for (const missing of [
      '/nothing.js',
      '/assets/nothing.css',
      '/.git/config',
      '/%2e%2e/package.json'
    ])
      expect((await fetch(url + missing)).status, missing).to.equal(404)
    close()
  })
  it('answers to its own names alone: another site’s that was made to lead here gets nothing', async () => {
    const server = createServer({
      dist: folder,
      addresses: () => ['http://192.168.7.20:4780/'],
      names: ['Workbench', 'workbench.local']
    }).listen(0, '127.0.0.1')
    await new Promise((resolve) => server.once('listening', resolve))
    const address = server.address()
    const port = typeof address === 'object' && address ? address.port : 0
    // fetch may not set this header: a plain request can
    const under = (host: string, path = '/') =>
      new Promise<number>((resolve) => {
        get({ host: '127.0.0.1', port, path, headers: { host, 'x-spindle': 'bench' } }, (r) => {
          r.resume()
          r.destroy()
          resolve(r.statusCode ?? 0)
        })
      })
    for (const ours of [
      `127.0.0.1:${port}`,
      'localhost',
      `LOCALHOST:${port}`,
      '[::1]:80',
      '192.168.7.20:4780',
      'workbench',
      'WORKBENCH.local:4780'
    ])
      expect(await under(ours), ours).to.equal(200)
    for (const theirs of ['evil.example', '127.0.0.1.evil.example', '192.168.7.21', 'localhost.'])
      for (const path of ['/', '/demo-builds.json', '/devices/scale', '/addresses.json'])
        expect(await under(theirs, path), `${theirs}${path}`).to.equal(421)
    server.closeAllConnections()
    server.close()
  })
  it('offers demo builds only when asked to', async () => {
    const without = await open()
    expect((await fetch(`${without.url}/demo-builds.json`)).status).to.equal(204)
    without.close()
    const with1 = await open(join(ROOT, 'demo'))
    const builds = (await (await fetch(`${with1.url}/demo-builds.json`)).json()) as {
      name: string
    }[]
    expect(builds.map((b) => b.name)).to.deep.equal([
      "Weir at Cobbet's Race",
      'The mole at Varnsey, force nine',
      'Slalom in the Hollin gorge'
    ])
    with1.close()
  })
  it('says so when the app has not been built', () => {
    expect(() => createServer({ dist: join(folder, 'none') })).to.throw(/build the app first/)
  })

  const start = (...args: string[]) => {
    const child = spawn(process.execPath, ['--import', 'tsx', 'server/main.ts', ...args], {
      cwd: ROOT
    })
    running.push(child)
    return new Promise<{ out: string; err: string }>((resolve) => {
      let out = ''
      let err = ''
      child.stdout.on('data', (data) => {
        out += data
        if (out.includes('\n')) resolve({ out, err })
      })
      child.stderr.on('data', (data) => {
        err += data
      })
      child.on('exit', () => resolve({ out, err }))
    })
  }
  it('prints its address, takes the next port when one is busy, and listens on the loopback alone', async () => {
    const blocker = tcp().listen(0, '127.0.0.1')
    await new Promise((resolve) => blocker.once('listening', resolve))
    const address = blocker.address()
    const busy = typeof address === 'object' && address ? address.port : 0
    const { out } = await start(`--port=${busy}`)
    const port = Number(/http:\/\/127\.0\.0\.1:(\d+)\//.exec(out)![1])
    expect(port).to.be.greaterThan(busy)
    const outside = Object.values(networkInterfaces())
      .flat()
      .find((n) => n && !n.internal && n.family === 'IPv4')
    if (outside) {
      const reached = await fetch(`http://${outside.address}:${port}/`).then(
        () => true,
        () => false
      )
      expect(reached).to.equal(false)
    }
    blocker.close()
  })
  it('refuses a port that is none', async () => {
    const { err } = await start('--port=hello')
    expect(err).to.match(/--port: was hello; must be 0 to 65535/)
  })
})
