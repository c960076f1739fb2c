import { klona } from 'klona/lite'
import type { Material } from '../../core/craft/materials/types'
import { NO_HISTORY, type History } from '../../core/plan/learned/history'
import type { Answers, Question } from './ask'
import type { AskWork } from './ask.worker'
import { job, type Job } from './hire'

/** Asks a question off the main thread, in a worker of its own. */
export function ask<Q extends Question>(
  question: Q,
  own: readonly Material[],
  history: History = NO_HISTORY
): Job<Answers[Q['ask']]> {
  const worker = new Worker(new URL('./ask.worker.ts', import.meta.url), { type: 'module' })
  // plain data only: what comes from a store is freed of its watchers
  const plain = klona({ question, own, history })
  return job<AskWork, Answers[Q['ask']]>(
    worker,
    (w) => w.answer(plain.question, plain.own, plain.history) as Promise<Answers[Q['ask']]>
  )
}
