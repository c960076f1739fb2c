import { rippleSteps } from './rippleSteps'
import type { CureName, LayKind, StepTemplate, Way } from './types'

/** Ways to put one more lay into a stack, wherever the builder wants it. docs/trade.md 7a. Common practice, no source. */
const coat = (
  way: Pick<Way, 'id' | 'name' | 'note' | 'takes' | 'compare' | 'ripples' | 'sets'> & {
    kind: LayKind
    material: string
  },
  steps: readonly StepTemplate[],
  /** Used up for each cm² and coat; gel as thick as it is laid. */
  perCm2: number | 'as laid',
  meets: Way['meets'] = []
): Way => ({
  id: way.id,
  for: 'coat',
  name: way.name,
  note: way.note,
  takes: way.takes,
  compare: way.compare,
  ripples: way.ripples,
  sets: way.sets,
  meets,
  lays: [
    {
      id: 'lay',
      name: way.name,
      kind: way.kind,
      steps: steps.map((s) => s.id),
      material: 'coat',
      coats: 'laidCoats'
    }
  ],
  usual: { coat: way.material },
  steps,
  uses: [
    {
      material: 'coat',
      amount: { fixed: 1, per: perCm2 === 'as laid' ? { surfaceMl: 1 } : { laidCm2: perCm2 } },
      by: steps.map((s) => s.id)
    }
  ]
})

/** A lay that is brushed, poured or set in one step, as often as there are coats. */
const step = (
  title: string,
  how: string,
  right: string,
  more: Pick<StepTemplate, 'hands' | 'wait'> & Partial<StepTemplate>
): StepTemplate => ({
  id: 'lay',
  order: 13,
  title,
  times: 'laidCoats',
  how,
  right,
  after: [],
  cautions: [],
  ...more
})
const ready: StepTemplate['wait'] = { becomes: 'firm', min: 'layReady' }
const clear: StepTemplate['wait'] = { becomes: 'clear', min: 'layReady' }

export const PAINT_COAT = coat(
  {
    id: 'paint-coat',
    name: 'Paint or wash',
    note: 'Colour in a stack: over a skin, between coats, on a wave.',
    kind: 'paint',
    material: 'bed-paint',
    takes: ['sundry'],
    compare: {
      risk: 'Covers what should shine through: wash first, paint after.',
      reversible: 'A damp cloth while wet.'
    }
  },
  [
    step(
      'Paint',
      'Thin, wet in wet where it should blur; a wash into the hollows.',
      'It reads from a step away.',
      {
        breakable: true,
        hands: { fixed: 10, per: { areaCm2: 0.03 } },
        wait: ready
      }
    )
  ],
  0.02
)

export const GEL_COAT = coat(
  {
    id: 'gel-coat',
    name: 'Coat of gel or clear glue',
    note: 'Brushed out thin: it seals, glosses or holds what is dusted on.',
    kind: 'gel',
    material: 'gloss-glue',
    takes: ['gel'],
    compare: {
      risk: 'Too thick it stays white for days; dust sinks in.',
      reversible: 'Yes: it peels.'
    }
  },
  [
    step(
      'Brush on a coat of gel',
      'Thin and even; cover it against dust.',
      'No white is left in the hollows.',
      {
        order: 17,
        hands: { fixed: 6, per: { areaCm2: 0.015 } },
        wait: clear
      }
    )
  ],
  'as laid'
)

export const STIPPLED_RIPPLES: Way = coat(
  {
    id: 'stippled-ripples',
    ripples: true,
    name: 'Ripples, stippled',
    note: 'A coat of thick gel, stippled in its minutes and again ten minutes later.',
    kind: 'gel',
    material: 'ripple-gel',
    takes: ['gel'],
    compare: {
      risk: 'Stippled too soon it fades, too late it tears.',
      reversible: 'Yes: it peels.'
    }
  },
  rippleSteps([]),
  'as laid'
)

export const BLOWN_RIPPLES = coat(
  {
    id: 'blown-ripples',
    ripples: true,
    name: 'Ripples, blown',
    note: 'Gloss glue brushed on and blown at once, with a straw or an airbrush without paint.',
    kind: 'gel',
    material: 'gloss-glue',
    takes: ['gel'],
    compare: {
      risk: 'Runs together again where it is too wet; dust sinks in.',
      reversible: 'Yes: it peels, and is done again.'
    }
  },
  [
    step(
      'Brush on and blow the ripples',
      'A flowing coat, a hand’s breadth at a time; blow along the wind, low and from one side, while it still runs.',
      'Ripples stand when you stop blowing.',
      {
        order: 17,
        hands: { fixed: 10, per: { areaCm2: 0.02 } },
        wait: clear,
        tools: ['straw or airbrush']
      }
    )
  ],
  'as laid'
)

