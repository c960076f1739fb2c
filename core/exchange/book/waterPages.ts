import type { Build, Water } from '../../build/types'
import type { Plan } from '../../plan/derivePlan'
import { explainPours, explainStrip, type Explanation } from '../../explain/explanations'
import { explainDepth, explainVolume } from '../../explain/groundExplanations'
import { explainClear, explainCoats } from '../../explain/gelExplanations'
import { explainAngle, explainLanding, explainSheet } from '../../explain/waterExplanations'
import { onShelf, type Shelf } from '../../craft/materials/shelf'
import { warmth } from '../../craft/warmth'
import { LAYERS, type Template } from '../../plan/templates/types'
import type { Crown } from '../../physics/water/spray/crown'
import { cm2, fine, grams, ml, mm, quantity } from '../../words/quantities'
import type { Units } from '../../words/units'
import type { Block, Stroke } from './blocks'
import { written } from '../../words/sentence'

/** What a book is written from. */
export interface Sources {
  build: Build
  plan: Plan
  units: Units
  templates: readonly Template[]
  shelf: Shelf
}

type Row = [name: string, value: string]
/** A water in the book: its numbers, where they come from, and cautions that its lays bring. */
interface Told {
  rows: Row[]
  sources: Explanation[]
}

const KINDS: Readonly<Record<Water['kind'], string>> = {
  pool: 'Pool',
  fall: 'Fall',
  reach: 'Run',
  sea: 'Sea',
  splash: 'Splash'
}

/** Each water, with its shape, its numbers and what lies on what in it. */
export function waterPages(from: Sources): { blocks: Block[]; sources: Explanation[] } {
  const { build, plan, templates, units } = from
  const sources: Explanation[] = []
  const blocks = build.waters.flatMap((water): Block[] => {
    const told = toldOf(from, water)
    sources.push(...told.sources)
    const drawing = templates.find((t) => t.water === water.id && t.kind !== 'jig')
    const lays = plan.steps.lays.filter((l) => l.stack === water.id)
    return [
      { kind: 'heading', text: `${water.name} · ${KINDS[water.kind].toLowerCase()}` },
      ...(drawing
        ? [
            {
              kind: 'drawing' as const,
              says: `${drawing.name}, ${mm(drawing.widthMm, units)} by ${mm(drawing.heightMm, units)}, drawn smaller`,
              strokes: strokesOf(drawing),
              mostMm: 62
            }
          ]
        : []),
      ...(told.rows.length > 0
        ? [{ kind: 'table' as const, head: [], shares: [2, 5], rows: told.rows }]
        : []),
      ...(lays.length > 0
        ? [
            {
              kind: 'text' as const,
              text: 'What lies on what, from the ground up:',
              soft: true as const
            },
            { kind: 'list' as const, items: lays.map((l) => layWords(from, l)) }
          ]
        : [])
    ]
  })
  return { blocks, sources }
}

const STATES = { planned: '', leftOut: ', left out', there: ', there already' } as const
/** A lay in a line: what it is, of what, how often and how thick. */
export function layWords(
  { units }: Pick<Sources, 'units'>,
  lay: Plan['steps']['lays'][number]
): string {
  const coats = lay.coats > 1 ? `, ${lay.coats} coats` : ''
  const thick = lay.thicknessMm ? `, ${mm(lay.thicknessMm, units)}` : ''
  return `${lay.name}${coats}${thick}${STATES[lay.state]}`
}

/** The lines of a template, as a drawing of the book. */
const strokesOf = (template: Template): Stroke[] =>
  template.shapes
    .filter((s) => s.layer !== 'note')
    .map(({ layer, closed, points }) => ({
      points,
      closed,
      colour: LAYERS[layer].colour,
      widthMm: Math.max(0.18, LAYERS[layer].widthMm * 0.7),
      dashMm: LAYERS[layer].dashMm?.map((d) => d * 0.6) ?? null
    }))

function toldOf(from: Sources, water: Water): Told {
  switch (water.kind) {
    case 'pool':
      return poolTold(from, water)
    case 'fall':
      return fallTold(from, water.id)
    case 'reach':
      return reachTold(from, water.id)
    case 'sea':
      return seaTold(from, water.id)
    case 'splash':
      return splashTold(from, water.id)
  }
}

