// The inner loops of running water, two cells at a time. Compiled by `npm run kernel` into kernelBytes.ts.
// Pointers are byte offsets of arrays of f64 in one memory; cells are counted as in field.ts.

const G: f64 = 9.81
const HALF_G: f64 = 4.905
/** Shallower than this a cell counts as dry, m. */
const DRY: f64 = 1e-6
/** Films thinner than this are slowed as if they were so thick, m: speed is discharge over depth, and a film has none to speak of. */
const FILM: f64 = 1e-4
/** Between minmod (1) and the steepest slope that makes no new crest (2). */
const STEEP: f64 = 1.4

// @ts-ignore: decorator
@inline function all(x: f64): v128 { return f64x2.splat(x) }
// @ts-ignore: decorator
@inline function at(array: usize, cell: i32): v128 { return v128.load(array + (<usize>cell << 3)) }
// @ts-ignore: decorator
@inline function put(array: usize, cell: i32, x: v128): void { v128.store(array + (<usize>cell << 3), x) }
// @ts-ignore: decorator
@inline function add(array: usize, cell: i32, x: v128): void { put(array, cell, f64x2.add(at(array, cell), x)) }

/** Half the slope over a cell from the differences to both neighbours: nothing at crests and troughs. */
// @ts-ignore: decorator
@inline function limited(a: v128, b: v128): v128 {
  const rising = f64x2.mul(all(STEEP / 2), f64x2.pmax(all(0), f64x2.pmin(a, b)))
  const falling = f64x2.mul(all(STEEP / 2), f64x2.pmin(all(0), f64x2.pmax(a, b)))
  return f64x2.pmin(rising, f64x2.pmax(falling, f64x2.mul(all(0.25), f64x2.add(a, b))))
}

/** Whether the water of two cells is one: both wet, and each reaches over the other's bed. */
// @ts-ignore: decorator
@inline function joined(ha: v128, za: v128, ea: v128, hb: v128, zb: v128, eb: v128): v128 {
  return v128.and(f64x2.gt(f64x2.pmin(ha, hb), all(DRY)), f64x2.gt(f64x2.pmin(ea, eb), f64x2.pmax(za, zb)))
}

/** Half the slopes over two cells of depth, level and both speeds, row after row from `out` on; `step` leads to the next cell. */
// @ts-ignore: decorator
@inline function slopes(z: usize, h: usize, un: usize, ut: usize, step: i32, c: i32, out: usize, span: usize): void {
  const b = c - step
  const d = c + step
  const h1 = at(h, c)
  const h0 = at(h, b)
  const h2 = at(h, d)
  const z1 = at(z, c)
  const z0 = at(z, b)
  const z2 = at(z, d)
  const e1 = f64x2.add(h1, z1)
  const e0 = f64x2.add(h0, z0)
  const e2 = f64x2.add(h2, z2)
  // next to dry ground a cell is taken as flat: its slope would be that of the shore; and so where the water of one
  // side does not reach the bed of the other, at a ledge: its slope would be that of the fall
  const k = v128.and(joined(h0, z0, e0, h1, z1, e1), joined(h1, z1, e1, h2, z2, e2))
  const u1 = at(un, c)
  const v1 = at(ut, c)
  v128.store(out, v128.and(k, limited(f64x2.sub(h1, h0), f64x2.sub(h2, h1))))
  v128.store(out + span, v128.and(k, limited(f64x2.sub(e1, e0), f64x2.sub(e2, e1))))
  v128.store(out + 2 * span, v128.and(k, limited(f64x2.sub(u1, at(un, b)), f64x2.sub(at(un, d), u1))))
  v128.store(out + 3 * span, v128.and(k, limited(f64x2.sub(v1, at(ut, b)), f64x2.sub(at(ut, d), v1))))
}

