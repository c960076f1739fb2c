import { expect } from 'chai'
import { readdirSync, readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { BUILT_IN } from '../../core/craft/materials/shelf'
import { THINGS } from '../../core/craft/materials/pairs'
import { WAYS } from '../../core/craft/ways/catalog'

const ROOT = fileURLToPath(new URL('../..', import.meta.url))

/** Every source file below a folder, by its path from the top. */
function sources(folder: string): string[] {
  return readdirSync(`${ROOT}${folder}`, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile() && /\.(ts|vue)$/.test(entry.name))
    .map((entry) => `${entry.parentPath.slice(ROOT.length)}/${entry.name}`)
}

/** Places in a text where an id stands as one: in quotes, and not as a word that only reads like it. */
export function namesIds(text: string, ids: ReadonlySet<string>): string[] {
  const found: string[] = []
  for (const line of text.split('\n')) {
    // what sticks to what is asked of things, whose names some materials share
    const asked = line.replace(/pairOf\([^)]*\)/g, '')
    for (const [, id] of asked.matchAll(/['"`]([a-z0-9]+(?:-[a-z0-9]+)+)['"`]/g))
      if (ids.has(id)) found.push(id)
    // a single word is an id where a material, a way or a shelf is asked for it
    const named =
      /\b(?:id|way|material|gel|resin|film|landform|shell|seal|dam|lamp|lacquer|white|spray)\s*(?::|===|!==)\s*'([a-z]+)'|(?:shelf|WAYS)\.get\('([a-z]+)'|(?:onShelf|wayFor)\([^'")]*(?:'[a-z-]+', )?'([a-z]+)'\)/g
    for (const [, a, b, c] of asked.matchAll(named)) {
      const id = a ?? b ?? c
      if (ids.has(id)) found.push(id)
    }
  }
  return found
}

describe('The house', () => {
  const ids = new Set([...WAYS.keys(), ...BUILT_IN.map((m) => m.id)])

  it('no way and no material is named outside core/craft: one that is added is added in its own file', () => {
    const outside = ['core', 'app', 'cli', 'server']
      .flatMap(sources)
      .filter((file) => !file.startsWith('core/craft/'))
    expect(outside.length).to.be.greaterThan(300)
    const named = outside.flatMap((file) =>
      namesIds(readFileSync(`${ROOT}${file}`, 'utf8'), ids).map((id) => `${file}: ${id}`)
    )
    expect(named).to.deep.equal([])
  })

  it('an id that stands outside is seen, a word that reads like one is not', () => {
    expect(namesIds("if (pool.way === 'gloss-gel') return", ids)).to.deep.equal(['gloss-gel'])
    expect(namesIds("shelf.get('cup')", ids)).to.deep.equal(['cup'])
    expect(namesIds("material: 'gloss'", ids)).to.deep.equal(['gloss'])
    expect(namesIds("wayFor('ground', 'groundwork')", ids)).to.deep.equal(['groundwork'])
    expect(namesIds("phase === 'cup'", ids)).to.deep.equal([])
    expect(namesIds("pairOf('hot-glue', 'flame')", ids)).to.deep.equal([])
    expect(Object.keys(THINGS)).to.include('hot-glue')
  })
})

describe('The kit of controls', () => {
  it('has nothing hand-made in the app: every button, field, list, box, dot, slider and fold is of the library', () => {
    const handMade = sources('app').flatMap((path) =>
      [
        ...readFileSync(ROOT + path, 'utf8').matchAll(
          /<(?:button|textarea|input|select|details|dialog|progress|meter)\b[^]*?>/g
        )
      ].map(([tag]) => `${path}: ${tag.replace(/\s+/g, ' ').slice(0, 80)}`)
    )
    expect(handMade).to.deep.equal([])
  })
})
