<script setup lang="ts">
import { isPlain, isTyping } from './typing'
import { useEventListener } from '@vueuse/core'
import { ElButton, ElMessage } from 'element-plus'
import { defineAsyncComponent, onMounted, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import AppHeader from './components/AppHeader.vue'
import StatePatterns from './drawings/StatePatterns.vue'
import { asked } from './how'
import { missing } from './missing'
import { panel, typedAhead } from './panels'
import { PLACES } from './router'
import { usePhone } from './screens'
import { useBuildStore } from './stores/build'
import { useLibraryStore } from './stores/library'
import { useFolderBackup } from './stores/folderBackup'
import { useSettingsStore } from './stores/settings'

/** Only phones fetch it. */
const FootBar = defineAsyncComponent(() => import('./components/FootBar.vue'))
const phone = usePhone()
/** Fetched when it is first asked for. */
const KeysHelp = defineAsyncComponent(() => import('./components/KeysHelp.vue'))
const FindAnything = defineAsyncComponent(() => import('./components/FindAnything.vue'))
const SettingsDialog = defineAsyncComponent(() => import('./components/SettingsDialog.vue'))
const TraceSheet = defineAsyncComponent(() => import('./components/TraceSheet.vue'))
const TogetherSheet = defineAsyncComponent(() => import('./components/TogetherSheet.vue'))
const HowCard = defineAsyncComponent(() => import('./components/HowCard.vue'))
const explained = ref(false)
watch(asked, (now) => now && (explained.value = true))

useSettingsStore()
useFolderBackup()
const store = useBuildStore()
const library = useLibraryStore()
const router = useRouter()
const route = useRoute()
const PANELS = {
  find: FindAnything,
  keys: KeysHelp,
  settings: SettingsDialog,
  together: TogetherSheet,
  trace: TraceSheet
}
/** Each is fetched when it is first asked for, and stays. */
const opened = ref(new Set<keyof typeof PANELS>())
watch(panel, (open) => open && opened.value.add(open))
// back and forward lead away from what stands over the view, too
watch(
  () => route.path,
  () => (panel.value = '')
)
const started = ref(false)
const reload = () => location.reload()

onMounted(async () => {
  try {
    await library.start()
  } catch (error) {
    library.problem =
      error instanceof Error && error.name === 'VersionError'
        ? 'What is kept in this browser was written by a newer Tall Spindle. This older one leaves it as it is: reload to get the newer app, or close other tabs of it first.'
        : `The browser’s store cannot be opened, so nothing can be kept: ${error instanceof Error ? error.message : String(error)}`
    library.ready = true
  }
  started.value = true
  if (library.rescued > 0)
    ElMessage({
      message: `Brought in the last edits of ${library.rescued} build${library.rescued > 1 ? 's' : ''} from a closed tab.`,
      duration: 6000
    })
})

store.onBranch((id) => void router.replace({ name: route.name ?? 'ground', params: { id } }))

function pressed(event: KeyboardEvent): void {
  const command = event.ctrlKey || event.metaKey
  const letter = event.key.toLowerCase()
  const inText = isTyping(event)
  if (command && (letter === 'z' || letter === 'y')) {
    // a field undoes its own typing; everywhere else the build goes back a step
    if (inText && (event.target as HTMLElement).dataset.ownUndo !== undefined) return
    event.preventDefault()
    if (letter === 'y' || event.shiftKey) store.redo()
    else store.undo()
    return
  }
  if (command && letter === 'k') {
    event.preventDefault()
    typedAhead.value = []
    panel.value = panel.value === 'find' ? '' : 'find'
    return
  }
  if (event.altKey && /^[0-9]$/.test(event.key)) {
    const place = PLACES[(Number(event.key) + 9) % 10]
    const id = route.params.id
    if (place.name === 'builds') void router.push('/')
    else if (typeof id === 'string' && id) void router.push({ name: place.name, params: { id } })
    event.preventDefault()
    return
  }
  if (event.key === '?' && !inText && !command) panel.value = 'keys'
}
useEventListener('keydown', pressed)

/** A quick hand types before the finder stands: nothing of it is lost, or lands in what lies below. */
function keepForFinder(event: KeyboardEvent): void {
  if (panel.value !== 'find' || !isPlain(event)) return
  if (event.key.length > 1 && event.key !== 'Enter') return
  if (event.target instanceof Element && event.target.closest('.finder :is(input, button)')) return
  typedAhead.value.push(event.key)
  event.preventDefault()
  event.stopImmediatePropagation()
}
useEventListener('keydown', keepForFinder, { capture: true })

/** A file let go where none is taken in would take the place of the app: it is told where it goes. */
useEventListener('dragover', (event: DragEvent) => event.preventDefault())
useEventListener('drop', (event: DragEvent) => {
  if (event.defaultPrevented || !event.dataTransfer?.files.length) return
  event.preventDefault()
  ElMessage({
    message:
      'Nothing is taken in here: builds are dropped on Builds; scans go in on Ground, photographs in Log.',
    duration: 6000
  })
})
</script>

<template>
  <StatePatterns />
  <div class="shell">
    <AppHeader class="no-print" />
    <p v-if="missing" class="missing no-print" role="alert" data-test="missing">
      <span
        >A piece of the app did not come: there is no network, or a newer app stands where it comes
        from. Your builds are in this browser, as they are.</span
      >
      <ElButton class="tool" @click="reload">Load the app anew</ElButton>
    </p>
    <!-- what opens over a view stands beside it: in its place it would be swept away with it -->
    <main>
      <RouterView v-if="started" />
      <div id="sheets"></div>
    </main>
    <FootBar v-if="phone" />
    <HowCard v-if="explained" />
    <component :is="PANELS[name]" v-for="name in opened" :key="name" />
  </div>
</template>

<style>
.shell {
  height: 100%;
  height: 100dvh;
  display: flex;
  flex-direction: column;
}
.shell > main {
  flex: 1;
  min-height: 0;
}
.missing {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  align-items: center;
  margin: 0;
  padding: 8px 18px;
  background: var(--brass-wash);
  border-left: 5px solid var(--brass);
}
@media print {
  .no-print {
    display: none !important;
  }
  html,
  body,
  #app,
  .shell,
  .shell > main {
    height: auto;
    background: #fff;
  }
}
</style>
