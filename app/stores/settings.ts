import { defineStore } from 'pinia'
import { ref, watch } from 'vue'
import { csvStyleOf } from '../../core/exchange/csv'
import { readSettings, type KeptSettings } from '../../core/exchange/keptAside'

export type Theme = NonNullable<KeptSettings['theme']>

const KEY = 'tall-spindle:settings'

/** How the builder likes to see things: kept in this browser, not in the build. */
export const useSettingsStore = defineStore('settings', () => {
  let kept = readSettings(null)
  try {
    kept = readSettings(localStorage.getItem(KEY))
  } catch {
    // a browser that keeps nothing is set up anew each time
  }
  const theme = ref<Theme>(
    kept.theme ?? (matchMedia('(prefers-color-scheme: dark)').matches ? 'dark' : 'light')
  )
  /** How much taller than long the sections are drawn; null: as much as fills their frame. */
  const heights = ref(kept.heights)
  /** Sign before a price. */
  const currency = ref(kept.currency)
  /** Bench says steps and clocks aloud. */
  const voice = ref(kept.voice)
  /** What lengths, weights and temperatures are read and typed in; files stay metric. */
  const units = ref(kept.units)
  /** How tables go out to spreadsheets. */
  const csv = ref(kept.csv ?? csvStyleOf(navigator.language))
  watch(
    [theme, heights, currency, voice, units, csv],
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
            units: units.value,
            csv: csv.value
          })
        )
      } catch {
        // without storage the choice holds until the page is closed
      }
    },
    { immediate: true, deep: true }
  )
  const toggleTheme = () => {
    theme.value = theme.value === 'dark' ? 'light' : 'dark'
  }
  return { theme, heights, currency, voice, units, csv, toggleTheme }
})
