import { answer } from './ask'
import { BUILT_IN, shelfOf } from '../../core/craft/materials/shelf'
import type { AskReply, AskRequest } from './messages'

addEventListener('message', ({ data }: MessageEvent<AskRequest>) => {
  const reply = (message: AskReply) => postMessage(message)
  try {
    reply({
      kind: 'answer',
      answer: answer(data.question, shelfOf([...BUILT_IN, ...data.own]), data.history)
    })
  } catch (error) {
    reply({ kind: 'failed', message: error instanceof Error ? error.message : String(error) })
  }
})
