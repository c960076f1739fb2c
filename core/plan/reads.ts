import { shapeOf, type WaterShape } from '../build/shapes'
import type { Build } from '../build/types'

/**
 * What of a build each stage reads. A stage is handed nothing else, so that what it does not read
 * leaves its answer as it is: a renamed build, another evening or a warmer room pour the same water.
 */
export const READS = {
  ground: ['base', 'ground', 'land', 'waters', 'section', 'outOfLevel'],
  forms: [
    'base',
    'ground',
    'land',
    'waters',
    'section',
    'scale',
    'flow',
    'meets',
    'outOfLevel',
    'running'
  ],
  parts: ['waters', 'room'],
  ways: ['ground', 'waters', 'room'],
  laid: ['laid', 'finish', 'room'],
  stacks: [],
  amounts: [
    'base',
    'ground',
    'land',
    'waters',
    'mixing',
    'finish',
    'copies',
    'laid',
    'lays',
    'ties',
    'repairs',
    'own',
    'care',
    'from'
  ],
  cures: ['ground', 'waters', 'room', 'laid'],
  learned: ['log'],
  steps: [
    'base',
    'ground',
    'land',
    'waters',
    'stacks',
    'laid',
    'own',
    'lays',
    'from',
    'care',
    'repairs',
    'finish'
  ],
  days: ['calendar', 'arrange', 'order', 'fillers', 'log'],
  templates: ['base', 'waters', 'running', 'laid']
} as const satisfies Readonly<Record<string, readonly (keyof Build)[]>>

export type ReadName = keyof typeof READS

/** Stages that ask for the shapes of waters alone: what those are made of leaves the water as it runs. */
const OF_SHAPES = ['ground', 'forms'] as const satisfies readonly ReadName[]
type OfShapes = (typeof OF_SHAPES)[number]

type Picked<S extends ReadName> = Pick<Build, (typeof READS)[S][number]>

/** A build as one stage sees it. */
export type Read<S extends ReadName> = S extends OfShapes
  ? Omit<Picked<S>, 'waters'> & { waters: WaterShape[] }
  : Picked<S>

/** Of a build only what a stage reads. */
export function readFor<S extends ReadName>(stage: S, build: Build): Read<S> {
  const read: Partial<Record<keyof Build, unknown>> = {}
  for (const key of READS[stage]) if (key in build) read[key] = build[key]
  if ((OF_SHAPES as readonly ReadName[]).includes(stage)) read.waters = build.waters.map(shapeOf)
  return read as Read<S>
}
