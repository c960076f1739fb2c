import { mm, plain, quantity, say, type Sentence } from '../words/sentence'
import type { FallForm } from '../plan/2-forms/fallForm'
import type { ChainFlow } from '../plan/2-forms/flow'
import type { FormsPlan, SeaPlan } from '../plan/2-forms/formsStage'
import type { ReachForm, ReachJump, RockInStream } from '../plan/2-forms/reachForm'
import { MANNING } from '../plan/2-forms/reachForm'
import type { SplashForm } from '../plan/2-forms/splashForm'
import { FOAM_HALF_LIFE_S } from '../running/foam'
import type { Ripples } from '../plan/2-forms/strokes'
import { modelMm, realM } from '../physics/shape/units'
import { headLost } from '../physics/water/hydraulics/jump'
import { weirDischarge } from '../physics/water/hydraulics/nappe'
import type { BedKind, Flow } from '../build/types'
import { beaufortOf } from '../physics/water/waves/windSea'
import type { Explanation, Line } from './explanations'

/** A card: title, formula, its inputs, where from, how far to trust it. */
const card = (
  title: string,
  formula: Sentence,
  inputs: Explanation['inputs'],
  source: string,
  trust: string
): Explanation => ({ title, formula, inputs, source, trust })
const SHEET = 'Rouse 1936; free trajectory as in Chow, Open-Channel Hydraulics (1959); from memory'

/** Ripples by name: how far apart they are, and who says so. The others are swell. */
const RIPPLES: Readonly<Record<string, { formula: Sentence; source: string }>> = {
  'standing waves': {
    formula: 'λ = 2πU²/g, no higher than 8 in 100 of it',
    source: 'Kennedy 1963; height is common practice, no source'
  },
  'wind ripples': {
    formula: say`what ${quantity(3, 'm/s', 0)} of air raises over the length of the water, no shorter than ${mm(17)} full size`,
    source: 'Hasselmann et al. 1973; Lamb for the shortest; from memory'
  },
  'boils and wavelets': {
    formula: 'about as far apart as the water is deep, 7 in 100 of it high',
    source: 'Common practice, no published source'
  }
}

/** What becomes of a sheet by how it hangs. */
const HANGS: Record<FallForm['hang'], string> = {
  clinging: 'So little water clings to the face and does not spring free.',
  free: 'Air is let in behind the sheet. Without it the sheet is drawn in a little.',
  steps: 'Down steps it lands on each tread.',
  skimming: 'Down steps it lands on each tread.'
}

/** Where a mood's flow is taken. */
const TAKEN_AT: Record<ChainFlow['from'], string> = {
  fall: 'the first fall’s lip',
  reach: 'the first run’s width',
  figure: '–',
  none: 'a metre of lip'
}

export const explainFlow = (flow: ChainFlow, mood: Flow['mood']): Explanation =>
  card(
    'Water that runs',
    'one flow through the whole chain; a mood is so much over a metre of lip, no more than a share of √(gH³)',
    [
      ['given by', flow.from === 'figure' ? 'your figure' : `the mood “${mood}”`],
      ['full size', quantity(flow.dischargeM3S, 'm³/s', 2)],
      ['taken at', TAKEN_AT[flow.from]]
    ],
    'Moods are common practice, no published source',
    'A mood is a picture, not a measurement. Where you know the river, give the figure.'
  )

