import {
  BED_COLOURS,
  calendarDefaults,
  fallDefaults,
  finishDefaults,
  flowDefaults,
  laysDefaults,
  makingDefaults,
  poolDefaults,
  runningDefaults,
  workDefaults
} from '../newBuild'
import type { Fault } from '../../physics/fault'
import { shown } from './checked'

/** A build file of any version: only its format and version are known. */
export type AnyVersion = Record<string, unknown> & { version: number }

/** Takes a file of one version to the next; keys it does not know stay as they are. */
export type Migration = (file: AnyVersion) => AnyVersion

/** The version this app writes. */
export const CURRENT_VERSION = 8

/**
 * The dated list of versions, each with the step that takes a file from it to the next.
 * 1 — 2026-11-24, the first.
 * 2 — 2026-11-25, pools say how they are measured, poured and tinted, what stands in them and where
 * they open; the bed
 *     has colours and the base a tilt.
 * 3 — 2026-11-25, one flow runs down the chain; runs, seas and splashes are waters; falls have
 * steps and may cling;
 *     modules join at edges of the base.
 * 4 — 2026-11-25, moving waters say in how many coats, on which film and how far tilted they are
 * built; white water and
 *     spray are made in a way; repairs are kept.
 * 5 — 2026-11-25, the calendar knows a second pair of hands, busy times and a deadline; steps are
 * settled, jobs fill the
 *     waits, several copies are made at once, and what was done is logged.
 * 6 — 2026-11-25, water runs over the model's own ground: where it comes in and goes out, and the
 * runs that were kept.
 * 7 — 2026-11-28, a build says what is there already, how careful to be, what is left out, and steps
 * of the builder's own.
 * 8 — 2026-12-01, a step of the builder's own comes after and before any number of others.
 */
export const MIGRATIONS: ReadonlyMap<number, Migration> = new Map([
  [1, withPours],
  [2, withFlow],
  [3, withMaking],
  [4, withWork],
  [5, withRunning],
  [6, withLays],
  [7, withPlaces]
])

/** What is no object is left as it is: the check that follows says so. */
const isObject = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

function withPours(file: AnyVersion): AnyVersion {
  const waters = Array.isArray(file.waters)
    ? file.waters.map((water: unknown) =>
        isObject(water) && water.kind === 'pool'
          ? { ...poolDefaults(), heed: 'heat', ...water }
          : water
      )
    : file.waters
  const ground = isObject(file.ground)
    ? { castingsMl: 0, ...BED_COLOURS, ...file.ground }
    : file.ground
  return { outOfLevel: { xDeg: 0, yDeg: 0 }, ...file, waters, ground }
}

function withFlow(file: AnyVersion): AnyVersion {
  const waters = Array.isArray(file.waters)
    ? file.waters.map((water: unknown) =>
        isObject(water) && water.kind === 'fall' ? { ...fallDefaults(), ...water } : water
      )
    : file.waters
  return { ...flowDefaults(), ...file, waters }
}

function withMaking(file: AnyVersion): AnyVersion {
  const waters = Array.isArray(file.waters)
    ? file.waters.map((water: unknown) =>
        isObject(water) && water.kind !== 'pool' ? { make: makingDefaults(), ...water } : water
      )
    : file.waters
  return { ...finishDefaults(), ...file, waters }
}

function withWork(file: AnyVersion): AnyVersion {
  const calendar = isObject(file.calendar)
    ? { ...calendarDefaults(), ...file.calendar }
    : file.calendar
  return { ...workDefaults(), ...file, calendar }
}

function withRunning(file: AnyVersion): AnyVersion {
  return { running: runningDefaults(), ...file }
}

function withLays(file: AnyVersion): AnyVersion {
  return { ...laysDefaults(), ...file }
}

function withPlaces(file: AnyVersion): AnyVersion {
  const listed = (place: unknown) =>
    place === null ? [] : typeof place === 'string' ? [place] : place
  const own = Array.isArray(file.own)
    ? file.own.map((step: unknown) =>
        isObject(step) ? { ...step, after: listed(step.after), before: listed(step.before) } : step
      )
    : file.own
  return { ...file, own }
}

/**
 * Brings a file up to a version, step by step.
 *
 * @param file        a parsed build file
 * @param migrations  the steps, by the version they start from
 * @param target      version wanted
 * @returns           the file at that version, or why it cannot be brought there; the file itself
 *   is not changed
 */
export function migrated(
  file: Record<string, unknown>,
  migrations: ReadonlyMap<number, Migration> = MIGRATIONS,
  target: number = CURRENT_VERSION
): { file: Record<string, unknown> } | { fault: Fault } {
  const { version } = file
  if (typeof version !== 'number' || !Number.isInteger(version) || version < 1) {
    return {
      fault: {
        path: 'version',
        message: `was ${shown(version)}; must be a whole number from 1 to ${target}`
      }
    }
  }
  if (version > target) {
    return {
      fault: {
        path: 'version',
        message: `was ${version}; this app reads up to ${target}: the file comes from a newer Tall Spindle, and is left as it is`
      }
    }
  }
  let current: AnyVersion = { ...file, version }
  while (current.version < target) {
    const step = migrations.get(current.version)
    if (!step)
      return {
        fault: {
          path: 'version',
          message: `was ${version}; there is no way from version ${current.version} to ${target}`
        }
      }
    current = { ...step(current), version: current.version + 1 }
  }
  return { file: current }
}
