import { proxy, transfer } from 'comlink'
import { klona } from 'klona/lite'
import type { ScanKind } from '../../core/exchange/scans/readMesh'
import { startWorker } from './startWorker'
import type { Laid, ScanLaying, ScanSeen, ScanWork } from './scan.worker'

/** Reads a scan in a worker of its own; `stop` ends it at once, whatever it is doing. */
export interface ScanClient {
  read: (scan: ScanKind, bytes: ArrayBuffer) => Promise<ScanSeen>
  lay: (what: ScanLaying) => Promise<Laid>
  stop: () => void
}

export function scanClient(progress: (share: number, doing: string) => void): ScanClient {
  const worker = new Worker(new URL('./scan.worker.ts', import.meta.url), { type: 'module' })
  const reader = startWorker<ScanWork>(worker)
  return {
    read: (scan, bytes) =>
      reader.ask((w) => w.read(scan, transfer(bytes, [bytes]), proxy(progress))),
    lay: (what) => reader.ask((w) => w.lay(klona(what), proxy(progress))),
    stop: reader.terminate
  }
}
