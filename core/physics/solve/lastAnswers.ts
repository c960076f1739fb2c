/** A memory of answers that does not grow without end. */
export interface LastAnswers<Answer> {
  get: (key: string) => Answer | undefined
  set: (key: string, answer: Answer) => void
}

/**
 * Keeps the answers asked for last: when it is full, the one that was kept longest goes.
 *
 * @param most  answers kept at once, above 0
 * @example lastAnswers<number>(200).get('nobody asked') === undefined // true
 */
export function lastAnswers<Answer>(most: number): LastAnswers<Answer> {
  const kept = new Map<string, Answer>()
  return {
    get: (key) => kept.get(key),
    set: (key, answer) => {
      if (kept.size >= most && !kept.has(key)) kept.delete(kept.keys().next().value!)
      kept.set(key, answer)
    }
  }
}
