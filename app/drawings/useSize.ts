import { onBeforeUnmount, ref, watch, type Ref } from 'vue'

/** The size of an element in px, kept up to date. */
export function useSize(element: Ref<HTMLElement | SVGElement | null>): {
  width: Ref<number>
  height: Ref<number>
} {
  const width = ref(0)
  const height = ref(0)
  const observer = new ResizeObserver(([entry]) => {
    width.value = entry.contentRect.width
    height.value = entry.contentRect.height
  })
  // it may come and go with what is shown
  watch(
    element,
    (now, before) => {
      if (before) observer.unobserve(before)
      if (now) observer.observe(now)
    },
    { immediate: true, flush: 'post' }
  )
  onBeforeUnmount(() => observer.disconnect())
  return { width, height }
}
