/**
 * True where a key goes into what has the focus and is no shortcut: text and numbers, and for all but
 * letters a list that was just chosen from.
 */
export function isTyping(event: KeyboardEvent): boolean {
  const at = event.target
  if (!(at instanceof HTMLElement)) return false
  if (at.getAttribute('role') === 'combobox' && (at as HTMLInputElement).readOnly)
    return !/^[a-z]$/i.test(event.key)
  return at.isContentEditable || ['INPUT', 'TEXTAREA', 'SUMMARY'].includes(at.tagName)
}

/** True for a key that stands alone: no Ctrl, Alt or command key with it. */
export const isPlain = (event: KeyboardEvent) => !event.ctrlKey && !event.metaKey && !event.altKey
