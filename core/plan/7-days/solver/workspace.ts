import { hoursOf, startAtOrAfter, startAtOrBefore, type Hours, type Network } from './network'

/** Working memory of a search: earliest and latest starts so far, and the orders decided on the way down. */
export interface Workspace {
  net: Network
  /** Earliest and latest start of each task under what is decided. */
  es: Int32Array
  ls: Int32Array
  /** Who may still do it. */
  who: Int32Array
  /** Arcs by task in compressed rows: those that leave it, those that enter it. */
  outAt: Int32Array
  outTo: Int32Array
  outWeight: Int32Array
  inAt: Int32Array
  inFrom: Int32Array
  inWeight: Int32Array
  /** Arcs decided in the search, as linked lists, taken back in reverse. */
  headOut: Int32Array
  headIn: Int32Array
  added: { from: number; to: number; weight: number; nextOut: number; nextIn: number }[]
  /** Whether task i was decided to go before task j. */
  before: Uint8Array
  /** Tasks that take hands for some time. */
  hands: readonly number[]
  /** Free stretches of each person. */
  hours: readonly Hours[]
  forward: Queue
  back: Queue
  moves: Int32Array
  /** Tasks whose bounds moved since orders were last looked at. */
  changed: Uint8Array
  /** How often the search went wrong at a task. */
  blamed: Float64Array
}

/** Lays out working memory for a network. */
export function workspaceOf(net: Network): Workspace {
  const n = net.size
  const rows = (from: (k: number) => number, to: (k: number) => number) => {
    const at = new Int32Array(n + 1)
    for (let k = 0; k < net.arcs.length; k++) at[from(k) + 1]++
    for (let i = 0; i < n; i++) at[i + 1] += at[i]
    const ends = new Int32Array(net.arcs.length)
    const weights = new Int32Array(net.arcs.length)
    const next = at.slice()
    for (let k = 0; k < net.arcs.length; k++) {
      const place = next[from(k)]++
      ends[place] = to(k)
      weights[place] = net.arcs[k].weight
    }
    return { at, ends, weights }
  }
  const out = rows(
    (k) => net.arcs[k].from,
    (k) => net.arcs[k].to
  )
  const into = rows(
    (k) => net.arcs[k].to,
    (k) => net.arcs[k].from
  )
  const hands: number[] = []
  for (let i = 0; i < n; i++) if (net.who[i] !== 0 && net.long[i] > 0) hands.push(i)
  return {
    net,
    es: new Int32Array(n),
    ls: new Int32Array(n),
    who: net.who.slice(),
    outAt: out.at,
    outTo: out.ends,
    outWeight: out.weights,
    inAt: into.at,
    inFrom: into.ends,
    inWeight: into.weights,
    headOut: new Int32Array(n).fill(-1),
    headIn: new Int32Array(n).fill(-1),
    added: [],
    before: new Uint8Array(n * n),
    hands,
    hours: net.free.map((spans, person) =>
      hoursOf(
        spans,
        hands.filter((i) => net.bound[i] && net.who[i] & (1 << person)).map((i) => net.long[i])
      )
    ),
    forward: queueOf(n),
    back: queueOf(n),
    moves: new Int32Array(n),
    changed: new Uint8Array(n),
    blamed: new Float64Array(n)
  }
}

const startsOf = (b: Workspace, i: number): Int32Array => b.net.starts[b.who[i]][i]

/** So often may one start be moved in one go before a ring of waits that can never hold is looked for. */
const RING_AFTER = 64

/**
 * Carries every lower and upper bound through all waits and free hours until nothing moves any more.
 *
 * @returns false when some task is left without a start
 */
export function propagate(b: Workspace): boolean {
  const { es, ls } = b
  b.moves.fill(0)
  for (let i = 0; i < es.length; i++) {
    const [low, high] = [
      startAtOrAfter(startsOf(b, i), es[i]),
      startAtOrBefore(startsOf(b, i), ls[i])
    ]
    if (low < 0 || high < low) return blame(b, i)
    es[i] = low
    ls[i] = high
    b.changed[i] = 1
    enter(b.forward, i)
    enter(b.back, i)
  }
  return carryOn(b)
}

/**
 * Carries on from where nothing moved: only what is new (arcs from a place on, or a task whose
 * hands were settled) is followed.
 */
