import { expose } from 'comlink'
import './refusals'
import { BUILT_IN, shelfOf } from '../../core/craft/materials/shelf'
import type { Material } from '../../core/craft/materials/types'
import type { History } from '../../core/plan/learned/history'
import type { Tell } from '../../core/plan/beside/tell'
import { answer, type Question } from './ask'

const work = {
  answer: (question: Question, own: readonly Material[], history: History, tell: Tell) =>
    answer(question, shelfOf([...BUILT_IN, ...own]), history, tell)
}
export type AskWork = typeof work
expose(work)
