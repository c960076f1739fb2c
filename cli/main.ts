import { stagesOf } from '../core/plan/stages'
import { readFileSync, statSync } from 'node:fs'
import { basename } from 'node:path'
import { takeBusy } from '../core/build/workEdits'
import { busyTimes } from '../core/exchange/calendar/busyTimes'
import { stepsCalendar } from '../core/exchange/calendar/ics'
import { csvStyleOf, shoppingCsv } from '../core/exchange/csv'
import { calculate } from '../core/exchange/calc/contract'
import { newFrom } from '../core/exchange/newFile'
import { planOut } from '../core/exchange/planFile'
import { faultLine } from '../core/physics/fault'
import { LONGEST_FILE, readBuild, readJson } from '../core/build/file/buildFile'
import { localIso } from '../core/build/zone'
import { freeSpans } from '../core/plan/7-days/calendar'
import { daysStage } from '../core/plan/7-days/daysStage'
import { keepRun } from '../core/running/keptRun'
import { groundMark } from '../core/plan/2-forms/ran/ranPlan'
import { sceneMaker } from '../core/plan/2-forms/scene/sceneMaker'
import { PASSES, waterRun } from '../core/running/waterRun'
import { laidOn, readStack } from '../core/build/file/stackFile'
import { keptStack, writeStack } from '../core/build/stack'
import { writeBuild } from '../core/build/file/write'
import { proposedBy } from '../core/exchange/tracedFile'
import { cutList } from '../core/plan/beside/cutList'
import { together } from '../core/plan/beside/together'
import { twoPlans } from '../core/plan/beside/twoPlans'
import { judge } from '../core/judge/judge'
import { derivePlan } from '../core/plan/derivePlan'
import { isTold, say, written as inWords } from '../core/words/sentence'
import type { Units } from '../core/words/units'
import { withLand } from './land'

export const USAGE = `usage: ${[
  'spindle calc NAME JSON|@FILE',
  'spindle new JSON|@FILE',
  'spindle plan BUILD.json',
  'spindle judge BUILD.json [PLAN.json] [--new]',
  'spindle check BUILD.json',
  'spindle schedule BUILD.json',
  'spindle calendar BUILD.json',
  'spindle shopping BUILD.json [LANGUAGE]',
  'spindle together BUILD.json',
  'spindle trace LINES.json BUILD.json',
  'spindle cutlist BUILD.json SHEETMM [WIDTHxHEIGHT [CASEMM [ROCKMM]]]',
  'spindle land BUILD.json grow|contours|level|MAP.png|SCAN.stl [LOW HIGH]',
  'spindle busy CALENDAR.ics BUILD.json',
  'spindle book BUILD.json OUT.pdf [a4|letter]',
  'spindle sheets BUILD.json OUT.pdf [a4|letter]',
  'spindle run BUILD.json [CELLS]',
  'spindle stack BUILD.json WATER',
  'spindle lay STACK.json BUILD.json WATER',
  'spindle compare THEN.json NOW.json'
].join(' · ')}; with --units inch its sentences are in inches, ounces and °F`

/** Where a command speaks: what was asked for, and what else there is to say. */
export interface Says {
  out: (text: string) => void
  err: (text: string) => void
}

/** Something to say on standard error before leaving with code 2. */
export class BadInput extends Error {}

function fileText(path: string): string {
  try {
    const { size } = statSync(path)
    if (size > LONGEST_FILE * 2)
      throw new BadInput(
        `${path}: is ${Math.round(size / 1e6)} MB long; a build is at most ${LONGEST_FILE / 1e6} MB`
      )
    return readFileSync(path, 'utf8')
  } catch (error) {
    if (error instanceof BadInput) throw error
    throw new BadInput(
      `${path}: cannot be read (${(error as NodeJS.ErrnoException).code ?? 'unknown'})`
    )
  }
}

function calc(name: string | undefined, argument: string | undefined): string {
  if (name === undefined || argument === undefined) throw new BadInput(USAGE)
  return JSON.stringify(calculate(name, jsonGiven(argument), () => performance.now()))
}

/** JSON as it was typed, or out of a file. */
function jsonGiven(argument: string): unknown {
  const json = readJson(argument.startsWith('@') ? fileText(argument.slice(1)) : argument)
  if (!json.ok) throw new BadInput(faultLine(json.faults))
  return json.value
}

/** The build that *New build* makes: it begins now, where the machine stands, unless it is said. */
function made(argument: string | undefined): string {
  if (argument === undefined) throw new BadInput(USAGE)
  const zone = Intl.DateTimeFormat().resolvedOptions().timeZone || 'UTC'
  const start = localIso(Date.now(), zone).slice(0, 16)
  return writeBuild(newFrom(jsonGiven(argument), { start, zone })).trimEnd()
}