/** How water comes over what it leaves. */
const BEGINS = {
  ledge: 'y_c = (q²/g)^⅓; over the brink 0.715 y_c',
  bucket: 'y_c = (q²/g)^⅓; over its rim 0.715 y_c',
  wheel: say`let go at the speed of the rim, ${quantity(2, 'm/s', 0)}, where it would come slower by itself`,
  pipe: 'y_c from Q²·T = g·A³; at the open end 0.725 y_c, or the whole bore'
} as const
const PIPE = 'Rajaratnam & Muralidhar 1964, free trajectory; from memory'
const q = (form: FallForm) => `${plain(form.curve!.unitDischargeM2S, 3)} m²/s`
export const explainLanding = (form: FallForm): Explanation =>
  card(
    'Where it lands',
    say`${BEGINS[form.outlet ?? 'ledge']}; then a trajectory: out = V·√(2·down/g)`,
    [
      ...(form.filled === null
        ? [['over a metre of lip', q(form)] as Line]
        : [['the pipe is full by', `${plain(100 * form.filled, 0)} %`] as Line]),
      ['critical depth', quantity(form.curve!.criticalDepthM, 'm', 2)],
      ['speed at the brink', quantity(form.curve!.brinkSpeedMS, 'm/s', 2)],
      ['falls', mm(form.crestMm - form.footMm)],
      ['lands', say`${mm(form.curve!.landMm)} out`]
    ],
    form.outlet === 'pipe' ? PIPE : SHEET,
    HANGS[form.hang]
  )
export const explainAngle = (form: FallForm): Explanation =>
  card(
    'Angle of landing',
    'tan θ = √(2g·down) ÷ V at the brink',
    [
      ['speed at the brink', quantity(form.curve!.brinkSpeedMS, 'm/s', 2)],
      ['lands with', quantity(form.curve!.landSpeedMS, 'm/s')],
      ['angle from the level', `${plain(form.curve!.landAngleDeg, 0)}°`]
    ],
    `${SHEET}; checked against White 1943`,
    'Within a few degrees of what was measured.'
  )
export const explainSheet = (form: FallForm): Explanation =>
  card(
    'Thickness of the sheet',
    'q ÷ speed, all the way down',
    [
      ['at the brink', mm(form.curve!.brinkThicknessMm)],
      ['at the foot', quantity(form.curve!.footThicknessMm, 'mm', 2)],
      ['over a metre of lip', q(form)]
    ],
    'Continuity',
    'Once it has broken up it is a cloud of drops, wider and full of air.'
  )
export const explainGlassy = (form: FallForm, scale: number): Explanation =>
  card(
    'Glassy for how far',
    'a sheet holds together for 6·q^0.32 metres',
    [
      ['over a metre of lip', q(form)],
      [
        'holds for',
        say`${quantity(realM(form.curve!.glassyMm, scale), 'm', 2)}, or as far as it falls`
      ],
      ['white of the rest', `${plain(form.curve!.whiteFraction * 100, 0)} %`]
    ],
    form.hang === 'skimming'
      ? 'Chanson 1994: length until air is drawn in; from memory'
      : 'Hořeni 1956; from memory',
    'Wind and a rough lip tear it sooner.'
  )
export const explainFoam = (form: FallForm): Explanation =>
  card(
    'Boil and foam',
    'as long as the jump that the tail water makes, six depths; less where little is torn',
    [
      ['tail water that holds it', mm(form.curve!.tailDepthMm)],
      ['pool there', form.poolDepthMm === null ? 'none dipped' : mm(form.poolDepthMm)],
      ['foam beyond the landing', mm(form.foamMm)]
    ],
    'Rand 1955; USBR Monograph 25; from memory',
    'The edge of the foam is drawn where it has faded to half.'
  )
export const explainBubbles = (form: FallForm): Explanation =>
  card(
    'How deep the white goes',
    '2.1·V^0.775·d^0.67',
    [
      ['lands with', quantity(form.curve!.landSpeedMS, 'm/s')],
      ['thickness', quantity(form.curve!.footThicknessMm, 'mm', 2)],
      ['bubbles to', mm(form.bubbleDepthMm)]
    ],
    'van de Donk 1981, for plunging jets; from memory',
    'Tint the pour milky to that depth under the landing, if it has that depth.'
  )
