import type { Read } from '../reads'
import type { Pool } from '../../build/types'
import { fallsOf, poolsOf, reachesOf } from '../../build/types'
import { layWay } from '../../craft/ways/catalog'
import { TUCK_MM } from '../2-forms/fallCurve'
import { stretchesOf, stripCount, type FallForm } from '../2-forms/fallForm'
import type { FormsPlan, SeaPlan } from '../2-forms/formsStage'
import type { EndSection } from '../2-forms/endSection'
import type { ReachForm } from '../2-forms/reachForm'
import type { RoundJet } from '../2-forms/roundJet'
import type { SplashForm } from '../2-forms/splashForm'
import { OVERLAP_MM } from '../2-forms/fallForm'
import type { Point2 } from '../../physics/shape/polygon'
import type { PoolGround } from '../1-ground/poolGround'
import type { Section } from '../1-ground/section'
import type { FormStack } from '../3-stacks/stacksStage'
import type { PartStack } from '../3-stacks/partStack'
import { box, closed, line, onBase, template } from './draw'
import type { LayerId, Template, TemplateShape, TemplateText } from './types'
import { radians } from '../../physics/shape/angles'
import { mm, say } from '../../words/sentence'

/** What the templates are drawn from. */
export interface Drawn {
  forms: FormsPlan
  parts: readonly Pick<FormStack, 'id' | 'part'>[]
  ground: {
    section: Section
    pools: readonly Pick<PoolGround, 'id' | 'ring' | 'shoreline' | 'contours'>[]
  }
}

const FOAM: readonly (readonly [number, LayerId])[] = [
  [15, 'foam15'],
  [40, 'foam40'],
  [70, 'foam70']
]

/** Every 1:1 template of a build, in the order in which the bench wants them. */
export function templatesOf(build: Read<'templates'>, { forms, ground, parts }: Drawn): Template[] {
  const name = (id: string) => build.waters.find((w) => w.id === id)?.name ?? id
  return [
    ...poolsOf(build).flatMap((pool) => poolTemplate(pool, ground)),
    ...forms.ends.map((end) => endTemplate(end)),
    ...forms.falls.flatMap((f) =>
      f.curve ? [fallSheet(build, f, name(f.id)), sideCurve(f, name(f.id))] : []
    ),
    ...forms.reaches.flatMap((r) => (r.stations.length > 0 ? [streamCurve(r, name(r.id))] : [])),
    ...forms.seas.flatMap((s) => seaTemplates(build, s, name(s.id))),
    ...forms.splashes.flatMap((s) =>
      s.faults.length === 0
        ? [splashTemplate(build, s, name(s.id)), ...crownTemplates(s, name(s.id))]
        : []
    ),
    ...parts.flatMap((p) => (p.part ? jigTemplate(p.id, name(p.id), p.part) : [])),
    ...whiteTemplates(build, forms),
    ...zoneTemplates(build, ground),
    ...runTemplates(build, forms, ground)
  ].filter((t) => t.shapes.length > 0)
}

/** Where things stand, as seen from above. */
const standingIn = (pools: readonly Pool[]): TemplateShape[] =>
  pools.flatMap((pool) =>
    pool.standing.map(({ shape, x, y, widthMm, depthMm }) => {
      const [rx, ry] = [widthMm / 2, depthMm / 2]
      return shape === 'block'
        ? box('stands', widthMm, depthMm, [x - rx, y - ry])
        : closed(
            'stands',
            circle([0, 0], 1).map(([cx, cy]): Point2 => [x + rx * cx, y + ry * cy])
          )
    })
  )
/** Rocks of a run, as seen from above. */
const rocksIn = (build: Read<'templates'>): TemplateShape[] =>
  reachesOf(build).flatMap((reach) =>
    reach.boulders.map((b) => closed('stands', circle([b.x, b.y], b.widthMm / 2)))
  )