/** Typed arrays as the lists that they are; sentences in the units asked for, numbers metric. */
const written =
  (units: Units) =>
  (_key: string, value: unknown): unknown => {
    if (isTold(value)) return inWords(value, units)
    return ArrayBuffer.isView(value) ? Array.from(value as unknown as ArrayLike<number>) : value
  }

/** What follows `--units`, and the rest. */
export function unitsAsked(args: readonly string[]): { units: Units; rest: string[] } {
  const at = args.indexOf('--units')
  if (at < 0) return { units: 'metric', rest: [...args] }
  const units = args[at + 1]
  if (units !== 'metric' && units !== 'inch')
    throw new BadInput(`--units: was ${units}; it must be metric or inch`)
  return { units, rest: args.filter((_, i) => i !== at && i !== at + 1) }
}

function plan(path: string | undefined, units: Units): string {
  if (path === undefined) throw new BadInput(USAGE)
  return JSON.stringify(planOut(derivePlan(buildIn(path))), written(units), 2)
}

/** A second reading of a plan: its contradictions, and 3 where there are any. */
function judged([path, plan]: readonly string[], asNew: boolean): { out: string; code: number } {
  if (path === undefined) throw new BadInput(USAGE)
  const [build, made] = plan
    ? [jsonGiven(`@${path}`), jsonGiven(`@${plan}`)]
    : [buildIn(path), JSON.parse(JSON.stringify(planOut(derivePlan(buildIn(path)))))]
  const found = judge(build, made, asNew)
  return { out: JSON.stringify(found, null, 2), code: found.length > 0 ? CONTRADICTED : 0 }
}
/** Left with by a plan that contradicts itself. */
const CONTRADICTED = 3

export const buildIn = (path: string) => {
  const build = readBuild(fileText(path))
  if (!build.ok) throw new BadInput(faultLine(build.faults))
  return build.value
}

/** Two states of a build, or two builds, figure by figure. */
function compared(then: string | undefined, now: string | undefined): string {
  if (then === undefined || now === undefined) throw new BadInput(USAGE)
  return JSON.stringify(twoPlans(derivePlan(buildIn(then)), derivePlan(buildIn(now))), null, 2)
}

/** The stack of a water, to be laid elsewhere. */
function stackOf(path: string | undefined, water: string | undefined): string {
  if (path === undefined || water === undefined) throw new BadInput(USAGE)
  const kept = keptStack(buildIn(path), water)
  if (!kept) throw new BadInput(`WATER: was “${water}”; the build has no such water`)
  return writeStack(kept).trimEnd()
}

/** The build with a kept stack laid on one of its waters. */
function laidIn(stack: string | undefined, path: string | undefined, water: string | undefined) {
  if (stack === undefined || path === undefined || water === undefined) throw new BadInput(USAGE)
  const kept = readStack(fileText(stack))
  if (!kept.ok) throw new BadInput(faultLine(kept.faults))
  const laid = laidOn(buildIn(path), kept.value, water)
  if (!laid.ok) throw new BadInput(faultLine(laid.faults))
  return writeBuild(laid.value).trimEnd()
}

/** Orders tried for the schedule of a build: many more than while somebody waits. */
const SCHEDULE_NODES = 100_000

/** When each piece of work is, and why it cannot all be done sooner. */
function scheduleOf(path: string | undefined, units: Units): string {
  if (path === undefined) throw new BadInput(USAGE)
  const build = readBuild(fileText(path))
  if (!build.ok) throw new BadInput(faultLine(build.faults))
  const { steps, findings } = derivePlan(build.value)
  const ends = performance.now() + 30_000
  const days = daysStage(build.value, steps, freeSpans, {
    nodes: SCHEDULE_NODES,
    stop: () => performance.now() > ends
  })
  if (days.problem) {
    const said = findings.find((f) => f.place === 'days' && f.severity === 'stop')
    const links = days.problem.links
      .map(
        (l) =>
          `${l.from} → ${l.to} (${l.maxMin === null ? `at least ${l.minMin}` : `${l.minMin} to ${l.maxMin}`} min)`
      )
      .join(', ')
    throw new BadInput(
      `calendar: ${said ? inWords(say`${said.title}: ${said.number}. ${said.reason}`) : days.problem.kind}${links ? ` [${links}]` : ''}`
    )
  }
  const {
    zone,
    finish,
    confidence,
    likelyMs,
    sureMs,
    sittings,
    fewestSittings,
    proof,
    lowerBoundMs,
    finishMs,
    handsMin,
    missed,
    unmet,
    windows
  } = days
  const work = days.work.map(({ step, part, parts, start, end, by, done, critical }) => ({
    step,
    title: steps.steps.find((s) => s.id === step)!.title,
    part,
    parts,
    start,
    end,
    by,
    done,
    critical
  }))
  return JSON.stringify(
    {
      zone,
      finish,
      confidence,
      likely: likelyMs === null ? null : localIso(likelyMs, zone),
      surely: sureMs === null ? null : localIso(sureMs, zone),
      lowerBound: localIso(lowerBoundMs!, zone),
      optimal: lowerBoundMs === finishMs,
      sittings,
      fewestSittings,
      handsMin,
      proof,
      work,
      waits: days.waits.map((w) => ({
        step: w.step,
        becomes: w.becomes,
        early: localIso(w.earlyMs, zone),
        likely: localIso(w.likelyMs, zone),
        surely: localIso(w.sureMs, zone)
      })),
      windows,
      fillers: days.fillers,
      missed,
      unmet
    },
    written(units),
    2
  )
}

