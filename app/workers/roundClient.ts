import { klona } from 'klona/lite'
import type { RoundModel } from '../../core/plan/round/types'
import { Dismissed, hire, type Hired } from './hire'
import type { RoundAsked, RoundWork } from './round.worker'

/** Makes models in the round off the main thread; only the last one asked for is answered. */
export interface RoundClient {
  /** Null: something else was asked for meanwhile, or it was stopped. */
  make: (asked: RoundAsked) => Promise<RoundModel | null>
  stop: () => void
}

export function roundClient(): RoundClient {
  let maker: Hired<RoundWork> | null = null
  let asked = 0
  return {
    async make(what) {
      const mine = ++asked
      maker ??= hire<RoundWork>(
        new Worker(new URL('./round.worker.ts', import.meta.url), { type: 'module' })
      )
      try {
        const model = await maker.ask((w) => w.make(klona(what)) as Promise<RoundModel>)
        return mine === asked ? model : null
      } catch (error) {
        if (error instanceof Dismissed) return null
        throw error
      }
    },
    stop() {
      asked++
      maker?.dismiss()
      maker = null
    }
  }
}
