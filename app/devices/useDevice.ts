import { onBeforeUnmount, ref } from 'vue'
import type { DevicePort } from './port'

const LONGEST_LINE = 400

/**
 * Lines of a port until it ends; a line without an end is cut off, so that rubbish cannot fill the
 * memory.
 */
async function* linesOf(readable: ReadableStream<Uint8Array>): AsyncGenerator<string> {
  const reader = readable.getReader()
  const decoder = new TextDecoder('latin1')
  let rest = ''
  try {
    for (;;) {
      const { done, value } = await reader.read()
      if (done) return
      const parts = (rest + decoder.decode(value, { stream: true })).split(/\r?\n/)
      rest = (parts.pop() ?? '').slice(-LONGEST_LINE)
      for (const part of parts) if (part !== '') yield part.slice(0, LONGEST_LINE)
    }
  } finally {
    reader.releaseLock()
  }
}

/**
 * Listens to a device while a view is open.
 *
 * @param heard  called with each line
 * @param gone   called when it ended or could not be opened, with the reason
 */
export function useDevice(heard: (line: string) => void, gone: (reason: string) => void) {
  const connected = ref(false)
  let port: DevicePort | null = null

  async function connect(next: DevicePort | Promise<DevicePort>): Promise<void> {
    await disconnect()
    let mine: DevicePort | null = null
    try {
      mine = await next
      await mine.open({ baudRate: 9600 })
      port = mine
      connected.value = true
      if (mine.readable) for await (const line of linesOf(mine.readable)) heard(line)
      if (port === mine) gone('it stopped speaking')
    } catch (error) {
      if (port === mine || port === null)
        gone(error instanceof Error ? error.message : String(error))
    }
    if (port === mine) connected.value = false
  }

  async function disconnect(): Promise<void> {
    const old = port
    port = null
    connected.value = false
    try {
      await old?.close()
    } catch {
      // it is gone already
    }
  }

  async function write(line: string): Promise<void> {
    const writer = port?.writable?.getWriter()
    if (!writer) return
    try {
      await writer.write(new TextEncoder().encode(`${line}\r\n`))
    } catch {
      gone('it did not take the command')
    }
    writer.releaseLock()
  }

  onBeforeUnmount(() => void disconnect())
  return { connected, connect, disconnect, write }
}

/** One reading of a device, or why there is none. */
export async function readOnce<T>(
  port: DevicePort,
  parse: (line: string) => T | null,
  withinMs = 4000
): Promise<T> {
  const timer = setTimeout(() => void port.close(), withinMs)
  try {
    await port.open({ baudRate: 9600 })
    if (port.readable)
      for await (const line of linesOf(port.readable)) {
        const value = parse(line)
        if (value !== null) return value
      }
    throw new Error('it said nothing that can be read')
  } finally {
    clearTimeout(timer)
    void port.close().catch(() => undefined)
  }
}
