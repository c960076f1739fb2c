import { idleBench, type BenchState } from '../../core/bench/benchClocks'

/**
 * Clocks and begun work of a build, in the browser's immediate store: written at every change, so
 * that neither a closed tab
 * nor a crash loses any.
 */
const PREFIX = 'tall-spindle:bench:'

export function loadBench(build: string): BenchState {
  try {
    const kept = JSON.parse(localStorage.getItem(PREFIX + build) ?? 'null') as BenchState | null
    return kept && Array.isArray(kept.clocks) ? { ...idleBench(), ...kept } : idleBench()
  } catch {
    return idleBench()
  }
}

/** @returns whether it could be kept */
export function keepBench(build: string, state: BenchState): boolean {
  try {
    localStorage.setItem(PREFIX + build, JSON.stringify(state))
    return true
  } catch {
    return false
  }
}
