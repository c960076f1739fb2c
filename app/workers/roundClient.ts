import { klona } from 'klona/lite'
import type { RoundModel, RoundPart } from '../../core/plan/round/types'
import { Terminated, startWorker, type Working } from './startWorker'
import type { RoundAsked, RoundPlanned, RoundWork } from './round.worker'

/** Makes models in the round off the main thread: one at a time, and after it the last one asked for. */
export interface RoundClient {
  /** Null: something else was asked for meanwhile, or it was stopped. */
  make: (planned: RoundPlanned, how: Omit<RoundAsked, 'planned'>) => Promise<RoundModel | null>
  stop: () => void
}

const PLANNED = ['build', 'own', 'forms', 'stacks'] as const

export function roundClient(): RoundClient {
  let maker: Working<RoundWork> | null = null
  let working: Promise<unknown> = Promise.resolve()
  let last = 0
  let sent: RoundPlanned | null = null
  /** What was made last, whether or not anybody still wanted it: bodies that stay are not sent again. */
  let before = new Map<string, RoundPart>()
  function filled(model: RoundModel): RoundModel {
    const parts = model.parts.map((part): RoundPart => {
      const { xyz, triangles, colours, white } = (part.unchanged && before.get(part.id)) || part
      return { ...part, unchanged: undefined, xyz, triangles, colours, white }
    })
    before = new Map(parts.map((p) => [p.id, p]))
    return { ...model, parts }
  }
  return {
    async make(planned, how) {
      const mine = ++last
      // what was asked for before is finished first; what was asked for between is never begun
      await working
      if (mine !== last) return null
      maker ??= startWorker<RoundWork>(
        new Worker(new URL('./round.worker.ts', import.meta.url), { type: 'module' })
      )
      // the plan is large: it goes over only when it is another
      const isKnown = PLANNED.every((part) => sent?.[part] === planned[part])
      sent = planned
      const what = klona({ planned: isKnown ? null : planned, ...how })
      const made = maker.ask((w) => w.make(what) as Promise<RoundModel>).then(filled)
      working = made.catch(() => undefined)
      try {
        const model = await made
        return mine === last ? model : null
      } catch (error) {
        if (error instanceof Terminated) return null
        throw error
      }
    },
    stop() {
      last++
      maker?.terminate()
      maker = null
      before = new Map()
      sent = null
    }
  }
}
