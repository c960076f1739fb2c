import {
  changeFinish,
  changeMaking,
  changePool,
  changeReach,
  changeSea,
  changeSplash,
  raiseAll,
  removeWater,
  setFlow,
  setWay,
  type Edit
} from './edits'
import { bringBack, changeLaid, untieMixes } from './lays'
import { unsettleStep } from './workEdits'
import type { Finish, Flow, LayState, Making, Pool, Reach, Sea, Splash } from './types'
import type { Sentence } from '../words/sentence'

/** A way out of a finding that needs no thought: one click makes it. */
export type Mend = { label: Sentence } & (
  | { pool: string; change: Partial<Omit<Pool, 'kind' | 'id'>> }
  | { sea: string; change: Partial<Omit<Sea, 'kind' | 'id'>> }
  | { splash: string; change: Partial<Omit<Splash, 'kind' | 'id'>> }
  | { reach: string; change: Partial<Omit<Reach, 'kind' | 'id'>> }
  | { remove: string }
  | { takeOut: string }
  | { flow: Partial<Flow> }
  | { made: string; change: Partial<Making> }
  | { finish: Partial<Finish> }
  | { raiseAllMm: number }
  | { water: string; way: string }
  | { untie: string }
  | { unsettle: string }
  | { bringBack: { id: string; byDefault: LayState } }
)

/** The edit that makes it. */
export function mending(mend: Mend): Edit {
  if ('pool' in mend) return changePool(mend.pool, mend.change)
  if ('sea' in mend) return changeSea(mend.sea, mend.change)
  if ('splash' in mend) return changeSplash(mend.splash, mend.change)
  if ('reach' in mend) return changeReach(mend.reach, mend.change)
  if ('remove' in mend) return removeWater(mend.remove)
  if ('takeOut' in mend) return changeLaid(mend.takeOut, null)
  if ('made' in mend) return changeMaking(mend.made, mend.change)
  if ('bringBack' in mend) return bringBack([mend.bringBack])
  if ('raiseAllMm' in mend) return raiseAll(mend.raiseAllMm)
  if ('way' in mend) return setWay(mend.water, mend.way)
  if ('untie' in mend) return untieMixes(mend.untie)
  if ('unsettle' in mend) return unsettleStep(mend.unsettle)
  return 'finish' in mend ? changeFinish(mend.finish) : setFlow(mend.flow)
}
