import { MINUTE_MS } from '../core/physics/time'

/**
 * Hands a file to the builder through the browser's own download.
 *
 * @param name  one that every file system takes: see `fileName`
 */
export function saveFile(name: string, type: string, content: string | Uint8Array | Blob): void {
  const blob = content instanceof Blob ? content : new Blob([content as BlobPart], { type })
  const url = URL.createObjectURL(blob)
  const link = document.createElement('a')
  link.href = url
  link.download = name
  link.click()
  setTimeout(() => URL.revokeObjectURL(url), MINUTE_MS)
}
