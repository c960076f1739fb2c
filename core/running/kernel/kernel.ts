import { toUint8Array } from 'js-base64'
import { KERNEL_BYTES } from './kernelBytes'

/** Where an array of the kernel begins in its memory, bytes. */
export type Pointer = number

/** The inner loops, as `kernel.as` says them. Cells are counted from the first of each array. */
export interface KernelCalls {
  face: (
    z: Pointer,
    h: Pointer,
    un: Pointer,
    ut: Pointer,
    step: number,
    cell: number,
    room: Pointer,
    second: number
  ) => void
  speeds: (
    h: Pointer,
    hu: Pointer,
    hv: Pointer,
    u: Pointer,
    v: Pointer,
    low: Pointer,
    high: Pointer,
    stride: number,
    rows: number
  ) => number
  sweep: (
    z: Pointer,
    h: Pointer,
    hu: Pointer,
    hv: Pointer,
    u: Pointer,
    v: Pointer,
    mh: Pointer,
    mu: Pointer,
    mv: Pointer,
    h1: Pointer,
    hu1: Pointer,
    hv1: Pointer,
    rough: Pointer,
    low: Pointer,
    high: Pointer,
    room: Pointer,
    stride: number,
    cols: number,
    rows: number,
    dt: number,
    perM: number,
    second: number,
    settle: number
  ) => number
  energies: (
    z: Pointer,
    h: Pointer,
    hu: Pointer,
    hv: Pointer,
    u: Pointer,
    v: Pointer,
    energy: Pointer,
    px: Pointer,
    py: Pointer,
    wets: Pointer,
    from: number,
    to: number
  ) => void
  losses: (
    h: Pointer,
    brought: Pointer,
    energy: Pointer,
    before: Pointer,
    px: Pointer,
    py: Pointer,
    wets: Pointer,
    raw: Pointer,
    stride: number,
    from: number,
    to: number,
    perS: number,
    perM: number
  ) => void
  follow: (
    raw: Pointer,
    loss: Pointer,
    stride: number,
    from: number,
    to: number,
    share: number
  ) => void
  carry: (
    u: Pointer,
    v: Pointer,
    wets: Pointer,
    loss: Pointer,
    gate: Pointer,
    layers: Pointer,
    aged: Pointer,
    nextLayers: Pointer,
    nextAged: Pointer,
    stride: number,
    from: number,
    to: number,
    dt: number,
    perM: number,
    fade: number,
    perLoss: number,
    glassy: number,
    thickest: number
  ) => void
  gather: (sum: Pointer, x: Pointer, from: number, to: number, times: number) => void
  gatherOver: (
    sum: Pointer,
    x: Pointer,
    from: number,
    to: number,
    least: number,
    dt: number
  ) => void
}

/** The kernel with memory of its own, out of which arrays are cut. */
export interface Kernel {
  calls: KernelCalls
  numbers: (count: number) => Float64Array
  integers: (count: number) => Int32Array
}

/** The little of WebAssembly that is used here: every engine that runs the app has it. */
declare const WebAssembly: {
  Module: new (bytes: Uint8Array) => object
  Instance: new (module: object, imports: object) => { exports: unknown }
  Memory: new (size: { initial: number; maximum: number }) => { buffer: ArrayBuffer }
}

const PAGE = 65536
/**
 * Room before, between and after arrays: two cells are read at a time, and neighbours of the first
 * and last.
 */
const ROOM = 64
let compiled: object | null = null

/**
 * A kernel with room for so many bytes of arrays.
 *
 * @param bytes   of all arrays that will be asked for
 * @param arrays  how many they are
 * @throws Error when the browser has no memory for them, or no WebAssembly with vectors
 */
export function makeKernel(bytes: number, arrays: number): Kernel {
  compiled ??= new WebAssembly.Module(toUint8Array(KERNEL_BYTES))
  const pages = Math.ceil((bytes + (arrays + 2) * ROOM * 2) / PAGE) + 1
  const memory = new WebAssembly.Memory({ initial: pages, maximum: pages })
  const { exports } = new WebAssembly.Instance(compiled, { env: { memory } })
  let next = 1024
  const cut = (size: number) => {
    const at = next + ROOM
    next = Math.ceil((at + size + ROOM) / 16) * 16
    return at
  }
  return {
    calls: exports as KernelCalls,
    numbers: (count) => new Float64Array(memory.buffer, cut(count * 8), count),
    integers: (count) => new Int32Array(memory.buffer, cut(count * 4), count)
  }
}