/**
 * What goes through two faces, row after row from `out` on: water, push on the cells before and after, sideways push; all
 * a metre of face. `left` and `right` are where the half slopes of the cells before and after lie.
 *
 * Depth, level and speed are carried to the face, made hydrostatic against the higher of both beds there, and resolved
 * into an HLLC flux. The bed's push is put on the cells from the same numbers, so that water at rest stays at rest over
 * any bed, islands and all.
 *
 * Hydrostatic reconstruction: Audusse et al., SIAM J. Sci. Comput. 25 (2004); HLLC and its speeds at dry beds: Toro,
 * Shock-Capturing Methods for Free-Surface Shallow Flows (2001), ch. 10; written from memory.
 */
// @ts-ignore: decorator
@inline function flux(z: usize, h: usize, un: usize, ut: usize, step: i32, c: i32, left: usize, right: usize, out: usize, span: usize, second: i32): void {
  const zero = all(0)
  const dry = all(DRY)
  const half = all(0.5)
  const g = all(G)
  const halfG = all(HALF_G)
  const d = c + step
  const h1 = at(h, c)
  const h2 = at(h, d)
  if (!v128.any_true(f64x2.gt(f64x2.pmax(h1, h2), dry))) {
    v128.store(out, zero)
    v128.store(out + span, zero)
    v128.store(out + 2 * span, zero)
    v128.store(out + 3 * span, zero)
    return
  }
  const z1 = at(z, c)
  const z2 = at(z, d)
  let hl = h1
  let hr = h2
  let el = f64x2.add(h1, z1)
  let er = f64x2.add(h2, z2)
  let ul = at(un, c)
  let ur = at(un, d)
  let vl = at(ut, c)
  let vr = at(ut, d)
  if (second) {
    hl = f64x2.add(hl, v128.load(left))
    hr = f64x2.sub(hr, v128.load(right))
    el = f64x2.add(el, v128.load(left + span))
    er = f64x2.sub(er, v128.load(right + span))
    ul = f64x2.add(ul, v128.load(left + 2 * span))
    ur = f64x2.sub(ur, v128.load(right + 2 * span))
    vl = f64x2.add(vl, v128.load(left + 3 * span))
    vr = f64x2.sub(vr, v128.load(right + 3 * span))
  }
  const zl = f64x2.sub(el, hl)
  const zr = f64x2.sub(er, hr)
  const zf = f64x2.pmax(zl, zr)
  const hls = f64x2.pmax(zero, f64x2.sub(el, zf))
  const hrs = f64x2.pmax(zero, f64x2.sub(er, zf))
  const wetL = f64x2.gt(hls, dry)
  const wetR = f64x2.gt(hrs, dry)
  const al = f64x2.sqrt(f64x2.mul(g, hls))
  const ar = f64x2.sqrt(f64x2.mul(g, hrs))
  const us = f64x2.sub(f64x2.add(f64x2.mul(half, f64x2.add(ul, ur)), al), ar)
  const as_ = f64x2.add(f64x2.mul(half, f64x2.add(al, ar)), f64x2.mul(all(0.25), f64x2.sub(ul, ur)))
  const ulLess = f64x2.sub(ul, al)
  const urMore = f64x2.add(ur, ar)
  let sl = f64x2.pmin(ulLess, f64x2.sub(us, as_))
  let sr = f64x2.pmax(urMore, f64x2.add(us, as_))
  if (i64x2.bitmask(v128.and(wetL, wetR)) != 3) {
    sl = v128.bitselect(v128.bitselect(sl, f64x2.sub(ur, f64x2.add(ar, ar)), wetL), ulLess, wetR)
    sr = v128.bitselect(v128.bitselect(sr, f64x2.add(ul, f64x2.add(al, al)), wetR), urMore, wetL)
  }
  const slow = f64x2.pmin(sl, zero)
  const quick = f64x2.pmax(sr, zero)
  const k2 = v128.and(v128.or(wetL, wetR), f64x2.div(all(1), f64x2.pmax(f64x2.sub(quick, slow), all(1e-30))))
  const ql = f64x2.mul(hls, ul)
  const qr = f64x2.mul(hrs, ur)
  const pl = f64x2.mul(halfG, f64x2.mul(hls, hls))
  const pr = f64x2.mul(halfG, f64x2.mul(hrs, hrs))
  const both = f64x2.mul(slow, quick)
  const f0 = f64x2.mul(k2, f64x2.add(f64x2.sub(f64x2.mul(quick, ql), f64x2.mul(slow, qr)), f64x2.mul(both, f64x2.sub(hrs, hls))))
  const f1 = f64x2.mul(k2, f64x2.add(f64x2.sub(f64x2.mul(quick, f64x2.add(f64x2.mul(ql, ul), pl)), f64x2.mul(slow, f64x2.add(f64x2.mul(qr, ur), pr))), f64x2.mul(both, f64x2.sub(qr, ql))))
  v128.store(out, f0)
  v128.store(out + span, f64x2.add(f64x2.add(f1, f64x2.sub(f64x2.mul(halfG, f64x2.mul(hl, hl)), pl)), f64x2.mul(g, f64x2.mul(h1, f64x2.sub(zl, z1)))))
  v128.store(out + 2 * span, f64x2.add(f64x2.add(f1, f64x2.sub(f64x2.mul(halfG, f64x2.mul(hr, hr)), pr)), f64x2.mul(g, f64x2.mul(h2, f64x2.sub(zr, z2)))))
  v128.store(out + 3 * span, f64x2.mul(f0, v128.bitselect(vl, vr, f64x2.gt(f0, zero))))
}

