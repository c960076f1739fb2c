import { crestOf } from '../crests'
import type { Fault } from '../../physics/fault'
import type { Build } from '../types'
import { faultsOf, pathText } from './checked'
import { COMING_IN } from './comingIn'
import { migrated } from './migrations'
import { BUILD_SCHEMA } from './schema'

/** A file is at most so long, characters. */
export const LONGEST_FILE = COMING_IN.build.bytes
const DEEPEST = 24
const MOST_VALUES = 2_000_000
const REFUSED_KEYS = new Set(['__proto__', 'constructor', 'prototype'])

export type ReadResult<T> = { ok: true; value: T } | { ok: false; faults: Fault[] }

const refused = (path: string, message: string): ReadResult<never> => ({
  ok: false,
  faults: [{ path, message }]
})

/**
 * Reads JSON that may be anything: its length, depth and keys are looked at before anything else is.
 *
 * @returns the parsed value, or one fault that says what is wrong with the file
 */
export function readJson(text: string): ReadResult<unknown> {
  if (text.length > LONGEST_FILE) {
    return refused(
      '',
      `the file is ${Math.round(text.length / 1e6)} MB long; a build is at most ${LONGEST_FILE / 1e6} MB`
    )
  }
  let value: unknown
  try {
    value = JSON.parse(text)
  } catch (error) {
    return refused(
      '',
      `the file is not JSON: ${error instanceof Error ? error.message.slice(0, 120) : 'it cannot be read'}`
    )
  }
  const fault = looksHostile(value)
  return fault ? { ok: false, faults: [fault] } : { ok: true, value }
}

function looksHostile(root: unknown): Fault | null {
  let seen = 0
  const stack: { value: unknown; path: (string | number)[] }[] = [{ value: root, path: [] }]
  for (let next = stack.pop(); next; next = stack.pop()) {
    const { value, path } = next
    if (++seen > MOST_VALUES)
      return { path: '', message: `the file holds more than ${MOST_VALUES} values; no build does` }
    if (typeof value !== 'object' || value === null) continue
    if (path.length >= DEEPEST)
      return {
        path: pathText(path.slice(0, 6)),
        message: `is nested more than ${DEEPEST} deep; no build is`
      }
    if (Array.isArray(value))
      value.forEach((item, i) => {
        if (typeof item === 'object') stack.push({ value: item, path: [...path, i] })
        else seen++
      })
    else {
      for (const [key, item] of Object.entries(value)) {
        if (REFUSED_KEYS.has(key))
          return {
            path: pathText([...path, key]),
            message: 'is a key that no build may carry; take it out of the file'
          }
        stack.push({ value: item, path: [...path, key] })
      }
    }
  }
  return null
}

/**
 * Checks a parsed value as a build, migrating it from an older version first.
 *
 * @param value  parsed JSON
 * @returns      the build with every key it came with, or every fault with its path
 */
export function checkBuild(value: unknown): ReadResult<Build> {
  if (typeof value !== 'object' || value === null || Array.isArray(value))
    return refused('', 'the file is no build: its top must be an object')
  const file = value as Record<string, unknown>
  if (file.format !== 'tall-spindle-build') {
    return refused(
      'format',
      `the file is no build of Tall Spindle: its format must be "tall-spindle-build"`
    )
  }
  const moved = migrated(file)
  if ('fault' in moved) return { ok: false, faults: [moved.fault] }
  const { value: build, error } = BUILD_SCHEMA.validate(moved.file, {
    convert: false,
    abortEarly: false,
    errors: { label: 'key' }
  })
  if (error) return { ok: false, faults: faultsOf(error) }
  const faults = danglingNames(build as Build)
  return faults.length > 0 ? { ok: false, faults } : { ok: true, value: build as Build }
}

/** Names by which the plan calls its own steps: no water and no repair may go by them. */
const OWN_NAMES = ['ground', 'white', 'spray', 'finish']

