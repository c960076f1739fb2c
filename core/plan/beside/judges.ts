import { USUAL } from '../../craft/usual'
import { about } from '../../words/durations'
import { grams, mm, plain, quantity, say } from '../../words/sentence'
import { poolDefaults } from '../../build/newBuild'
import { fallsOf, type Water } from '../../build/types'
import { rescueTint } from '../../physics/stuff/mixing/mix'
import { RESIN_PA_S, WATER, holeFor, leak, HOLE_LENGTH_MM } from '../../physics/stuff/dams/leak'
import { lip } from '../../physics/stuff/dams/lip'
import { hoursUntil } from '../../physics/stuff/drying/film'
import { dryInRoom } from '../../physics/stuff/drying/inRoom'
import { flowThrough } from '../2-forms/landing'
import { leftOf } from '../../physics/stuff/gel/levelling'
import { irradianceAt } from '../3-stacks/lightBody'
import { lampTint } from '../3-stacks/poolStack'
import { uvCure, type UvInput } from '../../physics/stuff/light/uvCure'
import { pairOf, THINGS } from '../../craft/materials/pairs'
import { onShelf, type Shelf } from '../../craft/materials/shelf'
import type { Gel } from '../../craft/materials/types'
import { bentStrip } from '../../physics/stuff/supports/elastica'
import type { Case, Judge, Verdict } from './judging'

const PRACTICE = 'Common practice, no published source'
const DRYING = 'Crank 1975; Dalton; Buck 1981; from memory'

const gelOf = ({ water, shelf }: Case): Gel | null =>
  onShelf(shelf, 'gel', water.kind === 'pool' ? USUAL.gel.ripples : water.gel)

/** Whether a coat that is still white will clear by itself, and when. */
function stillWhite({ build, measured, ...rest }: Case): Verdict {
  const gel = gelOf({ build, measured, ...rest })
  if (!gel)
    return {
      says: 'This gel is not on the shelf.',
      number: '–',
      leaveH: null,
      formula: 'none',
      source: PRACTICE
    }
  const dry = dryInRoom(gel, measured.thickMm, build.room)
  const left = dry.clearH === null ? null : Math.max(0, dry.clearH - measured.sinceH)
  const formula = say`clear when under 8 % of its water is left everywhere: ${mm(measured.thickMm)} of ${gel.name.toLowerCase()} takes ${dry.clearH === null ? 'for ever' : about(60 * dry.clearH)} at ${quantity(build.room.tempC, '°C')} and ${plain(build.room.rhPct)} %`
  if (left === null)
    return {
      says:
        build.room.rhPct > 80
          ? 'In air this damp it never clears. Dry the air, or warm it.'
          : 'It never clears in this room.',
      number: 'never',
      leaveH: null,
      formula,
      source: DRYING
    }
  if (left === 0)
    return {
      says: 'It should be clear by now: it was laid thicker than you measured, or sealed over while wet.',
      number: 'overdue',
      leaveH: null,
      formula,
      source: DRYING
    }
  return {
    says:
      left > 336
        ? 'It will clear, in weeks. Peel it and lay it in coats.'
        : 'It will clear if you leave it open and keep the air moving.',
    number: `clear in ${about(60 * left)}`,
    leaveH: left,
    formula,
    source: DRYING
  }
}

/** The lamp over a water, its resin and tint: a pool's own, else what craft resin is usually lit with. */
function lightOver(water: Water, shelf: Shelf): Omit<UvInput, 'dpMm' | 'seconds'> {
  const body = water.kind === 'pool' ? water.light : poolDefaults().light
  const resin = onShelf(shelf, 'light-resin', body.resin)
  const lamp = onShelf(shelf, 'lamp', body.lamp)
  return {
    ecMjCm2: resin?.ecMjCm2 ?? USUAL_EC_MJ_CM2,
    irradianceMwCm2: lamp ? irradianceAt(lamp, body.lampMm) : USUAL_LAMP_MW_CM2,
    tintPerMm: water.kind === 'pool' ? lampTint(water, shelf) : 0
  }
}
/** Where resin or lamp is not on the shelf. Typical of craft resin and a hand lamp, from memory. */
const USUAL_EC_MJ_CM2 = 20
const USUAL_LAMP_MW_CM2 = 10

