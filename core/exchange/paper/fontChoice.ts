/** Reads a file of the font packages: "noto-sans/unicode.json", "noto-sans/files/noto-sans-greek-400-normal.woff". */
export type FontFiles = (path: string) => Promise<Uint8Array>

export type Weight = 400 | 700
/** A font that is put into a document: one part of a family, by the letters that it holds. */
export interface FontPart {
  family: string
  part: string
  weight: Weight
}

/**
 * Families in the order in which they are asked for a letter: the app's own first, then one for each
 * script, pictures last.
 */
const FAMILIES: readonly { family: string; weights: readonly Weight[] }[] = [
  { family: 'commissioner', weights: [400, 700] },
  { family: 'noto-sans', weights: [400, 700] },
  { family: 'noto-sans-hebrew', weights: [400] },
  { family: 'noto-sans-arabic', weights: [400] },
  { family: 'noto-sans-devanagari', weights: [400] },
  { family: 'noto-sans-thai', weights: [400] },
  { family: 'noto-sans-georgian', weights: [400] },
  { family: 'noto-sans-armenian', weights: [400] },
  { family: 'noto-sans-sc', weights: [400] },
  { family: 'noto-sans-kr', weights: [400] },
  { family: 'noto-emoji', weights: [400] }
]

export const fontPath = ({ family, part, weight }: FontPart): string =>
  `${family}/files/${family}-${part}-${weight}-normal.woff`

/** Parts of a family with the letters that each says it holds, as its package lists them. */
async function partsOf(read: FontFiles, family: string): Promise<[string, [number, number][]][]> {
  const listed = JSON.parse(
    new TextDecoder().decode(await read(`${family}/unicode.json`))
  ) as Record<string, string>
  return Object.entries(listed).map(([part, ranges]) => [
    part.replace(/[[\]]/g, ''),
    ranges.split(',').map((range) => {
      const [from, to = from] = range.trim().replace('U+', '').split('-')
      return [Number.parseInt(from, 16), Number.parseInt(to, 16)]
    })
  ])
}

/** Letters that stand for nothing that is drawn: joiners, and which of two looks is meant. */
export const isUnseen = (code: number): boolean =>
  code < 0x20 || code === 0x200d || (code >= 0xfe00 && code <= 0xfe0f) || code === 0xfeff

/**
 * The fonts that a text needs, those to be asked first at the front. A letter that a font says it has
 * is looked for in the families after it too: what a font holds is known when it is opened.
 *
 * @param read   reads the files of the font packages
 * @param codes  the letters of the text, code points
 */
export async function fontsFor(read: FontFiles, codes: ReadonlySet<number>): Promise<FontPart[]> {
  const wanted = [...codes].filter((c) => !isUnseen(c))
  const found: FontPart[] = []
  // plain letters are all that most documents hold: only the first family is looked at for them
  const beyond = wanted.filter((c) => c > 0x24f && !(c >= 0x2000 && c <= 0x206f))
  for (const { family, weights } of FAMILIES) {
    if (found.length > 0 && beyond.length === 0) break
    const asked = found.length === 0 ? wanted : beyond
    for (const [part, ranges] of await partsOf(read, family))
      if (asked.some((c) => ranges.some(([from, to]) => c >= from && c <= to)))
        for (const weight of weights) found.push({ family, part, weight })
  }
  return found
}
