import { Ajv2020 } from 'ajv/dist/2020.js'
import { expect } from 'chai'
import fc from 'fast-check'
import ICAL from 'ical.js'
import Papa from 'papaparse'
import { readFileSync } from 'node:fs'
import type { Build } from '../../core/build/types'
import {
  checkBuild,
  LONGEST_FILE,
  readBuild,
  readBuilds,
  readJson
} from '../../core/build/file/buildFile'
import { CSV_STYLES, csvCell, csvStyleOf, shoppable, shoppingCsv } from '../../core/exchange/csv'
import { stepsCalendar } from '../../core/exchange/calendar/ics'
import { migrated, type Migration } from '../../core/build/file/migrations'
import { fileName } from '../../core/exchange/fileName'
import { readSoundings } from '../../core/exchange/soundingsTable'
import { takenAs } from '../../core/exchange/takenAs'
import { textOf } from '../../core/exchange/textOf'
import { publishedSchema } from '../../core/build/file/publishedSchema'
import { writeBuild, writeBuilds } from '../../core/build/file/write'
import { changePool } from '../../core/build/edits'
import { setCalendar } from '../../core/build/workEdits'
import { derivePlan } from '../../core/plan/derivePlan'
import { photoTags } from '../../core/exchange/photoTags'
import { demo, demoText, fresh, large } from '../support/builds'
import { planUntil } from '../../core/plan/stages'
import { withTags } from '../support/exif'
import { runs } from '../support/dial'

const faultsOf = (text: string) => {
  const result = readBuild(text)
  return result.ok ? [] : result.faults.map((f) => `${f.path}: ${f.message}`)
}
const changed = (change: (file: Record<string, never>) => void): string => {
  const file = JSON.parse(demoText()) as Record<string, never>
  change(file)
  return JSON.stringify(file)
}