export const BRUSHED_RIPPLES = coat(
  {
    id: 'brushed-ripples',
    ripples: true,
    name: 'Ripples, brushed',
    note: 'Gel brushed back and forth until it keeps the stroke.',
    kind: 'gel',
    material: 'splash-gel',
    takes: ['gel'],
    compare: { risk: 'All strokes one way look like cloth.', reversible: 'Yes: it peels.' }
  },
  [
    step(
      'Brush the ripples',
      'Back and forth across the wind, lifting at the end of each stroke; once more as it thickens.',
      'Strokes stand, and none runs straight.',
      {
        order: 17,
        hands: { fixed: 10, per: { areaCm2: 0.02 } },
        wait: clear,
        tools: ['soft flat brush']
      }
    )
  ],
  'as laid'
)

export const RESIN_RIPPLES = coat(
  {
    id: 'resin-ripples',
    ripples: true,
    name: 'Ripples in a thin film of resin',
    note: 'A film of resin brushed on and moved about as it gels, or under the lamp a patch at a time: hard, and clear at once.',
    kind: 'resin',
    material: 'quick-epoxy-2-1',
    takes: ['resin', 'light-resin'],
    compare: {
      risk: 'Moved too soon it levels again; it climbs the banks.',
      reversible: 'No: sanded off and laid again.'
    }
  },
  [
    step(
      'Ripple a thin film of resin',
      'Half a millimetre, from the middle outwards. When it begins to string, push it along the wind with the brush; with light-cured resin a patch at a time, and light each as it stands.',
      'Ripples stand when the brush is lifted, and the edge is dry.',
      { hands: { fixed: 15, per: { areaCm2: 0.03 } }, wait: ready, cautions: ['resin', 'uv'] }
    )
  ],
  0.055
)

/** Gel that is laid, and worked in the minutes in which it takes that touch. */
const inItsMinutes = (
  [min, max]: readonly [CureName, CureName],
  worked: Pick<StepTemplate, 'title' | 'how' | 'right' | 'tools'>
): StepTemplate[] => {
  const [laid, touched] = rippleSteps([])
  return [
    { ...laid, wait: { becomes: 'workable', min, max, hard: true } },
    { ...touched, ...worked }
  ]
}

export const DRAGGED_RIPPLES = coat(
  {
    id: 'dragged-ripples',
    ripples: true,
    name: 'Ripples, dragged',
    note: 'A coat of gel furrowed with a stiff brush or a comb, just before it would take a stipple.',
    kind: 'gel',
    material: 'heavy-gloss-gel',
    takes: ['gel'],
    compare: {
      risk: 'Dragged too soon the furrows close; straight ones look like a field.',
      reversible: 'Yes: it peels.'
    }
  },
  inItsMinutes(['dragOpens', 'dragCloses'], {
    title: 'Drag the ripples',
    how: 'One long stroke beside the other, wavering, along the current; once more across it where the wind meets it.',
    right: 'Furrows stand and none runs straight.',
    tools: ['stiff brush or comb']
  }),
  'as laid'
)

export const PICKED_RIPPLES = coat(
  {
    id: 'picked-ripples',
    ripples: true,
    name: 'Ripples, picked up',
    note: 'A coat of gel drawn up in small points with a pick as it thickens: chop, rings, rain.',
    kind: 'gel',
    material: 'splash-gel',
    takes: ['gel'],
    compare: {
      risk: 'Picked too late it tears and stays torn.',
      reversible: 'Yes: it peels.'
    }
  },
  inItsMinutes(['teaseOpens', 'teaseCloses'], {
    title: 'Pick the ripples up',
    how: 'Touch, lift, let go; small ones between larger, lower towards the shore.',
    right: 'Points stand and none has a thread on it.',
    tools: ['pick or toothpick']
  }),
  'as laid'
)

