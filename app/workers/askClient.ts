import type { Answers, Question } from './ask'
import { NO_HISTORY, type History } from '../../core/plan/learned/history'
import type { Material } from '../../core/craft/materials/types'
import type { AskReply, AskRequest } from './messages'

/** A question on its way; `cancel` ends the work at once and the promise answers null. */
export interface Asked<T> {
  answer: Promise<T | null>
  cancel: () => void
}

/** Asks a question off the main thread, in a worker of its own. */
export function ask<Q extends Question>(
  question: Q,
  own: readonly Material[],
  history: History = NO_HISTORY
): Asked<Answers[Q['ask']]> {
  const worker = new Worker(new URL('./ask.worker.ts', import.meta.url), { type: 'module' })
  let cancel = () => worker.terminate()
  const answer = new Promise<Answers[Q['ask']] | null>((resolve, reject) => {
    cancel = () => {
      worker.terminate()
      resolve(null)
    }
    worker.addEventListener('message', ({ data }: MessageEvent<AskReply>) => {
      worker.terminate()
      if (data.kind === 'answer') resolve(data.answer as Answers[Q['ask']])
      else reject(new Error(data.message))
    })
    worker.addEventListener('error', (event) => {
      worker.terminate()
      reject(new Error(event.message || 'the worker stopped'))
    })
    // plain data only: what comes from a store is freed of its watchers
    worker.postMessage(JSON.parse(JSON.stringify({ question, own, history } satisfies AskRequest)))
  })
  return { answer, cancel: () => cancel() }
}
