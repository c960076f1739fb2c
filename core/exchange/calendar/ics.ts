import type { Build, ToldEntry } from '../../build/types'
import type { DaysPlan, PlannedWork } from '../../plan/7-days/plan'
import type { Step } from '../../plan/6-steps/types'
import { DAY_MS, minutesBetween } from '../../physics/time'
import { written, type Sentence } from '../../words/sentence'

const stamp = (ms: number) => new Date(ms).toISOString().replace(/[-:]|\.\d{3}/g, '')

/** Told so long before, min; steps with a window sooner, for by then one stands by. */
const ALARM_MIN = 30
const WINDOW_ALARM_MIN = 5
/** Sequence numbers count minutes from here: a later export overtakes an earlier one. */
const SEQUENCE_FROM_MS = Date.UTC(2026, 0, 1)

/** Text as RFC 5545 §3.3.11 wants it. */
const escaped = (text: string) =>
  text.replace(/[\\;,]/g, (c) => `\\${c}`).replace(/\r\n|\r|\n/g, '\\n')

/** Folds a line after 75 octets (RFC 5545 §3.1) without cutting a character in two. */
function folded(line: string): string {
  const out: string[] = []
  let current = ''
  let octets = 0
  for (const character of line) {
    const code = character.codePointAt(0)!
    const width = code < 0x80 ? 1 : code < 0x800 ? 2 : code < 0x10000 ? 3 : 4
    if (octets + width > 75) {
      out.push(current)
      current = ' '
      octets = 1
    }
    current += character
    octets += width
  }
  return [...out, current].join('\r\n')
}

/** An entry that fell out of the plan is called off again for so long after it would have been. */
const CALLED_OFF_FOR_MS = 60 * DAY_MS
/** So many entries are remembered at most, the latest. */
const MOST_TOLD = 5000

/** A calendar file, and what of it is to be remembered. */
export interface StepsCalendar {
  text: string
  /** What has gone into calendars by now: kept in the build, for the next time. */
  told: ToldEntry[]
  /** Of these, what the plan no longer holds and is called off. */
  calledOff: ToldEntry[]
}

/** What the work of a plan is called in a calendar: its water, the step, which part, whose hands. */
export function entryTitle(
  build: Pick<Build, 'waters' | 'calendar'>,
  step: Pick<Step, 'title' | 'water'>,
  work: Pick<PlannedWork, 'part' | 'parts' | 'by'>
): string {
  const water = build.waters.find((w) => w.id === step.water)?.name
  const part = work.parts > 1 ? ` (part ${work.part} of ${work.parts})` : ''
  const second = work.by === 1 && build.calendar.second ? ` · ${build.calendar.second.name}` : ''
  return `${water ? `${water}: ` : ''}${step.title}${part}${second}`
}

/**
 * The steps still to do as a calendar file: one event a piece of work, with an alarm, in UTC so
 * that every calendar agrees about the clock changes. The same plan gives the same UIDs, so importing
 * it again moves events and doubles none; what was told before and is no longer planned is called off.
 *
 * @param build  what is built; `calendar.told` of it is what calendars have been told
 * @param steps  what the sittings are about
 * @param days   when
 * @param nowMs  when the file is made
 * @param say    puts a sentence in the builder's units
 * @source RFC 5545
 */
export function stepsCalendar(
  build: Pick<Build, 'id' | 'origin' | 'name' | 'waters' | 'calendar'>,
  steps: readonly Step[],
  days: DaysPlan,
  nowMs: number,
  said: (text: Sentence) => string = (text) => written(text)
): StepsCalendar {
  const windowed = new Set(days.windows.map((w) => w.step))
  const byId = new Map(steps.map((s) => [s.id, s]))
  const known = new Set<string>()
  const told: ToldEntry[] = []
  const events: string[] = []
  const sequence = Math.max(0, Math.floor(minutesBetween(SEQUENCE_FROM_MS, nowMs)))
  const event = (entry: ToldEntry, rest: string[]) =>
    events.push(
      'BEGIN:VEVENT',
      `UID:${build.origin ?? build.id}-${entry.step.replace(/[^\w.-]/g, '_')}-${entry.part}@tall-spindle`,
      `DTSTAMP:${stamp(nowMs)}`,
      `DTSTART:${stamp(Date.parse(entry.from))}`,
      `DTEND:${stamp(Date.parse(entry.to))}`,
      `SUMMARY:${escaped(entry.title)}`,
      `SEQUENCE:${sequence}`,
      ...rest,
      'END:VEVENT'
    )
  for (const work of days.work) {
    const step = byId.get(work.step)
    known.add(keyOf(work))
    if (work.done || !step) continue
    const entry: ToldEntry = {
      step: work.step,
      part: work.part,
      title: said(entryTitle(build, step, work)).slice(0, 400),
      from: new Date(work.startMs).toISOString(),
      to: new Date(work.endMs).toISOString()
    }
    told.push(entry)
    event(entry, [
      `DESCRIPTION:${escaped([build.name, said(step.how), ...(step.right === '' ? [] : [`Right when: ${said(step.right)}`])].join('\n'))}`,
      'BEGIN:VALARM',
      'ACTION:DISPLAY',
      `DESCRIPTION:${escaped(entry.title)}`,
      `TRIGGER:-PT${windowed.has(step.id) ? WINDOW_ALARM_MIN : ALARM_MIN}M`,
      'END:VALARM'
    ])
  }
  const calledOff = (build.calendar.told ?? []).filter(
    (t) => !known.has(keyOf(t)) && Date.parse(t.to) + CALLED_OFF_FOR_MS > nowMs
  )
  for (const entry of calledOff) event(entry, ['STATUS:CANCELLED', 'TRANSP:TRANSPARENT'])
  const lines = [
    'BEGIN:VCALENDAR',
    'VERSION:2.0',
    'PRODID:-//Tall Spindle//Build plan//EN',
    'CALSCALE:GREGORIAN',
    'METHOD:PUBLISH',
    `X-WR-CALNAME:${escaped(build.name)}`,
    ...events,
    'END:VCALENDAR'
  ]
  return {
    text: lines.map(folded).join('\r\n') + '\r\n',
    told: [...calledOff, ...told].slice(-MOST_TOLD),
    calledOff
  }
}

const keyOf = ({ step, part }: Pick<ToldEntry, 'step' | 'part'>) => `${step} ${part}`
