import { USUAL } from '../../craft/usual'
import type { Build, Moving } from '../../build/types'
import type { Room } from '../../physics/stuff/drying/air'
import { movingOf } from '../../build/types'
import { THICKEST_GEL_MM } from '../../physics/stuff/drying/coats'
import { COLDEST_C } from '../../physics/stuff/drying/inRoom'
import { localIso } from '../../build/zone'
import { onShelf, type Shelf } from '../../craft/materials/shelf'
import type { Laying } from '../3-stacks/gelStack'
import { wayOf } from '../../craft/ways/catalog'
import { DAMP_RH_PCT, SLUMPS_SHARE } from './limits'
import { bondFindings, castFindings, partFindings } from './partFindings'
import type { Finding, Make, Stages } from './types'
import { counted, mm, quantity, say } from '../../words/sentence'
import { about } from '../../words/durations'

/** Gel of all that moves, and its parts. */
export function gelFindings(build: Build, stages: Stages, shelf: Shelf): Finding[] {
  const ponds = stages.stacks.surfaces.flatMap(({ id, laying }): Finding[] => {
    const never =
      laying && laying.clearH === null
        ? neverClear(build.waters.find((w) => w.id === id)!.name, build.room, laying)
        : null
    return never ? [{ id: `never-clear:${id}`, water: id, ...never }] : []
  })
  return [
    ...ponds,
    ...movingOf(build).flatMap((water) => {
      const stack = stages.stacks.forms.find((s) => s.id === water.id)
      const way = wayOf(water)
      const make: Make = (id, finding) => ({ id: `${id}:${water.id}`, water: water.id, ...finding })
      if (!way)
        return [
          make('unknown-way', {
            severity: 'stop',
            place: 'build-up',
            title: `${water.name}: this way of making it is not known`,
            number: water.way,
            reason: 'The file names a way that this version does not have.',
            wayOut: 'Choose another under Compare ways.'
          })
        ]
      const found: Finding[] = []
      if (way.gel && !onShelf(shelf, 'gel', water.gel))
        found.push(
          make('no-gel', {
            severity: 'stop',
            place: 'build-up',
            title: `${water.name}: this gel is not on the shelf`,
            number: water.gel,
            reason: 'Nothing can be said of how it dries.',
            wayOut: 'Choose another gel.'
          })
        )
      if (way.part?.film && !onShelf(shelf, 'film', water.make.film))
        found.push(
          make('no-film', {
            severity: 'stop',
            place: 'build-up',
            title: `${water.name}: this film is not on the shelf`,
            number: water.make.film,
            reason: 'Nothing can be said of what it bears.',
            wayOut: 'Choose another film.'
          })
        )
      if (stack?.laying)
        found.push(
          ...layingFindings(build, water, stack.laying, stages, make),
          ...windowFindings(water, stages, make)
        )
      if (stack?.part) found.push(...partFindings(water, stack.part, make))
      found.push(...bondFindings(water, way, stages, shelf, make))
      const built = stages.forms.seas.find((s) => s.id === water.id)?.built
      if (stack?.part?.mould && built)
        found.push(...castFindings(water, stack.part, built.outgrowsMm, make))
      if (
        (way.part?.shape === 'curl' || way.part?.shape === 'cast') &&
        stack &&
        stack.coats.length > 0 &&
        !stack.part
      ) {
        const form = stages.forms.seas.find((s) => s.id === water.id)
        const spills = form?.wish && form.wish.kind !== 'plunging' && form.built
        found.push(
          make('no-crest', {
            severity: 'stop',
            place: 'water',
            title: spills
              ? `${water.name}: this wave does not curl`
              : `${water.name}: no crest is chosen to be built`,
            number: spills ? `wished ${form.wish!.kind}` : '0 crests',
            reason: spills
              ? 'Film is rolled to the hollow of a plunging wave, and this one is wished otherwise.'
              : 'A casting or a curl is made of one crest, as long as you want it.',
            wayOut: spills
              ? 'Wish it plunging; or carve it, or draw it up in gel.'
              : 'Choose “Build a crest” on Water.',
            mend: spills
              ? { label: 'Wish it plunging', sea: water.id, change: { wish: 'plunging' } }
              : undefined
          })
        )
      }
      return found
    })
  ]
}

