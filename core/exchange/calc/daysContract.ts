import Joi from 'joi'
import { schedule } from '../../plan/7-days/schedule'
import type { ScheduleInput, TaskLink } from '../../plan/7-days/solver/network'
import { shown } from '../../build/file/checked'
import { calculator, unique, type Calculator } from './calculator'

/** Latest minute taken anywhere: ten years. */
const LATEST_MIN = 5_260_000
const minute = () => Joi.number().integer().min(0).max(LATEST_MIN)

interface ScheduleCall extends ScheduleInput {
  free: [number, number][]
  timeLimitMs: number
}

/** A link as it is said when it cannot be kept. */
const linkWords = (l: TaskLink) =>
  `${l.from} → ${l.to} (${l.maxMin === undefined ? `at least ${l.minMin}` : `${l.minMin} to ${l.maxMin}`} min)`

/** Orders that are tried at most where only time ends the search. */
const NODES = 50_000_000

/** Days: the exact schedule. */
export const DAYS_CALCULATORS: [string, Calculator][] = [
  [
    'schedule',
    calculator(
      Joi.object({
        free: Joi.array()
          .items(
            Joi.array()
              .ordered(minute().required(), minute().required())
              .length(2)
              .custom((w: [number, number], helpers) =>
                w[0] < w[1] ? w : helpers.error('free.order')
              )
          )
          .max(5000)
          .required(),
        tasks: Joi.array()
          .items(
            Joi.object({
              id: unique().required(),
              handsMin: Joi.number().integer().min(0).max(100_000).required(),
              unattended: Joi.boolean()
            })
          )
          .unique('id')
          .min(1)
          .max(1000)
          .required(),
        links: Joi.array()
          .items(
            Joi.object({
              from: unique().required(),
              to: unique().required(),
              minMin: minute().required(),
              maxMin: minute().min(Joi.ref('minMin'))
            })
          )
          .max(5000)
          .default([]),
        timeLimitMs: Joi.number().integer().min(1).max(600_000).default(10_000)
      }).messages({ 'free.order': '{{#label}} must run from an earlier minute to a later one' }),
      ({ timeLimitMs, ...given }: ScheduleCall, now) => {
        const ids = new Set(given.tasks.map((t) => t.id))
        given.links.forEach((l, i) => {
          for (const end of ['from', 'to'] as const)
            if (!ids.has(l[end]))
              throw new RangeError(
                `links[${i}].${end}: was ${shown(l[end])}; it must be the id of a task`
              )
        })
        const sorted = [...given.free].sort((a, b) => a[0] - b[0])
        for (let i = 1; i < sorted.length; i++)
          if (sorted[i][0] < sorted[i - 1][1])
            throw new RangeError(
              `free: ${shown(sorted[i - 1])} and ${shown(sorted[i])} overlap; stretches must lie apart or touch`
            )
        const tasks = given.tasks.map(({ unattended, ...t }) => ({
          ...t,
          ...(unattended ? { unattended: true as const } : {})
        }))
        const ends = now() + timeLimitMs
        const found = schedule(
          { free: sorted, tasks, links: given.links },
          { nodes: NODES, stop: () => now() > ends }
        )
        if (!('problem' in found))
          return {
            starts: found.starts,
            finishMin: found.finishMin,
            lowerBoundMin: found.lowerBoundMin,
            optimal: found.optimal,
            sittings: found.sittings,
            fewestSittings: found.fewestSittings,
            proof: found.proof
          }
        switch (found.problem) {
          case 'loop':
            throw new RangeError(
              `links: ${given.links
                .filter((l) => found.tasks.includes(l.from) && found.tasks.includes(l.to))
                .map(linkWords)
                .join(', ')} wait for each other in a ring; no plan can hold them all`
            )
          case 'noWindow':
            throw new RangeError(
              `tasks: ${found.tasks.join(', ')} must fit whole into one stretch of “free”, and no stretch is long enough`
            )
          case 'ranOut':
            throw new RangeError(
              `free: has no stretch left for ${found.tasks.join(', ')}; it must reach further, or the links ${
                given.links
                  .filter((l) => found.tasks.includes(l.to))
                  .map(linkWords)
                  .join(', ') || '(there are none)'
              } must be shorter`
            )
          case 'tooTight':
            throw new RangeError(
              `links: ${found.links.map((i) => linkWords(given.links[i])).join(', ')} cannot all hold in these free hours`
            )
          case 'notFound':
            throw new RangeError(
              `timeLimitMs: was ${timeLimitMs}; no plan was found in that time, and none is proven impossible: it must be longer`
            )
        }
      }
    )
  ]
]
