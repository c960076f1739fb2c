import { ref, type App } from 'vue'
import type { Router } from 'vue-router'

/**
 * A piece of the app that was fetched late did not come: no network, or a newer app stands where it
 * came from.
 */
export const missing = ref(false)

/** As the three engines of browsers word it, and the builder of the app. */
const NOT_COME =
  /dynamically imported module|importing a module script failed|unable to preload css/i
const notCome = (error: unknown): boolean => error instanceof Error && NOT_COME.test(error.message)

/** Has it said once, wherever the piece was asked for; any other error goes its own way. */
export function heedMissing(app: App, router: Router): void {
  const heed = (error: unknown): boolean => {
    const so = notCome(error)
    missing.value ||= so
    return so
  }
  app.config.errorHandler = (error) => {
    if (!heed(error)) reportError(error)
  }
  router.onError(heed)
  window.addEventListener('unhandledrejection', (event) => {
    if (heed(event.reason)) event.preventDefault()
  })
}