function poolTemplate(pool: Pool, ground: Drawn['ground']): Template[] {
  const { id, name } = pool
  const g = ground.pools.find((p) => p.id === id)
  if (!g || g.ring.length < 3) return []
  // each line is named at another place round it: side by side they cannot be told apart
  const named = (ring: readonly Point2[], k: number): Point2 =>
    ring[Math.floor((ring.length * k) / g.contours.length)]
  return [
    template(
      'pool',
      id,
      {
        id: `pool-${id}`,
        name: `${name}: outline and depths`,
        use: 'Prick the outline and the depth lines through on to the landform.'
      },
      [
        closed('cut', g.ring),
        ...g.shoreline.map((r) => closed('water', r)),
        ...g.contours.flatMap((c) => c.rings.map((r) => closed('depth', r))),
        ...standingIn([pool])
      ],
      [
        ...g.contours.flatMap((c, k) =>
          c.rings[0]?.[0] ? [{ at: named(c.rings[0], k), text: mm(c.depthMm) }] : []
        ),
        ...pool.standing.map((s): TemplateText => ({ at: [s.x, s.y], text: s.name }))
      ]
    )
  ]
}

function endTemplate(end: EndSection): Template {
  const foot: Point2[] = [
    [end.lengthMm, 0],
    [0, 0]
  ]
  return template(
    'end-section',
    null,
    {
      id: `end-${end.side}`,
      name: `End section, ${end.side}`,
      use: 'Cut it twice: this module and the next one are carved to the same face.'
    },
    [
      closed('cut', [...end.ground, ...foot]),
      ...end.waters.map((w) =>
        line('water', [
          [w.fromMm, w.levelMm],
          [w.toMm, w.levelMm]
        ])
      )
    ],
    end.waters.map((w) => ({
      at: [(w.fromMm + w.toMm) / 2, w.levelMm + 2],
      text: say`${w.name} ${mm(w.levelMm)}`
    }))
  )
}

/** A strip that is rolled to a round jet: as wide as the jet is round, tapering as it thins. */
function rolledStrip(form: FallForm, { arcsMm, diameterMm }: RoundJet, name: string): Template {
  const curve = form.curve!
  const h = curve.stripMm
  const half = diameterMm.map((d) => (Math.PI * d) / 2)
  const [middle, foot] = [half[0], half.at(-1)!]
  const at = (s: number) => h - TUCK_MM - s
  // full width behind the brink, then thinner and thinner, and on under the water below
  const side = (sign: 1 | -1): Point2[] => [
    [middle + sign * middle, h],
    ...arcsMm.map((s, i): Point2 => [middle + sign * half[i], at(s)]),
    [middle + sign * foot, 0]
  ]
  const across = (role: 'tuck' | 'tear', y: number, half: number) =>
    line(role, [
      [middle - half, y],
      [middle + half, y]
    ])
  const torn = arcsMm.findIndex((s) => s >= curve.glassyMm)
  const tears = curve.whiteFraction > 0.01 && torn > 0
  return template(
    'fall-sheet',
    form.id,
    {
      id: `sheet-${form.id}`,
      name: `${name}: jet, unrolled`,
      use: 'Under the release sheet: run one strip to it, and roll it round a thread while it is supple.'
    },
    [
      closed('cut', [...side(-1), ...side(1).reverse()]),
      across('tuck', h - TUCK_MM, middle),
      across('tuck', TUCK_MM, foot),
      ...(tears ? [across('tear', at(curve.glassyMm), half[torn])] : [])
    ],
    [
      { at: [2, h - TUCK_MM + 1], text: say`pipe: ${mm(diameterMm[0])} thick` },
      { at: [2, 1], text: say`foot: ${mm(diameterMm.at(-1)!)}` }
    ]
  )
}

