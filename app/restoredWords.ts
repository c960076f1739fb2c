import { counted } from '../core/words/sentences'
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