/** What the models say of each trouble, by its id. */
export const JUDGES: Readonly<Record<string, Judge>> = {
  leak: ({ water, measured, ground, cures }) => {
    const depth = Math.max(1, ground.pools.find((p) => p.id === water.id)?.maxDepthMm ?? 0)
    const holeMm = holeFor(measured.mlPerH * (RESIN_PA_S / WATER.viscosityPaS), depth)
    const rate = leak({
      holeMm,
      lengthMm: HOLE_LENGTH_MM,
      headMm: depth,
      viscosityPaS: RESIN_PA_S,
      densityGCm3: 1.1
    }).mlPerH
    const gelH = (cures.waters[water.id]?.gel ?? 0) / 60
    return {
      says:
        gelH > 0
          ? say`A hole of about ${quantity(holeMm, 'mm', 2)}. Pressed shut it stops; left alone the pour gels in ${about(60 * gelH)} and seals it.`
          : say`A hole of about ${quantity(holeMm, 'mm', 2)}: press on it until it stops.`,
      number: say`${quantity(rate * Math.max(gelH, 0), 'ml')} lost by then`,
      leaveH: gelH || null,
      formula: 'Q = πρgh·d⁴/(128ηL), turned round for d',
      source: 'Hagen–Poiseuille; from memory'
    }
  },
  'over-tinted': ({ measured }) => {
    const found = rescueTint(measured.massG, measured.drops, measured.wanted)
    return 'extraClearG' in found && found.extraClearG !== undefined
      ? {
          says: 'Clear resin brings it back; tint cannot be taken out.',
          number: say`${grams(found.extraClearG)} of clear`,
          leaveH: null,
          formula: 'm·(dose/wanted − 1)',
          source: 'Mass balance'
        }
      : {
          says: 'It is not too strong: add drops.',
          number: `${plain(('extraDrops' in found && found.extraDrops) || 0, 0)} drops`,
          leaveH: null,
          formula: 'm·(wanted − dose)/100',
          source: 'Mass balance'
        }
  },
  'still-white': stillWhite,
  crust: ({ water, measured, shelf }) => {
    const { cureDepthMm } = uvCure({
      ...lightOver(water, shelf),
      dpMm: measured.dpMm,
      seconds: measured.seconds
    })
    return cureDepthMm >= measured.thickMm
      ? {
          says: 'Light reaches the foot: more of it, from all sides, then wipe with alcohol.',
          number: say`sets ${mm(cureDepthMm)}`,
          leaveH: null,
          formula: 'C = D_p·ln(E/E_c)',
          source: 'Jacobs 1992; from memory'
        }
      : {
          says: 'Light never reaches the foot. Pierce it, drain it, rip it out and do it again in coats.',
          number: say`sets ${quantity(cureDepthMm, 'mm', 2)} of ${mm(measured.thickMm)}`,
          leaveH: null,
          formula: 'C = D_p·ln(E/E_c)',
          source: 'Jacobs 1992; from memory'
        }
  },
  stuck: ({ build, water, measured, shelf, stacks }) => {
    const laying = stacks.forms.find((s) => s.id === water.id)?.laying
    const made = water.kind === 'pool' ? null : onShelf(shelf, 'gel', water.gel)
    const pair = pairOf(made?.face ?? 'gel', 'silicone-paper')!
    const ready = laying?.peelH ?? null
    const gel = laying ? onShelf(shelf, 'gel', laying.gel) : null
    const curve = gel && laying ? dryInRoom(gel, laying.wetMm, build.room).curve : []
    const formula = `peels when under 30 % of its water is left: ${ready === null ? 'never here' : about(60 * ready)}; ${hoursUntil(curve, 0.3) === null ? '' : 'from its drying curve'}`
    if (ready !== null && measured.ageH < ready)
      return {
        says: 'Too soon: leave it and try a corner again.',
        number: `peels in ${about(60 * (ready - measured.ageH))}`,
        leaveH: ready - measured.ageH,
        formula,
        source: DRYING
      }
    return {
      says: `${pair.why} If it was silicone caulk, or plain paper, it is scrap: make it again on ${THINGS['silicone-paper'].name}, in acrylic. Else chill it for ten minutes and peel from the foot.`,
      number: ready === null ? 'never' : 'ready to peel',
      leaveH: null,
      formula,
      source: PRACTICE
    }
  },
  'faded-stipple': ({ water, measured, stacks, shelf }) => {
    const gel = onShelf(shelf, 'gel', water.kind === 'pool' ? USUAL.gel.ripples : water.gel)!
    const laying = stacks.forms.find((s) => s.id === water.id)?.laying
    const ripple = laying?.rippleMm ?? gel.finestMm * 1.5
    const left = leftOf(
      gel,
      Math.min(laying?.wetMm ?? gel.coatMm, gel.coatMm),
      ripple,
      measured.atMin
    )
    const opens = laying?.windows.find((w) => w.id === 'stipple')
    return {
      says:
        left > 0.85
          ? 'It should have stayed: the gel was thinned, or laid thicker than a coat.'
          : `Too soon. Stipple again${opens ? ` ${opens.opensMin} to ${opens.closesMin} min after laying` : ''}; past that a thin new coat takes the mark.`,
      number: `${plain(left * 100, 0)} % left`,
      leaveH: null,
      formula: '1/τ = (h³/3η)(ρgk² + γk⁴); left = exp(−t_th/τ)',
      source: 'Orchard 1962; from memory'
    }
  },
  drooped: ({ water, measured, stacks }) => {
    const over = stacks.forms.find((s) => s.id === water.id)?.part?.overhang
    if (!over)
      return {
        says: 'Lift it back on props while the gel still gives; else cut it at the foot and bed it anew.',
        number: mm(measured.droopMm),
        leaveH: null,
        formula: 'none: this water has no part on film',
        source: PRACTICE
      }
    const bare = bentStrip({ ...over.strip, wetMm: 0 }).droopMm
    return {
      says:
        over.props && over.props.count > 0
          ? say`Under its wet coat it sinks ${mm(over.droopMm)} without props: it asked for ${over.props.count}. Lift it back on them now, warm, before the next coat.`
          : 'The plan asked for no prop: the gel was laid thicker, or the film is thinner than chosen.',
      number: say`bears ${mm(over.bearsMm)} of wet gel`,
      leaveH: null,
      formula: say`elastica of the film under ${mm(over.strip.wetMm)} of gel; the film alone sinks ${quantity(bare, 'mm', 2)}`,
      source: 'Euler; Bisshopp & Drucker 1945'
    }
  },
  lip: ({ measured }) => {
    const usual = lip(0.036, 1.1, 20).riseMm
    return {
      says:
        measured.riseMm > usual + 1
          ? 'More than resin climbs by itself: it was overfilled, or knocked.'
          : 'As much as resin climbs by itself: trim it.',
      number: say`usual ${mm(usual)}`,
      leaveH: null,
      formula: 'h = ℓ√(2(1 − sin θ))',
      source: 'Meniscus on a wall; from memory'
    }
  },
  scar: ({ measured }) => ({
    says: `${pairOf('hot-glue', 'flame')!.why} Scuffed resin turns clear again under a fresh wipe.`,
    number: say`${grams(measured.areaCm2 * 0.06 + 2)} of resin`,
    leaveH: null,
    formula: say`${mm(0.5)} over the scar, and what stays in the cup`,
    source: PRACTICE
  }),
  drowned: ({ water, measured, ground }) => {
    const area = ground.pools.find((p) => p.id === water.id)?.areaMm2 ?? 0
    return {
      says: 'Cured resin stays. Lay the beach again over it: filler, sand, a wet edge painted darker. Next time pour short by this much and coax it.',
      number: say`${quantity((area * measured.overMm) / 1000, 'ml', 0)} too much`,
      leaveH: null,
      formula: 'area × height',
      source: 'Geometry; trade P11, common practice, no source'
    }
  },
  haze: () => ({
    says: `${pairOf('superglue', 'case')!.why} Water from gel that was not dry does it too, and that goes when it is opened.`,
    number: 'open it for 48 h',
    leaveH: 48,
    formula: 'none',
    source: PRACTICE
  }),
  bubble: ({ measured }) => ({
    says:
      measured.underMm > 8
        ? 'Deep: leave it, and put foam or a stone over it.'
        : 'Drill to it, fill it with resin from its foot up, and it is gone.',
    number: quantity(
      (Math.PI / 6) * measured.acrossMm ** 3 + Math.PI * 0.5 ** 2 * measured.underMm,
      'mm³'
    ),
    leaveH: null,
    formula: 'π/6·d³ and the drill hole',
    source: 'Geometry'
  }),
  dust: (here) => {
    const gel = onShelf(here.shelf, 'gel', USUAL.gel.mirror)!
    const { clearH } = dryInRoom(gel, here.measured.thickMm, here.build.room)
    return {
      says: `${pairOf('gel', 'dust')!.why}`,
      number: clearH === null ? 'never dry here' : `${about(60 * clearH)} for the new coat`,
      leaveH: null,
      formula: say`drying of ${mm(here.measured.thickMm)} of gloss glue in this room`,
      source: DRYING
    }
  },
  'too-white': ({ water, measured, forms }) => {
    const id = water.kind === 'sea' ? water.pool : water.id
    const own = forms.white.waters.find((w) => w.water === id)
    const share = own?.sharePct ?? 0
    const over = (Math.max(0, measured.yoursPct - share) / 100) * ((own?.areaMm2 ?? 0) / 100)
    return {
      says:
        over > 0
          ? 'Soften it with gel tinted faint blue, pick it away to show the wave, dab it with a finger while it gives. From the thin line inwards.'
          : 'No more than this water has.',
      number: say`yours ${plain(measured.yoursPct, 0)} %, this water ${plain(share, 0)} %: ${quantity(over, 'cm²')} too much`,
      leaveH: null,
      formula: 'share of the white map over the surface of this water',
      source: 'The white map; trade G8, common practice, no source'
    }
  },
  missed: ({ build, water, measured, forms }) => {
    const form = forms.falls.find((f) => f.id === water.id)
    const fall = fallsOf(build).find((f) => f.id === water.id)
    if (!form?.curve || !fall)
      return {
        says: 'This fall has no shape yet.',
        number: '–',
        leaveH: null,
        formula: 'none',
        source: PRACTICE
      }
    const { dischargeM3S, hits } = flowThrough(form, forms.scale, measured.outMm, form.footMm)
    const off = form.curve.landMm - measured.outMm
    return {
      says: hits
        ? say`It lands ${mm(Math.abs(off))} ${off > 0 ? 'past' : 'short of'} them. ${quantity(dischargeM3S, 'm³/s', 2)} would hit; or move the stones, or bend the foot while the strip is soft.`
        : say`It lands ${mm(Math.abs(off))} ${off > 0 ? 'past' : 'short of'} them, and no flow hits: move the stones.`,
      number: say`lands ${mm(form.curve.landMm)} out`,
      leaveH: null,
      formula: 'trajectory from the brink',
      source: 'Rouse 1936; from memory'
    }
  }
}