/** Air in which no coat ever clears; null: this air is not at fault. */
function neverClear(
  name: string,
  room: Room,
  laying: Laying
): Omit<Finding, 'id' | 'water'> | null {
  if (room.tempC < COLDEST_C)
    return {
      severity: 'stop',
      place: 'days',
      title: `${name}: the room is frozen`,
      number: quantity(room.tempC, '°C'),
      reason: 'Gel that freezes breaks, and does not clear.',
      wayOut: 'Bring the model into a warm room before any gel is opened.'
    }
  // a coat that could be laid no thinner by the plan's own advice: it is the air
  const thick = laying.wetMm > THICKEST_GEL_MM
  if (room.rhPct > DAMP_RH_PCT || (laying.coats >= laying.advised && !thick))
    return {
      severity: 'stop',
      place: 'days',
      title: `${name}: in this air the gel never clears`,
      number: say`${room.rhPct} %, ${mm(laying.wetMm)} wet`,
      reason: 'Air this damp gives as much water back as it takes.',
      wayOut: `A dryer, or a warmer room: under ${DAMP_RH_PCT} % it clears.`
    }
  return null
}

function layingFindings(
  build: Build,
  water: Moving,
  laying: Laying,
  stages: Stages,
  make: Make
): Finding[] {
  const { room, calendar } = build
  const found: Finding[] = []
  const gel = say`${mm(laying.wetMm)} wet`
  if (laying.clearH === null) {
    found.push(
      make(
        'never-clear',
        neverClear(water.name, room, laying) ?? {
          severity: 'stop',
          place: 'build-up',
          title: `${water.name}: this coat is thicker than anybody can wait for`,
          number: gel,
          reason: 'It would still be white after ten years.',
          ...splitOr(water, laying, 'Lay it in')
        }
      )
    )
  } else if (laying.wetMm > THICKEST_GEL_MM) {
    found.push(
      make('thick-coat', {
        severity: 'stop',
        place: 'build-up',
        title: `${water.name}: so thick a coat stays white`,
        number: say`${gel}: ${about(laying.clearH * 60)}`,
        reason: say`Over ${mm(THICKEST_GEL_MM)} at once the skin shuts the water in.${inCoats(laying)}`,
        ...splitOr(water, laying, 'Split it into')
      })
    )
  }
  if (
    laying.clearH !== null &&
    water.make.nextCoatH !== null &&
    laying.coats > 1 &&
    water.make.nextCoatH < laying.clearH
  ) {
    const coat = wayOf(water)?.steps.find((t) => t.times === 'gelCoats')
    const fit = stages.days.waits.find((w) => w.step === `${water.id}/${coat?.id}#1`)
    found.push(
      make('over-white', {
        severity: 'stop',
        place: 'build-up',
        title: `${water.name}: the next coat would go over white`,
        number: fit
          ? `fit ${localIso(fit.endMs, calendar.zone).slice(0, 16).replace('T', ' ')}`
          : `fit after ${about(laying.clearH * 60)}`,
        reason: say`You want it after ${about(water.make.nextCoatH * 60)}; ${gel} takes ${about(laying.clearH * 60)} to clear in this room, and what is shut in stays white for weeks.`,
        wayOut: 'The plan waits until it is clear. Thinner coats are fit sooner.',
        mend: { label: 'Wait until it is clear', made: water.id, change: { nextCoatH: null } }
      })
    )
  }
  if (laying.sagMm !== null && laying.wetMm > laying.sagMm) {
    found.push(
      make('sags', {
        severity: 'warn',
        place: 'build-up',
        title: `${water.name}: this coat runs down its slope`,
        number: say`${gel}, ${mm(laying.sagMm)} stays at ${Math.round(laying.slopeDeg)}°`,
        reason: 'Its own weight along the slope is more than the gel holds until it has thickened.',
        wayOut: `Tilt the whole model back by ${laying.tiltDeg}°, or lay thinner coats, or let it go jelly-like on card first.`,
        mend: {
          label: `Tilt it by ${laying.tiltDeg}°`,
          made: water.id,
          change: { tiltDeg: Math.min(90, water.make.tiltDeg + laying.tiltDeg) }
        }
      })
    )
  }
  if (laying.peak && laying.peak.slumpMm > SLUMPS_SHARE * laying.peak.heightMm) {
    found.push(
      make('slumps', {
        severity: 'warn',
        place: 'build-up',
        title: `${water.name}: points this high sink`,
        number: say`${mm(laying.peak.heightMm)} sinks to ${mm(laying.peak.standsMm)}`,
        reason: say`Fresh from the pot it stands ${mm(laying.peak.highestMm)} and no higher.`,
        wayOut: 'Stir in more filler, pick it up later, or build it in two goes.'
      })
    )
  }
  const heap = heapFinding(water, laying, make)
  if (heap) found.push(heap)
  return found
}

