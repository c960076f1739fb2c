import { THICKEST_GEL_MM } from '../../physics/stuff/drying/coats'
import type { StepTemplate } from '../ways/types'
import type { WaterKind } from '../ways/types'
import type { Trouble, TroubleUse } from './types'
import { mm, quantity, say, type Sentence } from '../../words/sentence'

/** A step of a repair; where it comes in the network is worked out by `repairWay`. */
const step = (
  id: string,
  title: string,
  how: Sentence,
  right: Sentence,
  minutes: number,
  wait?: StepTemplate['wait'],
  cautions: StepTemplate['cautions'] = [],
  order = 17
): StepTemplate => ({
  id,
  order,
  title,
  how,
  right,
  hands: { fixed: minutes },
  after: [],
  cautions,
  ...(wait ? { wait } : {})
})
const use = (material: string, fixed: number): TroubleUse => ({ material, amount: { fixed } })
/** Resin without its water's tint, g. */
const clear = (fixed: number): TroubleUse => ({ material: 'resin', amount: { fixed }, clear: true })
const CLEARS = { becomes: 'clear', min: 'formClear' } as const
const RIPPLE_CLEARS = { becomes: 'clear', min: 'rippleClear' } as const
const RESIN_SETS = { becomes: 'firm', min: 960 } as const

/**
 * Everything that goes wrong often enough to have a remedy: docs/trade.md 3 to 9. Common practice,
 * no source, but for the models named.
 */
