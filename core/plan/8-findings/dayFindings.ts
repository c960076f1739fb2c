import type { Build } from '../../build/types'
import { ROOM_RANGE_C } from './limits'
import type { Finding, Stages } from './types'
import { dayAndClock } from '../../words/dates'
import { about } from '../../words/durations'
import { minutesBetween } from '../../physics/time'
import { degrees, quantity, say } from '../../words/sentence'

/** Rooms that resin is not told for. */
export function roomFindings(build: Build, stages: Stages): Finding[] {
  const { tempC } = build.room
  const [low, high] = ROOM_RANGE_C
  if (tempC >= low && tempC <= high) return []
  const firm = Math.max(0, ...stages.stacks.pools.map((p) => p.heat?.firmMin ?? 0))
  return [
    {
      id: 'room',
      severity: 'warn',
      place: 'days',
      water: null,
      title: tempC < low ? 'The room is cold for resin' : 'The room is hot for resin',
      number: quantity(tempC, '°C'),
      reason:
        tempC < low
          ? say`Labels hold near ${degrees(21)}. Here the slowest pour takes ${firm > 0 ? `${Math.round(firm / 60)} h` : 'far longer'} to get firm, and cold resin is thick and keeps its bubbles.`
          : say`Labels hold near ${degrees(21)}. Warm resin cures faster than it loses its heat: pours come out thinner and cups last minutes.`,
      wayOut: say`Work between ${quantity([low, high], '°C', 0, ' and ')}; the plan has reckoned with yours.`
    }
  ]
}

const titled = (stages: Stages, id: string) =>
  stages.steps.steps.find((s) => s.id === id)?.title ?? id

/** What keeps the work from having dates, and what of them cannot be as it was wanted. */
export function dayFindings(build: Build, stages: Stages): Finding[] {
  return [...problemFindings(stages), ...keptFindings(build, stages)]
}

/** Settled times, windows and deadlines that cannot be kept. */
function keptFindings(build: Build, stages: Stages): Finding[] {
  const { days } = stages
  const base = { place: 'days', water: null } as const
  const found: Finding[] = days.unmet.map((u) => ({
    ...base,
    severity: 'stop' as const,
    id: `unmet:${u.step}`,
    title: `“${titled(stages, u.step)}” cannot be when you settled it`,
    number:
      u.earliestMs === null
        ? 'no time fits'
        : `${dayAndClock(u.earliestMs, days.zone)} at the earliest`,
    reason:
      'What comes before it, what must follow it in its window, or other work settled at that time leaves no room. The plan goes on without it.',
    wayOut: 'Settle it later, or let the plan choose.',
    mend: { label: 'Let the plan choose', unsettle: u.step }
  }))
  for (const m of days.missed) {
    found.push({
      ...base,
      severity: 'warn',
      id: `missed:${m.step}`,
      title: `The window for “${titled(stages, m.step)}” is over`,
      number: `closed ${dayAndClock(m.closedMs, days.zone)}`,
      reason: `It had to follow “${titled(stages, m.after).toLowerCase()}” in time; by now it takes no mark.`,
      wayOut:
        'Lay a thin coat over it and meet the next window, or leave it smooth and log the step as done.'
    })
  }
  if (days.deadlineMs !== null && days.finishMs !== null && days.finishMs > days.deadlineMs) {
    const never = days.lowerBoundMs !== null && days.lowerBoundMs > days.deadlineMs
    found.push({
      ...base,
      severity: 'warn',
      id: 'deadline',
      title: `Not finished by ${dayAndClock(days.deadlineMs, days.zone)}`,
      number: `${about(minutesBetween(days.deadlineMs, days.finishMs))} too late`,
      reason: never
        ? `No order of this work can meet it: ${dayAndClock(days.lowerBoundMs!, days.zone)} is the soonest.`
        : 'No plan was found that meets it, and none is proven impossible.',
      wayOut: 'Look under “What if” on Days for what would meet it.'
    })
  }
  if (
    days.deadlineMs !== null &&
    days.finishMs !== null &&
    days.finishMs <= days.deadlineMs &&
    days.sureMs !== null &&
    days.sureMs > days.deadlineMs
  )
    found.push({
      ...base,
      severity: 'note',
      id: 'deadline-unsure',
      title: `Likely, not surely, finished by ${dayAndClock(days.deadlineMs, days.zone)}`,
      number: `surely by ${dayAndClock(days.sureMs, days.zone)}`,
      reason: 'That is if every wait takes as long as only one in ten does.',
      wayOut: 'Begin sooner, or look under “What if” on Days for what saves a wait.'
    })
  const left = build.fillers.filter((f) => (days.fillersLeft[f.id] ?? 0) > 0)
  if (left.length > 0 && days.finishMs !== null) {
    found.push({
      ...base,
      severity: 'note',
      id: 'fillers-left',
      title: `Not all of your own jobs fit into the waits`,
      number: `${Math.round(left.reduce((sum, f) => sum + days.fillersLeft[f.id], 0))} min left over`,
      reason: left.map((f) => f.name).join(', '),
      wayOut: 'They go on after the water is finished.'
    })
  }
  return found
}