function poolTold({ plan, units }: Sources, pool: Extract<Water, { kind: 'pool' }>): Told {
  const ground = plan.ground.pools.find((p) => p.id === pool.id)
  if (!ground) return { rows: [], sources: [] }
  const stack = plan.stacks.pools.find((p) => p.id === pool.id)
  const massG: number | undefined = plan.amounts.bodyG[pool.id]
  const heat = stack?.heat ?? null
  return {
    rows: [
      ['Volume', ml(ground.volumeMl, units)],
      ['Surface', cm2(ground.areaMm2, units)],
      [
        'Depth',
        `${mm(ground.maxDepthMm, units)} at its deepest, ${mm(ground.meanDepthMm, units)} on average`
      ],
      ...(stack
        ? [
            [
              'Pours',
              stack.layers
                .map((l) => `${mm(l.fromMm, units)} to ${mm(l.toMm, units)}`)
                .join(' · ') || 'none'
            ] as Row
          ]
        : []),
      ...(massG === undefined ? [] : [['Resin', grams(massG, units)] as Row]),
      ...(heat ? [['Warmest', written(warmth(heat.peakLoC, heat.peakHiC), units)] as Row] : [])
    ],
    sources: [
      explainVolume(pool, ground),
      explainDepth(pool, ground),
      ...(heat ? [explainPours(heat)] : [])
    ]
  }
}
/** Coats of gel on a moving water, and when they are clear. */
function coatsTold({ build, plan, units, shelf }: Sources, id: string): Told {
  const form = plan.stacks.forms.find((f) => f.id === id)
  const laying = form?.laying
  if (!laying) return { rows: [], sources: [] }
  const gel = onShelf(shelf, 'gel', laying.gel)
  return {
    rows: [
      ['Coats', `${laying.coats}, each ${fine(laying.wetMm, 'mm', units)} wet`],
      ...(laying.windows.length > 0
        ? [
            [
              'Minutes that matter',
              laying.windows
                .map(
                  (w) =>
                    `${w.name} from ${Math.round(w.opensMin)} to ${Math.round(w.closesMin)} min`
                )
                .join(' · ')
            ] as Row
          ]
        : [])
    ],
    sources: [explainCoats(laying), ...(gel ? [explainClear(laying, gel, build.room)] : [])]
  }
}

const LEAVES = {
  ledge: 'a ledge',
  pipe: 'a pipe',
  wheel: 'a wheel',
  bucket: 'a bucket'
} as const

function fallTold(from: Sources, id: string): Told {
  const { plan, units } = from
  const form = plan.forms.falls.find((f) => f.id === id)
  if (!form) return { rows: [], sources: [] }
  const coats = coatsTold(from, id)
  const { curve } = form
  return {
    rows: [
      ...(form.outlet
        ? [['Leaves', `${LEAVES[form.outlet]}, at ${mm(form.crestMm, units)}`] as Row]
        : []),
      ['Drop', mm(form.dropMm, units)],
      ['Width', mm(form.widthMm, units)],
      ['Strips', `${form.stripsToMake}, ${mm(form.stripMm, units)} long`],
      ...(curve
        ? [
            [
              'Lands',
              `${mm(curve.landMm, units)} from ${form.outlet ? 'where it leaves' : 'the wall'}`
            ] as Row,
            ['Sheet at the brink', fine(curve.brinkThicknessMm, 'mm', units)] as Row
          ]
        : []),
      ...coats.rows
    ],
    sources: [
      explainStrip(form),
      ...(curve ? [explainLanding(form), explainAngle(form), explainSheet(form)] : []),
      ...coats.sources
    ]
  }
}

/** A run that falls by less is called level: 1 in 2000. */
const LEVEL = 0.0005

function reachTold(from: Sources, id: string): Told {
  const { plan, units } = from
  const form = plan.forms.reaches.find((f) => f.id === id)
  if (!form) return { rows: [], sources: [] }
  const coats = coatsTold(from, id)
  return {
    rows: [
      ['Length and width', `${mm(form.lengthMm, units)} × ${mm(form.widthMm, units)}`],
      [
        'Falls by',
        form.meanSlope > LEVEL ? `1 in ${Math.round(1 / form.meanSlope)}` : 'hardly anything'
      ],
      ['Jumps', form.jumps.map((j) => `${mm(j.heightMm, units)} high`).join(', ') || 'none'],
      ...coats.rows
    ],
    sources: coats.sources
  }
}

function seaTold(from: Sources, id: string): Told {
  const { plan, units } = from
  const form = plan.forms.seas.find((f) => f.id === id)
  if (!form) return { rows: [], sources: [] }
  const coats = coatsTold(from, id)
  return {
    rows: [
      [
        'Waves',
        `${mm(form.offshoreHeightMm, units)} offshore, ${quantity(form.periodS, 's', units)} apart full size`
      ],
      ...(form.breaks
        ? [
            [
              'Breaks',
              `${form.breaks.kind}, ${mm(form.breakerMm, units)} high, in ${mm(form.breaks.depthMm, units)} of water`
            ] as Row
          ]
        : [['Breaks', 'not on this bed'] as Row]),
      ['Crest to crest', mm(form.spacingMm.atBreak ?? form.spacingMm.offshore, units)],
      ...coats.rows
    ],
    sources: coats.sources
  }
}

const crownRow = (crown: Crown, units: Units): Row => [
  crown.stance === 'ring' ? 'Ring' : 'Fan',
  `${crown.count} panels, ${mm(crown.footMm, units)} along the foot, ${mm(crown.slantMm, units)} up`
]

function splashTold(from: Sources, id: string): Told {
  const { plan, units } = from
  const form = plan.forms.splashes.find((f) => f.id === id)
  if (!form) return { rows: [], sources: [] }
  return {
    rows: [
      ['Reaches', `${mm(form.heightMm, units)} up, ${mm(form.reachMm, units)} out`],
      ['Largest drop', fine(form.largestDropMm, 'mm', units)],
      ['Fingers', `${form.fingers}, ${mm(form.fingerEveryMm, units)} apart`],
      ...(form.crown ? [crownRow(form.crown, units)] : [])
    ],
    sources: []
  }
}
