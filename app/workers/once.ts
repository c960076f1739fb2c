/** Asks a fresh worker one thing and ends it with its answer. */
export function once<Reply extends { kind: string }>(
  worker: Worker,
  request: unknown,
  longestMs: number
): Promise<Exclude<Reply, { kind: 'failed' }>> {
  return new Promise((resolve, reject) => {
    const end = (work: () => void) => {
      clearTimeout(timer)
      worker.terminate()
      work()
    }
    const timer = setTimeout(
      () => end(() => reject(new Error('It took too long and was stopped. Nothing was changed.'))),
      longestMs
    )
    worker.addEventListener('message', ({ data }: MessageEvent<Reply>) =>
      end(() =>
        data.kind === 'failed'
          ? reject(new Error((data as unknown as { message: string }).message))
          : resolve(data as Exclude<Reply, { kind: 'failed' }>)
      )
    )
    worker.addEventListener('error', (event) =>
      end(() => reject(new Error(event.message || 'the worker stopped')))
    )
    worker.postMessage(request)
  })
}
