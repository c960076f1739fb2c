import { pictureFault } from '../../core/build/log/pictureSize'
import type { PhotoReply, PhotoRequest } from './messages'

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

addEventListener('message', ({ data }: MessageEvent<PhotoRequest>) => {
  const reply = (message: PhotoReply) => postMessage(message)
  void (async () => {
    const fault = pictureFault(new Uint8Array(await data.file.slice(0, 1 << 18).arrayBuffer()))
    if (fault) return reply({ kind: 'failed', message: fault })
    const picture = await createImageBitmap(data.file)
    const large = await shrunk(picture, LONGEST, 0.82)
    const small = await shrunk(picture, SMALL, 0.75)
    picture.close()
    reply({
      kind: 'photo',
      picture: large.blob,
      small: small.blob,
      width: large.width,
      height: large.height
    })
  })().catch(() =>
    reply({
      kind: 'failed',
      message: 'This photograph cannot be read: it may be cut off. Nothing was changed.'
    })
  )
})
