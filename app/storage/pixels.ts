import type { Pixels } from '../../core/build/log/photoAgainstForm'

/** The pixels of a picture, made as large as asked for. */
export async function pixelsOf(
  from: Blob | HTMLCanvasElement,
  size?: { widthPx: number; heightPx: number }
): Promise<Pixels> {
  const picture = await createImageBitmap(from)
  const { widthPx: w, heightPx: h } = size ?? { widthPx: picture.width, heightPx: picture.height }
  const pen = new OffscreenCanvas(w, h).getContext('2d', { willReadFrequently: true })!
  pen.drawImage(picture, 0, 0, w, h)
  picture.close()
  const { width, height, data } = pen.getImageData(0, 0, w, h)
  return { width, height, data }
}
