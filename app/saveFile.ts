/** A name that every file system takes. */
export const fileName = (name: string): string => name.replace(/[^\p{L}\p{N} ._-]+/gu, '-').trim().slice(0, 100) || 'build'

/** Hands a file to the builder through the browser's own download. */
export function saveFile(name: string, type: string, text: string): void {
  const url = URL.createObjectURL(new Blob([text], { type }))
  const link = document.createElement('a')
  link.href = url
  link.download = fileName(name)
  link.click()
  setTimeout(() => URL.revokeObjectURL(url), 1000)
}
