import { transferHandlers } from 'comlink'
import { Refusal, type Sentence } from '../../core/words/sentence'

/** What was thrown, as comlink hands it over. */
interface Thrown {
  value: unknown
}
const handler = transferHandlers.get('throw')!

/** Reasons of what is refused in a worker come over in parts, to be read in the units of choice. */
transferHandlers.set('throw', {
  canHandle: (thrown): thrown is Thrown => handler.canHandle(thrown),
  serialize: (thrown: Thrown) =>
    thrown.value instanceof Refusal ? [{ says: thrown.value.says }, []] : handler.serialize(thrown),
  deserialize: (thrown: object) => {
    if ('says' in thrown) throw new Refusal(thrown.says as Sentence)
    return handler.deserialize(thrown)
  }
})
