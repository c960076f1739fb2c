import type { Build, Sea, Splash } from '../../build/types'
import { wavesOf } from '../../build/crests'
import { poolsOf, reachesOf, seasOf, splashesOf } from '../../build/types'
import { HIGHEST_SEA_M } from '../2-forms/believable'
import type { FallForm } from '../2-forms/fallForm'
import type { FormsPlan, SeaPlan } from '../2-forms/formsStage'
import type { RunClash } from '../2-forms/run'
import type { SplashForm } from '../2-forms/splashForm'
import { FASTEST_MS } from '../../physics/water/spray/splash'
import { modelMm, realM } from '../../physics/shape/units'
import type { Mend } from '../../build/mend'
import { distanceWords, type WishWay } from '../2-forms/wishedSea'
import { wayOf } from '../../craft/ways/catalog'
import type { Finding } from './types'
import { joined, mm, plain, quantity, say } from '../../words/sentence'

/**
 * Waves on one water that travel more than this apart look like two pictures, degrees. Common
 * practice, no source.
 */
const APART_DEG = 40
/** A crest that stands in water this much deeper than it breaks in, or shallower, is in the wrong place. */
const TOO_DEEP = 1.25
const TOO_SHALLOW = 0.6
/** Faster than any stream that holds together, m/s. Common practice, no source. */
const TORRENT_MS = 15
/**
 * Falls lower than this are ruled by surface tension, m: a few capillary lengths. Common practice,
 * no source.
 */
const LEAST_FALL_M = 0.05
/** Higher than any fall that lands as a sheet, m. */
const HIGHEST_FALL_M = 300

const cumecs = (value: number) => quantity(value, 'm³/s', value >= 10 ? 0 : 2)
const metres = (value: number) => quantity(value, 'm', value >= 10 ? 0 : 1)

/** Everything about the shape of moving water. */
export function waterFindings(build: Build, forms: FormsPlan): Finding[] {
  const name = (id: string) => build.waters.find((w) => w.id === id)?.name ?? id
  return [
    ...build.waters.flatMap((w): Finding[] =>
      w.kind === 'pool' || wayOf(w)
        ? []
        : [
            {
              id: `no-way:${w.id}`,
              severity: 'stop',
              place: 'water',
              water: w.id,
              title: `${w.name}: no way of working is called “${w.way}”`,
              number: '0 ways',
              reason: 'Steps and amounts follow from the way.',
              wayOut: 'Choose a way on Water.'
            }
          ]
    ),
    ...faultsOf(build, forms),
    ...forms.run.clashes.map((clash) => clashFinding(build, clash, forms, name)),
    ...forms.falls.flatMap((fall) => fallFindings(fall, forms, name(fall.id))),
    ...reachesOf(build).flatMap((reach) => streamFindings(forms, reach.id, reach.name)),
    ...seasOf(build).flatMap((sea) =>
      seaFindings(
        sea,
        forms.seas.find((s) => s.id === sea.id)!,
        forms.scale
      )
    ),
    ...crossingSeas(build),
    ...splashesOf(build).flatMap((splash) =>
      splashFindings(
        splash,
        forms.splashes.find((s) => s.id === splash.id)!,
        forms.scale
      )
    ),
    ...scaleFinding(forms, build.scale)
  ]
}

function faultsOf(build: Build, forms: FormsPlan): Finding[] {
  const of = (id: string, faults: FallForm['faults'], reason: string, wayOut: string) =>
    faults.map((fault, i): Finding => ({
      id: `${i === 0 ? '' : `${i}:`}${build.waters.find((w) => w.id === id)?.kind}-fault:${id}`,
      severity: 'stop',
      place: 'water',
      water: id,
      at: fault.at,
      title: fault.message,
      number: fault.path,
      reason,
      wayOut
    }))
  return [
    ...forms.falls.flatMap((f) =>
      of(
        f.id,
        f.faults,
        'Without lip and drop there is no sheet to cut.',
        'Choose its lip on the plan, a pool below that stands lower, and a flow that leaves it a drop.'
      ).map((finding) => ({ ...finding, number: mm(f.dropMm) }))
    ),
    ...forms.reaches.flatMap((r) =>
      of(
        r.id,
        r.faults,
        'Water runs down its bed or not at all.',
        'Move its points on the plan, or give them heights.'
      ).map((finding) => ({ ...finding, number: mm(r.lengthMm) }))
    ),
    ...forms.seas.flatMap((s) =>
      of(
        s.id,
        s.faults,
        'Waves need water, and room to stand in.',
        'Mend the figure, or choose another pool.'
      ).map((finding) => ({ ...finding, number: metres(s.offshoreM) }))
    ),
    ...forms.splashes.flatMap((s) =>
      of(
        s.id,
        s.faults,
        'The rays open from the lower angle to the upper.',
        'Swap the two angles.'
      ).map((finding) => ({ ...finding, number: mm(s.heightMm) }))
    )
  ]
}

