import { onScopeDispose, ref, watch, type Ref } from 'vue'
import { photo } from './photos'

/** A kept picture by its id, to be shown; '' until it is there, or where it is not in this browser. */
export function useKeptPicture(id: Ref<string | undefined>, small = false): Ref<string> {
  const href = ref('')
  watch(
    id,
    async (wanted) => {
      URL.revokeObjectURL(href.value)
      href.value = ''
      const row = wanted ? await photo(wanted) : undefined
      if (row && id.value === wanted)
        href.value = URL.createObjectURL(small ? row.small : row.picture)
    },
    { immediate: true }
  )
  onScopeDispose(() => URL.revokeObjectURL(href.value))
  return href
}
