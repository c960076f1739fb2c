/** The browser's own voice, where it has one. */
export const canSpeak =
  typeof speechSynthesis !== 'undefined' && typeof SpeechSynthesisUtterance !== 'undefined'

/** Says what was put into words for the ear (`core/bench/aloud`) at once; what was being said before is broken off. */
export function say(text: string): void {
  if (!canSpeak) return
  speechSynthesis.cancel()
  const words = new SpeechSynthesisUtterance(text)
  words.lang = 'en-GB'
  words.rate = 0.95
  speechSynthesis.speak(words)
}

export const hush = (): void => {
  if (canSpeak) speechSynthesis.cancel()
}