/** What goes through the face between cell `c` and the next one, a metre: water, push before and after, sideways push, from `room` on in every other number. */
export function face(z: usize, h: usize, un: usize, ut: usize, step: i32, c: i32, room: usize, second: i32): void {
  if (second) {
    slopes(z, h, un, ut, step, c, room + 64, 16)
    slopes(z, h, un, ut, step, c + step, room + 128, 16)
  }
  flux(z, h, un, ut, step, c, room + 64, room + 128, room, 16, second)
}

/** A row of slopes, from cell `from` of the row that begins at `base`. */
function slopeRow(z: usize, h: usize, un: usize, ut: usize, step: i32, base: i32, from: i32, to: i32, out: usize, span: usize): void {
  for (let c = from; c < to; c += 2) slopes(z, h, un, ut, step, base + c, out + (<usize>c << 3), span)
}

/** A row of faces; nothing goes through those outside `from` to `to`, of all from 0 to `end`. */
function fluxRow(z: usize, h: usize, un: usize, ut: usize, step: i32, base: i32, from: i32, to: i32, end: i32, left: usize, right: usize, out: usize, span: usize, second: i32): void {
  if (to <= from) from = to = end
  for (let k = 0; k < 4; k++) {
    const row = out + k * span
    for (let c = 0; c < from; c += 2) put(row, c, all(0))
    for (let c = to; c < end; c += 2) put(row, c, all(0))
  }
  for (let c = from; c < to; c += 2) {
    const j = <usize>c << 3
    flux(z, h, un, ut, step, base + c, left + j, right + j, out + j, span, second)
  }
}

