import type { Build } from '../types'

/** One build as the text of a file. */
export const writeBuild = (build: Build): string => `${JSON.stringify(build, null, 2)}\n`

/** Several builds as the text of one file. */
export const writeBuilds = (builds: readonly Build[]): string =>
  `${JSON.stringify({ format: 'tall-spindle-builds', version: 1, builds }, null, 2)}\n`
