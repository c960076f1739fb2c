import { poolOf } from '../../build/castsWith'
import type { Moving } from '../../build/types'
import { BONDS, bondFaults, bondNamed, bondOf, faceOfLay, partFace } from '../../craft/bonds'
import type { Outcome, ThingId } from '../../craft/materials/pairs'
import { onShelf, type Shelf } from '../../craft/materials/shelf'
import { warmth } from '../../craft/warmth'
import type { Way } from '../../craft/ways/types'
import { MOST_PROPS } from '../../physics/stuff/supports/props'
import { BOND_MPA } from '../../physics/stuff/supports/standing'
import { counted, mm, plain, say } from '../../words/sentence'
import type { PartStack } from '../3-stacks/partStack'
import { SHORTEST_PROP_MM } from './limits'
import type { Finding, Make, Stages } from './types'

/** Sticks out by less than this: sanded off, mm. Common practice, no source. */
const SANDED_MM = 2

/** A casting that its water cannot hold, and one that is too warm at once. */
export function castFindings(
  water: Moving,
  part: PartStack,
  outgrowsMm: number,
  make: Make
): Finding[] {
  const found: Finding[] = []
  const { heat, castMl } = part.mould!
  if (outgrowsMm > SANDED_MM)
    found.push(
      make('outgrows', {
        severity: 'warn',
        place: 'water',
        title: `${water.name}: the crest outgrows its water`,
        number: say`${mm(outgrowsMm)} too deep from front to back`,
        reason: say`${mm(part.thicknessMm)} high it is ${mm(part.widthMm)} from the back of its tail to its foot, and there is no room for that where it stands.`,
        wayOut: 'A lower crest, or farther into the water.'
      })
    )
  if (heat === null)
    found.push(
      make('cast-mass', {
        severity: 'warn',
        place: 'water',
        title: `${water.name}: more resin than anybody casts`,
        number: `${plain(castMl / 1000, 1)} l`,
        reason: 'So much at once cannot get rid of its heat, and the master alone is days of work.',
        wayOut: 'A lower or shorter crest, or carve it.'
      })
    )
  else if (heat.pours > 1)
    found.push(
      make('cast-heat', {
        severity: 'note',
        place: 'build-up',
        title: `${water.name}: cast it in ${counted(heat.pours, 'pour')}`,
        number: warmth(heat.atOnce.peakLoC, heat.atOnce.peakHiC),
        reason: say`At once it would come to that in its mould, and yellow; in ${counted(heat.pours, 'pour')} it comes to ${warmth(heat.peakLoC, heat.peakHiC)}.`,
        wayOut: 'The plan casts it so. A slower resin takes it at once.'
      })
    )
  return found
}

/** Faces that the part of a water is fixed on: of the ground, and of the pool that it stands in. */
function fixedOn(water: Moving, { steps }: Stages): ThingId[] {
  const pool = poolOf(water)
  return ['ground', ...(pool ? [pool] : [])].flatMap((stack) => {
    const top = steps.lays.filter((l) => l.stack === stack && l.state !== 'leftOut').at(-1)
    return top ? [faceOfLay(top.kind)] : []
  })
}

/** A bond that does not hold on what it is put on, or harms it, and the best that does. */
export function bondFindings(
  water: Moving,
  way: Way,
  stages: Stages,
  shelf: Shelf,
  make: Make
): Finding[] {
  const bond = bondOf(way, water.make)
  if (!bond || !way.part) return []
  const film = way.part.film ? onShelf(shelf, 'film', water.make.film) : null
  // eaten foam is a finding of its own
  const faces = [partFace(way.part.shape, film), ...fixedOn(water, stages)].filter(
    (face) => face !== 'unsealed-foam'
  )
  const [fault] = bondFaults(bond, faces)
  if (!fault) return []
  const better = BONDS.filter(
    (b) => b.id !== 'resin' && b.holdsMin !== null && bondFaults(b, faces).length === 0
  ).sort(
    (a, b) =>
      Number(b.id === way.part!.bond) - Number(a.id === way.part!.bond) ||
      BOND_MPA[b.id] - BOND_MPA[a.id]
  )[0]
  return [
    make('bond-face', {
      severity: 'warn',
      place: 'build-up',
      title: `${water.name}: ${bond.name.toLowerCase()} on ${fault.face}`,
      number: fault.result,
      reason: fault.why,
      wayOut: better ? `${better.name}: ${better.clear}` : 'Pins, or its own gel.',
      ...(better
        ? { mend: { label: better.name, made: water.id, change: { bond: better.id } } }
        : {})
    })
  ]
}

