import { expose } from 'comlink'
import './refusals'
import { BUILT_IN, shelfOf } from '../../core/craft/materials/shelf'
import type { Material } from '../../core/craft/materials/types'
import { answerOfStuff, type StuffQuestion } from './askStuff'

const work = {
  answer: (question: StuffQuestion, own: readonly Material[]) =>
    answerOfStuff(question, shelfOf([...BUILT_IN, ...own]))
}
export type StuffWork = typeof work
expose(work)
