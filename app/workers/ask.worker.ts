import { expose } from 'comlink'
import { BUILT_IN, shelfOf } from '../../core/craft/materials/shelf'
import type { Material } from '../../core/craft/materials/types'
import type { History } from '../../core/plan/learned/history'
import { answer, type Question } from './ask'

const work = {
  answer: (question: Question, own: readonly Material[], history: History) =>
    answer(question, shelfOf([...BUILT_IN, ...own]), history)
}
export type AskWork = typeof work
expose(work)