/** The steps still to do as a calendar file. */
function calendarOf(path: string | undefined, units: Units): string {
  if (path === undefined) throw new BadInput(USAGE)
  const build = buildIn(path)
  const { steps, days } = derivePlan(build)
  if (days.finishMs === null)
    throw new BadInput('calendar: the work has no dates yet: `spindle schedule` says why')
  return stepsCalendar(build, steps.steps, days, Date.now(), (t) => inWords(t, units)).text
}

/** The shopping list as a table for spreadsheets of a language: "de-AT" has commas before tenths. */
function shoppingOf(path: string | undefined, language = 'en'): string {
  if (path === undefined) throw new BadInput(USAGE)
  if (!isLanguage(language))
    throw new BadInput(`LANGUAGE: was ${language}; it must be a tag such as en-GB or de-AT`)
  const { amounts } = derivePlan(buildIn(path))
  return shoppingCsv(amounts.shopping, csvStyleOf(language), '')
}

/** What a friend would say of the whole scene, the worst first. */
function togetherOf(path: string | undefined, units: Units): string {
  if (path === undefined) throw new BadInput(USAGE)
  const build = buildIn(path)
  return JSON.stringify(together(build, derivePlan(build)), written(units), 2)
}

/** What lines on a picture say of a build: outlines, periods, flows, white, each with its range. */
function tracedOf(lines: string | undefined, path: string | undefined, units: Units): string {
  if (lines === undefined || path === undefined) throw new BadInput(USAGE)
  return JSON.stringify(proposedBy(buildIn(path), jsonGiven(`@${lines}`)), written(units), 2)
}

/** The build with other land. */
function landed([path, from, ...span]: readonly string[]): string {
  if (path === undefined || from === undefined) throw new BadInput(USAGE)
  const heights = span.map(Number)
  if (heights.some((mm) => !Number.isFinite(mm)))
    throw new BadInput(`LOW HIGH: were ${span.join(' ')}; they must be heights in mm`)
  return writeBuild(withLand(buildIn(path), from, heights)).trimEnd()
}

/** Foam boards as they are mostly sold, mm. Common practice, no source. */
const BOARD_MM = '1250x600'

/** The land sliced into foam sheets, laid out on boards. */
function cutListOf(
  path: string | undefined,
  sheet: string | undefined,
  board = BOARD_MM,
  gap = '0',
  face = '0'
): string {
  if (path === undefined || sheet === undefined) throw new BadInput(USAGE)
  const sheetMm = Number(sheet)
  if (!(sheetMm > 0))
    throw new BadInput(`SHEETMM: was ${sheet}; it must be a thickness above 0, in mm`)
  const size = /^(\d+(?:\.\d+)?)x(\d+(?:\.\d+)?)$/.exec(board)
  if (!size) throw new BadInput(`WIDTHxHEIGHT: was ${board}; it must be such as ${BOARD_MM}, in mm`)
  const build = buildIn(path)
  const make = stagesOf(build)
  const room = { caseGapMm: Number(gap), rockFaceMm: Number(face) }
  if (![gap, face].every((mm) => Number(mm) >= 0))
    throw new BadInput(
      `CASEMM ROCKMM: were ${gap} ${face}; they must be lengths of 0 or more, in mm`
    )
  const boardMm = [Number(size[1]), Number(size[2])] as const
  return JSON.stringify(cutList(build, make('ground'), make('forms'), sheetMm, boardMm, room))
}

function isLanguage(tag: string): boolean {
  try {
    return Intl.NumberFormat.supportedLocalesOf(tag).length > 0
  } catch {
    return false
  }
}

/** The build with the busy times of a calendar taken in; what was left out is said. */
function busyIn(calendar: string | undefined, path: string | undefined, says: Says): string {
  if (calendar === undefined || path === undefined) throw new BadInput(USAGE)
  const build = buildIn(path)
  const read = busyTimes(fileText(calendar), build.calendar, false)
  const name = read.name || basename(calendar).replace(/\.\w+$/, '') || 'Calendar'
  for (const { why, count } of read.left) says.err(`left out (${count}): entries that ${why}`)
  for (const z of read.zones) says.err(`“${z.named}” was taken for ${z.takenFor}`)
  if (read.busy.length === 0) says.err('none of it takes any time in the days ahead')
  return writeBuild(
    read.busy.length === 0 ? build : takeBusy(name.slice(0, 120), read.busy)(build)
  ).trimEnd()
}

