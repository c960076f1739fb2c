import { fallsOf } from '../build/types'
import { rescueTint } from '../calculators/mix'
import { RESIN_PA_S, WATER, holeFor, leak, HOLE_LENGTH_MM } from '../dams/leak'
import { lip } from '../dams/lip'
import { THICKEST_GEL_MM } from '../drying/coats'
import { hoursUntil } from '../drying/film'
import { dryInRoom } from '../drying/inRoom'
import { flowThrough } from '../forms/landing'
import { leftOf } from '../gel/levelling'
import { uvCure } from '../light/uvCure'
import { pairOf, THINGS } from '../materials/pairs'
import { onShelf } from '../materials/shelf'
import type { Gel } from '../materials/types'
import { bentStrip } from '../supports/elastica'
import type { StepTemplate, Use } from '../ways/types'
import type { Case, Trouble, Verdict } from './types'

const n = (value: number, digits = 1) => String(Math.round(value * 10 ** digits) / 10 ** digits)
const spell = (h: number) => (h < 1.5 ? `${Math.round(h * 60)} min` : h < 72 ? `${Math.round(h)} h` : `${Math.round(h / 24)} days`)
const PRACTICE = 'Common practice, no published source'
const DRYING = 'Crank 1975; Dalton; Buck 1981; from memory'

/** A step of a repair; where it comes in the network is worked out by `repairWay`. */
const step = (id: string, title: string, how: string, right: string, minutes: number, wait?: StepTemplate['wait'], cautions: StepTemplate['cautions'] = [], order = 17): StepTemplate =>
  ({ id, order, title, how, right, hands: { fixed: minutes }, after: [], cautions, ...(wait ? { wait } : {}) })
const use = (material: string, fixed: number): Use => ({ material, amount: { fixed } })
const gelOf = ({ water, shelf }: Case): Gel | null => onShelf(shelf, 'gel', water.kind === 'pool' ? 'ripple-gel' : water.gel)
const CLEARS = { becomes: 'clear', min: 'formClear' } as const
const RIPPLE_CLEARS = { becomes: 'clear', min: 'rippleClear' } as const
const RESIN_SETS = { becomes: 'firm', min: 960 } as const

/** Whether a coat that is still white will clear by itself, and when. */
function stillWhite({ build, measured, ...rest }: Case): Verdict {
  const gel = gelOf({ build, measured, ...rest })
  if (!gel) return { says: 'This gel is not on the shelf.', number: '–', leaveH: null, formula: 'none', source: PRACTICE }
  const dry = dryInRoom(gel, measured.thickMm, build.room)
  const left = dry.clearH === null ? null : Math.max(0, dry.clearH - measured.sinceH)
  const formula = `clear when under 8 % of its water is left everywhere: ${n(measured.thickMm)} mm of ${gel.name.toLowerCase()} takes ${dry.clearH === null ? 'for ever' : spell(dry.clearH)} at ${n(build.room.tempC)} °C and ${n(build.room.rhPct)} %`
  if (left === null) return { says: build.room.rhPct > 80 ? 'In air this damp it never clears. Dry the air, or warm it.' : 'It never clears in this room.', number: 'never', leaveH: null, formula, source: DRYING }
  if (left === 0) return { says: 'It should be clear by now: it was laid thicker than you measured, or sealed over while wet.', number: 'overdue', leaveH: null, formula, source: DRYING }
  return { says: left > 336 ? 'It will clear, in weeks. Peel it and lay it in coats.' : 'It will clear if you leave it open and keep the air moving.', number: `clear in ${spell(left)}`, leaveH: left, formula, source: DRYING }
}

