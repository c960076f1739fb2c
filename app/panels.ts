import { computed, ref, type WritableComputedRef } from 'vue'

export type PanelName = 'find' | 'keys' | 'settings' | 'together' | 'trace'

/** What lies over the whole app, if anything: one at a time. */
export const panel = ref<'' | PanelName>('')

/** Keys pressed after the finder was asked for and before its field had the focus: they belong to it. */
export const typedAhead = ref<string[]>([])

/** Whether one of them lies there. One that goes, to make way for another, does not take that with it. */
export const openOf = (name: PanelName): WritableComputedRef<boolean> =>
  computed({
    get: () => panel.value === name,
    set: (on) => {
      if (on) panel.value = name
      else if (panel.value === name) panel.value = ''
    }
  })