export const explainHead = (form: FallForm, scale: number): Explanation =>
  card(
    form.outlet ? 'Water behind its edge' : 'Water over the lip',
    form.outlet === 'pipe'
      ? 'critical depth and its velocity head'
      : 'one and a half critical depths',
    [
      [form.outlet ? 'water stands at' : 'pool stands at', mm(form.lipMm)],
      [form.outlet ? 'its edge lies at' : 'crest lies at', mm(form.crestMm)],
      ...(form.outlet
        ? []
        : ([
            [
              'a sharp weir under that head',
              `${plain(weirDischarge(realM(form.lipMm - form.crestMm, scale)), 3)} m²/s, this lip ${q(form)}`
            ],
            ['ground dipped there', form.lipBedMm === null ? 'none' : mm(form.lipBedMm)]
          ] as Line[]))
    ],
    form.outlet === 'pipe' ? PIPE : 'Chow (1959), ch. 4; weir by Poleni; from memory',
    form.outlet
      ? 'A trough or a pipe that is rough inside holds back more.'
      : 'If the ground stands higher than the crest, less water runs than this flow says.'
  )

export const explainStream = (form: ReachForm, bed: BedKind): Explanation =>
  card(
    'Depth and speed along the bed',
    'gradually varied flow step by step, V = R^⅔·√s/n; quiet from below, fast from above, the greater momentum wins',
    [
      ['over a metre of width', `${plain(form.unitDischargeM2S, 3)} m²/s`],
      ['roughness n', String(MANNING[bed])],
      ['mean slope', `1 in ${plain(1 / Math.max(1e-6, Math.abs(form.meanSlope)), 0)}`],
      [
        'fastest',
        say`${quantity(Math.max(...form.stations.map((s) => s.speedMS)), 'm/s')} full size`
      ]
    ],
    'Manning 1891; Chow (1959), ch. 5, 10, 11; from memory',
    'One depth across the whole width, even width. What swirls sideways is not in it.'
  )
export const explainFroude = (fr: number): Explanation =>
  card(
    'Kind of flow',
    'Fr = V/√(gd): under 1 quiet, over 1 fast',
    [['Froude number', plain(fr, 2)]],
    'Chow (1959), ch. 1',
    'Between about 0.8 and 1.3 waves stand and the surface is restless.'
  )
export const explainJumpAt = (jump: ReachJump, scale: number): Explanation =>
  card(
    'Jump',
    'y₂/y₁ = ½(√(1 + 8Fr²) − 1); six depths long',
    [
      ['Froude number before it', plain(jump.froude, 2)],
      ['kind', jump.kind],
      ['rises', mm(jump.heightMm)],
      ['length', mm(jump.lengthMm)],
      ['head it eats', mm(modelMm(headLost(jump.depthM, jump.sequentDepthM), scale))],
      ['toe', say`${mm(jump.sMm)} along`]
    ],
    'Bélanger 1828; USBR Monograph 25; from memory',
    'It wanders: a band of a few millimetres looks more alive than a line.'
  )
export const explainStanding = (stretch: ReachForm['stretches'][number]): Explanation =>
  card(
    'Standing waves',
    'λ = 2πU²/g: as fast upstream as the stream runs down',
    [
      ['Froude number', plain(stretch.froude, 2)],
      ['crest to crest', mm(stretch.waveMm)],
      ['trough to crest', say`${mm(stretch.waveHeightMm)} at most`]
    ],
    'Kennedy 1963; deep-water waves; height is common practice, no source',
    'They stand square to the stream and die out to both sides.'
  )
export const explainRock = (rock: RockInStream): Explanation =>
  card(
    `The stream at ${rock.name}`,
    'pillow U²/2g; vee sin β = 1/Fr; eddy two and a half widths',
    [
      ['pillow', mm(rock.pillowMm)],
      ['Froude number', plain(rock.froude, 2)],
      [
        'vee',
        rock.veeDeg === null ? 'none in quiet water' : `${plain(rock.veeDeg, 0)}° to either side`
      ],
      ['eddy', mm(rock.eddyMm)],
      [rock.outMm >= 0 ? 'stands out' : 'drowned by', mm(Math.abs(rock.outMm))]
    ],
    'Bernoulli; Mach’s angle for shallow water; the eddy is common practice, no source',
    'Seen on a clean pillar; a jagged rock is messier.'
  )