/** The sheet unrolled: as wide as the lip, as long as its arc, and what is tucked in at both ends. */
function fallSheet(build: Read<'templates'>, form: FallForm, name: string): Template {
  const curve = form.curve!
  if (form.jet) return rolledStrip(form, form.jet, name)
  const fall = fallsOf(build).find((f) => f.id === form.id)!
  const h = curve.stripMm
  const overlap = Math.min(OVERLAP_MM, fall.stripWidthMm / 4)
  const step = fall.stripWidthMm - overlap
  const tears = curve.whiteFraction > 0.01
  const across = (role: 'tuck' | 'tear', [from, to]: readonly [number, number], y: number) =>
    line(role, [
      [from, y],
      [to, y]
    ])
  // side by side as they hang, with the rocks that part them left out
  const drawn = stretchesOf(form).flatMap((stretch) => {
    const [from, to] = stretch
    const edges = Array.from(
      { length: stripCount(to - from, fall.stripWidthMm) - 1 },
      (_, i) => from + (i + 1) * step + overlap
    ).filter((x) => x < to - 0.5)
    return [
      closed('cut', [
        [from, 0],
        [to, 0],
        [to, h],
        [from, h]
      ]),
      across('tuck', stretch, TUCK_MM),
      across('tuck', stretch, h - TUCK_MM),
      ...edges.map((x) =>
        line('strip', [
          [x, 0],
          [x, h]
        ])
      ),
      ...(tears ? [across('tear', stretch, h - TUCK_MM - curve.glassyMm)] : [])
    ]
  })
  return template(
    'fall-sheet',
    form.id,
    {
      id: `sheet-${form.id}`,
      name: `${name}: sheet, unrolled`,
      use: 'Under the release sheet: run the strips or cut the sheet to it.'
    },
    drawn,
    [
      { at: [2, h - TUCK_MM + 1], text: 'lip' },
      { at: [2, 1], text: 'foot' },
      ...(tears
        ? [
            {
              at: [2, h - TUCK_MM - curve.glassyMm + 1] as Point2,
              text: 'glassy above, torn below'
            }
          ]
        : [])
    ]
  )
}

/** How far the wall stands behind the brink on a side curve, mm. */
const WALL_MM = 8

/** The sheet from its side: cut it out, hold it to the wall, bend to it. */
function sideCurve(form: FallForm, name: string): Template {
  const { upperFace, landMm } = form.curve!
  // steps are cut as they are, a sheet that springs free to its underside
  const lowerFace = form.wall.length > 2 ? form.wall : form.curve!.lowerFace
  const foot = Math.min(...lowerFace.map((p) => p[1]), ...upperFace.map((p) => p[1]))
  return template(
    'side-curve',
    form.id,
    {
      id: `side-${form.id}`,
      name: `${name}: side curve`,
      use: 'Stand it in the wall: the strips hang along the cut, and land at the mark.'
    },
    [
      closed('cut', [[-WALL_MM, foot], [-WALL_MM, 0], ...lowerFace, [lowerFace.at(-1)![0], foot]]),
      line('water', upperFace),
      line('ground', form.wall),
      line('tuck', [
        [landMm, foot],
        [landMm, foot + 4]
      ])
    ],
    [
      { at: [-WALL_MM + 1, 1], text: 'lip' },
      { at: [landMm + 1, foot + 1], text: say`lands ${mm(landMm)} out` }
    ]
  )
}

/** A run from its side, along its line: bed below, surface above. */
function streamCurve(form: ReachForm, name: string): Template {
  const bed = form.stations.map((s): Point2 => [s.sMm, s.bedMm])
  const surface = form.stations.map((s): Point2 => [s.sMm, s.surfaceMm])
  const floor = Math.min(...bed.map((p) => p[1])) - 4
  return template(
    'stream-curve',
    form.id,
    {
      id: `stream-${form.id}`,
      name: `${name}: surface along its line`,
      use: 'Stand it on the bed beside the run: gel is brought up to the water line.'
    },
    [
      closed('cut', [...surface, [form.lengthMm, floor], [0, floor]]),
      line('water', surface),
      line('ground', bed),
      ...form.jumps.map((j) =>
        line('tear', [
          [j.sMm, floor],
          [j.sMm, floor + 5]
        ])
      )
    ],
    form.jumps.map((j) => ({ at: [j.sMm + 1, floor + 1], text: say`jump, ${mm(j.heightMm)} high` }))
  )
}

