import type { Plan } from '../plan/derivePlan'

/** What a step waits for, as the command line says it. */
interface Waits {
  step: string
  minMin: number
  maxMin?: number
  why: string
}

/**
 * A plan as it is written out: every step with what it comes after and why, every water with its
 * lays from the ground up.
 */
export function planOut(plan: Plan): object {
  const { steps } = plan.steps
  const titles = new Map(steps.map((s) => [s.id, s.title]))
  const after = new Map<string, Waits[]>()
  for (const { from, to, minMin, maxMin, becomes, why } of plan.steps.links)
    after.set(to, [
      ...(after.get(to) ?? []),
      {
        step: from,
        minMin,
        ...(maxMin === undefined ? {} : { maxMin }),
        why: `${titles.get(from)} is ${becomes ?? 'done'}${why ? `: ${why}` : ''}`
      }
    ])
  const waters = [...new Set(plan.steps.lays.map((l) => l.stack))]
  return {
    ...plan,
    steps: { ...plan.steps, steps: steps.map((s) => ({ ...s, after: after.get(s.id) ?? [] })) },
    waters: waters.map((id) => ({
      id,
      lays: plan.steps.lays
        .filter((l) => l.stack === id)
        .map((l) => ({
          id: l.id,
          way: l.way,
          name: l.name,
          material: l.material,
          thicknessMm: l.thicknessMm,
          coats: l.coats,
          state: l.state
        }))
    }))
  }
}
