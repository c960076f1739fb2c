import type { Build } from '../../build/types'
import type { Lesson } from '../learned/history'
import type { Finding, Place } from './types'

/**
 * Materials that a build is made of, each with the water that asks for it (null: the ground or the
 * finish).
 */
function materialsOf(build: Build): Map<string, string | null> {
  const found = new Map<string, string | null>([
    [build.ground.landform, null],
    [build.ground.shell, null],
    [build.ground.seal, null]
  ])
  for (const water of build.waters) {
    if (water.kind === 'pool')
      for (const id of [water.resin, water.dam, ...water.tints.map((t) => t.id)])
        found.set(id, water.id)
    else found.set(water.gel, water.id).set(water.make.film, water.id)
  }
  return found
}

/** Where a lesson meets a build: the water it belongs to, and the view; null: it does not. */
function meets(build: Build, { about }: Lesson): { water: string | null; place: Place } | null {
  if (about.kind === 'material') {
    const materials = materialsOf(build)
    return materials.has(about.id) ? { water: materials.get(about.id)!, place: 'build-up' } : null
  }
  if (about.kind === 'way') {
    const water = build.waters.find((w) => w.way === about.id)
    if (water) return { water: water.id, place: 'build-up' }
    return build.finish.white === about.id || build.finish.spray === about.id
      ? { water: null, place: 'build-up' }
      : null
  }
  const water = build.waters.find((w) => w.kind === about.id)
  return water ? { water: water.id, place: 'water' } : null
}

/** Lessons written down in other builds that this one meets. */
export function lessonFindings(build: Build, lessons: readonly Lesson[]): Finding[] {
  return lessons
    .filter((l) => l.build !== build.id && l.text.trim() !== '')
    .flatMap((lesson, i): Finding[] => {
      const met = meets(build, lesson)
      if (!met) return []
      return [
        {
          id: `lesson:${i}`,
          severity: 'note',
          place: met.place,
          water: met.water,
          title: `A lesson from “${lesson.buildName}”`,
          number: lesson.at.slice(0, 10),
          reason: lesson.text,
          wayOut: 'Your own words; they are in the Log of that build.'
        }
      ]
    })
}