/** Cell updates between two lines about how far the water has come. */
const TELL_EVERY = 8e6
/** The most cells a run is made on. */
const MOST_CELLS = 250_000

/** Lets the water run over a build's own ground, and gives the build with the run kept in it. */
function run(path: string | undefined, cells: string | undefined, says: Says): string {
  if (path === undefined) throw new BadInput(USAGE)
  const most = cells === undefined ? PASSES[1] : Number(cells)
  if (!(most >= 200 && most <= MOST_CELLS))
    throw new BadInput(`CELLS: was ${cells}; it must be from 200 to ${MOST_CELLS}`)
  const build = readBuild(fileText(path))
  if (!build.ok) throw new BadInput(faultLine(build.faults))
  const maker = sceneMaker(build.value)
  for (const note of maker.notes) if (!note.stops) says.err(inWords(note.message))
  const water = waterRun(maker, {
    start: 'levels',
    passes: [...PASSES.filter((p) => p < most), most]
  })
  for (;;) {
    const { pass, passes, ranS, cellMm, share, done } = water.advance(TELL_EVERY)
    says.err(
      `pass ${pass} of ${passes}, cells of ${cellMm.toFixed(1)} mm: ${Math.round(100 * share)} %, ${ranS.toFixed(1)} s full size`
    )
    if (done) break
  }
  const sea = build.value.waters.find((w) => w.kind === 'sea' && !w.of)
  const kept = keepRun(water.usual(sea?.kind === 'sea' ? sea.phase : undefined), {
    id: 'run1',
    name: 'As it runs',
    keptAt: `${new Date().toISOString().slice(0, 19)}Z`,
    ground: groundMark(build.value)
  })
  const { running } = build.value
  return writeBuild({
    ...build.value,
    running: {
      ...running,
      mapsFrom: kept.id,
      kept: [...running.kept.filter((k) => k.id !== kept.id), kept]
    }
  }).trimEnd()
}

/** The faults are what was asked for, so they go to standard output; their count to standard error. */
function check(path: string | undefined): { out: string; error?: string } {
  if (path === undefined) throw new BadInput(USAGE)
  const build = readBuild(fileText(path))
  if (build.ok) return { out: `${path}: no faults` }
  return {
    out: build.faults.map((fault) => faultLine([fault])).join('\n'),
    error: faultLine(build.faults)
  }
}

/**
 * Runs one command.
 *
 * @param args  the command and what it is given
 * @returns     0; 2 for bad input, which is said in one line; 3 for a plan that contradicts itself
 */
export function main([command, ...args]: readonly string[], says: Says): number {
  try {
    const { units, rest } = unitsAsked(args)
    if (command === 'calc') says.out(calc(rest[0], rest[1]))
    else if (command === 'new') says.out(made(rest[0]))
    else if (command === 'plan') says.out(plan(rest[0], units))
    else if (command === 'schedule') says.out(scheduleOf(rest[0], units))
    else if (command === 'judge') {
      const asNew = rest.includes('--new')
      const { out, code } = judged(
        rest.filter((a) => a !== '--new'),
        asNew
      )
      says.out(out)
      return code
    } else if (command === 'calendar') says.out(calendarOf(rest[0], units).trimEnd())
    else if (command === 'trace') says.out(tracedOf(rest[0], rest[1], units))
    else if (command === 'land') says.out(landed(rest))
    else if (command === 'cutlist') says.out(cutListOf(rest[0], rest[1], rest[2], rest[3], rest[4]))
    else if (command === 'together') says.out(togetherOf(rest[0], units))
    else if (command === 'shopping') says.out(shoppingOf(rest[0], rest[1]).trimEnd())
    else if (command === 'busy') says.out(busyIn(rest[0], rest[1], says))
    else if (command === 'run') says.out(run(rest[0], rest[1], says))
    else if (command === 'stack') says.out(stackOf(rest[0], rest[1]))
    else if (command === 'lay') says.out(laidIn(rest[0], rest[1], rest[2]))
    else if (command === 'compare') says.out(compared(rest[0], rest[1]))
    else if (command === 'check') {
      const { out, error } = check(rest[0])
      says.out(out)
      if (error === undefined) return 0
      says.err(error)
      return 2
    } else throw new BadInput(USAGE)
    return 0
  } catch (error) {
    if (!(error instanceof BadInput) && !(error instanceof RangeError)) throw error
    says.err(error.message.replaceAll('\n', ' '))
    return 2
  }
}
