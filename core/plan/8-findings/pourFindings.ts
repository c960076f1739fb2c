import type { Build, Pool } from '../../build/types'
import { BOW_LIMIT_MM } from '../../physics/stuff/dams/bow'
import type { LightHeat } from '../../physics/stuff/heat/lightHeat'
import type { PourHeat, PourTrial } from '../../physics/stuff/heat/pourHeat'
import { BOILS_C, HOT_C } from '../../physics/stuff/heat/verdict'
import { THINGS } from '../../craft/materials/pairs'
import { onShelf, type Shelf } from '../../craft/materials/shelf'
import type { Resin } from '../../craft/materials/types'
import { warmth } from '../../craft/warmth'
import type { PoolStack } from '../3-stacks/poolStack'
import { USUAL } from '../../craft/usual'
import { wayFor } from '../../craft/ways/catalog'
import { CRUST_MM, DAMP_RH_PCT, HIDDEN_BED_PCT } from './limits'
import type { Finding, Make, Stages } from './types'
import { counted, degrees, mm, quantity, say, type Sentence } from '../../words/sentence'
import { about } from '../../words/durations'
import { MINUTE_MS } from '../../physics/time'

/** Everything around a body of water: heat, dam, light, colour, damp. */
export function pourFindings(
  build: Build,
  pool: Pool,
  stack: PoolStack,
  stages: Stages,
  shelf: Shelf,
  make: Make
): Finding[] {
  const way = wayFor('pool', pool.way)
  if (!way) {
    return [
      make('no-way', {
        severity: 'stop',
        place: 'build-up',
        title: `${pool.name}: no way of working is called “${pool.way}”`,
        number: '0 ways',
        reason: 'Steps and amounts follow from the way.',
        wayOut: 'Choose a way on Build-up.'
      })
    ]
  }
  const { fill, dam, lacquer } = way.body ?? {}
  return [
    ...(fill === 'two-part' ? heatFindings(build, pool, stack, shelf, make) : []),
    ...(fill === 'light' ? lightFindings(pool, stack, shelf, make) : []),
    ...(dam ? damFindings(pool, stack, shelf, make) : []),
    ...(dam && stack.layers.length > 0 ? bedFindings(build, pool, stack, stages, make) : []),
    ...(lacquer ? lacquerFindings(build, pool, shelf, make) : []),
    ...windowFindings(pool, stages, make)
  ]
}