describe('The build file', () => {
  it('export → import is the identity, unknown keys and all', () => {
    for (const build of [demo(), fresh(), large(10, 2000)]) {
      const odd = {
        ...build,
        later: { a: [1, { b: null }] },
        waters: build.waters.map((w) => ({ ...w, mood: 'spate' })),
        room: { ...build.room, lux: 300 }
      } as Build
      const back = readBuild(writeBuild(odd))
      expect(back.ok && back.value).to.deep.equal(odd)
    }
    const all = readBuilds(writeBuilds([demo(), fresh()]))
    expect(all.ok && all.value).to.deep.equal([demo(), fresh()])
  })

  it('any name, note and number that the schema takes comes back as it went', () => {
    fc.assert(
      fc.property(
        fc.string({ minLength: 1, maxLength: 120, unit: 'binary' }),
        fc.string({ maxLength: 300, unit: 'grapheme' }),
        fc.double({ min: -1200, max: 1200, noNaN: true }),
        (name, notes, levelMm) => {
          const build = { ...demo(), name, notes }
          build.waters = build.waters.map((w) =>
            w.kind === 'pool' ? { ...w, levelMm: levelMm + 0 } : w
          )
          const back = readBuild(writeBuild(build))
          expect(back.ok, JSON.stringify(back)).to.equal(true)
          expect(JSON.stringify(back.ok && back.value)).to.equal(JSON.stringify(build))
        }
      ),
      { numRuns: runs(100), seed: 21 }
    )
  })

  it('wrong and hostile files are refused with the path of what is wrong', () => {
    const set = (path: string, value: unknown) =>
      changed((file) => {
        const keys = path.split('.')
        const last = keys.pop()!
        ;(keys.reduce((o: never, k) => o[k], file as never) as Record<string, unknown>)[last] =
          value
      })
    const cases: [string, RegExp][] = [
      ['', /not JSON/],
      ['{"format":', /not JSON/],
      ['[]', /must be an object/],
      ['null', /must be an object/],
      ['{}', /^format: .*tall-spindle-build/],
      [set('version', 9), /^version: was 9; .*newer/],
      [set('version', '1'), /^version: was "1"; must be a whole number/],
      [set('version', 0), /^version: was 0/],
      [set('name', 7), /^name: was 7; must be a string/],
      [set('name', ''), /^name: was ""/],
      [set('base.widthMm', -3), /^base\.widthMm: was -3; must be greater than or equal to 10/],
      [set('base', undefined), /^base: was missing; is required/],
      [set('scale', 'huge'), /^scale: was "huge"; must be a scale/],
      [
        demoText().replace('"levelMm": 50', '"levelMm": 1e308'),
        /^waters\[0\]\.levelMm: was 1e\+308; must be a number of ordinary size/
      ],
      [demoText().replace('"levelMm": 50', '"levelMm": NaN'), /not JSON/],
      [set('waters.0.levelMm', null), /^waters\[0\]\.levelMm: was null; must be a number/],
      [
        set('waters.0.soundings.3', [1, 2]),
        /^waters\[0\]\.soundings\[3\]: was \[1,2\]; must contain 3 items/
      ],
      [
        set('waters.0.soundings.3', [1, 2, '3']),
        /^waters\[0\]\.soundings\[3\]\[2\]: was "3"; must be a number/
      ],
      [
        set('waters.0.outline.0.edge', 'cliff'),
        /^waters\[0\]\.outline\[0\]\.edge: was "cliff"; must be one of \[shore, dam\]/
      ],
      [
        set('waters.0.kind', 'geyser'),
        /^waters\[0\]\.kind: was "geyser"; must be one of \[pool, fall, reach, sea, splash\]/
      ],
      [set('waters.1.id', 'white'), /^waters\[1\]\.id: was "white"; must not be/],
      [
        set('repairs', [{ id: 'mend1', trouble: 'leak', water: 'sea', measured: {} }]),
        /^repairs\[0\]\.water: was "sea"; must be the id of a water/
      ],
      [
        set('repairs', [{ id: 'weir', trouble: 'leak', water: 'weir', measured: {} }]),
        /^repairs\[0\]\.id: was "weir"; must not be the id of a water/
      ],
      [set('waters.1.make.coats', 0), /^waters\[1\]\.make\.coats: was 0/],
      [set('finish.yours', [{ water: 'weir', pct: 140 }]), /^finish\.yours\[0\]\.pct: was 140/],
      [
        set('waters.1.lip.pool', 'sea'),
        /^waters\[1\]\.lip\.pool: was "sea"; must be the id of a pool/
      ],
      [
        set('waters.0.openings', [{ id: 'o1', kind: 'cave', into: 'millpond', sillMm: 3 }]),
        /^waters\[0\]\.openings\[0\]\.into: was "millpond"; must be the id of another pool/
      ],
      [set('waters.0.bands', [{ share: 0, tints: [] }]), /^waters\[0\]\.bands\[0\]\.share: was 0/],
      [set('ground.bedDeep', 'mud'), /^ground\.bedDeep: was "mud"; must be a colour/],
      [set('bottles', [{ kind: 'resin', id: 'x' }]), /^bottles\[0\]/],
      [set('waters.1.into', 'sea'), /^waters\[1\]\.into/],
      [
        set('calendar.zone', 'Mars/Olympus'),
        /^calendar\.zone: was "Mars\/Olympus"; must be a time zone/
      ],
      [
        set('calendar.week.tue', [['21:00', '19:00']]),
        /^calendar\.week\.tue\[0\]: was \["21:00","19:00"\]; must run from an earlier/
      ],
      [
        set('calendar.week.tue', [['19:00', '25:00']]),
        /^calendar\.week\.tue\[0\]\[1\]: was "25:00"; must be a time/
      ],
      [
        demoText().replace('"notes":', '"__proto__": {"polluted": 1}, "notes":'),
        /^__proto__: is a key that no build may carry/
      ],
      [
        demoText().replace('"room": {', '"room": {"constructor": {"prototype": {}}, '),
        /^room\.constructor: is a key/
      ],
      [
        `{"format":"tall-spindle-build","a":${'['.repeat(5000)}${']'.repeat(5000)}}`,
        /nested more than/
      ],
      [`{"format":"${'x'.repeat(LONGEST_FILE)}"}`, /MB long/]
    ]
    for (const [text, message] of cases)
      expect(faultsOf(text)[0] ?? 'no fault', text.slice(0, 80)).to.match(message)
    expect(({} as Record<string, unknown>).polluted).to.equal(undefined)
  })

  it('says every fault, not only the first', () => {
    const text = changed((file) => {
      Object.assign(file, { scale: 'x' })
      Object.assign(file['room'] as object, { tempC: 900, rhPct: -1 })
    })
    expect(faultsOf(text)).to.have.length(3)
  })

  it('one bad build refuses a file of several, and names which', () => {
    const result = readBuilds(
      JSON.stringify({ format: 'tall-spindle-builds', builds: [demo(), { ...demo(), name: 1 }] })
    )
    expect(result.ok).to.equal(false)
    expect(!result.ok && result.faults[0].path).to.equal('builds[1].name')
    expect(readBuilds('{"format":"tall-spindle-builds","builds":[]}').ok).to.equal(false)
  })

  it('a script in a name is a name', () => {
    const name = '<img src=x onerror=alert(1)>"\'`${7}'
    const result = readBuild(JSON.stringify({ ...demo(), name }))
    expect(result.ok && result.value.name).to.equal(name)
  })

  it('migrates step by step, keeps what it does not know, and says when there is no way', () => {
    const steps = new Map<number, Migration>([
      [1, (f) => ({ ...f, scale: `1:${String(f.ratio)}` })],
      [2, ({ waters, ...f }) => ({ ...f, run: waters })]
    ])
    const old = { version: 1, ratio: 48, waters: [1], own: 'kept' }
    expect(migrated(old, steps, 3)).to.deep.equal({
      file: { version: 3, ratio: 48, scale: '1:48', run: [1], own: 'kept' }
    })
    expect(old).to.deep.equal({ version: 1, ratio: 48, waters: [1], own: 'kept' })
    expect(migrated({ version: 1 }, new Map([...steps].slice(0, 1)), 3))
      .to.have.nested.property('fault.message')
      .that.matches(/no way from version 2 to 3/)
    expect(migrated({ version: 4 }, steps, 3))
      .to.have.nested.property('fault.message')
      .that.matches(/newer/)
  })

  it('a file of version 1 opens as it was meant, with what it could not say at its plainest', () => {
    const text = readFileSync(new URL('../support/weir-version-1.json', import.meta.url), 'utf8')
    const result = readBuild(text)
    if (!result.ok) throw new Error(JSON.stringify(result.faults))
    const old = JSON.parse(text) as { waters: object[]; ground: object }
    expect(result.value).to.deep.include({
      version: 8,
      outOfLevel: { xDeg: 0, yDeg: 0 },
      flow: { mood: 'steady', dischargeM3S: null },
      meets: []
    })
    expect(result.value.ground).to.deep.include(old.ground)
    result.value.waters.forEach((water, i) => expect(water).to.deep.include(old.waters[i]))
    expect(result.value.waters[0]).to.deep.include({
      measure: 'tin',
      bands: [],
      standing: [],
      pours: null,
      heed: 'heat'
    })
    expect(derivePlan(result.value).ground.pools[0].volumeMl).to.be.closeTo(
      derivePlan(changePool('millpond', { measure: 'tin', standing: [] })(demo())).ground.pools[0]
        .volumeMl,
      1e-9
    )
  })

  it('a file of version 2 opens with one steady flow and falls that drop at once; what it said stays', () => {
    const text = readFileSync(new URL('../support/weir-version-2.json', import.meta.url), 'utf8')
    const result = readBuild(text)
    if (!result.ok) throw new Error(JSON.stringify(result.faults))
    const old = JSON.parse(text) as { waters: object[] }
    expect(result.value).to.deep.include({
      version: 8,
      flow: { mood: 'steady', dischargeM3S: null },
      meets: []
    })
    result.value.waters.forEach((water, i) => expect(water).to.deep.include(old.waters[i]))
    expect(result.value.waters[1]).to.deep.include({ steps: 1, treadMm: 8, hang: 'by-flow' })
  })

  it('a file of version 3 opens with coats as advised, white brushed on and nothing to repair; what it said stays', () => {
    const text = readFileSync(new URL('../support/weir-version-3.json', import.meta.url), 'utf8')
    const result = readBuild(text)
    if (!result.ok) throw new Error(JSON.stringify(result.faults))
    const old = JSON.parse(text) as { waters: object[] }
    expect(result.value).to.deep.include({
      version: 8,
      repairs: [],
      finish: { white: 'painted-white', spray: 'teased-fibre', reliefMm: 1, yours: [] }
    })
    result.value.waters.forEach((water, i) => expect(water).to.deep.include(old.waters[i]))
    for (const water of result.value.waters)
      expect('make' in water, water.id).to.equal(water.kind !== 'pool')
  })

  it('a file of version 4 opens with one copy, nothing settled and an empty log; what it said stays, and it plans as before', () => {
    const text = readFileSync(new URL('../support/weir-version-4.json', import.meta.url), 'utf8')
    const result = readBuild(text)
    if (!result.ok) throw new Error(JSON.stringify(result.faults))
    const old = JSON.parse(text) as { waters: object[]; calendar: object }
    expect(result.value).to.deep.include({
      version: 8,
      copies: 1,
      arrange: [],
      order: [],
      fillers: [],
      log: { asOf: null, entries: [] },
      waters: old.waters
    })
    expect(result.value.calendar).to.deep.equal({
      ...old.calendar,
      second: null,
      busy: [],
      deadline: null
    })
    expect(derivePlan(result.value).days.finish).to.equal(derivePlan(demo()).days.finish)
  })

  it('a file of version 5 opens with nothing run; what it said stays, and it plans as before', () => {
    const text = readFileSync(new URL('../support/weir-version-5.json', import.meta.url), 'utf8')
    const result = readBuild(text)
    if (!result.ok) throw new Error(JSON.stringify(result.faults))
    const old = JSON.parse(text) as { waters: object[]; log: object }
    expect(result.value).to.deep.include({
      version: 8,
      running: { source: null, out: null, brushMm: null, mapsFrom: null, kept: [] },
      waters: old.waters,
      log: old.log
    })
    expect(derivePlan(result.value).days.finish).to.equal(derivePlan(demo()).days.finish)
  })

  it('a file of version 6 opens as careful work on a bare board, nothing left out; what it said stays, and it plans as before', () => {
    const text = readFileSync(new URL('../support/weir-version-6.json', import.meta.url), 'utf8')
    const result = readBuild(text)
    if (!result.ok) throw new Error(JSON.stringify(result.faults))
    expect(result.value).to.deep.equal({
      ...(JSON.parse(text) as object),
      version: 8,
      from: 'bare-board',
      care: 'thorough',
      lays: [],
      laid: [],
      stacks: [],
      own: []
    })
    const { steps, days } = derivePlan(result.value)
    expect(steps.aside).to.deep.equal([])
    expect(days.finish).to.equal(derivePlan(demo()).days.finish)
  })

  it('a file of version 7 keeps the places of one’s own steps; from now on there may be several', () => {
    const text = readFileSync(new URL('../support/weir-version-7.json', import.meta.url), 'utf8')
    const result = readBuild(text)
    if (!result.ok) throw new Error(JSON.stringify(result.faults))
    expect(result.value.own.map(({ after, before }) => [after, before])).to.deep.equal([
      [['ground/seal'], []],
      [[], ['finish/edges']]
    ])
    const [lamp, boat] = result.value.own
    const after = ['ground/seal', 'ground/paint']
    const both = { ...result.value, own: [{ ...lamp, after, before: ['finish/gloss'] }, boat] }
    const { days, steps } = derivePlan(both)
    const at = (id: string) => days.work.filter((w) => w.step.split('#')[0] === id)
    expect(steps.misplaced).to.deep.equal([])
    for (const id of after) expect(at('own/own1')[0].startMs).to.be.at.least(at(id).at(-1)!.endMs)
    expect(at('finish/gloss')[0].startMs).to.be.at.least(at('own/own1')[0].endMs + 60 * 60_000)
  })

  it('the published JSON Schema is that of the code, and a JSON Schema validator agrees with it', () => {
    const published: unknown = JSON.parse(
      readFileSync(new URL('../../docs/build.schema.json', import.meta.url), 'utf8')
    )
    expect(published, 'run npm run schema').to.deep.equal(publishedSchema())
    const validate = new Ajv2020({ strict: false, allErrors: false }).compile(published as object)
    for (const build of [
      demo(),
      demo('2-mole-at-varnsey'),
      demo('3-slalom-in-the-hollin-gorge'),
      fresh(),
      large(2, 50)
    ])
      expect(validate(build), JSON.stringify(validate.errors)).to.equal(true)
    for (const wrong of [
      { ...demo(), version: 9 },
      { ...demo(), name: 3 },
      { ...demo(), base: { widthMm: 3, depthMm: 100 } },
      { ...demo(), waters: [{ kind: 'pool' }] },
      { ...demo(), calendar: {} }
    ]) {
      expect(validate(wrong)).to.equal(false)
      expect(checkBuild(wrong).ok).to.equal(false)
    }
  })

  it('the example in docs/file-format.md is a build', () => {
    const text = readFileSync(new URL('../../docs/file-format.md', import.meta.url), 'utf8')
    const example = /```json\n([\s\S]*?)```/.exec(text)
    expect(example && readBuild(example[1])).to.have.property('ok', true)
  })

  it('reading never throws, whatever it is given', () => {
    fc.assert(
      fc.property(fc.oneof(fc.string(), fc.json()), (text) => {
        expect(readBuilds(text).ok).to.equal(false)
        readJson(text)
      }),
      { numRuns: runs(300), seed: 22 }
    )
    fc.assert(
      fc.property(fc.constantFrom(...Object.keys(demo())), fc.jsonValue(), (key, value) => {
        checkBuild({ ...demo(), [key]: value })
      }),
      { numRuns: runs(200), seed: 23 }
    )
  })
})

