import { defineStore } from 'pinia'
import { ref, watch } from 'vue'

export type Theme = 'light' | 'dark'

const KEY = 'tall-spindle:settings'

/** How the builder likes to see things: kept in this browser, not in the build. */
export const useSettingsStore = defineStore('settings', () => {
  let kept: { theme?: Theme; exaggeration?: number; currency?: string } = {}
  try {
    kept = JSON.parse(localStorage.getItem(KEY) ?? '{}') as typeof kept
  } catch {
    kept = {}
  }
  const theme = ref<Theme>(
    kept.theme ?? (matchMedia('(prefers-color-scheme: dark)').matches ? 'dark' : 'light')
  )
  /** How much taller than long the sections are drawn. */
  const exaggeration = ref(
    typeof kept.exaggeration === 'number' ? Math.min(6, Math.max(1, kept.exaggeration)) : 2
  )
  /** Sign before a price. */
  const currency = ref(typeof kept.currency === 'string' ? kept.currency.slice(0, 4) : '€')
  watch(
    [theme, exaggeration, currency],
    () => {
      document.documentElement.classList.toggle('dark', theme.value === 'dark')
      try {
        localStorage.setItem(
          KEY,
          JSON.stringify({
            theme: theme.value,
            exaggeration: exaggeration.value,
            currency: currency.value
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
  return { theme, exaggeration, currency, toggleTheme }
})