function heatFindings(
  build: Build,
  pool: Pool,
  stack: PoolStack,
  shelf: Shelf,
  make: Make
): Finding[] {
  const resin = onShelf(shelf, 'resin', pool.resin)
  if (!resin) {
    return [
      make('no-resin', {
        severity: 'stop',
        place: 'build-up',
        title: `${pool.name}: the shelf has no resin “${pool.resin}”`,
        number: '0 on the shelf',
        reason: 'Its label gives ratio, pot life and cure.',
        wayOut: 'Choose another resin on Build-up.'
      })
    ]
  }
  if (stack.problem) {
    return [
      make('label', {
        severity: 'stop',
        place: 'shelf',
        title: `${pool.name}: the label of ${resin.name} cannot be`,
        number: `${resin.potLifeMin} min, ${resin.curedH} h`,
        reason: stack.problem,
        wayOut:
          'Read the label again: pot life, what mass it is told for, full cure. Until then its layer limit alone counts.'
      })
    ]
  }
  const { heat } = stack
  if (!heat) return []
  const found: Finding[] = []
  const better = Math.ceil((heat.thicknessMm * heat.pours) / heat.bearableMm - 1e-9)
  const byLabel = pool.heed === 'label'
  const wanted = byLabel ? heat.labelPours : better
  const mend = mendOf(pool, heat, wanted, better)
  const wayOut = mend
    ? pool.pours === null
      ? `Let heat decide: ${counted(better, 'pour')} stay below what everything bears.`
      : `Let the plan choose: ${counted(wanted, 'pour')}.`
    : 'A cooler room, a slower resin, or a bed that bears more.'
  const disagree = byLabel && pool.pours === null ? say` ${whomToTrust(build, heat, resin)}` : ''
  if (pool.pours !== null && pool.pours !== heat.layers.length)
    found.push(
      make('pours-bands', {
        severity: 'note',
        place: 'build-up',
        title: `${pool.name}: ${counted(heat.layers.length, 'pour')}, not ${pool.pours}`,
        number: `${counted(pool.bands.length, 'band')} asked for`,
        reason:
          pool.pours < heat.layers.length
            ? 'Each band of tint is a pour of its own: none can be poured with the next.'
            : 'Nobody pours a pool in more than that.',
        wayOut: 'Ask for as many pours as there are bands or more, or take a band away.',
        mend: {
          label: `Ask for ${heat.layers.length}`,
          pool: pool.id,
          change: { pours: heat.layers.length }
        }
      })
    )
  const size = say`${counted(heat.pours, 'pour')} of up to ${mm(heat.thicknessMm)} at ${degrees(build.room.tempC)} in the room`
  if (heat.peakC >= BOILS_C) {
    found.push(
      make('boils', {
        severity: 'stop',
        place: 'build-up',
        title: `${pool.name}: this boils`,
        number: say`past ${degrees(150)}`,
        reason: say`${size}: the heat cannot get out as fast as it is made, and it runs away. It smokes, foams and cracks.${disagree}`,
        wayOut,
        mend
      })
    )
  }
  for (const limit of heat.broken) {
    const at =
      limit.what === 'ground' ? heat.groundPeakC : limit.what === 'dam' ? heat.damPeakC : heat.peakC
    const told =
      limit.what === 'ground'
        ? warmth(heat.groundPeakLoC, heat.groundPeakHiC)
        : limit.what === 'dam'
          ? warmth(heat.damPeakLoC, heat.damPeakHiC)
          : warmth(heat.peakLoC, heat.peakHiC)
    const past = at > limit.softensC
    const where = limit.what === 'ground' ? 'at its foot' : 'at the dam'
    if (limit.what === 'resin') {
      if (heat.peakC < BOILS_C)
        found.push(
          make('hot', {
            severity: 'warn',
            place: 'build-up',
            title: past
              ? `${pool.name}: the resin itself gets hot`
              : `${pool.name}: the resin itself may get hot`,
            number: told,
            reason: say`${size}: above ${degrees(limit.softensC)} it yellows and shrinks from its edges${past ? '' : ', and some bottles of this label come to that'}.${disagree}`,
            wayOut,
            mend
          })
        )
    } else {
      found.push(
        make(`softens-${limit.what}`, {
          severity: past ? 'stop' : 'warn',
          place: 'build-up',
          title: `${pool.name}: ${limit.name} ${past ? 'softens under this pour' : 'may soften under this pour'}`,
          number: say`${told}, bears ${degrees(limit.softensC)}`,
          reason: past
            ? say`${size}: ${where} that is past where ${limit.name} gives way.${disagree}`
            : say`${size}: ${where} some of what bottles of this label do would soften ${limit.name}.${disagree}`,
          wayOut:
            limit.what === 'dam' && !mend ? 'Another dam, or more and thinner pours.' : wayOut,
          mend
        })
      )
    }
  }
  if (heat.broken.length === 0 && heat.thicknessMm > heat.labelMm + 0.05) {
    found.push(
      make('over-label', {
        severity: 'warn',
        place: 'build-up',
        title: `${pool.name}: a pour is deeper than the label says`,
        number: say`${mm(heat.thicknessMm)} against ${mm(heat.labelMm)}`,
        reason: say`By the heat it stays at ${warmth(heat.peakLoC, heat.peakHiC)}${atFoot(heat)}, which all of it bears in this room. The maker’s data sheet comes first.`,
        wayOut: `Keep to the label: ${counted(Math.max(heat.labelPours, heat.pours), 'pour')}.`,
        mend: { label: 'Keep to the label', pool: pool.id, change: { heed: 'label', pours: null } }
      })
    )
  }
  if (heat.fewer && heat.broken.length === 0) found.push(fewerFinding(pool, heat, make))
  if (heat.firmMin === null || heat.curedMin === null) {
    found.push(
      make('never', {
        severity: heat.firmMin === null ? 'stop' : 'warn',
        place: 'build-up',
        title: `${pool.name}: too cold to ${heat.firmMin === null ? 'set' : 'cure through'} within 30 days`,
        number: degrees(build.room.tempC),
        reason: say`This resin is told for ${degrees(resin.potLifeC)}; every ten degrees less take more than twice as long.`,
        wayOut: 'Warm the room, or take a quicker resin.'
      })
    )
  }
  return found
}

/** The click that makes a pour cooler: the plan's own number of pours, or heat in place of the label. */
function mendOf(pool: Pool, heat: PourHeat, wanted: number, better: number): Finding['mend'] {
  if (pool.pours !== null)
    return wanted > pool.pours
      ? { label: `Pour it in ${wanted}`, pool: pool.id, change: { pours: null } }
      : undefined
  return pool.heed === 'label' && better > heat.pours
    ? { label: 'Let heat decide', pool: pool.id, change: { heed: 'heat' } }
    : undefined
}