describe('Pasted soundings', () => {
  it('tabs, semicolons, commas and spaces part columns; a decimal comma is understood', () => {
    const want = [
      [10, 20.5, 4.25],
      [-3, 0, 1]
    ]
    for (const text of [
      '10\t20,5\t4,25\n-3\t0\t1',
      '10;20,5;4,25\n-3;0;1',
      '10,20.5,4.25\r\n-3,0,1',
      '10 20,5 4,25\n-3 0 1',
      'x\ty\tz\n10\t20.5\t4.25\n\n-3\t0\t1\n',
      '"10","20.5","4.25"\n"-3","0","1"',
      '10, 20.5, 4.25\n-3, 0, 1'
    ]) {
      const { soundings, faults } = readSoundings(text)
      expect({ soundings, faults }, JSON.stringify(text)).to.deep.equal({
        soundings: want,
        faults: []
      })
    }
  })
  it('headings, units, notes, running numbers and thousands are understood, and said', () => {
    const read = (text: string, levelMm?: number) => {
      const { soundings, faults, taken } = readSoundings(text, levelMm)
      expect(faults, JSON.stringify(text)).to.deep.equal([])
      return { soundings, said: takenAs(taken!) }
    }
    const inches = read('Note;Height (in);X (in);Y (in)\nby the weir;2;1;10\n;1,5;0,5;3')
    expect(inches.soundings[1]).to.deep.equal([12.7, 76.2, 38.1])
    expect(inches.said).to.equal(
      'x is column 3 “X (in)”, in inches; y is column 4 “Y (in)”, in inches; height is column 2 “Height (in)”, in inches; decimal comma. Left out: column 1 “Note”.'
    )
    for (const named of [
      'x in cm;y in cm;Height in cm',
      'X [cm];Y [cm];z, cm',
      'east_cm;north_cm;z cm'
    ])
      expect(read(`${named}\n1;2;0,5`).soundings, named).to.deep.equal([[10, 20, 5]])
    // one unit said counts for all; a dip is taken from the water
    expect(read('x\ty\tdip (cm)\n1\t2\t0.5', 50).soundings).to.deep.equal([[10, 20, 45]])
    expect(readSoundings('x\ty\tdip\n1\t2\t5').faults[0]!.message).to.match(/from the water down/)
    // thousands, by the whole of the table
    const far = [
      [1200, 340.5, 38.5],
      [1010, 12, 40]
    ]
    for (const text of [
      '"1,200","340.5","38.5"\n"1,010","12","40"',
      '1.200;340,5;38,5\n1.010;12;40',
      '1 200;340,5;38,5\n1 010;12;40',
      "1'200\t340.5\t38.5\n1'010\t12\t40"
    ])
      expect(read(text).soundings, text).to.deep.equal(far)
    // a fourth column: notes, and what is counted
    expect(read('1,2,3,shallow\n4,5,6,\n7,8,9,"deep, dark"').soundings).to.have.length(3)
    const numbered = read('1\t210\t200\t38\n2\t150\t240\t41\n3\t260\t250\t42')
    expect(numbered.soundings[2]).to.deep.equal([260, 250, 42])
    expect(numbered.said).to.match(/Left out: column 1\./)
    expect(readSoundings('5\t1\t2\t3\n9\t1\t2\t3\n2\t1\t2\t3').faults[0]!.message).to.match(
      /has 4 numbers a line: name the columns in a first line/
    )
  })
  it('whatever is written in whichever country comes back as it was', () => {
    const value = fc.integer({ min: -99_999, max: 99_999 }).map((n) => n / 100)
    const row = fc.tuple(value, value, value)
    const written = (v: number, comma: boolean) => (comma ? String(v).replace('.', ',') : String(v))
    fc.assert(
      fc.property(
        fc.array(row, { minLength: 1, maxLength: 8 }),
        fc.constantFrom('\t', ';', ',', ' '),
        fc.boolean(),
        (rows, separator, comma) => {
          if (comma && separator === ',') return
          const text = rows.map((r) => r.map((v) => written(v, comma)).join(separator)).join('\n')
          const named = `x${separator}y${separator}z\n${text}`
          for (const t of [text, named, `\ufeff${named}`, named.replaceAll('\n', '\r\n')])
            expect(readSoundings(t).soundings, JSON.stringify(t)).to.deep.equal(rows)
          for (const encoding of ['utf16le', 'utf8'] as const) {
            const bytes = new Uint8Array(Buffer.from(named, encoding))
            expect(textOf(bytes), encoding).to.equal(named)
            expect(textOf(new Uint8Array(Buffer.from(`\ufeff${named}`, encoding)))).to.equal(named)
          }
        }
      ),
      { numRuns: runs(200), seed: 11 }
    )
  })
  it('a line that is no three numbers is named and nothing is taken', () => {
    for (const [text, line] of [
      ['1\t2\t3\n4\tx\t6', 'line 2'],
      ['1,2,3\n4,5', 'line 2'],
      ['1\t2\t3\n1e308\t2\t3', 'line 2'],
      ['1\t2\t3\t4', 'line 1'],
      ['1\t2\tNaN', 'line 1']
    ]) {
      const { soundings, faults } = readSoundings(text)
      expect(soundings, text).to.deep.equal([])
      expect(faults[0].path, text).to.equal(line)
    }
    expect(readSoundings('').faults).to.have.length(1)
  })
})