function clashFinding(
  build: Build,
  clash: RunClash,
  forms: FormsPlan,
  name: (id: string) => string
): Finding {
  const base = {
    id: clash.id,
    place: 'water' as const,
    water: clash.water,
    at: clash.at ?? undefined
  }
  const [here, other] = [name(clash.water), name(clash.other)]
  const fits = clash.fitsM3S
  const lower =
    build.flow.dischargeM3S !== null || fits === null
      ? undefined
      : {
          label: say`Let ${cumecs(fits)} run`,
          flow: { dischargeM3S: Math.round(fits * 1000) / 1000 }
        }
  switch (clash.kind) {
    case 'uphill':
      return {
        ...base,
        severity: 'warn',
        title: `${here} stands higher than ${other} before it`,
        number: say`${mm(clash.byMm)} uphill`,
        reason: 'The chain runs from source to sink; water does not climb.',
        wayOut: 'Change their order on Water, or their levels.'
      }
    case 'starved':
      return {
        ...base,
        severity: 'warn',
        title: build.waters.some((w) => w.id === clash.other && w.kind === 'fall')
          ? `${other} lands lower than ${here} begins`
          : `${other} stands too low to feed ${here}`,
        number: say`${mm(clash.byMm)} short`,
        reason: say`To run ${cumecs(forms.run.flow.dischargeM3S)} over the head of its bed the water must stand that much higher.`,
        wayOut: `Raise ${other}${build.waters.some((w) => w.id === clash.other && w.kind === 'fall') ? '’s pool' : ''}, lower the bed where ${here} begins, widen it, or let less run.`
      }
    case 'lip-dry':
      return {
        ...base,
        severity: 'warn',
        title: `${here}: its lip is dry`,
        number: say`${mm(clash.byMm)} over the water`,
        reason: `The ground dipped along the lip stands as high as ${other}, so nothing runs over.`,
        wayOut: 'Cut the lip down, dip it anew, or raise the level.'
      }
    case 'lip-deep':
      return {
        ...base,
        severity: 'warn',
        title: `${here}: this flow asks for a deeper lip`,
        number: say`${mm(clash.byMm)} too much`,
        reason: say`${cumecs(forms.run.flow.dischargeM3S)} stands one and a half critical depths over its crest, and the lip lies shallower under ${other}.`,
        wayOut:
          fits === null
            ? 'Let less run, or cut the lip down.'
            : say`Cut the lip down by ${mm(clash.byMm)}, widen it, or let ${cumecs(fits)} run.`,
        mend:
          fits === null
            ? undefined
            : (lower ?? {
                label: say`Let ${cumecs(fits)} run`,
                flow: { dischargeM3S: Math.round(fits * 1000) / 1000 }
              })
      }
    case 'out-of-order':
      return {
        ...base,
        severity: 'warn',
        title: `${here} leaves ${other}, but stands elsewhere in the chain`,
        number: 'out of order',
        reason: 'The run is unrolled in the order of the list.',
        wayOut: `Move it right behind ${other}.`
      }
  }
}