/** Of the dam that every pool starts with nobody is warned. */
function releaseSeverity(pool: Pool, result: string): Finding['severity'] {
  if (pool.dam === USUAL.dam) return 'aside'
  return result === 'bonds' ? 'warn' : 'note'
}

/** How warm it gets at its foot, where that is less than in its core. */
const atFoot = ({ peakHiC, groundPeakHiC }: PourTrial): Sentence =>
  Math.round(groundPeakHiC) < Math.round(peakHiC)
    ? say` and at most ${degrees(groundPeakHiC)} at its foot`
    : ''

function fewerFinding(pool: Pool, heat: PourHeat, make: Make): Finding {
  const fewer = heat.fewer!
  const what = fewer.broken.map((b) => b.name).join(' and ')
  const told = warmth(fewer.peakLoC, fewer.peakHiC)
  const bears = fewer.broken.length === 0
  return make('one-fewer', {
    severity: 'aside',
    place: 'build-up',
    title: `${pool.name}: why not ${counted(fewer.pours, 'pour')}?`,
    number: told,
    reason: bears
      ? say`${mm(fewer.thicknessMm)} at once would come to ${told}${atFoot(fewer)}, which all bear; the label says ${mm(heat.labelMm)}.`
      : say`${mm(fewer.thicknessMm)} at once comes to ${told}, which not all bottles of this label spare ${what}; ${counted(heat.pours, 'pour')} of ${mm(heat.thicknessMm)} come to ${warmth(heat.peakLoC, heat.peakHiC)}.`,
    wayOut: bears
      ? 'Let heat decide, if the data sheet allows it.'
      : pool.heed === 'heat'
        ? 'Nothing to do: the plan has chosen the fewest.'
        : 'Nothing to do: the label and the heat agree.',
    mend: bears
      ? { label: 'Let heat decide', pool: pool.id, change: { heed: 'heat', pours: null } }
      : undefined
  })
}

/** Where the label's depth is too warm by the model: which of the two to trust, and why. */
function whomToTrust(build: Build, heat: PourHeat, resin: Resin): Sentence {
  const limit = heat.broken[0]?.what ?? 'resin'
  const label = say`The label allows ${mm(heat.labelMm)}; the model says otherwise.`
  if (limit !== 'resin')
    return say`${label} Trust the model here: a label does not know what lies under or around the pour.`
  return build.room.tempC > resin.potLifeC + 0.5
    ? say`${label} Trust the model here: the label is told for ${degrees(resin.potLifeC)}.`
    : say`${label} Trust the label where its own data sheet tells of such a pour; pour a small one first where it does not.`
}

/** What a coat under the lamp does that is too warm, or that may be by what its label leaves open. */
function hotWords(light: LightHeat, softensC: number | null): string {
  if (softensC !== null && light.groundPeakC > softensC) return 'melts its bed'
  if (softensC !== null && light.groundPeakHiC > softensC) return 'may soften its bed'
  return light.peakC > HOT_C ? 'yellows and cracks' : 'may yellow and crack'
}

/** A coat for the lamp thinner than this is a film, mm. Common practice, no source. */
const THINNEST_LIT_MM = 0.5

