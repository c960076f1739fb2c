import { expose } from 'comlink'
import './refusals'
import { photoTags, type PhotoTags } from '../../core/exchange/photoTags'
import { pictureFault } from '../../core/build/log/pictureSize'

/** Longest side kept, px, and of the small picture for lists. */
const LONGEST = 1600
const SMALL = 260

async function shrunk(
  picture: ImageBitmap,
  longest: number,
  quality: number
): Promise<{ blob: Blob; width: number; height: number }> {
  const scale = Math.min(1, longest / Math.max(picture.width, picture.height))
  const [width, height] = [
    Math.max(1, Math.round(picture.width * scale)),
    Math.max(1, Math.round(picture.height * scale))
  ]
  const canvas = new OffscreenCanvas(width, height)
  const pen = canvas.getContext('2d')!
  pen.imageSmoothingQuality = 'high'
  pen.drawImage(picture, 0, 0, width, height)
  return { blob: await canvas.convertToBlob({ type: 'image/jpeg', quality }), width, height }
}

/** A photograph made small enough to keep, and smaller still for lists. */
export interface Shrunk extends PhotoTags {
  picture: Blob
  small: Blob
  width: number
  height: number
}

/** Drawn anew: upright by its own tag, and without its tags, so that it tells nobody where it was taken. */
async function shrink(file: File, zone: string, nowMs: number): Promise<Shrunk> {
  const head = await file.slice(0, 1 << 18).arrayBuffer()
  const fault = pictureFault(new Uint8Array(head))
  if (fault) throw new Error(fault)
  const tags = photoTags(head, zone, nowMs)
  try {
    const picture = await createImageBitmap(file, { imageOrientation: 'from-image' })
    const large = await shrunk(picture, LONGEST, 0.82)
    const small = await shrunk(picture, SMALL, 0.75)
    picture.close()
    const { blob, width, height } = large
    return { picture: blob, small: small.blob, width, height, ...tags }
  } catch {
    throw new Error('This photograph cannot be read: it may be cut off. Nothing was changed.')
  }
}

const work = { shrink }
export type PhotoWork = typeof work
expose(work)