function fallFindings(fall: FallForm, forms: FormsPlan, name: string): Finding[] {
  if (!fall.curve) return []
  const found: Finding[] = []
  const base = { place: 'water' as const, water: fall.id, at: fall.landing?.[0] }
  const dropM = realM(fall.dropMm, forms.scale)
  if (dropM > HIGHEST_FALL_M) {
    found.push({
      ...base,
      id: `high-fall:${fall.id}`,
      severity: 'warn',
      title: say`${name} stands for a fall of ${metres(dropM)}`,
      number: metres(dropM),
      reason: 'No sheet holds together so far: it would come down as spray.',
      wayOut: 'Look at the scale and the drop again.'
    })
  }
  if (dropM < LEAST_FALL_M) {
    found.push({
      ...base,
      id: `tiny-fall:${fall.id}`,
      severity: 'note',
      title: say`${name} stands for a fall of ${quantity(dropM * 1000, 'mm', 0)}`,
      number: forms.scale === 1 ? 'full size' : `1:${forms.scale}`,
      reason:
        'So small a fall is ruled by the skin of the water: it clings, drips and beads, and leaps less than drawn.',
      wayOut: 'Look at the scale again; at full size, look at real water and copy it.'
    })
  }
  if (fall.missesMm > 0) {
    found.push({
      ...base,
      id: `lands-dry:${fall.id}`,
      severity: 'warn',
      title: `${name} lands beside the water below`,
      number: say`${mm(fall.missesMm)} outside it`,
      reason: say`The sheet comes down ${mm(fall.curve.landMm)} out from its lip, and the pool it is to fall into lies elsewhere: no boil, no white there.`,
      wayOut: 'Draw the pool to where it lands, move the lip, or let it fall on the land.'
    })
  }
  if (fall.stands !== 'open') {
    found.push({
      ...base,
      at: fall.lip?.[0],
      id: `mouth:${fall.id}`,
      severity: 'warn',
      title: `${name} begins ${fall.stands === 'buried' ? 'in the ground' : 'under water'}`,
      number: say`at ${mm(fall.crestMm)}`,
      reason:
        fall.stands === 'buried'
          ? 'Its edge lies lower than the bed that was dipped there: nothing could be seen of it.'
          : 'The water stands higher there than its edge: it would well up, not fall.',
      wayOut: 'Raise where it leaves, or move it off that water.'
    })
  }
  if (fall.offBaseMm > 0) {
    found.push({
      ...base,
      id: `off-base:${fall.id}`,
      severity: 'warn',
      title: `${name} lands beside the base`,
      number: say`${mm(fall.offBaseMm)} past its edge`,
      reason: say`The sheet comes down ${mm(fall.curve.landMm)} out from where it leaves.`,
      wayOut: 'Move it back, turn it, let less run, or let it end in the air.'
    })
  }
  if (fall.tail === 'swept' && fall.poolDepthMm !== null) {
    found.push({
      ...base,
      id: `swept:${fall.id}`,
      severity: 'aside',
      title: `${name}: the pool is too shallow to hold the boil at its foot`,
      number: say`${mm(fall.poolDepthMm)} against ${mm(fall.curve.tailDepthMm)}`,
      reason:
        'The water shoots on, thin and fast, and jumps farther down: white lies there and not at the foot.',
      wayOut: 'Leave it so, or deepen the pool where it lands.'
    })
  }
  for (const rock of fall.rocks.filter((r) => r.lands === 'behind')) {
    found.push({
      ...base,
      id: `missed:${fall.id}:${rock.id}`,
      severity: 'note',
      title: `${name} lands behind ${rock.name}`,
      number: say`${mm(fall.curve.landMm - rock.farMm)} past it`,
      reason: 'The sheet springs over the rock; its back stays dry.',
      wayOut:
        rock.dischargeToHitM3S === null
          ? 'Move the rock, or the lip.'
          : say`Let ${cumecs(rock.dischargeToHitM3S)} run to land on it, or move the rock.`,
      mend:
        rock.dischargeToHitM3S === null
          ? undefined
          : {
              label: `Land on ${rock.name}`,
              flow: { dischargeM3S: Math.round(rock.dischargeToHitM3S * 1000) / 1000 }
            }
    })
  }
  return found
}

function streamFindings(forms: FormsPlan, id: string, name: string): Finding[] {
  const form = forms.reaches.find((r) => r.id === id)
  const fastest = Math.max(0, ...(form?.stations ?? []).map((s) => s.speedMS))
  if (fastest <= TORRENT_MS) return []
  return [
    {
      id: `torrent:${id}`,
      severity: 'warn',
      place: 'water',
      water: id,
      title: `${name} runs faster than water does`,
      number: say`${quantity(fastest, 'm/s', 0)} full size`,
      reason: 'At this scale the slope and the flow stand for a torrent that no bed holds.',
      wayOut: 'A gentler bed, a wider run, a smaller flow, or another scale.'
    }
  ]
}

/**
 * Painted so many heights deep a wave breaks half-way in, at 0.78 of its depth (McCowan 1894).
 */
const PAINTED_DEPTHS = 2 / 0.78

