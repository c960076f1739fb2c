import { changePool, changeSea, setFlow, type Edit } from './edits'
import type { Flow, Pool, Sea } from './types'

/** A way out of a finding that needs no thought: one click makes it. */
export type Mend = { label: string } & (
  | { pool: string; change: Partial<Omit<Pool, 'kind' | 'id'>> }
  | { sea: string; change: Partial<Omit<Sea, 'kind' | 'id'>> }
  | { flow: Partial<Flow> }
)

/** The edit that makes it. */
export const mending = (mend: Mend): Edit => ('pool' in mend ? changePool(mend.pool, mend.change) : 'sea' in mend ? changeSea(mend.sea, mend.change) : setFlow(mend.flow))
