/**
 * A file's text, in whichever of the Unicode encodings it was written: by its mark at the beginning,
 * or, without one, by every other byte being empty.
 *
 * @throws RangeError when it is none: no text holds an empty character
 * @source The Unicode Standard, 23.8, byte order mark; written from memory
 * @example textOf(new Uint8Array([0xff, 0xfe, 0x78, 0])) // 'x'
 */
export function textOf(bytes: Uint8Array): string {
  const text = decoded(bytes)
  if (text.includes('\0')) throw new RangeError('file: it is no text: it holds empty characters')
  return text
}

function decoded(bytes: Uint8Array): string {
  const [a, b] = bytes
  if (a === 0xff && b === 0xfe) return new TextDecoder('utf-16le').decode(bytes)
  if (a === 0xfe && b === 0xff) return new TextDecoder('utf-16be').decode(bytes)
  const seen = bytes.subarray(0, 400)
  const empty = (odd: number) => seen.filter((byte, i) => byte === 0 && i % 2 === odd).length
  if (empty(1) > 0.15 * seen.length) return new TextDecoder('utf-16le').decode(bytes)
  if (empty(0) > 0.15 * seen.length) return new TextDecoder('utf-16be').decode(bytes)
  return new TextDecoder().decode(bytes)
}