function lightFindings(pool: Pool, stack: PoolStack, shelf: Shelf, make: Make): Finding[] {
  const resin = onShelf(shelf, 'light-resin', pool.light.resin)
  const lamp = onShelf(shelf, 'lamp', pool.light.lamp)
  if (!resin || !lamp) {
    return [
      make('no-light', {
        severity: 'stop',
        place: 'build-up',
        title: `${pool.name}: resin or lamp is not on the shelf`,
        number: '0 on the shelf',
        reason: 'Coats follow from what the resin asks and the lamp gives.',
        wayOut: 'Choose both on Build-up.'
      })
    ]
  }
  const { light } = stack
  if (!light) return []
  const found: Finding[] = []
  const softens = stack.light?.groundSoftensC ?? null
  if (light.thickestMm < CRUST_MM) {
    found.push(
      make('crust', {
        severity: 'stop',
        place: 'build-up',
        title: `${pool.name}: it cures as a crust over liquid`,
        number: say`${mm(light.cureDepthMm)} of ${mm(stack.layers.at(-1)?.toMm !== undefined ? pool.levelMm - stack.layers[0].fromMm : 0)}`,
        reason: say`In ${resin.name.toLowerCase()} the light falls to a third every ${quantity(light.penetrationMm, 'mm', 2)}: after ${pool.light.seconds} s it has set ${mm(light.cureDepthMm)} and what is below stays liquid for good.`,
        wayOut: 'Take a craft resin made for depth, less tint, or a two-part pour.'
      })
    )
  } else if (light.secondsPerCoat === null) {
    found.push(
      make('no-lamp', {
        severity: 'stop',
        place: 'build-up',
        title: `${pool.name}: no light reaches through this coat`,
        number: mm(light.coatMm),
        reason: say`The lamp gives ${Math.round(light.irradianceMwCm2 * 10) / 10} mW/cm² at ${mm(pool.light.lampMm)}; half an hour of it would not do.`,
        wayOut: say`Coats of ${mm(light.thickestMm)}, or the lamp nearer.`
      })
    )
  } else if (light.coatMm > light.thickestMm + 0.01) {
    found.push(
      make('light-thick', {
        severity: 'warn',
        place: 'build-up',
        title: `${pool.name}: sticky underneath`,
        number: say`${mm(light.coatMm)}, cures ${mm(light.cureDepthMm)}`,
        reason: say`${pool.light.seconds} s of this lamp cure ${mm(light.cureDepthMm)}; a coat should be at most six tenths of that.`,
        wayOut: say`${light.secondsPerCoat} s on each coat, or coats of ${mm(light.thickestMm)}.`,
        mend: {
          label: `Light it ${light.secondsPerCoat} s`,
          pool: pool.id,
          change: { light: { ...pool.light, seconds: light.secondsPerCoat } }
        }
      })
    )
  }
  if (light.shadedPct > 0) {
    found.push(
      make('shade', {
        severity: 'warn',
        place: 'build-up',
        title: `${pool.name}: it stays liquid in the shade`,
        number: `${light.shadedPct} % shaded`,
        reason:
          'Light does not go round corners: under an overhang or a figure the resin is as it came from the bottle.',
        wayOut:
          'Light it from the side as well, set figures in after the last coat, or use a two-part resin there.'
      })
    )
  }
  if ((softens !== null && light.groundPeakHiC > softens) || light.peakHiC > HOT_C) {
    const bed = softens !== null && light.groundPeakC > softens
    found.push(
      make('light-hot', {
        severity: bed ? 'stop' : 'warn',
        place: 'build-up',
        title: `${pool.name}: a coat this thick ${hotWords(light, softens)}`,
        number: warmth(light.peakLoC, light.peakHiC),
        reason: say`${mm(light.coatMm)} lit over ${about(light.spreadMin)} give off their heat faster than it goes.`,
        wayOut:
          'Thinner coats, shorter bursts with cooler minutes between, or the lamp farther away.',
        mend: {
          label: say`Coats of ${mm(Math.max(0.5, light.coatMm / 2))}`,
          pool: pool.id,
          change: {
            light: { ...pool.light, coatMm: Math.max(0.5, Math.round(5 * light.coatMm) / 10) }
          }
        }
      })
    )
  }
  if (light.coats > 1 && light.coatMm < THINNEST_LIT_MM && light.thickestMm >= CRUST_MM)
    found.push(
      make('light-thin', {
        severity: 'warn',
        place: 'build-up',
        title: `${pool.name}: thinner coats than anybody lays`,
        number: say`${counted(light.coats, 'coat')} of ${mm(light.coatMm)}`,
        reason: 'Such a coat does not level, and stays sticky through.',
        wayOut: 'Less tint, a nearer lamp or longer light; or a two-part pour.'
      })
    )
  return found
}

function damFindings(pool: Pool, stack: PoolStack, shelf: Shelf, make: Make): Finding[] {
  const dam = onShelf(shelf, 'dam', pool.dam)
  if (!stack.dam) return []
  if (!dam)
    return [
      make('no-dam', {
        severity: 'stop',
        place: 'build-up',
        title: `${pool.name}: the shelf has no dam “${pool.dam}”`,
        number: '0 on the shelf',
        reason: 'Its bow, its drying and its face follow from what it is.',
        wayOut: 'Choose a dam on Build-up.'
      })
    ]
  const found: Finding[] = []
  const worst = stack.dam.spans.reduce((a, b) => (b.bowMm > a.bowMm ? b : a), stack.dam.spans[0])
  if (worst && worst.bowMm > BOW_LIMIT_MM) {
    found.push(
      // the plan braces it: that is work, no fault
      make('bow', {
        severity: stack.dam.bracedBowMm > BOW_LIMIT_MM ? 'note' : 'aside',
        place: 'build-up',
        title: `${pool.name}: the dam bows`,
        number: say`${mm(worst.bowMm)} over ${mm(worst.spanMm)}`,
        reason: say`${dam.name} under ${mm(worst.depthMm)} of resin; the eye forgives ${mm(BOW_LIMIT_MM)} along a level edge. The resin copies the bow.`,
        wayOut: say`Brace it from outside every ${mm(worst.braceEveryMm)}: ${counted(stack.dam.braces, 'brace')} in all, and it takes ${quantity(stack.dam.extraMl, 'ml')} more. Or a stiffer dam.`
      })
    )
  }
  const { release } = stack.dam
  if (
    release &&
    !dam.stays &&
    (release.result === 'holds' || release.result === 'bonds' || release.result === 'spoils')
  ) {
    found.push(
      make('release', {
        severity: releaseSeverity(pool, release.result),
        place: 'build-up',
        title: `${pool.name}: resin on ${THINGS[dam.face].name}`,
        number: release.result,
        reason: release.why,
        wayOut: 'Face it with packing tape, or wax it thinly, before it is set.'
      })
    )
  }
  return found
}

