import { createRequire } from 'node:module'

/** What is used of odex: its own types are its sources, which a strict compiler refuses. */
interface OdeSolver {
  absoluteTolerance: number
  relativeTolerance: number
  solve: (
    f: (t: number, y: number[]) => number[],
    from: number,
    y: number[],
    to: number
  ) => { y: number[] }
}
const { Solver } = createRequire(import.meta.url)('odex') as {
  Solver: new (size: number) => OdeSolver
}

/** Integrates dy/dt = f from one time to another (odex, Gragg–Bulirsch–Stoer). */
export function integrated(
  f: (t: number, y: number[]) => number[],
  from: number,
  y: number[],
  to: number
): number[] {
  const solver = new Solver(y.length)
  solver.absoluteTolerance = solver.relativeTolerance = 1e-10
  return solver.solve(f, from, y, to).y
}
