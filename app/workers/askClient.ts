import { proxy } from 'comlink'
import { klona } from 'klona/lite'
import type { Material } from '../../core/craft/materials/types'
import { NO_HISTORY, type History } from '../../core/plan/learned/history'
import type { Tell } from '../../core/plan/beside/tell'
import type { Answers, Question } from './ask'
import type { AskWork } from './ask.worker'
import type { StuffAnswers, StuffQuestion } from './askStuff'
import type { StuffWork } from './askStuff.worker'
import { job, type Job } from './startWorker'

/**
 * Asks a question that takes a plan off the main thread, in a worker of its own.
 *
 * @param tell  told how far it has come, where it takes many plans
 */
export function ask<Q extends Question>(
  question: Q,
  own: readonly Material[],
  history: History = NO_HISTORY,
  tell: Tell = () => undefined
): Job<Answers[Q['ask']]> {
  const worker = new Worker(new URL('./ask.worker.ts', import.meta.url), { type: 'module' })
  // plain data only: what comes from a store is freed of its watchers
  const plain = klona({ question, own, history })
  return job<AskWork, Answers[Q['ask']]>(
    worker,
    (w) =>
      w.answer(plain.question, plain.own, plain.history, proxy(tell)) as Promise<Answers[Q['ask']]>
  )
}

/** The same for a question of resin and tint alone. */
export function askStuff<Q extends StuffQuestion>(
  question: Q,
  own: readonly Material[]
): Job<StuffAnswers[Q['ask']]> {
  const worker = new Worker(new URL('./askStuff.worker.ts', import.meta.url), { type: 'module' })
  const plain = klona({ question, own })
  return job<StuffWork, StuffAnswers[Q['ask']]>(
    worker,
    (w) => w.answer(plain.question, plain.own) as Promise<StuffAnswers[Q['ask']]>
  )
}