/** Everything that goes wrong often enough to have a remedy: trade sections 3 to 9. Common practice, no source, but for the models named. */
export const TROUBLES: readonly Trouble[] = [
  {
    id: 'leak', name: 'A leak under way', for: ['pool'], looks: 'The level sinks, or the tray is wet.',
    measures: [{ id: 'mlPerH', name: 'Caught in the tray in an hour', unit: 'ml', min: 0.01, max: 5000, usual: 2 }],
    judge: ({ water, measured, ground, cures }) => {
      const depth = Math.max(1, ground.pools.find((p) => p.id === water.id)?.maxDepthMm ?? 0)
      const holeMm = holeFor(measured.mlPerH * (RESIN_PA_S / WATER.viscosityPaS), depth)
      const rate = leak({ holeMm, lengthMm: HOLE_LENGTH_MM, headMm: depth, viscosityPaS: RESIN_PA_S, densityGCm3: 1.1 }).mlPerH
      const gelH = (cures.waters[water.id]?.gel ?? 0) / 60
      return { says: gelH > 0 ? `A hole of about ${n(holeMm, 2)} mm. Pressed shut it stops; left alone the pour gels in ${spell(gelH)} and seals it.` : `A hole of about ${n(holeMm, 2)} mm: press on it until it stops.`, number: `${n(rate * Math.max(gelH, 0))} ml lost by then`, leaveH: gelH || null, formula: 'Q = πρgh·d⁴/(128ηL), turned round for d', source: 'Hagen–Poiseuille; from memory' }
    },
    steps: [step('press', 'Press on the leak and cover it', 'Clay or tape pressed on from outside, the tray under it; look every ten minutes.', 'The tray stays dry.', 15, { becomes: 'firm', min: 'gel' }, ['resin'], 13), step('top', 'Top the pour up', 'Mix what ran out and bring it to the mark.', 'Level with the mark.', 25, RESIN_SETS, ['resin'], 13)],
    uses: [use('clear-epoxy-2-1', 20), use('cup', 1)]
  },
  {
    id: 'over-tinted', name: 'Tinted too strongly', for: ['pool'], looks: 'The cup is darker than the chip.',
    measures: [{ id: 'massG', name: 'In the cup', unit: 'g', min: 1, max: 10_000, usual: 70 }, { id: 'drops', name: 'Dose it has', unit: 'drops/100 g', min: 0.1, max: 2000, usual: 8 }, { id: 'wanted', name: 'Dose wanted', unit: 'drops/100 g', min: 0.1, max: 2000, usual: 4 }],
    judge: ({ measured }) => {
      const found = rescueTint(measured.massG, measured.drops, measured.wanted)
      return 'extraClearG' in found && found.extraClearG !== undefined
        ? { says: 'Clear resin brings it back; tint cannot be taken out.', number: `${n(found.extraClearG)} g of clear`, leaveH: null, formula: 'm·(dose/wanted − 1)', source: 'Mass balance' }
        : { says: 'It is not too strong: add drops.', number: `${n(('extraDrops' in found && found.extraDrops) || 0, 0)} drops`, leaveH: null, formula: 'm·(wanted − dose)/100', source: 'Mass balance' }
    },
    steps: [step('thin', 'Thin the cup with clear', 'Weigh in clear of the same ratio, stir until no streak is left; the rest makes the next pour.', 'It meets the chip.', 12, undefined, ['resin'], 13)], uses: [use('clear-epoxy-2-1', 70), use('cup', 1)]
  },
  {
    id: 'still-white', name: 'Still white after days', for: ['fall', 'reach', 'sea', 'splash', 'pool'], looks: 'Milky inside, dry outside.',
    measures: [{ id: 'thickMm', name: 'Laid how thick, wet', unit: 'mm', min: 0.1, max: 80, usual: 8 }, { id: 'sinceH', name: 'How long ago', unit: 'h', min: 0, max: 5000, usual: 96 }],
    judge: stillWhite,
    steps: [step('peel', 'Peel the white coat off', 'Cut it at its edges, lift it in one piece, wipe what is left.', 'Clean down to what is clear.', 25, undefined, ['blade']), step('relay', 'Lay it again, thin', `No coat over ${THICKEST_GEL_MM} mm, the next when it is clear.`, 'Clear before the next goes on.', 25, RIPPLE_CLEARS)],
    uses: [use('ripple-gel', 20)]
  },
  {
    id: 'crust', name: 'A crust over liquid', for: ['pool', 'splash', 'reach'], looks: 'Hard on top, it gives under a finger.',
    measures: [{ id: 'thickMm', name: 'Poured how thick', unit: 'mm', min: 0.1, max: 100, usual: 5 }, { id: 'dpMm', name: 'Its penetration depth', unit: 'mm', min: 0.05, max: 20, usual: 0.15 }, { id: 'seconds', name: 'Lamp, so long', unit: 's', min: 1, max: 3600, usual: 60 }],
    judge: ({ measured }) => {
      const { cureDepthMm } = uvCure({ dpMm: measured.dpMm, ecMjCm2: 10, irradianceMwCm2: 10, seconds: measured.seconds })
      return cureDepthMm >= measured.thickMm
        ? { says: 'Light reaches the foot: more of it, from all sides, then wipe with alcohol.', number: `sets ${n(cureDepthMm)} mm`, leaveH: null, formula: 'C = D_p·ln(E/E_c)', source: 'Jacobs 1992; from memory' }
        : { says: 'Light never reaches the foot. Pierce it, drain it, rip it out and do it again in coats.', number: `sets ${n(cureDepthMm, 2)} of ${n(measured.thickMm)} mm`, leaveH: null, formula: 'C = D_p·ln(E/E_c)', source: 'Jacobs 1992; from memory' }
    },
    steps: [step('drain', 'Pierce, drain and rip out', 'Gloves; soak it up, wipe with alcohol, light what is left in a tray outdoors.', 'Dry and clean.', 45, { becomes: 'firm', min: 120 }, ['resin', 'uv', 'torch'], 13), step('again', 'Pour it again', 'In coats that the light goes through.', 'Hard under a fingernail.', 40, RESIN_SETS, ['resin'], 13)],
    uses: [use('craft-light-resin', 40), use('gloves', 2)]
  },
  {
    id: 'stuck', name: 'Stuck to the release sheet', for: ['fall', 'splash', 'sea'], looks: 'It tears where it is pulled.',
    measures: [{ id: 'ageH', name: 'Made how long ago', unit: 'h', min: 0, max: 5000, usual: 30 }],
    judge: ({ build, water, measured, shelf, stacks }) => {
      const laying = stacks.forms.find((s) => s.id === water.id)?.laying
      const caulk = water.kind !== 'pool' && water.gel === 'clear-caulk'
      const pair = pairOf(caulk ? 'caulk' : 'gel', 'silicone-paper')!
      const ready = laying?.peelH ?? null
      const gel = laying ? onShelf(shelf, 'gel', laying.gel) : null
      const curve = gel && laying ? dryInRoom(gel, laying.wetMm, build.room).curve : []
      const formula = `peels when under 30 % of its water is left: ${ready === null ? 'never here' : spell(ready)}; ${hoursUntil(curve, 0.3) === null ? '' : 'from its drying curve'}`
      if (ready !== null && measured.ageH < ready) return { says: 'Too soon: leave it and try a corner again.', number: `peels in ${spell(ready - measured.ageH)}`, leaveH: ready - measured.ageH, formula, source: DRYING }
      return { says: `${pair.why} If it was silicone caulk, or plain paper, it is scrap: make it again on ${THINGS['silicone-paper'].name}, in acrylic. Else chill it for ten minutes and peel from the foot.`, number: ready === null ? 'never' : 'ready to peel', leaveH: null, formula, source: PRACTICE }
    },
    steps: [step('again', 'Make the strips again', 'Acrylic gel or caulk on silicone-coated paper; try a corner on a scrap first.', 'A corner lifts clean.', 30, { becomes: 'firm', min: 'peel' }, [], 15)], uses: [use('ripple-gel', 20), use('release-sheet', 300)]
  },
  {
    id: 'faded-stipple', name: 'The stipple has faded', for: ['pool', 'reach', 'sea'], looks: 'Ripples went flat.',
    measures: [{ id: 'atMin', name: 'Stippled how long after laying', unit: 'min', min: 0, max: 600, usual: 5 }],
    judge: ({ water, measured, stacks, shelf }) => {
      const gel = onShelf(shelf, 'gel', water.kind === 'pool' ? 'ripple-gel' : water.gel)!
      const laying = stacks.forms.find((s) => s.id === water.id)?.laying
      const ripple = laying?.rippleMm ?? gel.finestMm * 1.5
      const left = leftOf(gel, Math.min(laying?.wetMm ?? gel.coatMm, gel.coatMm), ripple, measured.atMin)
      const opens = laying?.windows.find((w) => w.id === 'stipple')
      return { says: left > 0.85 ? 'It should have stayed: the gel was thinned, or laid thicker than a coat.' : `Too soon. Stipple again${opens ? ` ${opens.opensMin} to ${opens.closesMin} min after laying` : ''}; past that a thin new coat takes the mark.`, number: `${n(left * 100, 0)} % left`, leaveH: null, formula: '1/τ = (h³/3η)(ρgk² + γk⁴); left = exp(−t_th/τ)', source: 'Orchard 1962; from memory' }
    },
    steps: [step('coat', 'Brush on a thin new coat', 'Half as thick as the first.', 'Wet all over at once.', 12, { becomes: 'workable', min: 'stippleOpens', max: 'stippleCloses', hard: true }), step('again', 'Stipple it again', 'In its window, along the strokes.', 'They stay.', 15, RIPPLE_CLEARS)], uses: [use('ripple-gel', 10)]
  },
  {
    id: 'drooped', name: 'The curl has drooped', for: ['sea', 'fall'], looks: 'The lip hangs lower than the jig sheet.',
    measures: [{ id: 'droopMm', name: 'Lower than the jig by', unit: 'mm', min: 0.1, max: 200, usual: 3 }],
    judge: ({ water, measured, stacks }) => {
      const over = stacks.forms.find((s) => s.id === water.id)?.part?.overhang
      if (!over) return { says: 'Lift it back on props while the gel still gives; else cut it at the foot and bed it anew.', number: `${n(measured.droopMm)} mm`, leaveH: null, formula: 'none: this water has no part on film', source: PRACTICE }
      const bare = bentStrip({ ...over.strip, wetMm: 0 }).droopMm
      return { says: over.props && over.props.count > 0 ? `Under its wet coat it sinks ${n(over.droopMm)} mm without props: it asked for ${over.props.count}. Lift it back on them now, warm, before the next coat.` : 'The plan asked for no prop: the gel was laid thicker, or the film is thinner than chosen.', number: `bears ${n(over.bearsMm)} mm of wet gel`, leaveH: null, formula: `elastica of the film under ${n(over.strip.wetMm)} mm of gel; the film alone sinks ${n(bare, 2)} mm`, source: 'Euler; Bisshopp & Drucker 1945' }
    },
    steps: [step('lift', 'Warm it and lift it back on props', 'Warm air until the gel gives, then the props of the jig sheet, one at a time.', 'It meets the jig again.', 20, { becomes: 'firm', min: 'propRelease' }, ['hotwater'], 15), step('coat', 'One thin coat to lock it', 'On the outside, half as thick as the others.', 'Nothing moved.', 12, CLEARS, [], 15)], uses: [use('prop-foam', 3)]
  },
  {
    id: 'lip', name: 'A lip where the dam was', for: ['pool'], looks: 'A raised rim along the wall.',
    measures: [{ id: 'riseMm', name: 'Stands proud by', unit: 'mm', min: 0.1, max: 20, usual: 2 }],
    judge: ({ measured }) => {
      const usual = lip(0.036, 1.1, 20).riseMm
      return { says: measured.riseMm > usual + 1 ? 'More than resin climbs by itself: it was overfilled, or knocked.' : 'As much as resin climbs by itself: trim it.', number: `usual ${n(usual)} mm`, leaveH: null, formula: 'h = ℓ√(2(1 − sin θ))', source: 'Meniscus on a wall; from memory' }
    },
    steps: [step('trim', 'Trim the lip and wipe it clear', 'Sharp blade away from the hand, abrasive, then a thin wipe of resin: the scuff turns clear.', 'Flat to a fingertip.', 25, RESIN_SETS, ['blade', 'dust', 'resin'], 14)], uses: [use('clear-epoxy-2-1', 5)]
  },
  {
    id: 'scar', name: 'A scar from the dam', for: ['pool'], looks: 'Dull patches, glue, or scenery torn away.',
    measures: [{ id: 'areaCm2', name: 'So large', unit: 'cm²', min: 0.1, max: 1000, usual: 6 }],
    judge: ({ measured }) => ({ says: `${pairOf('hot-glue', 'flame')!.why} Scuffed resin turns clear again under a fresh wipe.`, number: `${n(measured.areaCm2 * 0.06 + 2)} g of resin`, leaveH: null, formula: '0.5 mm over the scar, and what stays in the cup', source: PRACTICE }),
    steps: [step('clean', 'Take the residue off', 'Warm it, roll it off, wipe with alcohol, let that dry.', 'No tack.', 15, { becomes: 'firm', min: 30 }, ['torch'], 14), step('wipe', 'Wipe it with resin', 'Scuff evenly, one thin wipe.', 'Clear from every side.', 15, RESIN_SETS, ['resin', 'dust'], 14)], uses: [use('clear-epoxy-2-1', 6), use('wetting-mix', 10)]
  },
  {
    id: 'drowned', name: 'The beach has drowned', for: ['pool'], looks: 'Resin crept up the shore.',
    measures: [{ id: 'overMm', name: 'Stands too high by', unit: 'mm', min: 0.1, max: 50, usual: 1.5 }],
    judge: ({ water, measured, ground }) => {
      const area = ground.pools.find((p) => p.id === water.id)?.areaMm2 ?? 0
      return { says: 'Cured resin stays. Lay the beach again over it: filler, sand, a wet edge painted darker. Next time pour short by this much and coax it.', number: `${n((area * measured.overMm) / 1000, 0)} ml too much`, leaveH: null, formula: 'area × height', source: 'Geometry; trade P11, common practice, no source' }
    },
    steps: [step('beach', 'Lay the beach again', 'Scuff, a skin of filler, sand, a dark wet edge.', 'The water line lies where it was drawn.', 40, { becomes: 'firm', min: 720 }, ['dust'], 15)], uses: [use('scatter', 20), use('thinned-glue', 15)]
  },
  {
    id: 'haze', name: 'Haze on the case', for: ['pool', 'sea'], looks: 'A bloom inside the clear walls.',
    measures: [{ id: 'sinceH', name: 'Closed how long', unit: 'h', min: 0, max: 5000, usual: 24 }],
    judge: () => ({ says: `${pairOf('superglue', 'case')!.why} Water from gel that was not dry does it too, and that goes when it is opened.`, number: 'open it for 48 h', leaveH: 48, formula: 'none', source: PRACTICE }),
    steps: [step('wipe', 'Air the case and wipe it', 'Open it for two days, then alcohol on a microfibre cloth; polish what stays.', 'Clear against black.', 20, { becomes: 'clear', min: 60 }, ['torch'], 21)], uses: []
  },
  {
    id: 'bubble', name: 'A bubble in the wrong place', for: ['pool', 'fall', 'splash'], looks: 'A silver bead where the eye goes.',
    measures: [{ id: 'acrossMm', name: 'Across', unit: 'mm', min: 0.1, max: 50, usual: 2 }, { id: 'underMm', name: 'Under the surface by', unit: 'mm', min: 0, max: 100, usual: 3 }],
    judge: ({ measured }) => ({ says: measured.underMm > 8 ? 'Deep: leave it, and put foam or a stone over it.' : 'Drill to it, fill it with resin from its foot up, and it is gone.', number: `${n((Math.PI / 6) * measured.acrossMm ** 3 + Math.PI * 0.5 ** 2 * measured.underMm, 1)} mm³`, leaveH: null, formula: 'π/6·d³ and the drill hole', source: 'Geometry' }),
    steps: [step('drill', 'Drill and fill it', 'A 1 mm drill by hand, resin by needle from the foot up; wipe level.', 'You cannot find it.', 25, RESIN_SETS, ['resin', 'dust'], 14)], uses: [use('clear-epoxy-2-1', 6)]
  },
  {
    id: 'dust', name: 'Dust in the gloss', for: ['pool', 'reach', 'fall', 'sea'], looks: 'Specks that do not wipe off.',
    measures: [{ id: 'thickMm', name: 'The coat is, wet', unit: 'mm', min: 0.05, max: 20, usual: 1 }],
    judge: (here) => {
      const gel = onShelf(here.shelf, 'gel', 'gloss-glue')!
      const { clearH } = dryInRoom(gel, here.measured.thickMm, here.build.room)
      return { says: `${pairOf('gel', 'dust')!.why}`, number: clearH === null ? 'never dry here' : `${spell(clearH)} for the new coat`, leaveH: null, formula: `drying of ${n(here.measured.thickMm)} mm of gloss glue in this room`, source: DRYING }
    },
    steps: [step('peel', 'Peel the coat', 'Score the edges, lift, wipe with a damp cloth.', 'Clean under a slanting light.', 20, undefined, ['blade'], 20), step('again', 'Gloss it again under a cover', 'Thin, and a box over it until it is dry.', 'Not a speck.', 15, { becomes: 'clear', min: 600 }, [], 20)], uses: [use('gloss-glue', 15)]
  },
  {
    id: 'too-white', name: 'Too much white', for: ['pool', 'reach', 'fall', 'sea', 'splash'], looks: 'Harsh: the wave no longer shows.',
    measures: [{ id: 'yoursPct', name: 'White you see', unit: '% of the surface', min: 0, max: 100, usual: 55 }],
    judge: ({ water, measured, forms }) => {
      const id = water.kind === 'sea' ? water.pool : water.id
      const own = forms.white.waters.find((w) => w.water === id)
      const share = own?.sharePct ?? 0
      const over = (Math.max(0, measured.yoursPct - share) / 100) * ((own?.areaMm2 ?? 0) / 100)
      return { says: over > 0 ? 'Soften it with gel tinted faint blue, pick it away to show the wave, dab it with a finger while it gives. From the thin line inwards.' : 'No more than this water has.', number: `yours ${n(measured.yoursPct, 0)} %, this water ${n(share, 0)} %: ${n(over)} cm² too much`, leaveH: null, formula: 'share of the white map over the surface of this water', source: 'The white map; trade G8, common practice, no source' }
    },
    steps: [step('pick', 'Pick and dab the white back', 'With a damp brush and a pick, from the thin line of the stencil inwards.', 'The wave shows again.', 25, undefined, [], 18), step('veil', 'Veil what stays', 'A thin coat of gel, one drop of blue in 20 ml.', 'It lies in the water, not on it.', 15, RIPPLE_CLEARS, [], 18)], uses: [use('ripple-gel', 12)]
  },
  {
    id: 'missed', name: 'The fall missed its rocks', for: ['fall'], looks: 'It lands before or behind them.',
    measures: [{ id: 'outMm', name: 'The rocks stand out from the lip by', unit: 'mm', min: 0.1, max: 1000, usual: 12 }],
    judge: ({ build, water, measured, forms }) => {
      const form = forms.falls.find((f) => f.id === water.id)
      const fall = fallsOf(build).find((f) => f.id === water.id)
      if (!form?.curve || !fall) return { says: 'This fall has no shape yet.', number: '–', leaveH: null, formula: 'none', source: PRACTICE }
      const { dischargeM3S, hits } = flowThrough(form, forms.scale, measured.outMm, form.footMm)
      const off = form.curve.landMm - measured.outMm
      return { says: hits ? `It lands ${n(Math.abs(off))} mm ${off > 0 ? 'past' : 'short of'} them. ${n(dischargeM3S, 2)} m³/s would hit; or move the stones, or bend the foot while the strip is soft.` : `It lands ${n(Math.abs(off))} mm ${off > 0 ? 'past' : 'short of'} them, and no flow hits: move the stones.`, number: `lands ${n(form.curve.landMm)} mm out`, leaveH: null, formula: 'trajectory from the brink', source: 'Rouse 1936; from memory' }
    },
    steps: [step('move', 'Move the stones under the landing', 'Cut them free, bed them where the side curve comes down.', 'Water lands on them.', 25, { becomes: 'firm', min: 720 }, ['blade'], 16), step('boil', 'Move boil and foam with them', 'Blend the old place, lay the boil anew.', 'White fades outwards from the new landing.', 15, RIPPLE_CLEARS, [], 17)], uses: [use('ripple-gel', 8), use('thinned-glue', 10)]
  }
]

/** Troubles that happen to a kind of water. */
export const troublesOf = (kind: Case['water']['kind']): Trouble[] => TROUBLES.filter((t) => t.for.includes(kind))

/** What was measured, with the usual where nothing was. @example measuredOf(TROUBLES[0], {}).mlPerH // 2 */
export const measuredOf = (trouble: Trouble, given: Readonly<Record<string, number>>): Record<string, number> => Object.fromEntries(trouble.measures.map((m) => [m.id, given[m.id] ?? m.usual]))