function seaTemplates(build: Read<'templates'>, form: SeaPlan, name: string): Template[] {
  if (form.faults.length > 0) return []
  const made: Template[] = [
    template(
      'crest-lines',
      form.id,
      {
        id: `crests-${form.id}`,
        name: `${name}: crest lines`,
        use: 'Lay it on the cured pour and prick the crests through.'
      },
      onBase(build.base, [
        box('base', build.base.widthMm, build.base.depthMm),
        ...form.crests.map((c) => line('crest', c)),
        ...form.breakLine.map((c) => line('break', c)),
        ...form.washLines.map((c) => closed('wash', c)),
        ...form.backwash.flatMap(arrowed),
        ...standingIn(poolsOf(build).filter((p) => p.id === form.pool)),
        ...(form.built ? [line('cut', form.built.line)] : [])
      ])
    )
  ]
  if (!form.built) return made
  const { face, stations } = form.built
  let x = 0
  const shapes: TemplateShape[] = []
  const texts: Template['texts'] = []
  stations.forEach((station, i) => {
    const k = station.heightMm / face.heightMm
    const profile = face.profile.map(([px, pz]): Point2 => [px * k, pz * k])
    const left = Math.min(...profile.map((p) => p[0]))
    const right = Math.max(...profile.map((p) => p[0]))
    const shifted = profile.map(([px, pz]): Point2 => [px - left + x, pz])
    // a cut-out stands on a strip of card under the wave
    shapes.push(
      closed('cut', [...shifted, [x + right - left, -FOOT_MM], [x, -FOOT_MM]]),
      line('water', [
        [x, 0],
        [x + right - left, 0]
      ])
    )
    texts.push({ at: [x + 2, -FOOT_MM + 1], text: say`station ${i + 1}, ${mm(station.sMm)} along` })
    x += right - left + 6
  })
  made.push(
    template(
      'wave-face',
      form.id,
      {
        id: `face-${form.id}`,
        name: `${name}: wave face at stations`,
        use: 'One section at each mark of the crest: master, former, foam and skin all take this face.'
      },
      shapes,
      texts
    )
  )
  return made
}

/** What holds a part while it sets: the line it must keep with its props, or where a casting is sawn. */
function jigTemplate(id: string, name: string, part: PartStack): Template[] {
  if (part.mould) {
    const { longMm } = part.mould
    return [
      template(
        'jig',
        id,
        {
          id: `jig-${id}`,
          name: `${name}: master and saw lines`,
          use: 'Make the master to the outline, saw the casting at the lines.'
        },
        [
          box('cut', longMm, part.widthMm),
          ...[part.trimMm, longMm - part.trimMm].map((x) =>
            line('saw', [
              [x, 0],
              [x, part.widthMm]
            ])
          )
        ],
        [{ at: [part.trimMm + 1, 2], text: say`saw ${mm(part.trimMm)} off each end` }]
      )
    ]
  }
  const over = part.overhang
  if (!over) return []
  const foot = Math.min(...over.rest.map((p) => p[1]))
  const [left, right] = [
    Math.min(...over.rest.map((p) => p[0])),
    Math.max(...over.rest.map((p) => p[0]))
  ]
  return [
    template(
      'jig',
      id,
      {
        id: `jig-${id}`,
        name: `${name}: jig for its props`,
        use: 'Stand it beside the part: the film keeps to the line, props stand at their marks until the day the plan gives.'
      },
      [
        box(
          'cut',
          right - left + 2 * JIG_MM,
          Math.max(...over.rest.map((p) => p[1])) - foot + 2 * JIG_MM,
          [left - JIG_MM, foot - JIG_MM]
        ),
        line('ground', [
          [left - JIG_MM, foot],
          [right + JIG_MM, foot]
        ]),
        line('water', over.rest),
        ...over.stand.map((p) =>
          line('prop', [
            [p.xMm, foot],
            [p.xMm, foot + p.heightMm]
          ])
        ),
        ...(part.former
          ? [
              closed(
                'strip',
                circle([0, foot - 0.001 + part.former.radiusMm], part.former.radiusMm)
              )
            ]
          : [])
      ],
      [
        ...over.stand.map((p) => ({
          at: [p.xMm + 1, foot + p.heightMm / 2] as Point2,
          text: say`prop ${mm(p.heightMm)}`
        })),
        {
          at: [left, foot - JIG_MM + 1],
          text: part.former
            ? say`former ${mm(2 * part.former.radiusMm)} across`
            : say`droop no more than ${mm(over.limitMm)}`
        }
      ]
    )
  ]
}

