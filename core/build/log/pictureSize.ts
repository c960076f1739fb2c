/** Largest photograph taken in, megapixels: more would take the browser's memory. */
export const MOST_MEGAPIXELS = 80

/**
 * Width and height of a picture by the head of its file, before anything is decoded.
 *
 * @param bytes  the first 256 kB or so
 * @returns      pixels; null: it is neither PNG, JPEG, GIF nor WebP, or its head is cut off
 * @source PNG (ISO/IEC 15948) §11.2.2; JPEG (ITU T.81) B.2.2; GIF89a; WebP container; from memory
 */
export function pictureSize(
  bytes: Uint8Array
): { kind: 'png' | 'jpeg' | 'gif' | 'webp'; width: number; height: number } | null {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  const ascii = (at: number, length: number) =>
    String.fromCharCode(...bytes.subarray(at, at + length))
  if (bytes.length >= 24 && bytes[0] === 0x89 && ascii(1, 3) === 'PNG')
    return { kind: 'png', width: view.getUint32(16), height: view.getUint32(20) }
  if (bytes.length >= 10 && ascii(0, 4) === 'GIF8')
    return { kind: 'gif', width: view.getUint16(6, true), height: view.getUint16(8, true) }
  if (bytes.length >= 30 && ascii(0, 4) === 'RIFF' && ascii(8, 4) === 'WEBP')
    return webpSize(view, ascii(12, 4))
  if (bytes.length >= 4 && bytes[0] === 0xff && bytes[1] === 0xd8) {
    for (let at = 2; at + 9 < bytes.length;) {
      if (bytes[at] !== 0xff) return null
      const marker = bytes[at + 1]
      // frame headers hold the size; tables of Huffman codes and arithmetic conditioning lie
      // between their numbers
      if (marker >= 0xc0 && marker <= 0xcf && ![0xc4, 0xc8, 0xcc].includes(marker))
        return { kind: 'jpeg', height: view.getUint16(at + 5), width: view.getUint16(at + 7) }
      at += marker === 0xff ? 1 : 2 + view.getUint16(at + 2)
    }
  }
  return null
}

function webpSize(view: DataView, chunk: string): ReturnType<typeof pictureSize> {
  const three = (at: number) =>
    view.getUint8(at) | (view.getUint8(at + 1) << 8) | (view.getUint8(at + 2) << 16)
  if (chunk === 'VP8X') return { kind: 'webp', width: 1 + three(24), height: 1 + three(27) }
  if (chunk === 'VP8 ')
    return {
      kind: 'webp',
      width: view.getUint16(26, true) & 0x3fff,
      height: view.getUint16(28, true) & 0x3fff
    }
  const bits = view.getUint32(21, true)
  return { kind: 'webp', width: 1 + (bits & 0x3fff), height: 1 + ((bits >> 14) & 0x3fff) }
}

/** What is wrong with a file that should be a photograph, in the builder's words; empty: nothing. */
export function pictureFault(head: Uint8Array): string {
  const size = pictureSize(head)
  if (!size || size.width === 0 || size.height === 0)
    return 'This is no photograph that can be read: a JPEG, PNG, WebP or GIF is wanted. Nothing was changed.'
  const megapixels = (size.width * size.height) / 1e6
  return megapixels > MOST_MEGAPIXELS
    ? `This photograph has ${Math.round(megapixels)} megapixels; ${MOST_MEGAPIXELS} is the most. Save it smaller first. Nothing was changed.`
    : ''
}
