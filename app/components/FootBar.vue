<script setup lang="ts">
import {
  CalendarDays,
  FlaskConical,
  Hammer,
  LayoutGrid,
  Menu,
  Moon,
  NotebookPen,
  Scale,
  Search,
  Settings2,
  Sun
} from '@lucide/vue'
import { ElButton, ElDrawer } from 'element-plus'
import { computed, ref, watch } from 'vue'
import { nextCup } from '../../core/bench/benchSteps'
import { useRoute, type RouteLocationRaw } from 'vue-router'
import { panel } from '../panels'
import { PLACES } from '../router'
import { useBuildStore } from '../stores/build'
import { useSettingsStore } from '../stores/settings'

/** On a phone, under the thumb: what is used at the bench, and behind the last the rest. */
const route = useRoute()
const store = useBuildStore()
const settings = useSettingsStore()
const more = ref(false)
function open(what: 'find' | 'settings'): void {
  more.value = false
  panel.value = what
}
watch(
  () => route.fullPath,
  () => (more.value = false)
)
const id = computed(() => (typeof route.params.id === 'string' ? route.params.id : ''))
const cup = computed(() => (store.build && store.plan ? nextCup(store.build, store.plan) : null))
const spots = computed(() => {
  const at = (name: string): RouteLocationRaw | null =>
    id.value ? { name, params: { id: id.value } } : null
  return [
    { name: 'builds', title: 'Builds', icon: LayoutGrid, to: '/' as RouteLocationRaw | null },
    { name: 'mix', title: 'Mix', icon: FlaskConical, to: at('mix') },
    {
      name: 'weigh',
      title: 'Scale',
      icon: Scale,
      to:
        id.value && cup.value ? { name: 'weigh', params: { id: id.value, batch: cup.value } } : null
    },
    { name: 'days', title: 'Days', icon: CalendarDays, to: at('days') },
    { name: 'bench', title: 'Bench', icon: Hammer, to: at('bench') },
    { name: 'log', title: 'Log', icon: NotebookPen, to: at('log') }
  ]
})
const shown = computed(() => new Set(spots.value.map((s) => s.name)))
const rest = computed(() => PLACES.filter((p) => !shown.value.has(p.name)))
const elsewhere = computed(
  () => route.name === 'run' || rest.value.some((p) => p.name === route.name)
)
</script>

<template>
  <nav class="foot no-print" aria-label="At the bench">
    <template v-for="s in spots" :key="s.name">
      <RouterLink
        v-if="s.to"
        :to="s.to"
        class="spot"
        :class="{ here: route.name === s.name }"
        :aria-current="route.name === s.name ? 'page' : undefined"
        ><component :is="s.icon" :size="21" aria-hidden="true" />{{ s.title }}</RouterLink
      >
      <span v-else class="spot none" aria-disabled="true"
        ><component :is="s.icon" :size="21" aria-hidden="true" />{{ s.title }}</span
      >
    </template>
    <ElButton
      class="spot"
      :class="{ here: elsewhere }"
      data-test="more"
      aria-haspopup="dialog"
      :aria-expanded="more"
      @click="more = true"
    >
      <Menu :size="21" aria-hidden="true" />More
    </ElButton>
    <ElDrawer
      v-model="more"
      direction="btt"
      size="auto"
      title="The rest of the work"
      append-to="#sheets"
    >
      <div class="rest">
        <template v-for="p in rest" :key="p.name">
          <RouterLink v-if="id" class="other" :to="{ name: p.name, params: { id } }">{{
            p.title
          }}</RouterLink>
          <span v-else class="other none">{{ p.title }}</span>
        </template>
        <ElButton class="other" data-test="open-find" @click="open('find')">
          <Search :size="18" aria-hidden="true" /> Find
        </ElButton>
        <ElButton class="other" data-test="open-settings" @click="open('settings')">
          <Settings2 :size="18" aria-hidden="true" /> Settings
        </ElButton>
        <ElButton class="other" @click="settings.toggleTheme">
          <component :is="settings.theme === 'dark' ? Sun : Moon" :size="18" aria-hidden="true" />
          {{ settings.theme === 'dark' ? 'Light' : 'Dark' }}
        </ElButton>
      </div>
      <p v-if="!id" class="small soft">Open a build first.</p>
    </ElDrawer>
  </nav>
</template>

<style scoped>
.foot {
  display: grid;
  grid-template-columns: repeat(7, minmax(0, 1fr));
  background: var(--sheet);
  border-top: 1px solid var(--line-strong);
  padding-bottom: env(safe-area-inset-bottom);
}
.spot {
  display: grid;
  justify-items: center;
  align-content: center;
  gap: 2px;
  min-height: 56px;
  font: 550 0.75rem/1.1 var(--text);
  color: var(--ink-soft);
  text-decoration: none;
  border: 0;
  border-top: 3px solid transparent;
  background: none;
  padding: 0;
  cursor: pointer;
}
.spot.here {
  color: var(--deep);
  border-top-color: var(--deep);
  background: color-mix(in srgb, var(--shallow) 35%, transparent);
}
.none {
  opacity: 0.55;
  cursor: default;
}
.rest {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 10px;
}
.other {
  display: flex;
  gap: 8px;
  align-items: center;
  justify-content: center;
  min-height: 56px;
  font: 600 1.0625rem var(--head);
  color: var(--ink);
  text-decoration: none;
  background: var(--sunk);
  border: 1px solid var(--line-strong);
  border-radius: 3px 14px 3px 14px;
  cursor: pointer;
}
</style>
