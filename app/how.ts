import { shallowRef } from 'vue'
import type { Explanation } from '../core/explain/explanations'

/** The figure whose origin is asked for, and where it stands; null: none. One card serves them all. */
export const asked = shallowRef<{ about: () => Explanation; at: HTMLElement } | null>(null)
