<script setup lang="ts">
import Fuse from 'fuse.js'

import { ElDialog, ElInput } from 'element-plus'
import { computed, nextTick, ref, useId, watch } from 'vue'
import { useRoute, useRouter, type RouteLocationRaw } from 'vue-router'
import { layWay, WAYS } from '../../core/craft/ways/catalog'
import { TROUBLES } from '../../core/craft/troubles/troubles'
import { openOf, panel, typedAhead } from '../panels'
import { PLACES } from '../router'
import { useBuildStore } from '../stores/build'
import { useLibraryStore } from '../stores/library'
import { useSettingsStore } from '../stores/settings'

/** Any view, water, step, material, trouble, build and setting, by a few of its letters. */
interface Found {
  id: string
  name: string
  /** What sort of thing it is, told at its right. */
  sort: string
  also?: string
  go: () => unknown
}
/** So many lines are offered at most. */
const MOST = 11
/** More of the letters may be wrong with a higher figure; 0 wants them all. */
const FORGIVING = 0.32

const open = openOf('find')
const store = useBuildStore()
const library = useLibraryStore()
const settings = useSettingsStore()
const router = useRouter()
const route = useRoute()
const listId = useId()
const wanted = ref('')
const at = ref(0)
const field = ref<InstanceType<typeof ElInput> | null>(null)

const to = (where: RouteLocationRaw) => () => router.push(where)
const inBuild = (name: string, query?: Record<string, string>) =>
  to({ name, params: { id: store.build!.id }, query })

const places = (): Found[] =>
  PLACES.filter((p) => p.name === 'builds' || store.build).map((p, i) => ({
    id: `view:${p.name}`,
    name: p.title,
    sort: `View, Alt ${(i + 1) % 10}`,
    go: p.name === 'builds' ? to('/') : inBuild(p.name)
  }))
const waters = (): Found[] =>
  (store.build?.waters ?? []).map((w) => ({
    id: `water:${w.id}`,
    name: w.name,
    sort: 'Water',
    go: () => {
      store.selected = w.id
      return inBuild('water')()
    }
  }))
const steps = (): Found[] =>
  (store.plan?.steps.steps ?? []).map((s) => ({
    id: `step:${s.id}`,
    name: s.title,
    also: store.build?.waters.find((w) => w.id === s.water)?.name,
    sort: 'Step',
    go: inBuild('days', { step: s.id })
  }))
/** Lays lie under a view of their water; how to put one in is found by its way. */
const lays = (): Found[] =>
  (store.plan?.steps.lays ?? []).map((l) => ({
    id: `lay:${l.id}`,
    name: l.name,
    also: store.build?.waters.find((w) => w.id === l.water)?.name,
    sort: 'Lay',
    go: () => {
      if (l.water) store.selected = l.water
      return inBuild('build-up', { leaf: 'lays' })()
    }
  }))
const ways = (): Found[] =>
  store.build
    ? [...WAYS.values()]
        .filter((w) => w.for !== 'ground' && w.for !== 'finish')
        .map((w) => ({
          id: `way:${w.id}`,
          name: w.name,
          sort: 'Way of working',
          go: inBuild('build-up', { leaf: layWay(w.id) ? 'lays' : 'ways' })
        }))
    : []
const materials = (): Found[] =>
  store.build
    ? [...store.shelf.values()].map((m) => ({
        id: `material:${m.id}`,
        name: m.name,
        sort: 'On the shelf',
        go: inBuild('shelf', { bottle: m.id })
      }))
    : []
/** A trouble is looked at on the water in hand, or on the first that can have it. */
const troubles = (): Found[] =>
  TROUBLES.flatMap((t) => {
    const can = (w: { kind: string }) => (t.for as readonly string[]).includes(w.kind)
    const all = store.build?.waters ?? []
    const water = store.water && can(store.water) ? store.water : all.find(can)
    if (!water) return []
    return [
      {
        id: `trouble:${t.id}`,
        name: t.name,
        also: t.looks,
        sort: 'Gone wrong',
        go: () => {
          store.selected = water.id
          return inBuild('build-up', { leaf: 'wrong', trouble: t.id })()
        }
      }
    ]
  })
const builds = (): Found[] =>
  library.kept.map((row) => ({
    id: `build:${row.id}`,
    name: row.name,
    sort: 'Build',
    go: to({ name: 'ground', params: { id: row.id } })
  }))
