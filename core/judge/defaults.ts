import type { Case, Contradiction } from './reading'

/** Of a build that was just made nobody is warned: what the app chose is its own to put right. */
export const defaults = ({ plan }: Case): Contradiction[] =>
  plan.findings
    .filter((f) => f.severity !== 'aside')
    .map((f) => ({
      rule: 'defaults',
      place: `findings[${f.id}]`,
      says: `a new build is warned (${f.severity}): ${f.title}; ${f.number}`
    }))
