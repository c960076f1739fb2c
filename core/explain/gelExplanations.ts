import { degrees, grams, inUnit, mm, plain, quantity, say, type Sentence } from '../words/sentence'
import { GRAVITY } from '../physics/gravity'
import type { Room } from '../physics/stuff/drying/air'
import { roomWords } from '../craft/roomWords'
import type { GelWindow } from '../physics/stuff/gel/touches'
import type { Gel } from '../craft/materials/types'
import type { Laying } from '../plan/3-stacks/gelStack'
import type { Overhang } from '../plan/3-stacks/overhang'
import type { PartStack } from '../plan/3-stacks/partStack'
import { bondNamed } from '../craft/bonds'
import { BOND_MPA } from '../physics/stuff/supports/standing'
import type { Trouble } from '../craft/troubles/types'
import type { Verdict } from '../plan/beside/judging'
import type { WhitePlan } from '../plan/4-amounts/whitePlan'
import type { Explanation, Line } from './explanations'

const card = (
  title: string,
  formula: Sentence,
  inputs: Explanation['inputs'],
  source: string,
  trust: string
): Explanation => ({ title, formula, inputs, source, trust })
const h = (value: number | null) => {
  if (value === null) return 'never in this room'
  if (value < 2) return `${plain(value * 60, 0)} min`
  return value < 72 ? `${plain(value)} h` : `${plain(value / 24)} days`
}
const DRYING =
  'Crank 1975; Dalton; Buck 1981; Flory 1953; from memory. Constants fitted to the trade’s times'

export const explainClear = (laying: Laying, gel: Gel, room: Room): Explanation =>
  card(
    'When a coat is clear',
    'a wet surface the air drinks from, then diffusion through its own skin; clear when under 8 % of the water is left everywhere, or, in damp air, 5 % more than the air leaves it',
    [
      ['laid', say`${mm(laying.wetMm)}, of which ${plain(gel.solidsVol * 100, 0)} % stay`],
      [
        'water moves in it at',
        `${plain(gel.dM2S * 1e12, 0)}·10⁻¹² m²/s, falling e^${gel.fallsBy} as it dries`
      ],
      ['room', roomWords(room)],
      ['has a skin', h(laying.skinMin === null ? null : laying.skinMin / 60)],
      ['dry to the touch', h(laying.touchMin === null ? null : laying.touchMin / 60)],
      ['clear', h(laying.clearH)]
    ],
    DRYING,
    'Within a third or so of what builders see. Moving air is faster; a closed case is not air.'
  )
export const explainCoats = (laying: Laying): Explanation =>
  card(
    'How many coats',
    'height ÷ what stays ÷ coats; each waits until the one below is clear; time goes nearly as thickness squared',
    [
      ['height wanted', mm(laying.finalMm)],
      ['coats', say`${laying.coats} of ${mm(laying.wetMm)} wet`],
      ['advised', `${laying.advised}: soonest, with every further sitting counted as half a day`],
      ['all clear', h(laying.totalH)]
    ],
    DRYING,
    'A sitting’s worth is common practice, no published source. Choose your own.'
  )
export const explainSag = (laying: Laying, gel: Gel): Explanation =>
  card(
    'Thickest coat that stays',
    'τ ÷ (ρ g sin θ)',
    [
      ['yield stress', `${plain(gel.yieldPa, 0)} Pa`],
      ['slope', `${plain(laying.slopeDeg, 0)}°`],
      ['stays', laying.sagMm === null ? 'level: any' : mm(laying.sagMm)],
      [
        'tilt that would hold this coat',
        laying.tiltDeg > 0 ? `${laying.tiltDeg}° back` : 'none needed'
      ]
    ],
    'Bingham film on an incline; yield typical, from memory',
    'Fresh gel. Jelly-like it holds several times as much.'
  )
export const explainPeak = (laying: Laying, gel: Gel): Explanation =>
  card(
    'Points that stand',
    's/H = 1 − 2t(1 − ln 2t), t = τ/ρgH; none from t = ½',
    [
      ['yield stress', `${plain(gel.yieldPa, 0)} Pa`],
      ['height wanted', mm(laying.peak?.heightMm ?? 0)],
      ['stands', mm(laying.peak?.standsMm ?? 0)]
    ],
    'Pashias et al. 1996; from memory',
    'A blunt heap. A thin point stands higher.'
  )
export const explainWindow = (window: GelWindow, laying: Laying, gel: Gel): Explanation =>
  card(
    window.name,
    'share left = exp(−t_th/τ), 1/τ = (h³/3η)(ρgk² + γk⁴), η = η₀e^(t/t_th)',
    [
      ['coat', mm(Math.min(laying.wetMm, gel.coatMm))],
      ['ripple', say`${mm(laying.rippleMm)} crest to crest`],
      [
        'gel',
        say`${plain(gel.viscosityPaS, 0)} Pa·s when laid, e-fold in ${plain(gel.thickenMin)} min at ${degrees(20)} and 50 %`
      ],
      ['opens', `${window.opensMin} min after laying`],
      ['closes', `${window.closesMin} min`]
    ],
    'Orchard 1962; from memory. When a touch stops working is common practice, no published source',
    'Try a scrap of card beside it: that tells to the minute.'
  )
