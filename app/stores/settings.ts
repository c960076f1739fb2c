import { defineStore } from 'pinia'
import { ref, watch } from 'vue'
import type { Units } from '../../core/words/units'

export type Theme = 'light' | 'dark'

const KEY = 'tall-spindle:settings'

/** How the builder likes to see things: kept in this browser, not in the build. */
export const useSettingsStore = defineStore('settings', () => {
  let kept: {
    theme?: Theme
    heights?: number | null
    currency?: string
    voice?: boolean
    units?: Units
  } = {}
  try {
    kept = JSON.parse(localStorage.getItem(KEY) ?? '{}') as typeof kept
  } catch {
    kept = {}
  }
  const theme = ref<Theme>(
    kept.theme ?? (matchMedia('(prefers-color-scheme: dark)').matches ? 'dark' : 'light')
  )
  /** How much taller than long the sections are drawn; null: as much as fills their frame. */
  const heights = ref<number | null>(
    typeof kept.heights === 'number' ? Math.min(6, Math.max(1, kept.heights)) : null
  )
  /** Sign before a price. */
  const currency = ref(typeof kept.currency === 'string' ? kept.currency.slice(0, 4) : '€')
  /** Bench says steps and clocks aloud. */
  const voice = ref(kept.voice === true)
  /** What lengths, weights and temperatures are read and typed in; files stay metric. */
  const units = ref<Units>(kept.units === 'inch' ? 'inch' : 'metric')
  watch(
    [theme, heights, currency, voice, units],
    () => {
      document.documentElement.classList.toggle('dark', theme.value === 'dark')
      try {
        localStorage.setItem(
          KEY,
          JSON.stringify({
            theme: theme.value,
            heights: heights.value,
            currency: currency.value,
            voice: voice.value,
            units: units.value
          })
        )
      } catch {
        // without storage the choice holds until the page is closed
      }
    },
    { immediate: true }
  )
  const toggleTheme = () => {
    theme.value = theme.value === 'dark' ? 'light' : 'dark'
  }
  return { theme, heights, currency, voice, units, toggleTheme }
})
