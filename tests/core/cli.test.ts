import { expect } from 'chai'
import { execFile } from 'node:child_process'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { main } from '../../cli/main'
import { demo } from '../support/builds'

const ROOT = fileURLToPath(new URL('../..', import.meta.url))
const demoFile = fileURLToPath(new URL('../../demo/1-weir-at-cobbets-race.json', import.meta.url))

/** The command as it is typed, in a process of its own: what leaves it, and with which code. */
function typed(...args: string[]): Promise<{ code: number; out: string; err: string }> {
  return new Promise((resolve) => {
    execFile(
      process.execPath,
      ['--import', 'tsx', 'cli/spindle.ts', ...args],
      { cwd: ROOT, maxBuffer: 1 << 26 },
      (error, out, err) => {
        resolve({ code: error ? Number(error.code) : 0, out, err })
      }
    )
  })
}

/** The same command, without the seconds that a process takes to begin. */
async function spindle(...args: string[]): Promise<{ code: number; out: string; err: string }> {
  const [out, err] = [[] as string[], [] as string[]]
  const code = main(args, { out: (text) => out.push(text), err: (text) => err.push(text) })
  const text = (lines: string[]) => lines.map((line) => `${line}\n`).join('')
  return { code, out: text(out), err: text(err) }
}

describe('The command line', function () {
  this.timeout(300_000)
  const folder = mkdtempSync(join(tmpdir(), 'spindle-'))
  after(() => rmSync(folder, { recursive: true }))
  const file = (name: string, text: string) => {
    const path = join(folder, name)
    writeFileSync(path, text)
    return path
  }

  it('calendars: busy times go into the build, its steps come out and leave their hours free; what is none is refused', async () => {
    const taken = file(
      'band.ics',
      [
        'BEGIN:VCALENDAR',
        'BEGIN:VEVENT',
        'UID:x',
        'SUMMARY:Band',
        'DTSTART:20261126T190000Z',
        'DTEND:20261126T223000Z',
        'END:VEVENT',
        'END:VCALENDAR',
        ''
      ].join('\r\n')
    )
    const busy = await spindle('busy', taken, demoFile)
    const { calendar } = JSON.parse(busy.out)
    expect(calendar.others.map((o: { name: string }) => o.name)).to.deep.equal(['band'])
    const { out } = await spindle('calendar', file('busy.json', busy.out))
    expect(out).to.match(/^BEGIN:VCALENDAR\r\n[^]*SUMMARY:Mill pond: [^]*END:VCALENDAR\n$/)
    for (const [, start] of out.matchAll(/DTSTART:(\w+)/g))
      expect(start >= '20261126T190000Z' && start < '20261126T223000Z', start).to.equal(false)
    const list = await spindle('shopping', demoFile, 'de-AT')
    expect(list.out).to.match(/^\ufeffitem;amount;unit;[^]*\r\nHot-melt glue;6,5;ml;/)
    expect(await spindle('together', demoFile)).to.deep.include({ code: 0, out: '[]\n' })
    expect((await spindle('together')).code).to.equal(2)
    const cut = await spindle('cutlist', demoFile, '25')
    expect(cut.code).to.equal(0)
    expect(JSON.parse(cut.out)).to.include.keys('sheets', 'pieces', 'nested', 'registers')
    for (const [sheet, board, why] of [
      ['0', '1250x600', /SHEETMM: was 0/],
      ['25', 'large', /WIDTHxHEIGHT: was large/],
      ['25', '100x100', /no board of 100 × 100 mm/]
    ] as const) {
      const refused = await spindle('cutlist', demoFile, sheet, board)
      expect(refused).to.deep.include({ code: 2, out: '' })
      expect(refused.err).to.match(why)
    }
    const scale = {
      by: 'two',
      points: [
        [0, 0],
        [100, 0]
      ],
      mm: 100,
      widthPx: 400,
      heightPx: 300
    }
    const shore = {
      kind: 'shore',
      points: [
        [50, 50],
        [150, 50],
        [150, 100],
        [50, 100]
      ]
    }
    const traced = await spindle(
      'trace',
      file('lines.json', JSON.stringify({ scale, lines: [shore] })),
      demoFile
    )
    expect(JSON.parse(traced.out)).to.have.length(1)
    expect(JSON.parse(traced.out)[0]).to.deep.include({ id: 'shore', number: '50 cm²' })
    const wrong = JSON.stringify({ scale: { ...scale, mm: -1 }, lines: [shore] })
    const refused = await spindle('trace', file('wrong.json', wrong), demoFile)
    expect(refused.code).to.equal(2)
    expect(refused.err).to.match(/scale\.mm: was -1; must be greater than 0/)
    expect(await spindle('shopping', demoFile, 'no such')).to.deep.include({ code: 2, out: '' })
    expect(await spindle('busy', demoFile, demoFile)).to.deep.include({ code: 2, out: '' })
    expect(await spindle('calendar', taken)).to.deep.include({ code: 2, out: '' })
  })

  it('a plan in inches says its sentences so and leaves every number as it was; other units are refused', async () => {
    const [plain, inch] = [
      JSON.parse((await spindle('plan', demoFile)).out),
      JSON.parse((await spindle('plan', demoFile, '--units', 'inch')).out)
    ]
    const numbers = (value: unknown) =>
      JSON.stringify(value, (_key, v: unknown) => (typeof v === 'string' ? '' : v))
    expect(numbers(inch)).to.equal(numbers(plain))
    expect(JSON.stringify(plain.findings)).to.match(/\d mm/)
    expect(JSON.stringify(inch.findings)).to.match(/\d\u202fin\b/)
    expect(JSON.stringify(inch.findings)).to.not.match(/\d mm/)
    for (const wrong of [['furlong'], []]) {
      const { code, out, err } = await spindle('plan', demoFile, '--units', ...wrong)
      expect([code, out]).to.deep.equal([2, ''])
      expect(err).to.match(/^--units: was .* must be metric or inch\n$/)
    }
  })

  it('calc answers in JSON from an argument or a file', async () => {
    const input =
      '{"outline":[[0,0],[100,0],[100,50],[0,50]],"edge":"wall","soundings":[[50,25,0]],"levelMm":10,"method":"tin"}'
    const [direct, fromFile, scale] = await Promise.all([
      typed('calc', 'volume', input),
      spindle('calc', 'volume', `@${file('v.json', input)}`),
      spindle('calc', 'scale', '{"scale":"OO","modelMm":100}')
    ])
    expect(direct).to.include({ code: 0, err: '' })
    expect(JSON.parse(direct.out)).to.include({
      volumeMl: 50,
      areaMm2: 5000,
      meanDepthMm: 10,
      maxDepthMm: 10,
      sdMl: 0
    })
    expect(fromFile.out).to.equal(direct.out)
    expect(JSON.parse(scale.out)).to.deep.equal({
      ratio: 76.2,
      realM: 7.62,
      timeRatio: Math.sqrt(76.2)
    })
  })

  it('calc knows everything around a pour', async () => {
    const asked: [string, object, (answer: Record<string, number>) => void][] = [
      [
        'volume',
        {
          outline: [
            [0, 0],
            [100, 0],
            [100, 50],
            [0, 50]
          ],
          edge: 'wall',
          soundings: [
            [20, 20, 0],
            [80, 30, 2],
            [50, 40, 1]
          ],
          levelMm: 10,
          method: 'kriging'
        },
        (a) => {
          expect(a.volumeMl).to.be.within(40, 50)
          expect(a.sdMl).to.be.greaterThan(0)
        }
      ],
      [
        'cure',
        {
          resin: 'clear-epoxy-2-1',
          pours: [{ thicknessMm: 5, atMin: 0 }],
          ground: [{ material: 'xps', thicknessMm: 30 }],
          roomC: 21
        },
        (a) => {
          expect(a.peakC).to.be.within(25, 60)
          expect(a.gelMin).to.be.lessThan(a.firmMin)
          expect(a.curve).to.have.length.within(50, 520)
        }
      ],
      [
        'fitResin',
        { potLifeMin: 35, cureH: 72 },
        (a) => expect(a.potLifeMin).to.be.closeTo(35, 0.4)
      ],
      [
        'uvCure',
        { dpMm: 3, ecMjCm2: 20, irradianceMwCm2: 20, seconds: 10 },
        (a) => expect(a.cureDepthMm).to.be.closeTo(3 * Math.log(10), 1e-9)
      ],
      [
        'dam',
        {
          heightMm: 15,
          spanMm: 60,
          thicknessMm: 0.25,
          modulusGPa: 1.8,
          liquidGCm3: 1.1,
          edges: 'held'
        },
        (a) => {
          expect(a.bowMm).to.be.within(0.3, 0.6)
          expect(a.braceEveryMm).to.be.within(40, 60)
        }
      ],
      [
        'lip',
        { surfaceTensionNM: 0.036, densityGCm3: 1.1, contactDeg: 0 },
        (a) => expect(a.capillaryMm).to.be.closeTo(1.827, 1e-3)
      ],
      [
        'leak',
        { holeMm: 1, lengthMm: 10, headMm: 100, viscosityPaS: 0.001, densityGCm3: 1 },
        (a) => expect(a.mlPerH).to.be.closeTo(8668, 1)
      ],
      [
        'tint',
        {
          bed: '#808080',
          pours: [
            {
              depthMm: 5,
              tints: [{ colour: '#2a6f6f', atDropsPer100G: 6, atDepthMm: 10, dropsPer100G: 3 }]
            }
          ]
        },
        (a) => expect(a.bedShowsPct).to.be.within(20, 90)
      ]
    ]
    const answers = await Promise.all(
      asked.map(([name, input]) => spindle('calc', name, JSON.stringify(input)))
    )
    answers.forEach(({ code, out, err }, i) => {
      expect({ code, err }, asked[i][0]).to.deep.equal({ code: 0, err: '' })
      asked[i][2](JSON.parse(out) as Record<string, number>)
    })
  })

  it('schedule gives every piece of work and why none can end sooner; what cannot be leaves with 2 and names it', async () => {
    const none = {
      ...demo(),
      calendar: {
        ...demo().calendar,
        week: { mon: [], tue: [['19:00', '19:40']], wed: [], thu: [], fri: [], sat: [], sun: [] },
        exceptions: []
      }
    }
    const [good, tight, small] = await Promise.all([
      spindle('schedule', demoFile),
      spindle('schedule', file('tight.json', JSON.stringify(none))),
      spindle(
        'calc',
        'schedule',
        '{"free":[[0,1000]],"tasks":[{"id":"pour","handsMin":20},{"id":"undam","handsMin":10},{"id":"strips","handsMin":60}],"links":[{"from":"pour","to":"undam","minMin":300}]}'
      )
    ])
    expect(good).to.include({ code: 0, err: '' })
    expect(JSON.parse(good.out)).to.deep.include({
      finish: '2026-12-29T20:33+00:00',
      lowerBound: '2026-12-29T20:33+00:00',
      optimal: true
    })
    expect(tight).to.include({ code: 2, out: '' })
    expect(tight.err.trim())
      .to.match(/^calendar: .+ → .+ \(\d+ to \d+ min\)\]$/)
      .and.not.include('\n')
    expect(JSON.parse(small.out)).to.deep.include({
      starts: { pour: 0, undam: 320, strips: 20 },
      finishMin: 330,
      lowerBoundMin: 330,
      optimal: true,
      sittings: 2
    })
  })

  it('plan gives every form, the white map as plain numbers, and the list of templates', async () => {
    const gorge = await spindle(
      'plan',
      fileURLToPath(new URL('../../demo/3-slalom-in-the-hollin-gorge.json', import.meta.url))
    )
    expect(gorge).to.include({ code: 0, err: '' })
    const { forms, templates } = JSON.parse(gorge.out) as {
      forms: {
        falls: { curve: { lowerFace: unknown[] } }[]
        reaches: { stations: unknown[] }[]
        white: { grid: { cols: number; rows: number }; pct: number[] }
      }
      templates: { id: string; sheets: { a4: number } }[]
    }
    expect(forms.falls[0].curve.lowerFace.length).to.be.above(20)
    expect(forms.reaches[0].stations.length).to.be.above(50)
    expect(forms.white.pct).to.have.length(forms.white.grid.cols * forms.white.grid.rows)
    expect(templates.map((t) => t.id)).to.include.members([
      'sheet-ledgefall',
      'side-ledgefall',
      'stream-rapid',
      'splash-paddle',
      'foam',
      'pool-eddy',
      'former-ledgefall'
    ])
    expect(templates.find((t) => t.id === 'foam')!.sheets.a4).to.equal(3)
  })

  it('plan gives the finishing date of the demo; check finds no fault in it', async () => {
    const [plan, check] = await Promise.all([spindle('plan', demoFile), spindle('check', demoFile)])
    expect(plan).to.include({ code: 0, err: '' })
    const { days, ground, amounts } = JSON.parse(plan.out) as {
      days: { finish: string }
      ground: { pools: unknown[] }
      amounts: { batches: unknown[] }
    }
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
      [
        [
          'calc',
          'cure',
          '{"resin":"clear-epoxy-2-1","pours":[{"thicknessMm":0,"atMin":0}],"ground":[],"roomC":21}'
        ],
        /^pours\[0\]\.thicknessMm: was 0; must be greater than 0/
      ],
      [
        ['calc', 'fitResin', '{"potLifeMin":5000,"cureH":1}'],
        /^potLifeMin: was 5000; with a cure time of 1 h/
      ],
      [['calc', 'tint', '{"bed":"blue","pours":[]}'], /^bed: was "blue"; must be a colour/],
      [['calc', 'frobnicate', '{}'], /it must be one of/],
      [['calc', 'scale', `@${join(folder, 'none.json')}`], /cannot be read \(ENOENT\)/],
      [['plan', bad], /^name: was 5; must be a string \(and 1 more\)/],
      [['plan', join(folder, 'none.json')], /cannot be read/],
      [['plan'], /usage/],
      [[], /usage/]
    ]
    // the first as it is typed, with its real code and streams
    const results = await Promise.all(
      cases.map(([args], i) => (i === 0 ? typed(...args) : spindle(...args)))
    )
    results.forEach(({ code, out, err }, i) => {
      expect(code, cases[i][0].join(' ')).to.equal(2)
      expect(out).to.equal('')
      expect(err.trimEnd()).to.match(cases[i][1])
      expect(err.trimEnd().split('\n')).to.have.length(1)
    })
  })

  it('check lists every fault with its path', async () => {
    const { code, out, err } = await spindle(
      'check',
      file(
        'faults.json',
        JSON.stringify({ ...demo(), name: 5, scale: 'x', room: { tempC: 20, rhPct: 500 } })
      )
    )
    expect(code).to.equal(2)
    expect(
      out
        .trim()
        .split('\n')
        .map((line) => line.split(':')[0])
    ).to.have.members(['name', 'scale', 'room.rhPct'])
    expect(err).to.match(/and 2 more/)
  })
})
