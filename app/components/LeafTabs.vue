<script setup lang="ts" generic="Id extends string">
import { ElTabPane, ElTabs } from 'element-plus'
import { nextTick, onMounted, useTemplateRef, watch } from 'vue'

/**
 * A row of leaves, one of which is seen; what else stands in the row comes after them. The library
 * keeps the tabs and their arrows; what a tab shows stands under the row, where a view wants it, and
 * is told to be its panel here.
 */
const props = defineProps<{
  names: Readonly<Record<Id, string>> | readonly { id: Id; name: string }[]
  label: string
  /** Where what it shows stands, if not under the row: a selector. */
  panel?: string
}>()
const chosen = defineModel<Id>({ required: true })
const row = useTemplateRef('row')
const listed = () =>
  Array.isArray(props.names)
    ? (props.names as readonly { id: Id; name: string }[])
    : (Object.entries(props.names) as [Id, string][]).map(([id, name]) => ({ id, name }))

/** What is no panel though it comes next. */
const NO_PANEL = new Set(['LABEL', 'HR', 'SPAN', 'BUTTON'])
/** The row itself: the tabs alone, or what they stand in among other things. */
const around = (tabs: HTMLElement): HTMLElement =>
  tabs.classList.contains('tabs') ? tabs.parentElement! : tabs
/** What a tab shows: the element under the row, or where the view says. */
function shown(tabs: HTMLElement): Element | null {
  if (props.panel) return document.querySelector(props.panel)
  let next = around(tabs).nextElementSibling
  while (next && NO_PANEL.has(next.tagName)) next = next.nextElementSibling
  return next
}

/** Where the row is longer than a phone is wide, it is pushed along to the chosen tab. */
function inSight(row: HTMLElement, tab: Element): void {
  const [all, one] = [row.getBoundingClientRect(), tab.getBoundingClientRect()]
  row.scrollLeft += Math.max(0, one.right - all.right) - Math.max(0, all.left - one.left)
}
/** The chosen tab names the panel that it shows, and stands in sight. */
function tie(): void {
  const tabs = row.value
  const tab = tabs?.querySelector('[role="tab"][aria-selected="true"]')
  if (!tabs || !tab) return
  tabs.querySelector('[role="tablist"]')?.setAttribute('aria-label', props.label)
  inSight(around(tabs), tab)
  const panel = shown(tabs)
  if (!panel) return
  panel.id ||= `shown-by-${tab.id}`
  panel.setAttribute('role', 'tabpanel')
  panel.setAttribute('aria-labelledby', tab.id)
  tab.setAttribute('aria-controls', panel.id)
}
onMounted(() => void nextTick(tie))
watch([chosen, () => props.names], () => void nextTick(tie))

/** The first and the last of them; the arrows are the library's. */
function onKey(event: KeyboardEvent): void {
  if (event.key !== 'Home' && event.key !== 'End') return
  const tabs = row.value!.querySelectorAll<HTMLElement>('[role="tab"]')
  const to = tabs[event.key === 'Home' ? 0 : tabs.length - 1]
  event.preventDefault()
  to?.focus()
  to?.click()
}
</script>

<template>
  <div ref="row" class="leaf-tabs" @keydown="onKey">
    <ElTabs
      v-memo="[chosen, names]"
      type="card"
      :model-value="chosen"
      @update:model-value="chosen = $event as Id"
    >
      <ElTabPane v-for="l in listed()" :key="l.id" lazy :name="l.id">
        <template #label
          ><span :data-leaf="l.id">{{ l.name }}</span></template
        >
      </ElTabPane>
    </ElTabs>
    <slot />
  </div>
</template>