/** Speeds of a state, and between which columns each row is wet (`low` after `high` where none is); gives the fastest wave, m/s. */
export function speeds(h: usize, hu: usize, hv: usize, u: usize, v: usize, low: usize, high: usize, stride: i32, rows: i32): f64 {
  let fastest = all(0)
  const film = all(1 / (FILM * FILM))
  for (let r = 0; r < rows; r++) {
    let first = stride
    let last = -1
    const base = r * stride
    for (let c = 0; c < stride; c += 2) {
      const i = base + c
      const d = at(h, i)
      const wet = f64x2.gt(d, all(DRY))
      const mask = i64x2.bitmask(wet)
      if (mask == 0) {
        put(u, i, all(0))
        put(v, i, all(0))
        // what moved there is still: halved for ever it would end in numbers too small to be quick
        put(hu, i, all(0))
        put(hv, i, all(0))
        continue
      }
      put(hu, i, v128.and(wet, at(hu, i)))
      put(hv, i, v128.and(wet, at(hv, i)))
      if (first == stride) first = c + (mask & 1 ? 0 : 1)
      last = c + (mask & 2 ? 1 : 0)
      // a film's speed is that of a thicker one: 1/h would run away
      const k = v128.and(wet, v128.bitselect(f64x2.div(all(1), d), f64x2.mul(d, film), f64x2.gt(d, all(FILM))))
      const a = f64x2.mul(at(hu, i), k)
      const b = f64x2.mul(at(hv, i), k)
      put(u, i, a)
      put(v, i, b)
      const wave = f64x2.add(f64x2.pmax(f64x2.abs(a), f64x2.abs(b)), f64x2.sqrt(f64x2.mul(all(G), d)))
      fastest = f64x2.pmax(fastest, v128.and(wet, wave))
    }
    store<i32>(low + (<usize>r << 2), first)
    store<i32>(high + (<usize>r << 2), last)
  }
  return max(f64x2.extract_lane(fastest, 0), f64x2.extract_lane(fastest, 1))
}

/** Cube roots: a third of the exponent, then two of Halley's steps. */
// @ts-ignore: decorator
@inline function cubeRoot(x: v128): v128 {
  const upper = i32x4.shuffle(x, x, 1, 3, 1, 3)
  const third = f64x2.add(f64x2.mul(f64x2.convert_low_i32x4_s(upper), all(1.0 / 3.0)), all(715094163.0))
  const guess = i32x4.trunc_sat_f64x2_s_zero(third)
  let y = i32x4.shuffle(i32x4.splat(0), guess, 0, 4, 1, 5)
  for (let i = 0; i < 2; i++) {
    const cube = f64x2.mul(y, f64x2.mul(y, y))
    y = f64x2.mul(y, f64x2.div(f64x2.add(cube, f64x2.add(x, x)), f64x2.add(f64x2.add(cube, cube), x)))
  }
  return y
}

/**
 * One stage of a step over all rows from the south: what goes through every face, and each row moved on by it and by what
 * is brought from elsewhere (`mh`, `mu`, `mv`, each a second), slowed by the bed as its own speed says (Manning, implicit).
 * `u` and `v` are the speeds of `h`, `hu`, `hv`; the answer goes to `h1`, `hu1`, `hv1`, or its mean with what is there
 * (`settle`). A row is done with once the next one begins: the answer may lie where the state was.
 *
 * Gives the least depth: below 0 where a step took more than there was. What came in through the edges, a metre of face,
 * is put at the start of `room`, which holds 24 rows after it. Ghosts are two deep.
 */
