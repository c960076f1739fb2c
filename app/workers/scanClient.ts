import type { ScanReply, ScanRequest, ScanSeen } from './messages'
import type { ScanKind } from '../../core/exchange/scans/readMesh'

export type Laid = Extract<ScanReply, { kind: 'laid' }>

/** Reads a scan in a worker of its own; `stop` ends it at once, whatever it is doing. */
export interface ScanClient {
  read: (scan: ScanKind, bytes: ArrayBuffer) => Promise<ScanSeen>
  lay: (what: Omit<Extract<ScanRequest, { kind: 'lay' }>, 'kind'>) => Promise<Laid>
  stop: () => void
}

export function scanClient(progress: (share: number, doing: string) => void): ScanClient {
  const worker = new Worker(new URL('./scan.worker.ts', import.meta.url), { type: 'module' })
  let fail: ((error: Error) => void) | null = null
  const send = <T>(
    request: ScanRequest,
    transfer: Transferable[],
    pick: (reply: ScanReply) => T | null
  ): Promise<T> =>
    new Promise((resolve, reject) => {
      fail = reject
      worker.onmessage = ({ data }: MessageEvent<ScanReply>) => {
        if (data.kind === 'progress') progress(data.share, data.doing)
        else if (data.kind === 'failed') reject(new Error(data.message))
        else {
          const value = pick(data)
          if (value !== null) resolve(value)
        }
      }
      worker.onerror = (event) =>
        reject(
          new Error(
            event.message || 'the reader stopped; the file may be too large for this browser'
          )
        )
      worker.postMessage(request, transfer)
    })
  return {
    read: (scan, bytes) =>
      send({ kind: 'read', scan, bytes }, [bytes], (r) => (r.kind === 'seen' ? r.seen : null)),
    lay: (what) =>
      send({ kind: 'lay', ...(JSON.parse(JSON.stringify(what)) as typeof what) }, [], (r) =>
        r.kind === 'laid' ? r : null
      ),
    stop: () => {
      worker.terminate()
      fail?.(new Error('stopped'))
    }
  }
}
