import { expect } from 'chai'
import { execFile } from 'node:child_process'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { DEMO_PATH, demo } from '../support/builds'

const ROOT = fileURLToPath(new URL('../..', import.meta.url))
const demoFile = fileURLToPath(DEMO_PATH)

function spindle(...args: string[]): Promise<{ code: number; out: string; err: string }> {
  return new Promise((resolve) => {
    execFile(process.execPath, ['--import', 'tsx', 'cli/spindle.ts', ...args], { cwd: ROOT, maxBuffer: 1 << 26 }, (error, out, err) => {
      resolve({ code: error ? Number(error.code) : 0, out, err })
    })
  })
}

describe('The command line', function () {
  this.timeout(90_000)
  const folder = mkdtempSync(join(tmpdir(), 'spindle-'))
  after(() => rmSync(folder, { recursive: true }))
  const file = (name: string, text: string) => {
    const path = join(folder, name)
    writeFileSync(path, text)
    return path
  }

  it('calc answers in JSON from an argument or a file', async () => {
    const input = '{"outline":[[0,0],[100,0],[100,50],[0,50]],"edge":"wall","soundings":[[50,25,0]],"levelMm":10,"method":"tin"}'
    const [direct, fromFile, scale] = await Promise.all([spindle('calc', 'volume', input), spindle('calc', 'volume', `@${file('v.json', input)}`), spindle('calc', 'scale', '{"scale":"OO","modelMm":100}')])
    expect(direct).to.include({ code: 0, err: '' })
    expect(JSON.parse(direct.out)).to.include({ volumeMl: 50, areaMm2: 5000, meanDepthMm: 10, maxDepthMm: 10, sdMl: 0 })
    expect(fromFile.out).to.equal(direct.out)
    expect(JSON.parse(scale.out)).to.deep.equal({ ratio: 76.2, realM: 7.62, timeRatio: Math.sqrt(76.2) })
  })

  it('plan gives the finishing date of the demo; check finds no fault in it', async () => {
    const [plan, check] = await Promise.all([spindle('plan', demoFile), spindle('check', demoFile)])
    expect(plan).to.include({ code: 0, err: '' })
    const { days, ground, amounts } = JSON.parse(plan.out) as { days: { finish: string }; ground: { pools: unknown[] }; amounts: { batches: unknown[] } }
    expect(days.finish).to.match(/^2026-12-\d\dT\d\d:\d\d\+00:00$/)
    expect(ground.pools).to.have.length(2)
    expect(amounts.batches).to.have.length(6)
    expect(check).to.include({ code: 0, err: '' })
  })

  it('bad input leaves with 2, one line on standard error and nothing on standard output', async () => {
    const bad = file('bad.json', JSON.stringify({ ...demo(), name: 5, scale: 'x' }))
    const cases: [string[], RegExp][] = [
      [['calc', 'mix', '{"volumeMl":-1}'], /^volumeMl: was -1; must be greater than or equal to 0/],
      [['calc', 'mix', 'not json'], /not JSON/],
      [['calc', 'frobnicate', '{}'], /it must be one of/],
      [['calc', 'scale', `@${join(folder, 'none.json')}`], /cannot be read \(ENOENT\)/],
      [['plan', bad], /^name: was 5; must be a string \(and 1 more\)/],
      [['plan', join(folder, 'none.json')], /cannot be read/],
      [['plan'], /usage/],
      [[], /usage/]
    ]
    const results = await Promise.all(cases.map(([args]) => spindle(...args)))
    results.forEach(({ code, out, err }, i) => {
      expect(code, cases[i][0].join(' ')).to.equal(2)
      expect(out).to.equal('')
      expect(err.trimEnd()).to.match(cases[i][1])
      expect(err.trimEnd().split('\n')).to.have.length(1)
    })
  })

  it('check lists every fault with its path', async () => {
    const { code, out, err } = await spindle('check', file('faults.json', JSON.stringify({ ...demo(), name: 5, scale: 'x', room: { tempC: 20, rhPct: 500 } })))
    expect(code).to.equal(2)
    expect(out.trim().split('\n').map((line) => line.split(':')[0])).to.have.members(['name', 'scale', 'room.rhPct'])
    expect(err).to.match(/and 2 more/)
  })
})
