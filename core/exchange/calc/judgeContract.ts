import Joi from 'joi'
import { readBuild } from '../../build/file/buildFile'
import { judge } from '../../judge/judge'
import { faultLine } from '../../physics/fault'
import { derivePlan } from '../../plan/derivePlan'
import { planOut } from '../planFile'
import { calculator, type Calculator } from './calculator'

interface JudgeCall {
  build: object
  plan?: object
  asNew: boolean
}

/** The plan of a build, as it stands in JSON. */
function planOf(build: object): unknown {
  const read = readBuild(JSON.stringify(build))
  if (!read.ok) throw new RangeError(faultLine(read.faults))
  return JSON.parse(JSON.stringify(planOut(derivePlan(read.value))))
}

/** A second reading of a plan: what in it contradicts itself. */
export const JUDGE_CALCULATORS: [string, Calculator][] = [
  [
    'judge',
    calculator(
      Joi.object({
        build: Joi.object().unknown().required(),
        plan: Joi.object().unknown(),
        asNew: Joi.boolean().default(false)
      }),
      ({ build, plan, asNew }: JudgeCall) => judge(build, plan ?? planOf(build), asNew)
    )
  ]
]