describe('File names', () => {
  // what no name may hold on some system: Windows, from memory; 255 bytes: ext4, APFS and NTFS count so or more
  const forbidden = /[<>:"/\\|?*\p{Cc}]|[. ]$|^\s|^(con|prn|aux|nul|com\d|lpt\d)(\.|$)/iu
  it('say first what a file is, keep apostrophes and any script, and stay apart however long a name is', () => {
    expect(fileName('Templates, A4', "Weir at Cobbet's Race", '.pdf')).to.equal(
      "Templates, A4, Weir at Cobbet's Race.pdf"
    )
    expect(fileName('Mill pond: outline', 'Плотина у мельницы', '.svg')).to.equal(
      'Mill pond outline, Плотина у мельницы.svg'
    )
    expect(fileName('CON', '', '.json')).to.not.match(forbidden)
    const long = 'a river of a name that goes on and on '.repeat(9)
    const [one, other] = ['North pond: outline', 'South pond: outline'].map((what) =>
      fileName(what, long, '.dxf')
    )
    expect(one).to.equal('North pond outline, a river of a name that goes on and on a.dxf')
    expect(other).to.not.equal(one)
    fc.assert(
      fc.property(
        fc.string({ unit: 'binary', maxLength: 300 }),
        fc.string({ unit: 'grapheme', maxLength: 300 }),
        (what, build) => {
          const name = fileName(what, build, '.json')
          expect(name).to.match(/\S\.json$/)
          expect(name).to.not.match(forbidden)
          expect(new TextEncoder().encode(name).length).to.be.at.most(255)
        }
      ),
      { numRuns: runs(300), seed: 7 }
    )
  })
})

describe('Photographs', () => {
  it('say when and where they were taken by their own tags, in the zone that they name or the builder’s; wrong clocks and damage say nothing', () => {
    const bare = new Uint8Array([0xff, 0xd8, 0xff, 0xd9])
    const now = Date.UTC(2026, 10, 29)
    const of = (taken: string, offset?: string) =>
      photoTags(
        withTags(bare, { turn: 6, taken, offset }).buffer as ArrayBuffer,
        'Europe/Berlin',
        now
      ).taken
    expect(of('2026:07:04 18:30:05')).to.equal('2026-07-04T16:30:05.000Z')
    expect(of('2026:07:04 18:30:05', '-05:00')).to.equal('2026-07-04T23:30:05.000Z')
    for (const wrong of [
      '2027:07:04 18:30:05',
      '0000:00:00 00:00:00',
      '1970:01:01 00:00:00',
      'yesterday, around 6'
    ])
      expect(of(wrong), wrong).to.equal(null)
    const placed = withTags(bare, { turn: 1, taken: '2026:07:04 18:30:05', north: 38 })
    expect(photoTags(placed.buffer as ArrayBuffer, 'UTC', now).place).to.deep.equal([38.7, -9.25])
    expect(photoTags(bare.buffer, 'UTC', now).place).to.equal(null)
    const whole = withTags(bare, { turn: 1, taken: '2026:07:04 18:30:05' })
    for (let cut = 0; cut < whole.length; cut += 3)
      expect(() => photoTags(whole.slice(0, cut).buffer, 'UTC', now)).to.not.throw()
  })
})

describe('Shopping list and calendar', () => {
  it('CSV quotes what it must (RFC 4180) and disarms formulas', () => {
    expect(csvCell('Clear epoxy, 2:1')).to.equal('"Clear epoxy, 2:1"')
    expect(csvCell('a "b"')).to.equal('"a ""b"""')
    expect(csvCell('=1+1')).to.equal("'=1+1")
    expect(csvCell(-3)).to.equal('-3')
    // whatever blanks, signs of another width or separators of another country come with it
    expect(csvCell(' =1+1')).to.equal("' =1+1")
    expect(csvCell('\u00a0@sum')).to.equal("'\u00a0@sum")
    expect(csvCell('＝1')).to.equal("'＝1")
    expect(csvCell('a;=1+1')).to.equal('"a;=1+1"')
    expect(csvCell('a\t=1+1')).to.equal('"a\t=1+1"')
    fc.assert(
      fc.property(
        fc.string({
          unit: fc.constantFrom('=', '+', '-', '@', ';', ',', '"', ' ', '\t', 'a', '1')
        }),
        (text) => {
          const cell = csvCell(text)
          const inside = cell.startsWith('"') ? cell.slice(1, -1).replaceAll('""', '"') : cell
          expect(inside.replace(/^'/, '')).to.equal(text.replace(/^'/, ''))
          expect(inside).to.not.match(/^\s*[=+\-@]/)
          if (!cell.startsWith('"')) expect(cell).to.not.match(/[;,\t"]/)
        }
      )
    )
    const lines = shoppingCsv(planUntil(demo(), 'amounts').shopping).trimEnd().split('\r\n')
    expect(lines[0]).to.equal(
      '\ufeffitem,amount,unit,also,on the shelf,to buy,packs,pack of,"cost, €",note'
    )
    expect(lines.find((l) => l.startsWith('"Clear epoxy'))).to.match(
      /^"Clear epoxy, 2:1",\d+,g,"A \d+ g = \d+ ml, B \d+ g = \d+ ml",0,\d+,1,750,26,/
    )
    expect(
      [0.01, 9.91, 10.2, 100.1, 3].map((amount) => shoppable({ amount, unit: 'ml' }))
    ).to.deep.equal([0.1, 10, 11, 105, 3])
    expect(shoppable({ amount: 3.1, unit: 'piece' })).to.equal(4)
  })

  it('CSV comes back from a reader of any country with numbers as numbers (Papa Parse)', () => {
    expect(csvStyleOf('en-GB')).to.deep.equal({ separator: ',', decimal: '.' })
    for (const comma of ['de-AT', 'fr-FR', 'pt-PT', 'pl-PL'])
      expect(csvStyleOf(comma), comma).to.deep.equal({ separator: ';', decimal: ',' })
    const lines = planUntil(demo(), 'amounts').shopping
    const amounts = lines.map(shoppable)
    expect(amounts.some((a) => !Number.isInteger(a))).to.equal(true)
    for (const style of CSV_STYLES) {
      const text = shoppingCsv(lines, style, 'CHF')
      const { data, meta } = Papa.parse<Record<string, string>>(text.slice(1), {
        header: true,
        skipEmptyLines: true
      })
      expect(meta.delimiter, JSON.stringify(style)).to.equal(style.separator)
      const numbers = data.map((row) => Number(row['amount']!.replace(style.decimal, '.')))
      expect(numbers).to.deep.equal(amounts)
      expect(Object.keys(data[0]!)).to.include('cost, CHF')
      for (const row of data.filter((r) => r['unit']!.startsWith('piece')))
        expect(row['unit']).to.equal(row['amount'] === '1' ? 'piece' : 'pieces')
    }
  })

  it('ICS is read back by a public parser with the plan’s own times, folded and escaped (RFC 5545)', () => {
    const build = { ...demo(), name: 'Wehr; „Mühle“, x\\y' }
    const plan = derivePlan(build)
    const { text } = stepsCalendar(build, plan.steps.steps, plan.days, Date.UTC(2026, 10, 24))
    for (const line of text.split('\r\n')) expect(Buffer.byteLength(line)).to.be.at.most(75)
    expect(text.replaceAll('\r\n', '')).to.not.include('\n')
    const events = new ICAL.Component(ICAL.parse(text))
      .getAllSubcomponents('vevent')
      .map((e) => new ICAL.Event(e))
    expect(events).to.have.length(plan.days.work.length)
    expect(new Set(events.map((e) => e.uid)).size).to.equal(events.length)
    events.forEach((event, i) => {
      const work = plan.days.work[i]
      expect(event.startDate.toJSDate().getTime()).to.equal(work.startMs)
      expect(event.endDate.toJSDate().getTime()).to.equal(work.endMs)
      const step = plan.steps.steps.find((s) => s.id === work.step)!
      const water = build.waters.find((w) => w.id === step.water)?.name
      expect(event.summary.startsWith(`${water ? `${water}: ` : ''}${step.title}`)).to.equal(true)
      expect(event.description.split('\n')[0]).to.equal(build.name)
    })
    expect(
      stepsCalendar(build, plan.steps.steps, plan.days, 0).text.match(/UID:.*/g)
    ).to.deep.equal(text.match(/UID:.*/g))
  })

  it('ICS twice into one calendar: as many entries, fewer by what fell out of the plan, none double from another copy', () => {
    // a calendar program as RFC 5545 and 5546 ask: entries are known by their UID, the later sequence holds
    const kept = new Map<string, ICAL.Component>()
    const brought = (text: string) => {
      for (const e of new ICAL.Component(ICAL.parse(text)).getAllSubcomponents('vevent')) {
        const uid = String(e.getFirstPropertyValue('uid'))
        const sequence = (c: ICAL.Component) => Number(c.getFirstPropertyValue('sequence'))
        const there = kept.get(uid)
        if (there && sequence(there) > sequence(e)) continue
        if (e.getFirstPropertyValue('status') === 'CANCELLED') kept.delete(uid)
        else kept.set(uid, e)
      }
      return kept.size
    }
    const given = (build: Build, day: number) => {
      const plan = derivePlan(build)
      return { plan, ...stepsCalendar(build, plan.steps.steps, plan.days, Date.UTC(2026, 10, day)) }
    }
    const first = given(demo(), 24)
    expect(first.calledOff).to.deep.equal([])
    const all = brought(first.text)
    expect(all).to.equal(first.plan.days.work.length)
    const told = setCalendar({ told: first.told })(demo())
    expect(brought(given(told, 25).text)).to.equal(all)
    // one water goes, and with it its steps
    const fall = told.waters.find((w) => w.kind === 'fall')!
    const less = setCalendar({ told: first.told })({
      ...told,
      waters: told.waters.filter((w) => w.id !== fall.id)
    })
    const without = given(less, 26)
    expect(without.calledOff.length).to.be.greaterThan(2)
    for (const gone of without.calledOff)
      expect(
        without.plan.days.work.some((w) => w.step === gone.step && w.part === gone.part)
      ).to.equal(false)
    expect(brought(without.text)).to.equal(without.plan.days.work.length)
    // told again while it would have been ahead, and then no more
    const later = setCalendar({ told: without.told })(less)
    expect(given(later, 27).calledOff).to.deep.equal(without.calledOff)
    expect(
      stepsCalendar(later, without.plan.steps.steps, without.plan.days, Date.UTC(2027, 10, 1)).told
    ).to.have.length(without.plan.days.work.length)
    // what is done stays in the calendar; another copy of the same build moves the same entries
    const copy = { ...later, id: 'brought-again', origin: later.id }
    expect(brought(given(copy, 28).text)).to.equal(without.plan.days.work.length)
    expect(readBuild(writeBuild(copy))).to.deep.equal({ ok: true, value: copy })
  })
})