export function sweep(z: usize, h: usize, hu: usize, hv: usize, u: usize, v: usize, mh: usize, mu: usize, mv: usize, h1: usize, hu1: usize, hv1: usize, rough: usize, low: usize, high: usize, room: usize, stride: i32, cols: i32, rows: i32, dt: f64, perM: f64, second: i32, settle: i32): f64 {
  const span = <usize>(stride + 2) << 3
  const sx = room + 64
  let south = sx + 4 * span
  let north = south + 4 * span
  const fx = north + 4 * span
  let fs = fx + 4 * span
  let fn = fs + 4 * span
  const end = cols + 2
  const t = all(dt)
  const per = all(perM)
  const tg = all(dt * G)
  let least = all(0)
  let came = 0.0
  let known = false
  for (let r = 1; r < rows + 2; r++) {
    const base = r * stride
    const lowest = min(load<i32>(low + (<usize>r << 2)), load<i32>(low + (<usize>(r + 1) << 2)))
    const highest = max(load<i32>(high + (<usize>r << 2)), load<i32>(high + (<usize>(r + 1) << 2)))
    const from = max(2, lowest)
    const to = min(end, highest + 1)
    if (second) {
      const near = to > from
      // slopes of the southern row are those that were the northern one's, if there was water then
      if (near && !known) slopeRow(z, h, v, u, stride, base, 2, end, south, span)
      if (near) slopeRow(z, h, v, u, stride, base + stride, 2, end, north, span)
      known = near
    }
    fluxRow(z, h, v, u, stride, base, from, to, end, south, north, fn, span, second)
    if (r == 1) {
      for (let c = 2; c < end; c++) came += load<f64>(fn + (<usize>c << 3))
    } else {
      const first = max(1, load<i32>(low + (<usize>r << 2)) - 1)
      const last = min(end, load<i32>(high + (<usize>r << 2)) + 1)
      if (second && last > first) slopeRow(z, h, u, v, 1, base, first, last + 2, sx, span)
      fluxRow(z, h, u, v, 1, base, first, last, end, sx, sx + 8, fx, span, second)
      came += load<f64>(fx + 8) - load<f64>(fx + (<usize>(end - 1) << 3))
      for (let c = 2; c < end; c += 2) {
        const i = base + c
        const start = at(h, i)
        const water = f64x2.add(at(mh, i), f64x2.mul(per, f64x2.add(f64x2.sub(at(fx, c - 1), at(fx, c)), f64x2.sub(at(fs, c), at(fn, c)))))
        let d = f64x2.add(start, f64x2.mul(t, water))
        const wet = f64x2.gt(d, all(DRY))
        let a = all(0)
        let b = all(0)
        if (v128.any_true(wet)) {
          const east = f64x2.add(at(mu, i), f64x2.mul(per, f64x2.add(f64x2.sub(at(fx + 2 * span, c - 1), at(fx + span, c)), f64x2.sub(at(fs + 3 * span, c), at(fn + 3 * span, c)))))
          const away = f64x2.add(at(mv, i), f64x2.mul(per, f64x2.add(f64x2.sub(at(fx + 3 * span, c - 1), at(fx + 3 * span, c)), f64x2.sub(at(fs + 2 * span, c), at(fn + span, c)))))
          const us = at(u, i)
          const vs = at(v, i)
          const speed = f64x2.sqrt(f64x2.add(f64x2.mul(us, us), f64x2.mul(vs, vs)))
          const n = at(rough, i)
          const depth = f64x2.pmax(start, all(FILM))
          const deep = f64x2.mul(depth, cubeRoot(depth))
          const k = v128.and(wet, f64x2.div(deep, f64x2.add(deep, f64x2.mul(f64x2.mul(tg, f64x2.mul(n, n)), speed))))
          a = f64x2.mul(k, f64x2.add(at(hu, i), f64x2.mul(t, east)))
          b = f64x2.mul(k, f64x2.add(at(hv, i), f64x2.mul(t, away)))
        }
        if (settle) {
          d = f64x2.mul(all(0.5), f64x2.add(at(h1, i), d))
          a = f64x2.mul(all(0.5), f64x2.add(at(hu1, i), a))
          b = f64x2.mul(all(0.5), f64x2.add(at(hv1, i), b))
        }
        if (c + 1 < end) {
          least = f64x2.pmin(least, d)
          put(h1, i, d)
          put(hu1, i, a)
          put(hv1, i, b)
        } else {
          // the second of the pair lies beyond the row
          least = f64x2.pmin(least, f64x2.replace_lane(d, 1, 0))
          f64.store(h1 + (<usize>i << 3), f64x2.extract_lane(d, 0))
          f64.store(hu1 + (<usize>i << 3), f64x2.extract_lane(a, 0))
          f64.store(hv1 + (<usize>i << 3), f64x2.extract_lane(b, 0))
        }
      }
    }
    if (r == rows + 1) for (let c = 2; c < end; c++) came -= load<f64>(fn + (<usize>c << 3))
    let swap = fs
    fs = fn
    fn = swap
    swap = south
    south = north
    north = swap
  }
  store<f64>(room, came)
  return min(f64x2.extract_lane(least, 0), f64x2.extract_lane(least, 1))
}

