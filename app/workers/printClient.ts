import type { PrintReply, PrintRequest } from './messages'

/** Work on its way; `cancel` ends it at once and the promise answers null. */
export interface Printing<T> {
  answer: Promise<T | null>
  cancel: () => void
}
type Made<R extends PrintRequest> = Extract<
  PrintReply,
  { kind: R['kind'] extends 'show' ? 'template' : 'file' }
>

/** Draws or writes templates off the main thread, in a worker of its own. */
export function printing<R extends PrintRequest>(
  request: R,
  progress: (share: number, doing: string) => void = () => undefined
): Printing<Made<R>> {
  const worker = new Worker(new URL('./print.worker.ts', import.meta.url), { type: 'module' })
  let cancel = () => worker.terminate()
  const answer = new Promise<Made<R> | null>((resolve, reject) => {
    cancel = () => {
      worker.terminate()
      resolve(null)
    }
    worker.addEventListener('message', ({ data }: MessageEvent<PrintReply>) => {
      if (data.kind === 'progress') return progress(data.share, data.doing)
      worker.terminate()
      if (data.kind === 'failed') reject(new Error(data.message))
      else resolve(data as Made<R>)
    })
    worker.addEventListener('error', (event) => {
      worker.terminate()
      reject(new Error(event.message || 'the worker stopped'))
    })
    worker.postMessage(JSON.parse(JSON.stringify(request)))
  })
  return { answer, cancel: () => cancel() }
}
