import { ref } from 'vue'

/** What lies over the whole app, if anything: one at a time. */
export const panel = ref<'' | 'find' | 'keys' | 'settings'>('')
