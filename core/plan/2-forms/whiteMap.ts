import { contours } from 'd3-contour'
import { cellMiddle, eachCell, type Box, type Grid } from '../../physics/shape/grid'
import type { Point2 } from '../../physics/shape/polygon'

/**
 * Something that makes white water somewhere on the plan: a form by its formulas, or a run of the
 * water over the whole
 * ground. Whoever can say how white a place is can fill the map.
 */
export interface WhiteSource {
  water: string
  zone: string
  box: Box
  /** Share of the surface that is white, 0 to 1. */
  at: (x: number, y: number, cell: number) => number
  /** It asks for the place alone: on a base so large that a cell holds more than a brush, it is asked at several places of each. */
  byPlace?: true
  /** Where it is, it is the water's own surface, whatever lies under it: a sheet in the air. */
  own?: true
}

/** A part of the scene that is white for one reason. */
export interface WhiteZone {
  water: string
  zone: string
  areaMm2: number
  sharePct: number
}

export interface WhiteMap {
  grid: Grid
  /** White at each cell, %; 0 where there is no water. Row by row from the front left. */
  pct: Uint8Array
  /** How much of the water is so many whole % white, mm²: from 0 to 100. */
  areaByPct: number[]
  /** Whether there is water at a cell. */
  wet: Uint8Array
  zones: WhiteZone[]
  /** Over each water's own surface. */
  waters: { water: string; areaMm2: number; sharePct: number }[]
  wholePct: number
  /** Rings round all that is at least so white; holes run the other way round. */
  contours: { pct: number; rings: Point2[][] }[]
}

/** Lines a stencil is cut along: thin, half and thick white, %. Common practice, no source. */
export const WHITE_LINES = [15, 40, 70] as const
/** A zone is where its own white is at least this. */
const FAINTEST = 0.03
/** White is asked for at places of a cell so far apart, mm, and at no more of them in a row. */
const BRUSH_MM = 1.5
const MOST_PLACES = 8

/** The places of one cell that a source by place reaches: whose surface each is, and how clear. */
interface Places {
  owner: Int16Array
  clear: Float64Array
}

/**
 * Adds up white over the plan: what several make in one place covers as if each fell at random, 1 −
 * Π(1 − share).
 *
 * @param owner  number of the water (in `waters`) whose surface a cell is, −1 on dry land
 */