/** What a part that is peeled must not do on what it lies on. */
const NEVER_OFF: readonly Outcome[] = ['bonds', 'spoils']

/** What keeps a part up whose weight lies beyond its foot. */
function standsBy(water: Moving): string {
  if (water.make.loose) return 'A broader base, or its feet set farther out towards the lip.'
  if (water.kind === 'splash' && water.crown?.stance === 'fan')
    return 'Close it to a ring, or lean it on a covered wall until its joint holds.'
  return 'Lean it on a covered wall, or pin it, until its joint holds.'
}

/** A part that never comes off, that nothing holds up, whose joint is short or that tips. */
export function partFindings(water: Moving, part: PartStack, make: Make): Finding[] {
  const found: Finding[] = []
  const { overhang, release } = part
  if (release && NEVER_OFF.includes(release.result))
    found.push(
      make('part-stays', {
        severity: 'stop',
        place: 'build-up',
        title: `${water.name}: it never comes off its ${part.on}`,
        number: release.result,
        reason: release.why,
        wayOut: 'Another gel, or another sheet under it.'
      })
    )
  if (overhang && overhang.props === null) {
    found.push(
      make('no-props', {
        severity: 'stop',
        place: 'build-up',
        title: `${water.name}: no number of props holds this film`,
        number: say`droops ${mm(overhang.droopMm)}`,
        reason: say`Even ${MOST_PROPS} props leave more than ${mm(overhang.limitMm)}.`,
        wayOut: 'A stiffer film, thinner coats, or cast it.'
      })
    )
  }
  if (overhang?.props && overhang.props.count > 0) {
    const low = overhang.stand.filter((s) => s.heightMm < SHORTEST_PROP_MM)
    if (low.length > 0)
      found.push(
        make('prop-low', {
          severity: 'warn',
          place: 'build-up',
          title: `${water.name}: a prop would stand in the gel`,
          number: say`${mm(low[0].heightMm)} high`,
          reason: 'The strip is nearly down to its sheet there, and what holds it would be caught.',
          wayOut:
            'Pack it there with a fold of release sheet, and pull that out when the gel holds.'
        })
      )
    if (overhang.releaseH === null)
      found.push(
        make('prop-stays', {
          severity: 'warn',
          place: 'build-up',
          title: `${water.name}: the props can never come away`,
          number: say`over ${mm(overhang.limitMm)} without them`,
          reason: 'Dry gel and film together are still too soft for their own weight.',
          wayOut: 'A stiffer film, or a clear prop that white water hides.'
        })
      )
  }
  if (!part.bond.holds)
    found.push(
      make('bond', {
        severity: 'warn',
        place: 'build-up',
        title: `${water.name}: the joint is short for its load`,
        number: say`${mm(part.bond.footMm)}, wants ${mm(part.bond.wantsMm)}`,
        reason: `${bondNamed(part.bond.kind)} bears ${Math.round(part.bond.times * 10) / 10} times the load; four is wanted.`,
        wayOut: 'A longer foot, a stronger glue, or pins through it.'
      })
    )
  if (part.standing && !part.standing.stands)
    found.push(
      make('tips', {
        severity: 'note',
        place: 'build-up',
        title: `${water.name}: it does not stand by itself`,
        number: `${Math.round(-part.standing.tipDeg)}° too far over`,
        reason: 'Its weight lies beyond its foot.',
        wayOut: standsBy(water)
      })
    )
  return found
}
