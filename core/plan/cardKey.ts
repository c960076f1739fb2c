import crc from 'crc-32'
import type { Build } from '../build/types'
import type { Material } from '../craft/materials/types'
import type { History } from './learned/history'

/**
 * What a card was worked out from, as a short word: the same build, bottles and history give the
 * same word, and a kept card under it still holds. A cover is shown, not planned with.
 *
 * @param by       which state of the planner works it out
 * @param build    what the builder entered
 * @param own      the builder's own bottles
 * @param history  what other builds left behind
 */
export function cardKey(
  by: string,
  build: Build,
  own: readonly Material[],
  history: History
): string {
  const said = JSON.stringify([{ ...build, cover: undefined }, own, history])
  return `${by}:${said.length}:${(crc.str(said) >>> 0).toString(36)}`
}
