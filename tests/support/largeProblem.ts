import type { ScheduleInput, Task, TaskLink } from '../../core/plan/7-days/solver/network'
import { seeded } from '../../core/plan/7-days/solver/random'

/**
 * A large problem by chance that can be done: 120 steps, evenings and weekends, 30 greatest waits
 * that a schedule laid out
 * step by step keeps with up to an hour to spare.
 */
export function largeProblem(seed: number, steps = 120, greatest = 30): ScheduleInput {
  const random = seeded(seed)
  const whole = (low: number, high: number) => low + Math.floor(random() * (high - low + 1))
  const tasks = Array.from({ length: steps }, (_, i): Task => ({
    id: `t${i}`,
    handsMin: whole(5, 60),
    ...(i % 17 === 5 ? { unattended: true as const } : {})
  }))
  const links: (TaskLink & { a: number; b: number })[] = []
  for (let b = 1; b < steps; b++) {
    for (let k = whole(1, 2); k > 0; k--) {
      const a = whole(Math.max(0, b - 12), b - 1)
      if (!links.some((l) => l.a === a && l.b === b))
        links.push({
          from: `t${a}`,
          to: `t${b}`,
          a,
          b,
          minMin: random() < 0.4 ? 0 : whole(10, 1500)
        })
    }
  }
  const free = Array.from({ length: 150 }, (_, d): [number, number] =>
    d % 7 >= 5 ? [d * 1440 + 540, d * 1440 + 840] : [d * 1440 + 1140, d * 1440 + 1290]
  )
  const starts: number[] = []
  const busy: [number, number][] = []
  tasks.forEach((task, i) => {
    const ready = Math.max(
      0,
      ...links.filter((l) => l.b === i).map((l) => starts[l.a] + tasks[l.a].handsMin + l.minMin)
    )
    starts[i] = task.unattended ? ready : firstGap(free, busy, ready, task.handsMin)
    if (!task.unattended) busy.push([starts[i], starts[i] + task.handsMin])
  })
  for (const l of [...links].sort(() => random() - 0.5).slice(0, greatest))
    l.maxMin = starts[l.b] - starts[l.a] - tasks[l.a].handsMin + whole(0, 60)
  return { free, tasks, links: links.map(({ a: _a, b: _b, ...l }) => l) }
}

function firstGap(
  free: readonly [number, number][],
  busy: readonly [number, number][],
  ready: number,
  long: number
): number {
  for (const [from, to] of free) {
    for (let at = Math.max(from, ready); at + long <= to;) {
      const taken = busy.find(([a, b]) => a < at + long && b > at)
      if (!taken) return at
      at = taken[1]
    }
  }
  throw new Error('the free stretches are too few')
}