function problemFindings(stages: Stages): Finding[] {
  const { problem } = stages.days
  if (!problem) return []
  const base = { severity: 'stop', place: 'days', water: null } as const
  if (problem.kind === 'noHours') {
    return [
      {
        ...base,
        id: 'no-hours',
        title: 'No free hours in the week',
        number: '0 min',
        reason:
          'Without hands there is no day on which anything can be done. The amounts still hold.',
        wayOut: 'Give some free hours on Days.'
      }
    ]
  }
  if (problem.kind === 'loop') {
    return [
      {
        ...base,
        id: 'loop',
        title: 'Steps wait for each other in a ring',
        number: `${problem.steps.length} steps`,
        reason: problem.steps.join(', '),
        wayOut: 'Take one of the falls out of the ring of pools.'
      }
    ]
  }
  if (problem.kind === 'tooTight') {
    const title = (id: string) => titled(stages, id)
    const [from, to] = problem.steps
    const link = problem.links.find((l) => l.from === from && l.to === to)
    if (problem.links.filter((l) => l.maxMin !== null).length > 1) {
      return [
        {
          ...base,
          id: 'too-tight',
          title: 'These waits cannot all hold in your hours',
          number: `${problem.links.length} waits together`,
          reason: problem.links
            .map(
              (l) =>
                `“${title(l.from)}”, then “${title(l.to)}” after ${l.maxMin === null ? `at least ${l.minMin}` : `${l.minMin} to ${l.maxMin}`} min`
            )
            .join('; '),
          wayOut:
            'Free a longer stretch on one day, have a second pair of hands there, or choose a gel that gives more time. Any one of them eased is enough.'
        }
      ]
    }
    return [
      {
        ...base,
        id: 'too-tight',
        title: `No free stretch takes “${title(from)}” and then “${title(to ?? from)}”`,
        number: `${problem.neededMin} min needed, ${problem.longestWindowMin} at most`,
        reason: `The second must begin ${link?.minMin ?? 0} to ${link?.maxMin ?? 0} min after the first: later the gel takes no mark.`,
        wayOut:
          'Free a longer stretch on one day, dry or warm the air, or choose a gel that thickens sooner.'
      }
    ]
  }
  if (problem.kind === 'notFound') {
    return [
      {
        ...base,
        id: 'not-found',
        title: 'No plan was found yet',
        number: `${stages.steps.steps.length} steps`,
        reason:
          'The windows are so tight that a longer search is needed to find a plan, or to show that there is none.',
        wayOut: 'Start the longer search on Days, or free more hours.'
      }
    ]
  }
  const titles = [
    ...new Set(
      problem.steps.map((id) =>
        (stages.steps.steps.find((s) => s.id === id)?.title ?? id)
          .replace(/, \d+ of \d+$/, '')
          .toLowerCase()
      )
    )
  ]
  const names =
    titles.slice(0, 2).join(', ') + (titles.length > 2 ? ` and ${titles.length - 2} more` : '')
  return [
    {
      ...base,
      id: 'no-window',
      title: `No free stretch is long enough for: ${names}`,
      number: `${problem.neededMin} min needed, ${problem.longestWindowMin} at most`,
      reason: 'This work can’t be broken off once begun.',
      wayOut: 'Free a longer stretch on one day, or use smaller cups and fewer at a time.'
    }
  ]
}