const doings = (): Found[] => [
  {
    id: 'set:theme',
    name: settings.theme === 'dark' ? 'Light' : 'Dark',
    also: 'theme colours night day',
    sort: 'Setting',
    go: settings.toggleTheme
  },
  {
    id: 'set:all',
    name: 'Settings',
    also: 'units inches ounces money sign voice speak',
    sort: 'Setting',
    go: () => (panel.value = 'settings')
  },
  ...(store.build
    ? [
        {
          id: 'set:together',
          name: 'Does it belong together?',
          also: 'judge the scene directions spacing white repeats friend',
          sort: 'Water',
          go: () => (panel.value = 'together')
        },
        {
          id: 'set:trace',
          name: 'From a picture',
          also: 'photograph trace shoreline crests foam stones scale lip',
          sort: 'Water',
          go: () => (panel.value = 'trace')
        }
      ]
    : []),
  {
    id: 'set:keys',
    name: 'Keys',
    also: 'shortcuts',
    sort: 'Help',
    go: () => (panel.value = 'keys')
  }
]

const all = computed(() =>
  open.value
    ? [
        ...places(),
        ...waters(),
        ...doings(),
        ...steps(),
        ...lays(),
        ...ways(),
        ...troubles(),
        ...materials(),
        ...builds()
      ]
    : []
)
const searcher = computed(
  () =>
    new Fuse(all.value, {
      keys: [
        { name: 'name', weight: 3 },
        { name: 'also', weight: 1 },
        { name: 'sort', weight: 0.5 }
      ],
      threshold: FORGIVING,
      ignoreLocation: true
    })
)
const found = computed(() =>
  wanted.value.trim() === ''
    ? all.value.slice(0, MOST)
    : searcher.value.search(wanted.value.trim(), { limit: MOST }).map((f) => f.item)
)
watch(found, () => (at.value = 0))
watch(
  open,
  (now) => {
    if (!now) return
    wanted.value = ''
    // the dialog takes the focus when it comes
    window.setTimeout(() => field.value?.focus(), 40)
  },
  { immediate: true }
)
watch(
  [open, typedAhead],
  () => {
    if (!open.value) return
    for (const letter of typedAhead.value.splice(0))
      if (letter === 'Enter') void take(found.value[at.value])
      else wanted.value += letter
  },
  { immediate: true, deep: true }
)
watch(
  () => route.fullPath,
  () => (open.value = false)
)

async function take(line: Found | undefined): Promise<void> {
  if (!line) return
  open.value = false
  await nextTick()
  await line.go()
}
/** A list that comes up under a pointer at rest is not pointed at. */
function pointed(event: PointerEvent, line: number): void {
  if (event.movementX || event.movementY) at.value = line
}
function key(event: Event | KeyboardEvent): void {
  if (!(event instanceof KeyboardEvent)) return
  const by = { ArrowDown: 1, ArrowUp: -1 }[event.key]
  if (event.key === 'Enter') void take(found.value[at.value])
  else if (by && found.value.length > 0)
    at.value = (at.value + by + found.value.length) % found.value.length
  else return
  event.preventDefault()
}
</script>

<template>
  <ElDialog v-model="open" class="finder" width="560px" top="9vh" append-to="#sheets" title="Find">
    <ElInput
      ref="field"
      v-model="wanted"
      class="choice"
      placeholder="A view, water, step, bottle, trouble, build or setting"
      aria-label="What to find"
      role="combobox"
      aria-expanded="true"
      aria-autocomplete="list"
      :aria-controls="listId"
      :aria-activedescendant="found[at] ? `${listId}-${at}` : undefined"
      autocomplete="off"
      maxlength="80"
      data-test="find"
      @keydown="key"
    />
    <ul :id="listId" role="listbox" aria-label="Found">
      <li
        v-for="(line, i) in found"
        :id="`${listId}-${i}`"
        :key="line.id"
        role="option"
        :aria-selected="i === at"
        :data-found="line.id"
        @pointermove="pointed($event, i)"
        @click="take(line)"
      >
        <b>{{ line.name }}</b>
        <span v-if="line.sort === 'Step' && line.also" class="small soft">{{ line.also }}</span>
        <span class="small sort">{{ line.sort }}</span>
      </li>
    </ul>
    <p v-if="!found.length" class="soft" role="status">
      Nothing here is called “{{ wanted }}”. Fewer letters find more.
    </p>
  </ElDialog>
</template>

<style scoped>
ul {
  list-style: none;
  margin: 10px 0 0;
  padding: 0;
}
li {
  display: flex;
  gap: 10px;
  align-items: baseline;
  padding: 7px 12px;
  border-left: 3px solid transparent;
  border-radius: 2px 10px 2px 10px;
  cursor: pointer;
}
li b {
  font-weight: 600;
}
li[aria-selected='true'] {
  border-left-color: var(--brass);
  background: color-mix(in srgb, var(--shallow) 55%, var(--sheet));
}
.sort {
  margin-left: auto;
  color: var(--ink-soft);
  white-space: nowrap;
}
p {
  padding: 12px;
}
</style>