/** Energy of each cell, the power that flows through it to the east and north per metre, and 1 where it is wet. */
export function energies(z: usize, h: usize, hu: usize, hv: usize, u: usize, v: usize, energy: usize, px: usize, py: usize, wets: usize, from: i32, to: i32): void {
  for (let i = from; i < to; i += 2) {
    const d = at(h, i)
    const wet = f64x2.gt(d, all(DRY))
    const us = at(u, i)
    const vs = at(v, i)
    const kinetic = f64x2.mul(all(0.5), f64x2.add(f64x2.mul(us, us), f64x2.mul(vs, vs)))
    const ground = at(z, i)
    const head = v128.and(wet, f64x2.add(kinetic, f64x2.mul(all(G), f64x2.add(ground, d))))
    put(energy, i, v128.and(wet, f64x2.mul(d, f64x2.add(kinetic, f64x2.mul(all(G), f64x2.add(ground, f64x2.mul(all(0.5), d)))))))
    put(px, i, f64x2.mul(at(hu, i), head))
    put(py, i, f64x2.mul(at(hv, i), head))
    put(wets, i, v128.and(wet, all(1)))
  }
}

/** Power that each cell loses: what its energy fell by and what sheets bring, less what flowed out of it. */
export function losses(h: usize, brought: usize, energy: usize, before: usize, px: usize, py: usize, wets: usize, raw: usize, stride: i32, from: i32, to: i32, perS: f64, perM: f64): void {
  const half = all(0.5)
  for (let i = from; i < to; i += 2) {
    const here = at(wets, i)
    const x = at(px, i)
    const y = at(py, i)
    const e = f64x2.mul(at(wets, i + 1), f64x2.add(x, at(px, i + 1)))
    const w = f64x2.mul(at(wets, i - 1), f64x2.add(x, at(px, i - 1)))
    const n = f64x2.mul(at(wets, i + stride), f64x2.add(y, at(py, i + stride)))
    const s = f64x2.mul(at(wets, i - stride), f64x2.add(y, at(py, i - stride)))
    const out = f64x2.mul(f64x2.mul(half, here), f64x2.add(f64x2.sub(e, w), f64x2.sub(n, s)))
    const lost = f64x2.sub(f64x2.mul(f64x2.sub(at(before, i), at(energy, i)), all(perS)), f64x2.mul(out, all(perM)))
    const kept = v128.and(lost, f64x2.gt(at(h, i), all(1e-3)))
    put(raw, i, f64x2.add(kept, at(brought, i)))
  }
}

/** Losses evened over a cell's neighbours, and followed in time by a share. */
export function follow(raw: usize, loss: usize, stride: i32, from: i32, to: i32, share: f64): void {
  for (let i = from; i < to; i += 2) {
    const sides = f64x2.add(f64x2.add(at(raw, i - 1), at(raw, i + 1)), f64x2.add(at(raw, i - stride), at(raw, i + stride)))
    const corners = f64x2.add(f64x2.add(at(raw, i - stride - 1), at(raw, i - stride + 1)), f64x2.add(at(raw, i + stride - 1), at(raw, i + stride + 1)))
    const mean_ = f64x2.mul(all(1.0 / 16), f64x2.add(f64x2.add(f64x2.mul(all(4), at(raw, i)), f64x2.add(sides, sides)), corners))
    const l = at(loss, i)
    const next = f64x2.add(l, f64x2.mul(all(share), f64x2.sub(mean_, l)))
    put(loss, i, v128.and(next, f64x2.gt(f64x2.abs(next), all(1e-30))))
  }
}

