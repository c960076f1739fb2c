/**
 * A serial port as the browser gives it (Web Serial): what a real scale is read through, and what
 * the stand-ins offer too.
 */
export interface DevicePort {
  open: (options: { baudRate: number }) => Promise<void>
  readonly readable: ReadableStream<Uint8Array> | null
  readonly writable: WritableStream<Uint8Array> | null
  close: () => Promise<void>
}

export type DeviceName = 'scale' | 'room' | 'level'

/** Says that a request comes from this page: another's may not set it. */
const OURS = { 'x-spindle': 'bench' }

/** The stand-in of a device, on the app's own server, behind the interface of a serial port. */
export function standInPort(name: DeviceName): DevicePort {
  const stop = new AbortController()
  let readable: ReadableStream<Uint8Array> | null = null
  return {
    async open() {
      const response = await fetch(`/devices/${name}`, { signal: stop.signal, headers: OURS })
      if (
        !response.ok ||
        !response.body ||
        !response.headers.get('content-type')?.includes('octet-stream')
      )
        throw new Error('the bench’s server has no stand-in for it')
      readable = response.body
    },
    get readable() {
      return readable
    },
    get writable() {
      return new WritableStream<Uint8Array>({
        async write(bytes) {
          await fetch(`/devices/${name}/line`, {
            method: 'POST',
            headers: { 'content-type': 'text/plain', ...OURS },
            body: new TextDecoder().decode(bytes)
          })
        }
      })
    },
    async close() {
      stop.abort()
    }
  }
}

interface Serial {
  requestPort: () => Promise<DevicePort>
}
const serial = (): Serial | null => (navigator as { serial?: Serial }).serial ?? null

/** Whether this browser can reach a real serial scale. */
export const hasSerial = (): boolean => serial() !== null

/** A real port, chosen by the builder in the browser's own list. */
export function realPort(): Promise<DevicePort> {
  const found = serial()
  return found ? found.requestPort() : Promise.reject(new Error('this browser has no serial ports'))
}

/** Moves the world that a stand-in feels: a cup put down, a jug tipped, a switch thrown. */
export async function byHand(name: DeviceName, what: Record<string, unknown>): Promise<void> {
  await fetch(`/devices/${name}/hand`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', ...OURS },
    body: JSON.stringify(what)
  })
}