export const explainBreaks = (form: SeaPlan): Explanation =>
  card(
    'How and where it breaks',
    'H_b/d_b = b − a·H_b/(gT²); surf number m/√(H_b/L₀): to 0.4 spilling, to 2 plunging, then surging',
    [
      ['height at the break', mm(form.breakerMm)],
      ['period', `${plain(form.periodS)} s full size`],
      [
        'slope of the bed',
        form.beachSlope === null ? 'no shore' : `1 in ${plain(1 / form.beachSlope)}`
      ],
      ['surf number', form.breaks ? plain(form.breaks.iribarren, 2) : '–'],
      ['depth there', form.breaks ? mm(form.breaks.depthMm) : '–'],
      ['off the shore', form.breaks ? mm(form.breaks.offshoreMm) : '–']
    ],
    'Weggel 1972; Battjes 1974; Shore Protection Manual (1984); from memory',
    'Slope is the mean of the steeper third of the bed along the waves. Weggel measured up to 1 in 10.'
  )
export const explainSpacing = (form: SeaPlan): Explanation =>
  card(
    'Crest to crest',
    'L = gT²/2π·tanh(2πd/L)',
    [
      ['period', `${plain(form.periodS)} s full size`],
      ['offshore', say`${mm(form.spacingMm.offshore)} in ${quantity(form.offshoreM, 'm')}`],
      ['at four breaking depths', form.spacingMm.at4 === null ? '–' : mm(form.spacingMm.at4)],
      ['at the break', form.spacingMm.atBreak === null ? '–' : mm(form.spacingMm.atBreak)]
    ],
    'Airy 1845; wave tables',
    'A storm sea is uneven: vary it by a fifth, never cross two crests.'
  )
export const explainRunUp = (form: SeaPlan): Explanation =>
  card(
    'Run-up',
    'R = H·ξ, ξ no more than 2.3',
    [
      ['height', mm(form.breakerMm)],
      ['surf number', form.breaks ? plain(form.breaks.iribarren, 2) : '–'],
      ['above the still level', form.breaks ? mm(form.breaks.runUpMm) : '–']
    ],
    'Hunt 1959; from memory',
    'On a smooth beach. Rubble halves it.'
  )
export const explainWind = (form: SeaPlan, windMS: number, fetchKm: number): Explanation =>
  card(
    'Raised by the wind',
    'gH/U² = 1.6·10⁻³·√(gF/U²), gT/U = 0.286·(gF/U²)^⅓, not above the fully grown sea nor 0.55 of the depth',
    [
      ['wind', say`${quantity(windMS, 'm/s')}, force ${beaufortOf(windMS)}`],
      ['over', quantity(fetchKm, 'km')],
      ['held by', form.wind?.heldBy ?? '–'],
      ['height', say`${quantity(form.wind?.heightM ?? 0, 'm')} full size`],
      ['period', `${plain(form.periodS)} s`]
    ],
    'Hasselmann et al. 1973 (JONSWAP); from memory',
    'The mean of the highest third; one in a hundred is half as high again.'
  )
export const explainWhitecaps = (pct: number, windMS: number): Explanation =>
  card(
    'Whitecaps',
    '3.84·10⁻⁶·U^3.41 of the surface',
    [
      ['wind', say`${quantity(windMS, 'm/s')}, force ${beaufortOf(windMS)}`],
      ['of the open water', `${plain(pct)} %`]
    ],
    'Monahan & O’Muircheartaigh 1980; from memory',
    'Far less than one is tempted to paint.'
  )
export const explainFace = (form: SeaPlan): Explanation =>
  card(
    'The face',
    'the hollow of a plunging wave is part of an ellipse, √3 as long as wide',
    [
      ['height', mm(form.built?.face.heightMm ?? 0)],
      ['kind', form.built?.face.kind ?? '–'],
      [
        'former for a film',
        form.built?.face.formerRadiusMm
          ? say`${mm(2 * form.built.face.formerRadiusMm)} across`
          : 'none curls'
      ],
      ['film from lip to foot', mm(form.built?.face.faceArcMm ?? 0)]
    ],
    'New 1983, from memory; the rest of the outline is drawn by eye',
    'One moment of many: earlier the lip is short, later it is rain.'
  )