// @ts-ignore: decorator
@inline function upwind(a: usize, i: i32, stride: i32, here: v128, fe: v128, fw: v128, fn: v128, fs: v128, k: v128): v128 {
  const zero = all(0)
  const e = f64x2.mul(fe, v128.bitselect(here, at(a, i + 1), f64x2.gt(fe, zero)))
  const w = f64x2.mul(fw, v128.bitselect(at(a, i - 1), here, f64x2.gt(fw, zero)))
  const n = f64x2.mul(fn, v128.bitselect(here, at(a, i + stride), f64x2.gt(fn, zero)))
  const s = f64x2.mul(fs, v128.bitselect(at(a, i - stride), here, f64x2.gt(fs, zero)))
  return f64x2.pmax(zero, f64x2.sub(here, f64x2.mul(k, f64x2.add(f64x2.sub(e, w), f64x2.sub(n, s)))))
}

/** Foam carried with the water for a time, faded, and made where power is lost and the gate is open (1). */
export function carry(u: usize, v: usize, wets: usize, loss: usize, gate: usize, layers: usize, aged: usize, nextLayers: usize, nextAged: usize, stride: i32, from: i32, to: i32, dt: f64, perM: f64, fade: f64, perLoss: f64, glassy: f64, thickest: f64): void {
  const half = all(0.5)
  const k = all(dt * perM)
  for (let i = from; i < to; i += 2) {
    const wet = at(wets, i)
    if (!v128.any_true(f64x2.gt(wet, all(0)))) {
      put(nextLayers, i, all(0))
      put(nextAged, i, all(0))
      continue
    }
    const us = at(u, i)
    const vs = at(v, i)
    const fe = f64x2.mul(f64x2.mul(half, at(wets, i + 1)), f64x2.add(us, at(u, i + 1)))
    const fw = f64x2.mul(f64x2.mul(half, at(wets, i - 1)), f64x2.add(us, at(u, i - 1)))
    const fn = f64x2.mul(f64x2.mul(half, at(wets, i + stride)), f64x2.add(vs, at(v, i + stride)))
    const fs = f64x2.mul(f64x2.mul(half, at(wets, i - stride)), f64x2.add(vs, at(v, i - stride)))
    const a = f64x2.mul(all(fade), upwind(layers, i, stride, at(layers, i), fe, fw, fn, fs, k))
    const b = f64x2.mul(all(fade), upwind(aged, i, stride, at(aged, i), fe, fw, fn, fs, k))
    const made = f64x2.mul(all(perLoss * dt), f64x2.mul(at(gate, i), f64x2.pmax(all(0), f64x2.sub(at(loss, i), all(glassy)))))
    const sum = f64x2.add(a, made)
    const kept = f64x2.pmin(sum, all(thickest))
    // what is too thick piles up: it goes, and takes its age with it
    const ratio = f64x2.div(kept, f64x2.pmax(sum, all(1e-12)))
    put(nextLayers, i, v128.and(f64x2.mul(wet, kept), f64x2.gt(kept, all(1e-12))))
    put(nextAged, i, v128.and(f64x2.mul(wet, f64x2.mul(ratio, f64x2.add(b, f64x2.mul(a, all(dt))))), f64x2.gt(kept, all(1e-12))))
  }
}

/** Adds an array, times so much, to another. */
export function gather(sum: usize, x: usize, from: i32, to: i32, times: f64): void {
  for (let i = from; i < to; i += 2) add(sum, i, f64x2.mul(all(times), at(x, i)))
}

/** Adds a time to where an array is over a least value. */
export function gatherOver(sum: usize, x: usize, from: i32, to: i32, least: f64, dt: f64): void {
  for (let i = from; i < to; i += 2) add(sum, i, v128.and(all(dt), f64x2.gt(at(x, i), all(least))))
}