export function whiteMap(
  grid: Grid,
  owner: Int16Array,
  waters: readonly string[],
  sources: readonly WhiteSource[]
): WhiteMap {
  const size = grid.cols * grid.rows
  const cellMm2 = grid.cellMm ** 2
  const across = Math.min(MOST_PLACES, Math.max(1, Math.ceil(grid.cellMm / BRUSH_MM)))
  const placeMm2 = cellMm2 / across ** 2
  const clear = new Float64Array(size).fill(1)
  const finely = new Map<number, Places>()
  const zones: WhiteZone[] = []
  const placesOf = (cell: number): Places => {
    const found = finely.get(cell) ?? {
      owner: new Int16Array(across ** 2).fill(owner[cell]),
      clear: new Float64Array(across ** 2).fill(1)
    }
    finely.set(cell, found)
    return found
  }
  /** Asks a source at each place that it reaches. */
  const eachPlace = (
    source: WhiteSource,
    visit: (places: Places, place: number, share: number) => void
  ) => {
    const apart = grid.cellMm / across
    eachCell(grid, wider(source.box, (grid.cellMm - apart) / 2), (cell, x, y) => {
      for (let i = 0; i < across ** 2; i++) {
        const px = x + ((i % across) + (1 - across) / 2) * apart
        const py = y + (Math.floor(i / across) + (1 - across) / 2) * apart
        const share = Math.min(1, source.at(px, py, cell))
        if (share >= FAINTEST) visit(placesOf(cell), i, share)
      }
    })
  }
  const tell = ({ water, zone }: WhiteSource, areaMm2: number, whiteMm2: number) => {
    if (areaMm2 === 0) return
    const same = zones.find((z) => z.water === water && z.zone === zone)
    if (!same) return zones.push({ water, zone, areaMm2, sharePct: (100 * whiteMm2) / areaMm2 })
    const area = same.areaMm2 + areaMm2
    same.sharePct = (same.sharePct * same.areaMm2 + 100 * whiteMm2) / area
    same.areaMm2 = area
  }
  for (const source of sources.filter((s) => s.own)) {
    const number = waters.indexOf(source.water)
    eachPlace(source, (places, place) => (places.owner[place] = number))
  }
  for (const source of sources) {
    let [area, white] = [0, 0]
    if (source.byPlace)
      eachPlace(source, (places, place, share) => {
        if (places.owner[place] < 0) return
        places.clear[place] *= 1 - share
        area += placeMm2
        white += share * placeMm2
      })
    else
      eachCell(grid, source.box, (cell, x, y) => {
        if (owner[cell] < 0) return
        const share = Math.min(1, source.at(x, y, cell))
        if (!(share >= FAINTEST)) return
        clear[cell] *= 1 - share
        area += cellMm2
        white += share * cellMm2
      })
    tell(source, area, white)
  }
  const pct = new Uint8Array(size)
  const wet = new Uint8Array(size)
  const areaByPct = new Array<number>(101).fill(0)
  const own = waters.map(() => ({ areaMm2: 0, whiteMm2: 0 }))
  const put = (of: number, areaMm2: number, share: number) => {
    own[of].areaMm2 += areaMm2
    own[of].whiteMm2 += share * areaMm2
    areaByPct[Math.round(share * 100)] += areaMm2
  }
  for (let c = 0; c < size; c++) {
    const places = finely.get(c)
    if (!places) {
      if (owner[c] < 0) continue
      wet[c] = 1
      pct[c] = Math.round((1 - clear[c]) * 100)
      put(owner[c], cellMm2, 1 - clear[c])
      continue
    }
    let [wetPlaces, white] = [0, 0]
    places.owner.forEach((of, i) => {
      if (of < 0) return
      const share = 1 - clear[c] * places.clear[i]
      wetPlaces++
      white += share
      put(of, placeMm2, share)
    })
    if (2 * wetPlaces < across ** 2) continue
    wet[c] = 1
    pct[c] = Math.round((100 * white) / wetPlaces)
  }
  const all = own.reduce(
    (t, o) => ({ areaMm2: t.areaMm2 + o.areaMm2, whiteMm2: t.whiteMm2 + o.whiteMm2 }),
    { areaMm2: 0, whiteMm2: 0 }
  )
  return {
    grid,
    pct,
    areaByPct,
    wet,
    zones,
    waters: own.flatMap(({ areaMm2, whiteMm2 }, i) =>
      areaMm2 > 0 ? [{ water: waters[i], areaMm2, sharePct: (100 * whiteMm2) / areaMm2 }] : []
    ),
    wholePct: all.areaMm2 > 0 ? (100 * all.whiteMm2) / all.areaMm2 : 0,
    contours: contoursOf(grid, pct)
  }
}

const wider = ({ from, to }: Box, by: number): Box => ({
  from: [from[0] - by, from[1] - by],
  to: [to[0] + by, to[1] + by]
})

/**
 * A ring without the corners of its cells: each point the mean of itself, twice, and its
 * neighbours. A knife follows it.
 */
function rounded(ring: readonly Point2[]): Point2[] {
  const n = ring.length
  const mean = (i: number, k: 0 | 1) =>
    Math.round(((ring[(i + n - 1) % n][k] + 2 * ring[i][k] + ring[(i + 1) % n][k]) / 4) * 100) / 100
  return ring.map((_, i): Point2 => [mean(i, 0), mean(i, 1)])
}

/** Closed rings from the library's marching squares, brought from cells to millimetres. */
function contoursOf(grid: Grid, pct: Uint8Array): WhiteMap['contours'] {
  const toMm = ([c, r]: number[]): Point2 => {
    const [x, y] = cellMiddle(grid, c - 0.5, r - 0.5)
    return [Math.round(x * 100) / 100, Math.round(y * 100) / 100]
  }
  return contours()
    .size([grid.cols, grid.rows])
    .thresholds([...WHITE_LINES])(Array.from(pct))
    .map((level) => ({
      pct: level.value,
      rings: level.coordinates
        .flatMap((polygon) => polygon.map((ring) => rounded(rounded(ring.slice(0, -1).map(toMm)))))
        .filter((ring) => ring.length > 5)
    }))
}
