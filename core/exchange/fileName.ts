import filenamify from 'filenamify/browser'

/** Long names are cut to so much, letters: what a file is comes first and is never cut away. */
const LONGEST = { what: 70, build: 40 } as const

/**
 * The name of a file that goes out: what it is, and then the build, shortened at the end of a word, in
 * any script; only what some system does not allow in names is left out.
 *
 * @param ending  with its dot
 * @example fileName('Shopping', 'Mill: dusk', '.csv') // 'Shopping, Mill dusk.csv'
 */
export function fileName(what: string, build: string, ending: string): string {
  const parts = [short(what, LONGEST.what), short(build, LONGEST.build)].filter((p) => p !== '')
  // names are kept apart by what stands before the ending: no more of them is cut
  return filenamify(`${parts.join(', ') || 'Build'}${ending}`, { replacement: '', maxLength: 200 })
}

/** File systems count bytes: so many a letter, of most scripts */
const BYTES = 2

function short(name: string, most: number): string {
  const plain = filenamify(name, { replacement: ' ', maxLength: 1000 }).replace(/\s+/g, ' ').trim()
  const bytes = new TextEncoder()
  let [cut, letters] = ['', 0]
  for (const { segment } of new Intl.Segmenter().segment(plain)) {
    if (++letters > most || bytes.encode(cut + segment).length > BYTES * most)
      // a word that is longer than the name may be is cut where it must
      return cut.replace(/\s+\S{0,15}$/u, '').trim()
    cut += segment
  }
  return cut
}