/** Card left round a jig, mm. */
const JIG_MM = 6
const circle = ([cx, cy]: Point2, r: number): Point2[] =>
  Array.from({ length: 48 }, (_, i): Point2 => [
    cx + r * Math.cos((i * Math.PI) / 24),
    cy + r * Math.sin((i * Math.PI) / 24)
  ])

/** Card left under a section to stand it up by, mm. */
const FOOT_MM = 6

function splashTemplate(build: Read<'templates'>, form: SplashForm, name: string): Template {
  const splash = build.waters.find((w) => w.id === form.id)
  const [lo, hi] = splash?.kind === 'splash' ? [splash.loDeg, splash.hiDeg] : [0, 180]
  const count = Math.min(9, Math.max(3, form.fingers))
  const rays = Array.from({ length: count }, (_, i) =>
    ray(form, lo + ((hi - lo) * i) / (count - 1))
  )
  return template(
    'splash',
    form.id,
    {
      id: `splash-${form.id}`,
      name: `${name}: envelope`,
      use: 'Cut the former to it; fingers run along the rays and end inside the line.'
    },
    [
      closed(
        'cut',
        form.envelope.map((p): Point2 => [p[0], p[1]])
      ),
      ...rays.map((r) => line('stroke', r))
    ],
    [{ at: [0, -4], text: say`no bead over ${mm(form.largestDropMm)}` }]
  )
}

/** One flat panel of a fan or a ring, and the foot that its panels are joined on. */
function crownTemplates(form: SplashForm, name: string): Template[] {
  const { crown } = form
  if (!crown) return []
  const { footMm, topMm, slantMm, count } = crown
  const panel: Point2[] = [
    [-footMm / 2, 0],
    [footMm / 2, 0],
    [topMm / 2, slantMm],
    [-topMm / 2, slantMm]
  ]
  const ring = crown.stance === 'ring'
  const turned = `turn each ${Math.round(crown.seamDeg)}° to the next`
  return [
    template(
      'splash',
      form.id,
      {
        id: `panel-${form.id}`,
        name: `${name}: one panel of ${count}`,
        use: 'Cut the skin to it; tear its top into fingers. Join the sides with light-cured resin.'
      },
      [closed('cut', panel)],
      [{ at: [0, -4], text: `${count} of these; ${turned}` }]
    ),
    template(
      'splash',
      form.id,
      {
        id: `panels-${form.id}`,
        name: `${name}: foot of the ${crown.stance}`,
        use: 'Lay film over it and stand the panels on the inner line; their tops lie over the outer one.'
      },
      [
        ring ? closed('water', crown.foot) : line('water', crown.foot),
        ring ? closed('crest', crown.top) : line('crest', crown.top)
      ],
      [
        {
          at: [crown.foot[0][0], Math.min(...crown.top.map((p) => p[1])) - 4],
          text: say`tops ${mm(crown.heightMm)} up`
        }
      ]
    )
  ]
}

/** The path of one jet, from the source until it is down again, mm. */
function ray(form: SplashForm, deg: number): Point2[] {
  const a = radians(deg)
  // heights scale with the square of the speed: the greatest height of a straight-up jet stands for it
  const up = form.throwMm
  const reach = 2 * up * Math.sin(2 * a)
  return Array.from({ length: 21 }, (_, i): Point2 => {
    const x = (reach * i) / 20
    if (Math.abs(reach) < 1e-6) return [0, (up * i) / 20]
    return [x, x * Math.tan(a) * (1 - x / reach)]
  })
}

/** Size of an arrow head on a stroke, mm. */
const HEAD_MM = 2.2
/** A line along the flow, with a head at its end that says which way. */
function arrowed(points: Point2[]): TemplateShape[] {
  const [a, b] = [points[Math.max(0, points.length - 3)], points.at(-1)!]
  const angle = Math.atan2(b[1] - a[1], b[0] - a[0])
  const side = (turn: number): Point2 => [
    b[0] - HEAD_MM * Math.cos(angle + turn),
    b[1] - HEAD_MM * Math.sin(angle + turn)
  ]
  return [line('stroke', points), line('stroke', [side(0.5), b, side(-0.5)])]
}

