import type { Build } from '../../build/types'
import type { StepsPlan } from './types'

/** What a mix is for: its water, and its lay or step. So “Waves: cast crest”. */
export function mixName(
  build: Pick<Build, 'waters'>,
  plan: Pick<StepsPlan, 'steps' | 'lays'>,
  id: string
): string {
  const step = plan.steps.find((s) => s.id === id || s.of === id)
  const lay = plan.lays.find((l) => l.id === (step?.lay ?? id))
  const water = build.waters.find((w) => w.id === (lay?.stack ?? step?.water))
  return [water?.name, (lay?.name ?? step?.title ?? id).toLowerCase()].filter(Boolean).join(': ')
}
