/** A name that every file system takes. */
export const fileName = (name: string): string =>
  name
    .replace(/[^\p{L}\p{N} ._-]+/gu, '-')
    .trim()
    .replace(/^(.{0,95}).*?(\.\w{1,5})?$/su, '$1$2') || 'build'

/** Hands a file to the builder through the browser's own download. */
export function saveFile(name: string, type: string, content: string | Uint8Array | Blob): void {
  const blob = content instanceof Blob ? content : new Blob([content as BlobPart], { type })
  const url = URL.createObjectURL(blob)
  const link = document.createElement('a')
  link.href = url
  link.download = fileName(name)
  link.click()
  setTimeout(() => URL.revokeObjectURL(url), 60_000)
}