function seaFindings(sea: Sea, form: SeaPlan, scale: number): Finding[] {
  if (form.faults.length > 0) return []
  const found: Finding[] = []
  const base = { place: 'water' as const, water: sea.id }
  /** Whose period and depth they are. */
  const waves = sea.of ?? sea.id
  const heightM = realM(Math.max(form.breakerMm, form.offshoreHeightMm), scale)
  const deepestMm = modelMm(form.offshoreM, scale) / form.painted
  const paintedM = Math.max(0.01, Math.round(PAINTED_DEPTHS * heightM * 100) / 100)
  if (!form.further && heightM > HIGHEST_SEA_M) {
    found.push({
      ...base,
      id: `huge:${sea.id}`,
      severity: 'warn',
      title: say`${sea.name}: waves of ${metres(heightM)}`,
      number: metres(heightM),
      reason: 'No wind has raised a sea so high.',
      wayOut: 'A lower breaker, or a larger scale.'
    })
  }
  if (form.further) {
    // what is said of its sea is said once
  } else if (form.beachSlope === null) {
    found.push({
      ...base,
      id: `no-shore:${sea.id}`,
      severity: 'note',
      title: `${sea.name}: the bed does not rise where they run to`,
      number: 'no break',
      reason: 'They pass over it as swell. If there is a shore, they run away from it.',
      wayOut: 'Turn the waves on the plan until they face the shore, or leave them open.'
    })
  } else if (!form.breaks && form.painted === 1) {
    found.push({
      ...base,
      id: `drowns:${sea.id}`,
      severity: form.built ? 'note' : 'warn',
      title: `${sea.name}: so high a wave breaks before it reaches the base`,
      number: say`${mm(form.breakerMm)} high; the deepest water is ${mm(deepestMm)}`,
      reason:
        'The deepest water here is shallower than the depth it breaks in: the whole base is surf.',
      wayOut: 'Say how deep the water is painted, lower the breaker, or deepen the water.',
      mend: {
        label: say`Painted as if ${quantity(paintedM, 'm')} at its deepest`,
        sea: sea.id,
        change: { paintedM }
      }
    })
  } else if (!form.wish && form.breaks?.kind === 'surging') {
    found.push({
      ...base,
      id: `surges:${sea.id}`,
      severity: 'aside',
      title: `${sea.name}: the beach is steeper than its wave`,
      number: `surf number ${Math.round(form.breaks.iribarren * 10) / 10}`,
      reason: 'They surge up and slide back without throwing a crest.',
      wayOut:
        'A flatter beach or a shorter period makes them plunge; or wish it, and see how far that is from nature.'
    })
  }
  if (form.wish && form.wish.byNature !== form.wish.kind) {
    const { kind, byNature, sea: near, ways } = form.wish
    found.push({
      ...base,
      id: `wish:${sea.id}`,
      severity: 'note',
      title: `${sea.name}: drawn ${kind}, as wished`,
      number:
        byNature === null
          ? `by nature it breaks nowhere here`
          : `by nature ${byNature}: ${distanceWords(near, form.beachSlope)}`,
      reason:
        near.distance === 0 && ways.length > 0
          ? 'Another period does it on this bed.'
          : 'No period of any swell does it on this bed. Nobody but a sailor will see it.',
      wayOut:
        ways.length > 0
          ? 'Keep it as wished, or bring the sea to it.'
          : 'Keep it as wished: no period, no painted depth and no tide does it on this base.',
      mend: ways[0] && mendOf(ways[0], waves, form.pool)
    })
  }
  if (form.tooShortS !== null) {
    const periodS = Math.ceil(form.periodS * 10) / 10
    found.push({
      ...base,
      id: `too-short:${sea.id}`,
      severity: 'warn',
      title: `${sea.name}: so high a wave needs a longer period`,
      number: `${plain(form.tooShortS)} s, at least ${plain(periodS)} s full size`,
      reason: 'It would be too steep to stand: it is drawn with the shortest that holds it.',
      wayOut: 'Take the longer period, or a lower wave.',
      mend: { label: `A wave every ${plain(periodS)} s`, sea: waves, change: { periodS } }
    })
  }
  if (sea.crest && !form.built) {
    found.push({
      ...base,
      id: `crest-off:${sea.id}`,
      severity: 'warn',
      at: [sea.crest.x, sea.crest.y],
      title: `${sea.name}: the crest to be built lies where no wave comes`,
      number: say`${mm(sea.crest.x)}, ${mm(sea.crest.y)}`,
      reason: 'It stands on dry ground or outside the water.',
      wayOut: 'Drag it into the water on the plan.'
    })
  }
  if (form.built && form.breaks && !form.further) {
    const share = form.built.depthMm / form.breaks.depthMm
    const at: [number, number] = [sea.crest!.x, sea.crest!.y]
    const asDeep = Math.max(0.01, Math.round((form.offshoreM / share) * 100) / 100)
    const mend = {
      label: say`Painted as if ${quantity(asDeep, 'm')} at its deepest`,
      sea: waves,
      change: { paintedM: asDeep }
    }
    if (share > TOO_DEEP) {
      found.push({
        ...base,
        id: `too-deep:${sea.id}`,
        severity: 'warn',
        at,
        title: `${sea.name}: the crest breaks where it is too deep`,
        number: say`${mm(form.built.depthMm)} against ${mm(form.breaks.depthMm)}`,
        reason: 'So high a wave still runs whole there; it breaks nearer the shore.',
        wayOut: 'Drag the crest in to the line where they break, or make the wave higher.',
        mend
      })
    } else if (share < TOO_SHALLOW && form.painted === 1) {
      found.push({
        ...base,
        id: `too-shallow:${sea.id}`,
        severity: 'note',
        at,
        title: `${sea.name}: the crest has broken before it gets there`,
        number: say`${mm(form.built.depthMm)} against ${mm(form.breaks.depthMm)}`,
        reason: 'In so little water a wave this high is foam already.',
        wayOut:
          'Drag the crest out to the line where they break, or say how deep the water is painted.',
        mend
      })
    }
  }
  return found
}