export const TROUBLES: readonly Trouble[] = [
  {
    id: 'leak',
    name: 'A leak under way',
    for: ['pool'],
    looks: 'The level sinks, or the tray is wet.',
    measures: [
      {
        id: 'mlPerH',
        name: 'Caught in the tray in an hour',
        unit: 'ml',
        min: 0.01,
        max: 5000,
        usual: 2
      }
    ],
    steps: [
      step(
        'press',
        'Press on the leak and cover it',
        'Clay or tape pressed on from outside, the tray under it; look every ten minutes.',
        'The tray stays dry.',
        15,
        { becomes: 'firm', min: 'gel' },
        ['resin'],
        13
      ),
      step(
        'top',
        'Top the pour up',
        'Mix what ran out and bring it to the mark.',
        'Level with the mark.',
        25,
        RESIN_SETS,
        ['resin'],
        13
      )
    ],
    uses: [use('resin', 20), use('cup', 1)]
  },
  {
    id: 'over-tinted',
    name: 'Tinted too strongly',
    for: ['pool'],
    looks: 'The cup is darker than the chip.',
    measures: [
      { id: 'massG', name: 'In the cup', unit: 'g', min: 1, max: 10_000, usual: 70 },
      { id: 'drops', name: 'Dose it has', unit: 'drops/100 g', min: 0.1, max: 2000, usual: 8 },
      { id: 'wanted', name: 'Dose wanted', unit: 'drops/100 g', min: 0.1, max: 2000, usual: 4 }
    ],
    steps: [
      step(
        'thin',
        'Thin the cup with clear',
        'Weigh in clear of the same ratio, stir until no streak is left; the rest makes the next pour.',
        'It meets the chip.',
        12,
        undefined,
        ['resin'],
        13
      )
    ],
    uses: [clear(70), use('cup', 1)]
  },
  {
    id: 'still-white',
    name: 'Still white after days',
    for: ['fall', 'reach', 'sea', 'splash', 'pool'],
    looks: 'Milky inside, dry outside.',
    measures: [
      { id: 'thickMm', name: 'Laid how thick, wet', unit: 'mm', min: 0.1, max: 80, usual: 8 },
      { id: 'sinceH', name: 'How long ago', unit: 'h', min: 0, max: 5000, usual: 96 }
    ],
    steps: [
      step(
        'peel',
        'Peel the white coat off',
        'Cut it at its edges, lift it in one piece, wipe what is left.',
        'Clean down to what is clear.',
        25,
        undefined,
        ['blade']
      ),
      step(
        'relay',
        'Lay it again, thin',
        say`No coat over ${mm(THICKEST_GEL_MM)}, the next when it is clear.`,
        'Clear before the next goes on.',
        25,
        RIPPLE_CLEARS
      )
    ],
    uses: [use('ripple-gel', 20)]
  },
  {
    id: 'crust',
    name: 'A crust over liquid',
    for: ['pool', 'splash', 'reach'],
    looks: 'Hard on top, it gives under a finger.',
    measures: [
      { id: 'thickMm', name: 'Poured how thick', unit: 'mm', min: 0.1, max: 100, usual: 5 },
      { id: 'dpMm', name: 'Its penetration depth', unit: 'mm', min: 0.05, max: 20, usual: 0.15 },
      { id: 'seconds', name: 'Lamp, so long', unit: 's', min: 1, max: 3600, usual: 60 }
    ],
    steps: [
      step(
        'drain',
        'Pierce, drain and rip out',
        'Gloves; soak it up, wipe with alcohol, light what is left in a tray outdoors.',
        'Dry and clean.',
        45,
        { becomes: 'firm', min: 120 },
        ['resin', 'uv', 'torch'],
        13
      ),
      step(
        'again',
        'Pour it again',
        'In coats that the light goes through.',
        'Hard under a fingernail.',
        40,
        RESIN_SETS,
        ['resin'],
        13
      )
    ],
    uses: [use('craft-light-resin', 40), use('gloves', 2)]
  },
  {
    id: 'stuck',
    name: 'Stuck to the release sheet',
    for: ['fall', 'splash', 'sea'],
    looks: 'It tears where it is pulled.',
    measures: [{ id: 'ageH', name: 'Made how long ago', unit: 'h', min: 0, max: 5000, usual: 30 }],
    steps: [
      step(
        'again',
        'Make the strips again',
        'Acrylic gel or caulk on silicone-coated paper; try a corner on a scrap first.',
        'A corner lifts clean.',
        30,
        { becomes: 'firm', min: 'peel' },
        [],
        15
      )
    ],
    uses: [use('ripple-gel', 20), use('release-sheet', 300)]
  },
  {
    id: 'faded-stipple',
    name: 'The stipple has faded',
    for: ['pool', 'reach', 'sea'],
    looks: 'Ripples went flat.',
    measures: [
      {
        id: 'atMin',
        name: 'Stippled how long after laying',
        unit: 'min',
        min: 0,
        max: 600,
        usual: 5
      }
    ],
    steps: [
      step(
        'coat',
        'Brush on a thin new coat',
        'Half as thick as the first.',
        'Wet all over at once.',
        12,
        { becomes: 'workable', min: 'stippleOpens', max: 'stippleCloses', hard: true }
      ),
      step(
        'again',
        'Stipple it again',
        'In its window, along the strokes.',
        'They stay.',
        15,
        RIPPLE_CLEARS
      )
    ],
    uses: [use('ripple-gel', 10)]
  },
  {
    id: 'drooped',
    name: 'The curl has drooped',
    for: ['sea', 'fall'],
    looks: 'The lip hangs lower than the jig sheet.',
    measures: [
      { id: 'droopMm', name: 'Lower than the jig by', unit: 'mm', min: 0.1, max: 200, usual: 3 }
    ],
    steps: [
      step(
        'lift',
        'Warm it and lift it back on props',
        'Warm air until the gel gives, then the props of the jig sheet, one at a time.',
        'It meets the jig again.',
        20,
        { becomes: 'firm', min: 'propRelease' },
        ['hotwater'],
        15
      ),
      step(
        'coat',
        'One thin coat to lock it',
        'On the outside, half as thick as the others.',
        'Nothing moved.',
        12,
        CLEARS,
        [],
        15
      )
    ],
    uses: [use('prop-foam', 3)]
  },
  {
    id: 'lip',
    name: 'A lip where the dam was',
    for: ['pool'],
    looks: 'A raised rim along the wall.',
    measures: [{ id: 'riseMm', name: 'Stands proud by', unit: 'mm', min: 0.1, max: 20, usual: 2 }],
    steps: [
      step(
        'trim',
        'Trim the lip and wipe it clear',
        'Sharp blade away from the hand, abrasive, then a thin wipe of resin: the scuff turns clear.',
        'Flat to a fingertip.',
        25,
        RESIN_SETS,
        ['blade', 'dust', 'resin'],
        14
      )
    ],
    uses: [clear(5)]
  },
  {
    id: 'scar',
    name: 'A scar from the dam',
    for: ['pool'],
    looks: 'Dull patches, glue, or scenery torn away.',
    measures: [{ id: 'areaCm2', name: 'So large', unit: 'cm²', min: 0.1, max: 1000, usual: 6 }],
    steps: [
      step(
        'clean',
        'Take the residue off',
        'Warm it, roll it off, wipe with alcohol, let that dry.',
        'No tack.',
        15,
        { becomes: 'firm', min: 30 },
        ['torch'],
        14
      ),
      step(
        'wipe',
        'Wipe it with resin',
        'Scuff evenly, one thin wipe.',
        'Clear from every side.',
        15,
        RESIN_SETS,
        ['resin', 'dust'],
        14
      )
    ],
    uses: [clear(6), use('wetting-mix', 10)]
  },
  {
    id: 'drowned',
    name: 'The beach has drowned',
    for: ['pool'],
    looks: 'Resin crept up the shore.',
    measures: [
      { id: 'overMm', name: 'Stands too high by', unit: 'mm', min: 0.1, max: 50, usual: 1.5 }
    ],
    steps: [
      step(
        'beach',
        'Lay the beach again',
        'Scuff, a skin of filler, sand, a dark wet edge.',
        'The water line lies where it was drawn.',
        40,
        { becomes: 'firm', min: 720 },
        ['dust'],
        15
      )
    ],
    uses: [use('scatter', 20), use('thinned-glue', 15)]
  },
  {
    id: 'haze',
    name: 'Haze on the case',
    for: ['pool', 'sea'],
    looks: 'A bloom inside the clear walls.',
    measures: [{ id: 'sinceH', name: 'Closed how long', unit: 'h', min: 0, max: 5000, usual: 24 }],
    steps: [
      step(
        'wipe',
        'Air the case and wipe it',
        'Open it for two days, then alcohol on a microfibre cloth; polish what stays.',
        'Clear against black.',
        20,
        { becomes: 'clear', min: 60 },
        ['torch'],
        21
      )
    ],
    uses: []
  },
  {
    id: 'bubble',
    name: 'A bubble in the wrong place',
    for: ['pool', 'fall', 'splash'],
    looks: 'A silver bead where the eye goes.',
    measures: [
      { id: 'acrossMm', name: 'Across', unit: 'mm', min: 0.1, max: 50, usual: 2 },
      { id: 'underMm', name: 'Under the surface by', unit: 'mm', min: 0, max: 100, usual: 3 }
    ],
    steps: [
      step(
        'drill',
        'Drill and fill it',
        say`A ${mm(1)} drill by hand, resin by needle from the foot up; wipe level.`,
        'You cannot find it.',
        25,
        RESIN_SETS,
        ['resin', 'dust'],
        14
      )
    ],
    uses: [clear(6)]
  },
  {
    id: 'dust',
    name: 'Dust in the gloss',
    for: ['pool', 'reach', 'fall', 'sea'],
    looks: 'Specks that do not wipe off.',
    measures: [
      { id: 'thickMm', name: 'The coat is, wet', unit: 'mm', min: 0.05, max: 20, usual: 1 }
    ],
    steps: [
      step(
        'peel',
        'Peel the coat',
        'Score the edges, lift, wipe with a damp cloth.',
        'Clean under a slanting light.',
        20,
        undefined,
        ['blade'],
        20
      ),
      step(
        'again',
        'Gloss it again under a cover',
        'Thin, and a box over it until it is dry.',
        'Not a speck.',
        15,
        { becomes: 'clear', min: 600 },
        [],
        20
      )
    ],
    uses: [use('gloss-glue', 15)]
  },
  {
    id: 'too-white',
    name: 'Too much white',
    for: ['pool', 'reach', 'fall', 'sea', 'splash'],
    looks: 'Harsh: the wave no longer shows.',
    measures: [
      {
        id: 'yoursPct',
        name: 'White you see',
        unit: '% of the surface',
        min: 0,
        max: 100,
        usual: 55
      }
    ],
    steps: [
      step(
        'pick',
        'Pick and dab the white back',
        'With a damp brush and a pick, from the thin line of the stencil inwards.',
        'The wave shows again.',
        25,
        undefined,
        [],
        18
      ),
      step(
        'veil',
        'Veil what stays',
        say`A thin coat of gel, one drop of blue in ${quantity(20, 'ml')}.`,
        'It lies in the water, not on it.',
        15,
        RIPPLE_CLEARS,
        [],
        18
      )
    ],
    uses: [use('ripple-gel', 12)]
  },
  {
    id: 'missed',
    name: 'The fall missed its rocks',
    for: ['fall'],
    looks: 'It lands before or behind them.',
    measures: [
      {
        id: 'outMm',
        name: 'The rocks stand out from the lip by',
        unit: 'mm',
        min: 0.1,
        max: 1000,
        usual: 12
      }
    ],
    steps: [
      step(
        'move',
        'Move the stones under the landing',
        'Cut them free, bed them where the side curve comes down.',
        'Water lands on them.',
        25,
        { becomes: 'firm', min: 720 },
        ['blade'],
        16
      ),
      step(
        'boil',
        'Move boil and foam with them',
        'Blend the old place, lay the boil anew.',
        'White fades outwards from the new landing.',
        15,
        RIPPLE_CLEARS,
        [],
        17
      )
    ],
    uses: [use('ripple-gel', 8), use('thinned-glue', 10)]
  }
]

/** Troubles that happen to a kind of water. */
export const troublesOf = (kind: WaterKind): Trouble[] =>
  TROUBLES.filter((t) => t.for.includes(kind))

/** What was measured, with the usual where nothing was. @example measuredOf(TROUBLES[0], {}).mlPerH // 2 */
export const measuredOf = (
  trouble: Trouble,
  given: Readonly<Record<string, number>>
): Record<string, number> =>
  Object.fromEntries(trouble.measures.map((m) => [m.id, given[m.id] ?? m.usual]))
