import { onBeforeUnmount, onMounted, ref, type Ref } from 'vue'

/** The size of an element in px, kept up to date. */
export function useSize(element: Ref<HTMLElement | SVGElement | null>): { width: Ref<number>; height: Ref<number> } {
  const width = ref(0)
  const height = ref(0)
  const observer = new ResizeObserver(([entry]) => {
    width.value = entry.contentRect.width
    height.value = entry.contentRect.height
  })
  onMounted(() => { if (element.value) observer.observe(element.value) })
  onBeforeUnmount(() => observer.disconnect())
  return { width, height }
}
