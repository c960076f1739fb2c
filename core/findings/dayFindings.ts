import type { Build } from '../build/types'
import { ROOM_RANGE_C } from './limits'
import type { Finding, Stages } from './types'

/** Rooms that resin is not told for. */
export function roomFindings(build: Build, stages: Stages): Finding[] {
  const { tempC } = build.room
  const [low, high] = ROOM_RANGE_C
  if (tempC >= low && tempC <= high) return []
  const firm = Math.max(0, ...stages.stacks.pools.map((p) => p.heat?.firmMin ?? 0))
  return [
    {
      id: 'room', severity: 'warn', place: 'days', water: null, title: tempC < low ? 'The room is cold for resin' : 'The room is hot for resin', number: `${tempC} °C`,
      reason: tempC < low ? `Labels hold near 21 °C. Here the slowest pour takes ${firm > 0 ? `${Math.round(firm / 60)} h` : 'far longer'} to get firm, and cold resin is thick and keeps its bubbles.` : 'Labels hold near 21 °C. Warm resin cures faster than it loses its heat: pours come out thinner and cups last minutes.',
      wayOut: `Work between ${low} and ${high} °C; the plan has reckoned with yours.`
    }
  ]
}

/** What keeps the work from having dates. */
export function dayFindings(stages: Stages): Finding[] {
  const { problem } = stages.days
  if (!problem) return []
  const base = { severity: 'stop', place: 'days', water: null } as const
  if (problem.kind === 'noHours') {
    return [{ ...base, id: 'no-hours', title: 'No free hours in the week', number: '0 min', reason: 'Without hands there is no day on which anything can be done. The amounts still hold.', wayOut: 'Give some free hours on Days.' }]
  }
  if (problem.kind === 'loop') {
    return [{ ...base, id: 'loop', title: 'Steps wait for each other in a ring', number: `${problem.steps.length} steps`, reason: problem.steps.join(', '), wayOut: 'Take one of the falls out of the ring of pools.' }]
  }
  if (problem.kind === 'tooTight') {
    const title = (id: string) => stages.steps.steps.find((s) => s.id === id)?.title ?? id
    const [from, to] = problem.steps
    const link = stages.steps.links.find((l) => l.from === from && l.to === to)
    return [{
      ...base, id: 'too-tight', title: `No free stretch takes “${title(from)}” and then “${title(to ?? from)}”`, number: `${problem.neededMin} min needed, ${problem.longestWindowMin} at most`,
      reason: `The second must begin ${link?.minMin ?? 0} to ${link?.maxMin ?? 0} min after the first: later the gel takes no mark.`, wayOut: 'Free a longer stretch on one day, dry or warm the air, or choose a gel that thickens sooner.'
    }]
  }
  const titles = [...new Set(problem.steps.map((id) => (stages.steps.steps.find((s) => s.id === id)?.title ?? id).replace(/, \d+ of \d+$/, '').toLowerCase()))]
  const names = titles.slice(0, 2).join(', ') + (titles.length > 2 ? ` and ${titles.length - 2} more` : '')
  return [
    {
      ...base, id: 'no-window', title: `No free stretch is long enough for: ${names}`, number: `${problem.neededMin} min needed, ${problem.longestWindowMin} at most`,
      reason: 'This work can’t be broken off once begun.', wayOut: 'Free a longer stretch on one day, or use smaller cups and fewer at a time.'
    }
  ]
}