export function propagateFrom(b: Workspace, firstArc: number, settled: number): boolean {
  b.moves.fill(0)
  if (settled >= 0) {
    const [low, high] = [
      startAtOrAfter(startsOf(b, settled), b.es[settled]),
      startAtOrBefore(startsOf(b, settled), b.ls[settled])
    ]
    if (low < 0 || high < low) return blame(b, settled)
    b.es[settled] = low
    b.ls[settled] = high
    b.changed[settled] = 1
    enter(b.forward, settled)
    enter(b.back, settled)
  }
  for (let k = firstArc; k < b.added.length; k++) {
    const { from, to, weight } = b.added[k]
    if (!lift(b, to, b.es[from] + weight) || !lower(b, from, b.ls[to] - weight)) return false
  }
  return carryOn(b)
}

/** Tasks that wait to be followed, each once: a ring that never fills. */
interface Queue {
  items: Int32Array
  inside: Uint8Array
  head: number
  count: number
}
const queueOf = (n: number): Queue => ({
  items: new Int32Array(n + 1),
  inside: new Uint8Array(n),
  head: 0,
  count: 0
})
function enter(q: Queue, i: number): void {
  if (q.inside[i]) return
  q.inside[i] = 1
  q.items[(q.head + q.count++) % q.items.length] = i
}
function leave(q: Queue): number {
  const i = q.items[q.head]
  q.head = (q.head + 1) % q.items.length
  q.count--
  q.inside[i] = 0
  return i
}

/** The search went wrong at a task: it is looked at sooner from now on. */
function blame(b: Workspace, i: number): false {
  b.blamed[i]++
  while (b.forward.count > 0) leave(b.forward)
  while (b.back.count > 0) leave(b.back)
  return false
}

function lift(b: Workspace, j: number, least: number): boolean {
  if (least <= b.es[j]) return true
  const at = startAtOrAfter(startsOf(b, j), least)
  if (at < 0 || at > b.ls[j]) return blame(b, j)
  b.es[j] = at
  if (++b.moves[j] === RING_AFTER && inRing(b)) return blame(b, j)
  b.changed[j] = 1
  enter(b.forward, j)
  return true
}

function lower(b: Workspace, j: number, most: number): boolean {
  if (most >= b.ls[j]) return true
  const at = startAtOrBefore(startsOf(b, j), most)
  if (at < b.es[j]) return blame(b, j)
  b.ls[j] = at
  b.changed[j] = 1
  enter(b.back, j)
  return true
}

function carryOn(b: Workspace): boolean {
  const { es, ls, outAt, outTo, outWeight, headOut, inAt, inFrom, inWeight, headIn, added } = b
  while (b.forward.count > 0) {
    const i = leave(b.forward)
    for (let k = outAt[i]; k < outAt[i + 1]; k++)
      if (!lift(b, outTo[k], es[i] + outWeight[k])) return false
    for (let k = headOut[i]; k >= 0; k = added[k].nextOut)
      if (!lift(b, added[k].to, es[i] + added[k].weight)) return false
  }
  while (b.back.count > 0) {
    const i = leave(b.back)
    for (let k = inAt[i]; k < inAt[i + 1]; k++)
      if (!lower(b, inFrom[k], ls[i] - inWeight[k])) return false
    for (let k = headIn[i]; k >= 0; k = added[k].nextIn)
      if (!lower(b, added[k].from, ls[i] - added[k].weight)) return false
  }
  return true
}

/**
 * Whether the waits alone, free hours left out, push each other round in a ring for ever (Bellman
 * and Ford).
 */
export function inRing(b: Workspace): boolean {
  const n = b.net.size
  const at = new Float64Array(n)
  for (let round = 0; round <= n; round++) {
    let moved = false
    for (const { from, to, weight } of b.net.arcs)
      if (at[from] + weight > at[to]) {
        at[to] = at[from] + weight
        moved = true
      }
    for (const { from, to, weight } of b.added)
      if (at[from] + weight > at[to]) {
        at[to] = at[from] + weight
        moved = true
      }
    if (!moved) return false
  }
  return true
}

/** Decides that a task goes before another, or that one start lies at least so far after another. */
export function addArc(b: Workspace, from: number, to: number, weight: number): void {
  b.added.push({ from, to, weight, nextOut: b.headOut[from], nextIn: b.headIn[to] })
  b.headOut[from] = b.headIn[to] = b.added.length - 1
}

/** Decides that task i ends before task j starts. */
export function putBefore(b: Workspace, i: number, j: number): void {
  b.before[i * b.net.size + j] = 1
  addArc(b, i, j, b.net.long[i])
}

/** Takes decisions back until only so many are left. */
export function takeBack(b: Workspace, count: number): void {
  while (b.added.length > count) {
    const { from, to, nextOut, nextIn } = b.added.pop()!
    b.headOut[from] = nextOut
    b.headIn[to] = nextIn
    b.before[from * b.net.size + to] = 0
  }
}