/**
 * Names that point at nothing, or at two things: a lip on no pool, water into a pool that is not
 * there, a repair called as a water is.
 */
export function danglingNames(build: Build): Fault[] {
  const faults: Fault[] = []
  build.repairs.forEach((repair, i) => {
    const known = build.waters.some((w) => w.id === repair.id) || OWN_NAMES.includes(repair.id)
    if (known)
      faults.push({
        path: `repairs[${i}].id`,
        message: `was "${repair.id}"; must not be the id of a water, nor ${OWN_NAMES.join(', ')}`
      })
    if (!build.waters.some((w) => w.id === repair.water))
      faults.push({
        path: `repairs[${i}].water`,
        message: `was "${repair.water}"; must be the id of a water in this build`
      })
  })
  build.waters.forEach((water, i) => {
    if (OWN_NAMES.includes(water.id))
      faults.push({
        path: `waters[${i}].id`,
        message: `was "${water.id}"; must not be ${OWN_NAMES.join(', ')}: the plan calls its own steps so`
      })
    const pool = (id: string) => build.waters.find((w) => w.kind === 'pool' && w.id === id)
    if (water.kind === 'sea' && !pool(water.pool))
      faults.push({
        path: `waters[${i}].pool`,
        message: `was "${water.pool}"; must be the id of a pool in this build`
      })
    if (water.kind === 'sea' && water.of && !crestOf(build, water))
      faults.push({
        path: `waters[${i}].of`,
        message: `was "${water.of}"; must be the id of another sea in this build that has waves of its own`
      })
    if (water.kind === 'pool') {
      water.openings.forEach((opening, k) => {
        if (
          build.waters.some((w) => w.kind === 'pool' && w.id === opening.into && w.id !== water.id)
        )
          return
        faults.push({
          path: `waters[${i}].openings[${k}].into`,
          message: `was "${opening.into}"; must be the id of another pool in this build`
        })
      })
    }
    if (water.kind !== 'fall') return
    const from = water.lip && pool(water.lip.pool)
    if (water.lip && !from)
      faults.push({
        path: `waters[${i}].lip.pool`,
        message: `was "${water.lip.pool}"; must be the id of a pool in this build`
      })
    if (from?.kind === 'pool' && !from.outline.some((c) => c.id === water.lip!.corner)) {
      faults.push({
        path: `waters[${i}].lip.corner`,
        message: `was "${water.lip!.corner}"; must be the id of a corner of ${from.id}`
      })
    }
    if (water.into !== null && !pool(water.into))
      faults.push({
        path: `waters[${i}].into`,
        message: `was "${water.into}"; must be the id of a pool in this build, or null`
      })
  })
  return faults
}

/** Reads one build from the text of a file. */
export function readBuild(text: string): ReadResult<Build> {
  const json = readJson(text)
  return json.ok ? checkBuild(json.value) : json
}

/**
 * Reads a file that holds one build or all of them (`{"format": "tall-spindle-builds", "builds":
 * […]}`). One fault in
 * one build refuses the file: nothing is taken in by halves.
 */
export function readBuilds(text: string): ReadResult<Build[]> {
  const json = readJson(text)
  if (!json.ok) return json
  const file = json.value as { format?: unknown; builds?: unknown } | null
  if (typeof file !== 'object' || file === null || file.format !== 'tall-spindle-builds') {
    const one = checkBuild(file)
    return one.ok ? { ok: true, value: [one.value] } : one
  }
  if (!Array.isArray(file.builds) || file.builds.length === 0)
    return refused('builds', 'must be a list of at least one build')
  const results = file.builds.map(checkBuild)
  const faults = results.flatMap((r, i) =>
    r.ok ? [] : r.faults.map((f) => ({ ...f, path: `builds[${i}]${f.path && `.${f.path}`}` }))
  )
  if (faults.length > 0) return { ok: false, faults }
  return { ok: true, value: results.flatMap((r) => (r.ok ? [r.value] : [])) }
}
