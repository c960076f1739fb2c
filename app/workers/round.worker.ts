import { expose, transfer } from 'comlink'
import type { Build } from '../../core/build/types'
import { BUILT_IN, shelfOf, withBottles } from '../../core/craft/materials/shelf'
import type { Material } from '../../core/craft/materials/types'
import { groundStage, type GroundPlan } from '../../core/plan/1-ground/groundStage'
import type { FormsPlan } from '../../core/plan/2-forms/formsStage'
import type { StacksPlan } from '../../core/plan/3-stacks/stacksStage'
import type { Standing } from '../../core/plan/round/days'
import { roundModel } from '../../core/plan/round/roundModel'
import type { RoundDetail, RoundModel } from '../../core/plan/round/types'

/** What a model in the round is made of, as the plan has it. */
export interface RoundAsked {
  build: Build
  own: readonly Material[]
  forms: FormsPlan
  stacks: StacksPlan
  detail: RoundDetail
  standing: Standing | null
}

/** The ground is measured again only where it changed. */
let last: { key: string; ground: GroundPlan } | null = null
function groundOf(build: Build): GroundPlan {
  const { base, waters, outOfLevel, section, land } = build
  const pools = waters.filter((w) => w.kind === 'pool')
  const key = JSON.stringify([base, pools, outOfLevel, section, land])
  if (last?.key !== key) last = { key, ground: groundStage(build) }
  return last.ground
}

const work = {
  make: ({ build, own, forms, stacks, detail, standing }: RoundAsked): RoundModel => {
    const shelf = withBottles(shelfOf([...BUILT_IN, ...own]), build.bottles)
    const model = roundModel(
      build,
      { ground: groundOf(build), forms, stacks },
      shelf,
      detail,
      standing ?? undefined
    )
    return transfer(model, buffersOf(model))
  }
}

/** What is handed over, and not copied. */
const buffersOf = ({ parts, tables, ground, white }: RoundModel): ArrayBuffer[] =>
  [
    ...parts.flatMap((p) => [p.xyz, p.triangles, p.colours, p.white]),
    ...tables.map((t) => t.rgb),
    ground.values,
    white.values
  ].flatMap((v) => (v ? [v.buffer as ArrayBuffer] : []))

export type RoundWork = typeof work
expose(work)