function bedFindings(
  build: Build,
  pool: Pool,
  stack: PoolStack,
  stages: Stages,
  make: Make
): Finding[] {
  const found: Finding[] = []
  if (build.ground.sealCoats === 0) {
    found.push(
      make('pores', {
        severity: 'warn',
        place: 'ground',
        title: `${pool.name}: the bed is not sealed`,
        number: '0 coats',
        reason: 'Air comes out of pores as bubbles for hours, and resin finds the smallest hole.',
        wayOut: 'Brush on about three coats, stippled.'
      })
    )
  }
  const dryOut = stages.cures.waters[pool.id]?.dryOut ?? 0
  if (build.room.rhPct > DAMP_RH_PCT) {
    found.push(
      make('damp', {
        severity: 'warn',
        place: 'days',
        title: `${pool.name}: the bed dries slowly in this air`,
        number: `${about(dryOut)} after the leak test`,
        reason: `At ${build.room.rhPct} % the air takes up little; damp under resin clouds it and bubbles.`,
        wayOut: 'Wait it out as planned, or warm the air.'
      })
    )
  }
  const shows = stack.colours?.deepest.bedShowsPct ?? 100
  if (shows < HIDDEN_BED_PCT) {
    found.push(
      make('bed-hidden', {
        severity: 'note',
        place: 'build-up',
        title: `${pool.name}: the bed will not be seen`,
        number: `${Math.round(shows)} % shows`,
        reason: 'At the deepest place this dose takes the bed out of sight.',
        wayOut: 'Fewer drops, or dark below and clear above.'
      })
    )
  }
  return found
}

function lacquerFindings(build: Build, pool: Pool, shelf: Shelf, make: Make): Finding[] {
  const foam = onShelf(shelf, 'landform', build.ground.landform)
  if (!foam || foam.thermal.softensC === null || pool.skin.layers > 1 || build.ground.sealCoats > 0)
    return []
  return [
    make('lacquer', {
      severity: 'warn',
      place: 'build-up',
      title: `${pool.name}: lacquer reaches the foam`,
      number: counted(pool.skin.layers, 'layer'),
      reason: 'Solvent melts foam through a thin skin.',
      wayOut: 'Three layers of tissue, or seal the foam, or a water-based varnish.'
    })
  ]
}

/** Pours that the calendar puts farther apart than they blend. */
function windowFindings(pool: Pool, stages: Stages, make: Make): Finding[] {
  const ends = new Map(stages.days.work.map((w) => [w.step, w.endMs]))
  const starts = new Map(
    stages.days.work.filter((w) => w.part === 1).map((w) => [w.step, w.startMs])
  )
  const late = stages.steps.links.flatMap((link) => {
    const [end, start] = [ends.get(link.from), starts.get(link.to)]
    if (
      link.maxMin === undefined ||
      !link.to.startsWith(`${pool.id}/`) ||
      end === undefined ||
      start === undefined
    )
      return []
    const gap = (start - end) / MINUTE_MS
    return gap > link.maxMin ? [{ gap, max: link.maxMin }] : []
  })
  if (late.length === 0) return []
  return [
    make('window', {
      severity: 'warn',
      place: 'days',
      title: `${pool.name}: the pour below has cured by then`,
      number: `${about(late[0].gap)} between pours`,
      reason: `It takes the next pour for ${about(late[0].max)}; after that the two meet as strangers and the seam shows.`,
      wayOut:
        'Free an hour earlier, or scuff the lower pour first: it turns clear again under the next.'
    })
  ]
}
