import { freeSpans } from '../../core/plan/7-days/calendar'
import { daysStage } from '../../core/plan/7-days/daysStage'
import { BUILT_IN, shelfOf } from '../../core/craft/materials/shelf'
import { derivePlan } from '../../core/plan/derivePlan'
import type { DaysReply, DaysRequest } from './messages'

/** Far more orders than are tried while somebody waits. */
const NODES = 20_000_000

addEventListener('message', ({ data }: MessageEvent<DaysRequest>) => {
  const reply = (message: DaysReply) => postMessage(message)
  try {
    const plan = derivePlan(data.build, shelfOf([...BUILT_IN, ...data.own]), data.history)
    const toMs = (minute: number) => plan.days.startMs + minute * 60_000
    const days = daysStage(data.build, plan.steps, freeSpans, {
      nodes: NODES,
      progress: (finishMin, boundMin, order) =>
        reply({
          kind: 'progress',
          finishMs: finishMin === null ? null : toMs(finishMin),
          lowerBoundMs: toMs(boundMin),
          order
        })
    })
    reply({
      kind: 'done',
      finishMs: days.finishMs,
      lowerBoundMs: days.lowerBoundMs,
      order: days.order
    })
  } catch (error) {
    reply({ kind: 'failed', message: error instanceof Error ? error.message : String(error) })
  }
})