export const LACQUER_COAT = coat(
  {
    id: 'lacquer-coat',
    name: 'Coat of lacquer or gloss',
    note: 'A flowing clear coat: over paint, on wet edges, at the foot of a fall.',
    kind: 'lacquer',
    material: 'gloss-lacquer',
    takes: ['lacquer'],
    compare: {
      risk: 'Over gel that is not clear it seals the white in.',
      reversible: 'Hardly: another coat over it.'
    }
  },
  [
    step('Lacquer', 'A flowing coat, brushed one way.', 'It mirrors a window.', {
      order: 17,
      hands: { fixed: 6, per: { areaCm2: 0.01 } },
      wait: clear,
      cautions: ['dust']
    })
  ],
  0.012,
  [{ a: 'lacquer', b: 'clear-gel', wants: 'unharmed' }]
)

export const RESIN_FILM = coat(
  {
    id: 'resin-film',
    name: 'Thin coat of two-part resin',
    note: 'Brushed or pulled over what is there: half a millimetre, over bedding, scuffs and paint.',
    kind: 'resin',
    material: 'clear-epoxy-2-1',
    takes: ['resin'],
    compare: { risk: 'Runs off edges and into corners.', reversible: 'No.' }
  },
  [
    step(
      'Brush on a thin coat of resin',
      'Mixed like a pour, spread with a flat brush, bubbles drawn out.',
      'It levels, and no scuff is seen.',
      {
        hands: { fixed: 15, per: { areaCm2: 0.02 } },
        wait: ready,
        cautions: ['resin']
      }
    )
  ],
  0.055
)

export const LIGHT_FILM = coat(
  {
    id: 'light-film',
    name: 'Thin film under the lamp',
    note: 'Light-cured resin pulled thin; colour or white stirred in at the edges before it is lit.',
    kind: 'resin',
    material: 'craft-light-resin',
    takes: ['light-resin'],
    compare: {
      risk: 'Thick, shaded or white it stays tacky underneath.',
      reversible: 'No, but each film is looked at before the next.'
    }
  },
  [
    step(
      'Pull a thin film and light it',
      'No thicker than the lamp reaches; tint or white stirred in while it is wet.',
      'Hard under a fingernail, to the edge.',
      {
        hands: { fixed: 8, per: { areaCm2: 0.03 } },
        wait: { becomes: 'cured', min: 'layReady' },
        cautions: ['resin', 'uv']
      }
    )
  ],
  0.06
)

export const SET_IN = coat(
  {
    id: 'set-in',
    sets: true,
    name: 'Set something in',
    note: 'A splash, a stone, a figure, broken timber, steps of plastic: fixed where it will stand, before or between what covers its foot.',
    kind: 'part',
    material: 'craft-light-resin',
    takes: ['light-resin', 'gel', 'sundry'],
    compare: {
      risk: 'What is set in crooked is poured in crooked.',
      reversible: 'Until it is covered.'
    }
  },
  [
    step(
      'Set it in',
      'Foot dry and sealed. As little glue as holds; look at it from the front before it has set.',
      'It stands by itself.',
      {
        hands: { fixed: 10 },
        wait: ready,
        times: undefined,
        cautions: ['resin', 'uv', 'hotglue', 'superglue']
      }
    )
  ],
  0,
  [{ a: 'light', b: 'cured-resin', wants: 'on' }]
)

export const TISSUE_LAYER = coat(
  {
    id: 'tissue-layer',
    name: 'Layer of tissue in glue',
    note: 'Torn tissue or watercolour paper in thinned glue; wet in wet with the next.',
    kind: 'tissue',
    material: 'tissue',
    takes: ['sundry'],
    compare: { risk: 'Wrinkles that read as cloth.', reversible: 'Yes, while it is wet.' }
  },
  [
    step(
      'Lay tissue in glue',
      'Glue first, tissue into it with laps, brushed down from the middle.',
      'No bubble, no bare spot.',
      {
        hands: { fixed: 8, per: { areaCm2: 0.05 } },
        between: { becomes: 'wet', min: 0 },
        wait: ready
      }
    )
  ],
  1.35
)

/** All of them, in the order in which they are offered. */
export const COATS: readonly Way[] = [
  PAINT_COAT,
  SET_IN,
  RESIN_FILM,
  LIGHT_FILM,
  GEL_COAT,
  STIPPLED_RIPPLES,
  BLOWN_RIPPLES,
  BRUSHED_RIPPLES,
  DRAGGED_RIPPLES,
  PICKED_RIPPLES,
  RESIN_RIPPLES,
  LACQUER_COAT,
  TISSUE_LAYER
]
