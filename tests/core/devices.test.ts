import { expect } from 'chai'
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { levelLine, roomLine, scaleLine } from '../../core/bench/scaleLine'
import { createServer } from '../../server/server'
import { standInScale } from '../../server/standIns/scale'
import { standInLevel, standInRoom } from '../../server/standIns/sensors'

describe('The stand-in scale', () => {
  const made = () => {
    let ms = 0
    const scale = standInScale(
      () => ms,
      () => 0.5
    )
    const after = (by: number) => {
      ms += by
      const line = scale.line()
      return line === null ? null : scaleLine(line)
    }
    return { scale, after }
  }
  const grams = (line: ReturnType<typeof scaleLine> | null) => {
    if (line?.kind !== 'weight') throw new Error(JSON.stringify(line))
    return line.grams
  }

  it('weighs what is put on it, moving first and then standing still; tares by command', () => {
    const { scale, after } = made()
    scale.place(14.6)
    expect(after(50)).to.deep.include({ kind: 'weight', stable: false })
    expect(after(1000)).to.deep.equal({ kind: 'weight', grams: 14.6, stable: true })
    scale.command('T')
    expect(grams(after(1000))).to.be.closeTo(0, 0.11)
    scale.place(-14.6)
    expect(grams(after(1000))).to.be.closeTo(-14.6, 0.11)
  })
  it('takes what the jug gives, and the dribble after: it overshoots', () => {
    const { scale, after } = made()
    scale.pour(10)
    expect(grams(after(2000))).to.be.closeTo(20, 0.11)
    scale.stop()
    const end = grams(after(3000))
    expect(end).to.be.within(22, 25)
    expect(grams(after(5000))).to.be.closeTo(end, 0.11)
  })
  it('drifts a little in an hour, and not without end', () => {
    const { scale, after } = made()
    scale.place(100)
    after(1000)
    expect(grams(after(10 * 60_000)) - 100).to.be.within(0.1, 0.3)
    expect(grams(after(600 * 60_000)) - 100).to.be.at.most(0.5)
  })
  it('fails when it is told to: silent, rubbish, ounces, off and on, too much', () => {
    const { scale, after } = made()
    scale.place(50)
    scale.fail('silent')
    expect(after(500)).to.equal(null)
    scale.fail('rubbish')
    expect(after(500)!.kind).to.equal('rubbish')
    scale.fail('ounces')
    expect(after(1000)).to.deep.include({ kind: 'otherUnit', unit: 'oz' })
    scale.fail('none')
    scale.restart()
    expect(grams(after(1000))).to.be.closeTo(0, 0.11)
    scale.place(9000)
    expect(after(1000)!.kind).to.equal('overload')
  })
})

describe('Room sensor and level', () => {
  it('wander about what they were set to, in lines that can be read', () => {
    const room = standInRoom()
    room.set(12.5, 80)
    const level = standInLevel()
    level.set(-0.5, 1.25)
    for (let i = 0; i < 50; i++) {
      const { tempC, rhPct } = roomLine(room.line())!
      expect(Math.abs(tempC - 12.5)).to.be.at.most(0.11)
      expect(Math.abs(rhPct - 80)).to.be.at.most(1.5)
      const { xDeg, yDeg } = levelLine(level.line())!
      expect(Math.hypot(xDeg + 0.5, yDeg - 1.25)).to.be.lessThan(0.03)
    }
  })
})

describe('Devices on the server', () => {
  const folder = mkdtempSync(join(tmpdir(), 'spindle-devices-'))
  mkdirSync(join(folder, 'assets'))
  writeFileSync(join(folder, 'index.html'), '<!doctype html><title>Tall Spindle</title>')
  after(() => rmSync(folder, { recursive: true }))
  let url = ''
  let close = () => {
    /* not open yet */
  }
  before(
    () =>
      new Promise<void>((resolve) => {
        const server = createServer({ dist: folder }).listen(0, '127.0.0.1', () => {
          const address = server.address()
          url = `http://127.0.0.1:${typeof address === 'object' ? address!.port : 0}`
          close = () => {
            server.closeAllConnections()
            server.close()
          }
          resolve()
        })
      })
  )
  after(() => close())
  const OURS = { 'x-spindle': 'bench' }
  const hand = (name: string, body: unknown) =>
    fetch(`${url}/devices/${name}/hand`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', ...OURS },
      body: typeof body === 'string' ? body : JSON.stringify(body)
    })

  it('stream lines as they come, and hear what is written to them', async () => {
    const stop = new AbortController()
    const response = await fetch(`${url}/devices/scale`, { signal: stop.signal, headers: OURS })
    const reader = response.body!.getReader()
    let text = ''
    const until = async (pattern: RegExp) => {
      while (!pattern.test(text)) {
        const { value, done } = await reader.read()
        if (done) throw new Error('ended')
        text += new TextDecoder().decode(value)
      }
    }
    await until(/S \+ +0\.0 g\r\n/)
    await hand('scale', { place: 33 })
    await until(/S \+ +33\.[01] g\r\n/)
    text = ''
    expect(
      (
        await fetch(`${url}/devices/scale/line`, {
          method: 'POST',
          headers: OURS,
          body: 'T\r\n'
        })
      ).status
    ).to.equal(204)
    await until(/S [+-] +0\.[01] g\r\n/)
    stop.abort()
  })
  it('refuse what is no device, no message, too long, or from elsewhere', async () => {
    for (const name of ['kettle', '__proto__'])
      expect((await fetch(`${url}/devices/${name}`, { headers: OURS })).status).to.equal(404)
    expect((await hand('scale', '{"place":')).status).to.equal(400)
    expect((await hand('scale', JSON.stringify({ fault: 'x'.repeat(3000) }))).status).to.equal(400)
    expect((await hand('scale', { place: 'much', pour: null, fault: 'fire' })).status).to.equal(204)
    // one guard for all that a page of another origin could try
    for (const [path, method] of [
      ['scale', 'GET'],
      ['scale/line', 'POST'],
      ['scale/hand', 'POST'],
      ['room/hand', 'POST']
    ])
      expect((await fetch(`${url}/devices/${path}`, { method })).status, path).to.equal(403)
  })
})
