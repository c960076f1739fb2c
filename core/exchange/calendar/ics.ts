import type { Calendar } from '../../build/types'
import type { DaysPlan } from '../../plan/7-days/plan'
import type { Step } from '../../plan/6-steps/types'

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

/**
 * The steps still to do as a calendar file: one event a piece of work, with an alarm, in UTC so
 * that every calendar agrees about the clock changes. The
 * same plan gives the same UIDs, so importing it again moves events and doubles none.
 *
 * @param build  id and name of the build
 * @param steps  what the sittings are about
 * @param days   when
 * @param nowMs  when the file is made
 * @source RFC 5545
 */
export function stepsCalendar(
  build: { id: string; name: string; calendar?: Calendar },
  steps: readonly Step[],
  days: DaysPlan,
  nowMs: number
): string {
  const lines = [
    'BEGIN:VCALENDAR',
    'VERSION:2.0',
    'PRODID:-//Tall Spindle//Build plan//EN',
    'CALSCALE:GREGORIAN',
    `X-WR-CALNAME:${escaped(build.name)}`
  ]
  const windowed = Object.fromEntries(days.windows.map((w) => [w.step, true]))
  for (const work of days.work) {
    if (work.done) continue
    const step = steps.find((s) => s.id === work.step)
    if (!step) continue
    const part = work.parts > 1 ? ` (part ${work.part} of ${work.parts})` : ''
    lines.push(
      'BEGIN:VEVENT',
      `UID:${build.id}-${work.step.replace(/[^\w.-]/g, '_')}-${work.part}@tall-spindle`,
      `DTSTAMP:${stamp(nowMs)}`,
      `DTSTART:${stamp(work.startMs)}`,
      `DTEND:${stamp(work.endMs)}`,
      `SUMMARY:${escaped(`${step.title}${part}${work.by === 1 && build.calendar?.second ? ` · ${build.calendar.second.name}` : ''}`)}`,
      `DESCRIPTION:${escaped(`${build.name}\n${step.how}\nRight when: ${step.right}`)}`,
      `SEQUENCE:${Math.max(0, Math.floor((nowMs - SEQUENCE_FROM_MS) / 60_000))}`,
      'BEGIN:VALARM',
      'ACTION:DISPLAY',
      `DESCRIPTION:${escaped(step.title)}`,
      `TRIGGER:-PT${step.id in windowed ? WINDOW_ALARM_MIN : ALARM_MIN}M`,
      'END:VALARM',
      'END:VEVENT'
    )
  }
  return [...lines, 'END:VCALENDAR'].map(folded).join('\r\n') + '\r\n'
}