/** What the water that was let run is cut and laid by: its section, and a sea's crests and wash. */
function runTemplates(
  build: Read<'templates'>,
  { ran }: FormsPlan,
  { section }: Drawn['ground']
): Template[] {
  if (!ran) return []
  const floor = Math.min(...section.ground.map((p) => p[1]), 0) - 4
  const ground = section.ground.map((p): Point2 => [p[0], p[1]])
  const made = [
    template(
      'run-section',
      null,
      {
        id: 'run-section',
        name: `Section A–B, ${ran.name}`,
        use: 'Stand it along the section line: gel is brought up to the water line.'
      },
      [
        closed('cut', [...ground, [section.lengthMm, floor], [0, floor]]),
        ...ran.section.map((piece) => line('water', piece))
      ],
      [
        { at: [2, floor + 1], text: 'A' },
        { at: [section.lengthMm - 4, floor + 1], text: 'B' }
      ]
    )
  ]
  if (ran.periodS === null) return made
  return [
    ...made,
    template(
      'crest-lines',
      null,
      {
        id: 'run-crests',
        name: `Crests and wash, ${ran.name}`,
        use: 'Lay it on the cured pour: crests of the frozen moment, and between which lines the wash goes.'
      },
      onBase(build.base, [
        box('base', build.base.widthMm, build.base.depthMm),
        ...ran.crests.map((c) => line('crest', c)),
        ...[...ran.wash.high, ...ran.wash.low].map((c) => line('wash', c))
      ])
    )
  ]
}

/** Places drawn for lays of the builder's own, each as a stencil with the shores to lay it by. */
function zoneTemplates(build: Read<'templates'>, ground: Drawn['ground']): Template[] {
  const shores = ground.pools.flatMap((p) => p.shoreline.map((ring) => closed('water', ring)))
  return build.laid.flatMap(({ id, zone, name, way }) =>
    zone
      ? [
          template(
            'foam',
            null,
            {
              id: `zone-${id}`,
              name: `Place of ${name || layWay(way)?.name || way}`,
              use: 'Cut the outline out: what shows through it is covered, and nothing else.'
            },
            onBase(build.base, [
              box('base', build.base.widthMm, build.base.depthMm),
              ...shores,
              closed('cut', zone)
            ])
          )
        ]
      : []
  )
}

function whiteTemplates(build: Read<'templates'>, forms: FormsPlan): Template[] {
  const ran = forms.ran && forms.ran.id === build.running.mapsFrom ? forms.ran : null
  const how = ran ? `, ${ran.name}` : ''
  const base = box('base', build.base.widthMm, build.base.depthMm)
  const rocks = [...standingIn(poolsOf(build)), ...rocksIn(build)]
  const foam = forms.white.contours.flatMap((c) =>
    c.rings.map((r) => closed(FOAM.find(([pct]) => pct === c.pct)![1], r))
  )
  const half = (of: number, deg: number): Point2 => [
    (of * Math.cos(radians(deg))) / 2,
    (of * Math.sin(radians(deg))) / 2
  ]
  const strokes = ran
    ? ran.streams.flatMap(arrowed)
    : forms.strokes.map((s) => {
        const [dx, dy] = half(8, s.headingDeg)
        return line('stroke', [
          [s.at[0] - dx, s.at[1] - dy],
          [s.at[0] + dx, s.at[1] + dy]
        ])
      })
  return [
    ...(foam.length > 0
      ? [
          template(
            'foam',
            null,
            {
              id: 'foam',
              name: `Foam stencil${how}`,
              use: 'Cut the lines out one after the other: thin white first, thick last.'
            },
            onBase(build.base, [base, ...foam, ...rocks])
          )
        ]
      : []),
    ...(strokes.length > 0
      ? [
          template(
            'strokes',
            null,
            {
              id: 'strokes',
              name: `Brush strokes${how}`,
              use: 'Keep it beside the model: the brush follows the lines.'
            },
            onBase(build.base, [base, ...strokes, ...rocks])
          )
        ]
      : [])
  ]
}