export const explainDroop = (over: Overhang): Explanation =>
  card(
    'How far it droops',
    'elastica: EI(θ′ − κ₀)′ = load beyond × cos θ',
    [
      [
        'film',
        say`${quantity(over.strip.thicknessMm, 'mm', 2)}, ${plain(over.strip.modulusGPa)} GPa`
      ],
      ['stands free', mm(over.strip.lengthMm)],
      ['rolled to', over.strip.radiusMm ? say`${mm(over.strip.radiusMm)} radius` : 'flat'],
      ['under', say`${mm(over.strip.wetMm)} of wet gel`],
      ['droops', say`${quantity(over.droopMm, 'mm', 2)} without props`],
      ['bears', say`${mm(over.bearsMm)} of wet gel within ${quantity(over.limitMm, 'mm', 2)}`]
    ],
    'Euler; checked against Bisshopp & Drucker 1945. Moduli typical, from memory',
    'Cold-rolled film springs: judge it after an hour.'
  )
export const explainProps = (over: Overhang): Explanation =>
  card(
    'Props',
    'fewest stiff props, best of forty places along the strip, that only push',
    [
      ['props', over.props ? String(over.props.count) : 'more than eight'],
      ['left of the droop', over.props ? quantity(over.props.droopMm, 'mm', 2) : '–'],
      ['eye forgives', quantity(over.limitMm, 'mm', 2)],
      [
        'each bears',
        over.props && over.props.count > 0
          ? `${over.props.loadN.map((f) => plain((f * 1000) / GRAVITY, 0)).join(', ')} g for a metre of crest`
          : '–'
      ]
    ],
    'Unit loads on a clamped curved bar (Castigliano); from memory',
    'Bending taken as small, as it is once propped.'
  )
export const explainRelease = (over: Overhang): Explanation =>
  card(
    'When the props come away',
    'film and drying gel as two leaves: droop of both under what is left ≤ what the eye forgives',
    [
      ['after the coat is laid', over.releaseH === null ? 'never: too soft' : h(over.releaseH)],
      ['never before', 'it can be touched']
    ],
    'Laminated beam; gel stiffens with the cube of the water lost: typical, from memory',
    'Take one away and look; put it back if the lip follows.'
  )
export const explainFormer = (part: PartStack): Explanation =>
  card(
    'Former for the curl',
    '1/R = (1/R₀)(1 − EI of the film ÷ EI of both)',
    [
      ['curl wanted', say`${mm(part.former?.wantedMm ?? 0)} radius`],
      ['former', say`${mm(2 * (part.former?.radiusMm ?? 0))} across`]
    ],
    'Two leaves, the gel dried free of stress',
    'A pen a shade thinner does; a thicker one does not.'
  )
export const explainBond = (part: PartStack): Explanation =>
  card(
    'Joint',
    'F/A + 6M/(b·a²), against four times the load',
    [
      ['bond', `${bondNamed(part.bond.kind)}, ${BOND_MPA[part.bond.kind]} MPa`],
      ['foot', mm(part.bond.footMm)],
      ['weight', grams(part.massG)],
      ['bears', `${part.bond.times > 99 ? 'over 99' : plain(part.bond.times)} times`],
      ['would do with', mm(part.bond.wantsMm)]
    ],
    'Beam theory; strengths typical, from memory',
    'Clean and scuffed. Dust halves it.'
  )
export const explainTips = (part: PartStack): Explanation =>
  card(
    'Does it stand?',
    'centre of mass over the foot: tan = arm ÷ height',
    [
      ['tips at', `${plain(part.standing?.tipDeg ?? 0, 0)}°`],
      ['a push of', `${plain((part.standing?.pushN ?? 0) * 1000, 1)} mN`]
    ],
    'Statics',
    'Until its joint holds; then the joint does.'
  )
export const explainVerdict = (
  trouble: Trouble,
  verdict: Verdict,
  measured: Readonly<Record<string, number>>
): Explanation =>
  card(
    trouble.name,
    verdict.formula,
    trouble.measures.map((m): Line => [m.name, inUnit(measured[m.id] ?? m.usual, m.unit)]),
    verdict.source,
    'A model of the usual case: look at yours.'
  )
export const explainPaste = (white: WhitePlan): Explanation =>
  card(
    'White paste',
    'volumes add; η/η₀ = (1 − φ/φ_m)^(−2.5φ_m); stands 2τ/ρg',
    [
      ['mixed', say`${quantity(white.volumeMl, 'ml')}, a tenth over`],
      [
        'powder and fibre',
        white.paste ? `${plain(white.paste.fillerFraction * 100, 0)} % of it` : '–'
      ],
      ['as thick as its gel', white.paste ? `${plain(white.paste.viscosityRatio)} times` : '–'],
      ['stands', white.standsMm === null ? 'no body: it is brushed' : mm(white.standsMm)]
    ],
    'Krieger & Dougherty 1959; Chateau et al. 2008; Pashias et al. 1996; from memory',
    'Powders are damp or dry: stir in the last tenth by feel.'
  )
export const explainShare = (formPct: number, yours: number | null, areaCm2: number): Explanation =>
  card(
    'White: yours and this water’s',
    'share of the white map over its surface',
    [
      ['this water', say`${plain(formPct, 0)} % of ${quantity(areaCm2, 'cm²', 0)}`],
      ['yours', yours === null ? 'not judged yet' : `${plain(yours, 0)} %`]
    ],
    'The white map; how white a jump or surf is, is common practice, no source',
    'A guide for the eye: stop one stroke early.'
  )
