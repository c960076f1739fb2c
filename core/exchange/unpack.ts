import { checked, type Unpacked } from './checkedBackup'
import { foundIn, sumsOfPicture, type Reading, type Stretch } from './zipReading'

/**
 * Reads a backup, or a build with its photographs. It asks for the zip piece by piece, so that whoever
 * answers need not hold it all.
 *
 * @param size  of the zip, bytes
 * @returns what is whole, brought to today's version, and in words what is not
 * @throws RangeError in the builder's words; nothing was changed
 */
export function* unpacking<P>(size: number): Reading<P, Unpacked<P>> {
  return checked(yield* foundIn<P>(size))
}

/**
 * A zip that is at hand whole, read.
 *
 * @throws RangeError in the builder's words; nothing was changed
 */
export function unpackBackup(zip: Uint8Array): Unpacked {
  const reading = unpacking<Uint8Array>(zip.length)
  const stretch = ({ from, to }: Stretch) => zip.subarray(from, to)
  let step = reading.next()
  while (!step.done) {
    const asked = step.value
    if ('bytes' in asked) step = reading.next(stretch(asked.bytes))
    else {
      const picture =
        asked.picture instanceof Uint8Array ? asked.picture : stretch(asked.picture).slice()
      const sums = sumsOfPicture()
      sums.add(picture)
      step = reading.next({ picture, ...sums.all() })
    }
  }
  return step.value
}
