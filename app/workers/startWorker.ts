import { wrap, type Remote } from 'comlink'
import './refusals'

/** What is said when work was ended before it had an answer. */
export class Terminated extends Error {}

/** A worker at work: its calls, and the end of it. */
export interface Working<Api> {
  /** Asks it for something; refused when it fails, breaks down or is terminated. */
  ask: <Answer>(work: (api: Remote<Api>) => Promise<Answer>) => Promise<Answer>
  /** Ends it at once, whatever it is doing: what it was asked is refused with `Terminated`. */
  terminate: () => void
}

/**
 * Starts a worker whose calls are answered over comlink.
 * @example startWorker<PrintWork>(new Worker(…)).ask((w) => w.show(…))
 */
export function startWorker<Api>(worker: Worker): Working<Api> {
  const api = wrap<Api>(worker)
  let fail: (error: Error) => void = () => undefined
  const broken = new Promise<never>((_, reject) => {
    fail = reject
  })
  // nobody may be waiting when it ends
  broken.catch(() => undefined)
  worker.addEventListener('error', (event) =>
    fail(new Error(event.message || 'the worker stopped'))
  )
  return {
    ask: (work) => Promise.race([work(api), broken]),
    terminate: () => {
      worker.terminate()
      fail(new Terminated('stopped'))
    }
  }
}

/** One piece of work on its way; `cancel` ends it at once and the promise answers null. */
export interface Job<Answer> {
  answer: Promise<Answer | null>
  cancel: () => void
}

/**
 * Has one thing done by a worker of its own, which goes when it is done.
 *
 * @param longestMs  it is ended after so long; left out: it may take as long as it does
 */
export function job<Api, Answer>(
  worker: Worker,
  work: (api: Remote<Api>) => Promise<Answer>,
  longestMs?: number
): Job<Answer> {
  const started = startWorker<Api>(worker)
  let late = false
  const timer = longestMs
    ? setTimeout(() => {
        late = true
        started.terminate()
      }, longestMs)
    : undefined
  const answer = started
    .ask(work)
    .catch((error: unknown) => {
      if (late) throw new Error('It took too long and was stopped. Nothing was changed.')
      if (error instanceof Terminated) return null
      throw error
    })
    .finally(() => {
      clearTimeout(timer)
      worker.terminate()
    })
  return { answer, cancel: started.terminate }
}