/** A way to a wish as one click. */
const mendOf = (way: WishWay, sea: string, pool: string): Mend =>
  'change' in way
    ? { label: way.label, sea, change: way.change }
    : { label: way.label, pool, change: { levelMm: way.levelMm } }

/** As high as storms have thrown water up a cliff, full size, m. Typical, from memory. */
const HIGHEST_SPLASH_M = 60

/** A splash that is wished higher than any water goes. */
function splashFindings(splash: Splash, form: SplashForm, scale: number): Finding[] {
  const wished = splash.heightMm ?? 0
  if (form.faults.length > 0) return []
  const at = { place: 'water', water: splash.id, at: [splash.x, splash.y] } as const
  const highM = realM(form.heightMm, scale)
  if (wished <= form.heightMm * (1 + 1e-6))
    return highM <= HIGHEST_SPLASH_M
      ? []
      : [
          {
            ...at,
            id: `storm:${splash.id}`,
            severity: 'warn',
            title: `${splash.name}: no storm throws water so high`,
            number: say`${mm(form.heightMm)}, ${metres(highM)} full size`,
            reason: say`Seas on a cliff go up ${quantity(HIGHEST_SPLASH_M, 'm')} at most; this would be mist long before its top.`,
            wayOut: 'A lower splash, a slower one, or another scale.'
          }
        ]
  return [
    {
      ...at,
      id: `too-high:${splash.id}`,
      severity: 'warn',
      title: `${splash.name}: no water goes so high`,
      number: say`${mm(wished)} wished, ${mm(form.heightMm)} at most`,
      reason: say`At this scale its steepest ray goes no higher, thrown at ${quantity(FASTEST_MS, 'm/s', 0)} full size. It is drawn so high.`,
      wayOut: 'A lower splash, a steeper ray, or another scale.'
    }
  ]
}

/** Two seas over one pool that do not travel together. */
function crossingSeas(build: Build): Finding[] {
  const seas = wavesOf(build)
  const found: Finding[] = []
  seas.forEach((a, i) => {
    for (const b of seas.slice(i + 1)) {
      if (a.pool !== b.pool) continue
      const apart = Math.abs(((a.headingDeg - b.headingDeg + 540) % 360) - 180)
      if (apart <= APART_DEG) continue
      const pool = poolsOf(build).find((p) => p.id === a.pool)
      found.push({
        id: `crossing:${a.id}:${b.id}`,
        severity: 'warn',
        place: 'water',
        water: b.id,
        title: `${a.name} and ${b.name} travel in different directions`,
        number: `${Math.round(apart)}° apart`,
        reason: `On ${pool?.name ?? 'one water'} all waves come from one wind and turn to face one shore.`,
        wayOut: 'Let them travel alike, or keep one of them.',
        mend: {
          label: `Turn ${b.name} to ${a.name}`,
          sea: b.id,
          change: { headingDeg: a.headingDeg }
        }
      })
    }
  })
  return found
}

function scaleFinding(forms: FormsPlan, scale: string): Finding[] {
  const off = forms.believable.filter((c) => c.verdict !== 'believable')
  if (off.length === 0) return []
  return [
    {
      id: 'beyond-scale',
      severity: 'aside',
      place: 'water',
      water: off[0].water,
      title: `What the gel cannot show at ${scale}`,
      number: `${off.length} of ${forms.believable.length}`,
      reason: say`${joined(
        off.slice(0, 3).map((c) => say`${c.what}: ${mm(c.modelMm)}, ${c.verdict}`),
        '; '
      )}.`,
      wayOut: 'See “Believable?” on Water for each, with what to do instead.'
    }
  ]
}