/** How soon all is clear in as many coats as are advised; empty: its way lays but the one. */
function inCoats({ advised, coats, table }: Laying): string {
  const totalH = table.find((c) => c.coats === advised)?.totalH
  return advised > coats && totalH
    ? ` In ${counted(advised, 'coat')} all of it is clear in ${about(60 * totalH)}.`
    : ''
}

/** The way out of too thick a coat: more of them, or, where its way lays it in one sitting, another way. */
function splitOr(
  water: Moving,
  { advised, coats }: Laying,
  doing: string
): Pick<Finding, 'wayOut' | 'mend'> {
  if (advised > coats)
    return {
      wayOut: `Lay it in ${counted(advised, 'coat')}.`,
      mend: {
        label: `${doing} ${counted(advised, 'coat')}`,
        made: water.id,
        change: { coats: null }
      }
    }
  const wayOut =
    'This way lays it in one sitting: make it lower, or take a way of coats or of a core.'
  if (water.kind !== 'sea') return { wayOut }
  return { wayOut, mend: { label: 'Carve it', water: water.id, way: USUAL.highCrest } }
}

/** Gel higher than this, or in so many coats, is not heaped. docs/trade.md O11. Common practice, no source. */
const HEAPED = { mm: 3, runMm: 4, coats: 5 } as const

/** Crests and runs built up in coat upon coat: what builders do instead, and what it saves. */
function heapFinding(water: Moving, laying: Laying, make: Make): Finding | null {
  const heaped = wayOf(water)?.gel
  if (heaped !== 'crest' && heaped !== 'run') return null
  const mostMm = heaped === 'crest' ? HEAPED.mm : HEAPED.runMm
  if (laying.finalMm <= mostMm && laying.coats < HEAPED.coats) return null
  if (laying.totalH === null || laying.clearH === null || laying.coats < 2) return null
  const saved = about(60 * (laying.totalH - laying.clearH))
  return make('heap', {
    severity: 'note',
    place: 'build-up',
    title: `${water.name}: more gel than anybody heaps`,
    number: say`${mm(laying.finalMm)}, ${counted(laying.coats, 'coat')}, ${about(60 * laying.totalH)} of drying`,
    reason:
      heaped === 'crest'
        ? say`Crests over ${mm(HEAPED.mm)} are carved, cast, curled over film, or drawn over a core of foam or fibre plaster: one coat of gel is left to dry, ${saved} less. A casting has its mould’s own days.`
        : `Carve the bed up towards the water, or pour it, and one coat of gel is left to dry: ${saved} less.`,
    wayOut:
      heaped === 'crest'
        ? 'Compare ways tells what each comes to, in days, money and weight.'
        : 'Raise the bed on Water, or pour the run.',
    mend:
      heaped === 'crest' ? { label: 'Carve it', water: water.id, way: USUAL.highCrest } : undefined
  })
}

/** Laying that takes longer than its window stays open. */
function windowFindings(water: Moving, stages: Stages, make: Make): Finding[] {
  return stages.steps.links.flatMap((link) => {
    const from = stages.steps.steps.find((s) => s.id === link.from)
    // repairs of this water have windows of their own
    if (!from || !link.hard || link.maxMin === undefined || !link.from.startsWith(`${water.id}/`))
      return []
    const open = link.maxMin - link.minMin
    if (from.handsMin <= open + link.minMin) return []
    const patches = Math.ceil(from.handsMin / Math.max(1, open))
    return [
      make('patches', {
        // how it is laid, and nothing gone wrong
        severity: 'aside',
        place: 'build-up',
        title: `${water.name}: it thickens faster than you lay it`,
        number: `${from.handsMin} min of laying, a window of ${open} min`,
        reason: 'By the time the last of it is laid the first takes no mark.',
        wayOut: `Lay and work it in ${counted(patches, 'patch', 'patches')}, wet edge to wet edge.`
      })
    ]
  })
}
