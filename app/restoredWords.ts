import { counted } from '../core/words/sentence'
import type { Restored } from './storage/backup'

/** What came out of a zip, for the builder; what was left out is said beside. */
export function restoredWords({ added, replaced, same, photos, states }: Restored): string {
  const parts = [
    added > 0 && `${counted(added, 'build')} added`,
    replaced > 0 && `${counted(replaced, 'build')} brought back beside a copy of what was here`,
    same > 0 && `${counted(same, 'build')} the same as here`,
    photos > 0 && counted(photos, 'photograph'),
    states > 0 && counted(states, 'earlier state')
  ].filter((part) => part !== false)
  return parts.join(', ') || 'nothing that was not here already'
}

/** What came out of a file of builds. @example importedWords(1, 0) // "One build imported." */
export function importedWords(added: number, same: number): string {
  const came = added === 1 ? 'One build imported.' : `${added} builds imported.`
  if (same === 0) return came
  const here = `${same === 1 ? 'One is' : `${same} are`} here already, just as in the file`
  return added === 0 ? `${here}: nothing was changed.` : `${came} ${here}.`
}