export const explainSplash = (form: SplashForm): Explanation =>
  card(
    'How high and how far',
    'no drop goes above v²/2g; each jet is a parabola',
    [
      ['speed', say`${quantity(form.speedMS, 'm/s')} full size`],
      ['from', form.from],
      ['height', mm(form.heightMm)],
      ['reach', mm(form.reachMm)]
    ],
    'Torricelli 1644; any text on mechanics',
    'Air is left out: fine spray goes less far, and drifts.'
  )
export const explainFingers = (form: SplashForm): Explanation =>
  card(
    'Fingers',
    'the rim of a thrown sheet gathers into fingers a capillary length of the rim apart',
    [
      ['fingers', String(form.fingers)],
      ['every', mm(form.fingerEveryMm)]
    ],
    'Rayleigh 1879, Weber 1931 for the rim; its thickness is from memory',
    'Right in kind. Make them uneven.'
  )
export const explainDrop = (form: SplashForm, scale: number): Explanation =>
  card(
    'Largest drop',
    say`no free drop of water holds together above ${mm(6)}`,
    [
      ['on the model', quantity(form.largestDropMm, 'mm', 2)],
      ['a bead of half a millimetre stands for', quantity(0.5 * scale, 'mm', 0)]
    ],
    'Pruppacher & Klett, Microphysics of Clouds and Precipitation; from memory',
    'Below that use fibre and mist.'
  )
export const explainZap = (form: SplashForm): Explanation =>
  card(
    'When to zap',
    'a strand of radius R breaks after 14.1·ηR/γ; beads form every √2·π·D·√(1 + 3·Oh)',
    [
      ['strand', say`${mm(0.4)} radius of craft light resin`],
      ['breaks after', `${plain(form.drip.breakS, 2)} s`],
      ['beads every', mm(form.drip.beadEveryMm)],
      ['drop that falls', `${plain(form.drip.dropMassG * 1000)} mg`]
    ],
    'Papageorgiou 1995; Weber 1931; Tate 1864; from memory',
    'Have the lamp lit before you draw the strand.'
  )

export const explainRipples = (r: Ripples): Explanation =>
  card(
    'Ripples',
    RIPPLES[r.name]?.formula ?? 'the spacing offshore',
    [
      ['crest to crest', mm(r.spacingMm)],
      ['trough to crest', quantity(r.heightMm, 'mm', 2)],
      ['tool', r.toolName]
    ],
    RIPPLES[r.name]?.source ?? 'Airy 1845',
    'Uneven looks alive: vary it by a fifth.'
  )
export const explainDescent = (form: ReachForm): Explanation =>
  card(
    'How far it falls',
    'surface at its first station less that at its last',
    [
      ['first', mm(form.stations[0].surfaceMm)],
      ['last', mm(form.stations.at(-1)!.surfaceMm)],
      ['along its line', mm(form.lengthMm)],
      ['bed', `1 in ${plain(1 / Math.max(1e-6, Math.abs(form.meanSlope)), 0)}`]
    ],
    'Gradually varied flow, as for its depth',
    'Heights are of the water, not of the bed.'
  )

export const explainWhite = (forms: FormsPlan, water: string): Explanation =>
  card(
    'Share of white',
    'every source of white over its own zone; what several make covers as if each fell at random',
    forms.white.zones
      .filter((z) => z.water === water)
      .map((z): Line => [
        z.zone,
        say`${plain(z.sharePct, 0)} % of ${quantity(z.areaMm2 / 100, 'cm²')}`
      ]),
    `Foam halves in ${FOAM_HALF_LIFE_S} s full size; how white a jump or surf is, is common practice, no source`,
    'A guide for the eye: stop one stroke early.'
  )
