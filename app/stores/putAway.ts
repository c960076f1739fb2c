import { useLocalStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import { readPutAway } from '../../core/exchange/keptAside'
import type { Finding } from '../../core/plan/8-findings/types'

/** What brings a finding back by itself: it has become worse. */
const keyOf = (finding: Finding) => `${finding.severity} ${finding.id}`
/** Of so many builds it is remembered what was put away. */
const MOST_BUILDS = 60

/** Findings that the builder has read and put away, by build: kept in this browser, not in the build. */
export const usePutAway = defineStore('put-away', () => {
  const kept = useLocalStorage<Record<string, string[]>>(
    'tall-spindle:put-away',
    {},
    { serializer: { read: readPutAway, write: JSON.stringify } }
  )
  const isAway = (build: string, finding: Finding) =>
    finding.severity !== 'stop' && (kept.value[build] ?? []).includes(keyOf(finding))
  function put(build: string, finding: Finding): void {
    const others = Object.entries(kept.value).filter(([id]) => id !== build)
    kept.value = Object.fromEntries([
      ...others.slice(1 - MOST_BUILDS),
      [build, [...new Set([...(kept.value[build] ?? []), keyOf(finding)])]]
    ])
  }
  function bringBack(build: string, findings: readonly Finding[]): void {
    const back = new Set(findings.map(keyOf))
    kept.value = {
      ...kept.value,
      [build]: (kept.value[build] ?? []).filter((key) => !back.has(key))
    }
  }
  return { isAway, put, bringBack }
})
