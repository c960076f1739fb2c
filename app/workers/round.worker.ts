import { expose, transfer } from 'comlink'
import './refusals'
import type { Build } from '../../core/build/types'
import { BUILT_IN, shelfOf, withBottles } from '../../core/craft/materials/shelf'
import type { Material } from '../../core/craft/materials/types'
import { groundStage } from '../../core/plan/1-ground/groundStage'
import type { FormsPlan } from '../../core/plan/2-forms/formsStage'
import type { StacksPlan } from '../../core/plan/3-stacks/stacksStage'
import { remembered } from '../../core/plan/memo'
import { readFor, type Read } from '../../core/plan/reads'
import type { Standing } from '../../core/plan/round/days'
import type { Kept } from '../../core/plan/round/kept'
import { roundModel } from '../../core/plan/round/roundModel'
import type { RoundDetail, RoundField, RoundModel, RoundPart } from '../../core/plan/round/types'

/** What a model in the round is made of, as the plan has it. */
export interface RoundPlanned {
  build: Build
  own: readonly Material[]
  forms: FormsPlan
  stacks: StacksPlan
}
export interface RoundAsked {
  /** Null: the same as last time. */
  planned: RoundPlanned | null
  detail: RoundDetail
  standing: Standing | null
}

/** The ground is measured again only where it changed. */
const groundOf = remembered((build: Read<'ground'>) => groundStage(build))

let current: RoundPlanned | null = null
const work = {
  make: ({ planned, detail, standing }: RoundAsked): RoundModel => {
    current = planned ?? current!
    const { build, own, forms, stacks } = current
    const shelf = withBottles(shelfOf([...BUILT_IN, ...own]), build.bottles)
    const model = roundModel(
      build,
      { ground: groundOf(readFor('ground', build)), forms, stacks },
      shelf,
      detail,
      standing ?? undefined,
      kept
    )
    return handedOver(model)
  }
}
const kept: Kept = new Map()
/** Bodies that were handed over last time, by their part. */
let handed = new Map<string, Float32Array>()

/** Of a part that is as it was, only what is told of it goes over. */
const NOTHING = { xyz: new Float32Array(), triangles: new Uint32Array() }
/** The model, its bodies handed over without copying but for those that are kept here. */
function handedOver(model: RoundModel): RoundModel {
  const parts = model.parts.map((part): RoundPart => {
    if (handed.get(part.id) === part.xyz) return { ...part, ...NOTHING, unchanged: true }
    const { xyz, triangles, colours, white } = part
    return {
      ...part,
      xyz: xyz.slice(),
      triangles: triangles.slice(),
      ...(colours && { colours: colours.slice() }),
      ...(white && { white: white.slice() })
    }
  })
  handed = new Map(model.parts.map((p) => [p.id, p.xyz]))
  const copied = (field: RoundField): RoundField => ({ ...field, values: field.values.slice() })
  const [ground, ripples] = [copied(model.ground), copied(model.ripples)]
  const buffers = [
    ...parts.flatMap((p) => (p.unchanged ? [] : [p.xyz, p.triangles, p.colours, p.white])),
    ...model.tables.map((t) => t.rgb),
    ground.values,
    ripples.values,
    model.white.values
  ].flatMap((v) => (v ? [v.buffer as ArrayBuffer] : []))
  return transfer({ ...model, parts, ground, ripples }, buffers)
}

export type RoundWork = typeof work
expose(work)
