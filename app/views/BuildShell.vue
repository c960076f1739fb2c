<script setup lang="ts">
import { ElButton, ElSkeleton } from 'element-plus'
import { defineAsyncComponent, computed, onBeforeUnmount, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { writeBuild } from '../../core/build/file/write'
import WaterLine from '../components/WaterLine.vue'
import { useLocalStorage } from '@vueuse/core'
import { counted } from '../../core/words/sentence'
import { fileName } from '../../core/exchange/fileName'
import { saveFile } from '../saveFile'
import { usePhone } from '../screens'
import { useBuildStore } from '../stores/build'

/** Opens the build of the address and keeps it on the bench while its views come and go. */
const route = useRoute()
const router = useRouter()
const store = useBuildStore()
/** At the bench a phone has room for the step alone. */
const phone = usePhone()
const opening = ref(true)
/** A plan that contradicts itself is told once. */
const told = ref(false)

watch(
  () => route.params.id,
  async (id) => {
    if (typeof id !== 'string') return
    opening.value = true
    told.value = false
    await store.open(id)
    opening.value = false
  },
  { immediate: true }
)

/** Only who has not walked it yet fetches it. */
const FirstWalk = defineAsyncComponent(() => import('../components/FirstWalk.vue'))
const walked = useLocalStorage('tall-spindle:walked', false)
/** Each view begins at its top: on a phone all of them share one page that scrolls. */
const page = ref<HTMLElement | null>(null)
watch(
  () => route.name,
  () => page.value?.scrollTo(0, 0),
  { flush: 'post' }
)

watch(
  () => store.build?.name,
  (name) => {
    document.title = name ? `${name} · Tall Spindle` : 'Tall Spindle'
  },
  { immediate: true }
)
onBeforeUnmount(() => {
  document.title = 'Tall Spindle'
})

/** What the view is called, for those who hear the page. */
const heading = computed(() => String(route.name ?? '').replace('-', ' '))

function exportNow(): void {
  if (store.build)
    saveFile(
      fileName('Build', store.build.name, '.json'),
      'application/json',
      writeBuild(store.build)
    )
}
</script>

<template>
  <div class="on-bench" :data-open="store.build?.id">
    <h1 class="unseen">{{ store.build?.name }}: {{ heading }}</h1>
    <div v-if="store.tabNotice" class="notice no-print" role="status" data-test="tab-notice">
      <span v-if="store.tabNotice === 'alsoOpen'"
        >This build is open in another tab too. What you do in one appears in the other; if both
        change it at once, the later one’s work is kept as a build of its own.</span
      >
      <span v-else-if="store.tabNotice === 'updated'"
        >The other tab changed this build; you see its state now. Undo takes you back to
        yours.</span
      >
      <span v-else
        >The other tab had changed the build in the meantime. Nothing is lost: your work goes on
        here as “{{ store.build?.name }}”, the other tab’s stays under its own name.</span
      >
      <ElButton class="tool" @click="store.tabNotice = ''">All right</ElButton>
    </div>
    <div
      v-if="store.saveState === 'full' || store.saveState === 'failed'"
      class="notice bad no-print"
      role="alert"
      data-test="save-problem"
    >
      <span v-if="store.saveState === 'full'"
        >The browser’s store is full. The last saved state is safe and your newest edits are still
        on the screen: export the build now, make room (deleted builds on Builds, earlier states on
        Log) and try again.</span
      >
      <span v-else
        >Saving failed: {{ store.saveProblem }}. The last saved state is safe; export the build to
        be sure.</span
      >
      <ElButton class="tool" @click="exportNow">Export JSON</ElButton>
      <ElButton class="tool" @click="store.save">Try again</ElButton>
    </div>
    <div v-if="store.mended.length" class="notice no-print" role="status" data-test="mended">
      <span
        >Not kept as it was entered, for no build can hold it: {{ store.mended.join('; ') }}. Undo
        brings back what stood before.</span
      >
      <ElButton class="tool" @click="store.mended = []">All right</ElButton>
    </div>
    <div v-if="store.planProblem" class="notice bad no-print" role="alert">
      The plan could not be worked out: {{ store.planProblem }}. Undo the last edit, or export the
      build and tell us.
    </div>
    <div
      v-if="store.contradictions.length > 0 && !told"
      class="notice bad no-print"
      role="status"
      data-test="contradicted"
    >
      <span
        >This plan contradicts itself, and that is our fault:
        {{ store.contradictions[0].says }}
        <span class="soft">({{ store.contradictions[0].place }})</span
        ><template v-if="store.contradictions.length > 1">
          and {{ counted(store.contradictions.length - 1, 'more place') }}</template
        >. Do not rely on it there; the file shows us why.</span
      >
      <ElButton class="tool" @click="exportNow">Send this build to yourself</ElButton>
      <ElButton class="tool" @click="told = true">All right</ElButton>
    </div>
    <div v-if="store.missing && !opening" class="gone stack">
      <h1>That build is not in this browser</h1>
      <p>
        It may have been deleted, made in another browser, or kept by a newer Tall Spindle. Deleted
        builds can be fetched back on Builds.
      </p>
      <ElButton class="tool main" @click="router.push('/')">To all builds</ElButton>
    </div>
    <div v-else-if="store.build" ref="page" class="view">
      <RouterView v-if="store.plan || store.planProblem" />
      <div v-else class="worktop coming">
        <p class="unseen" role="status">Working it out: ground, heat, days…</p>
        <div class="drawings" aria-hidden="true">
          <div class="panel pad drawing"><ElSkeleton animated :rows="2" /></div>
          <div class="panel pad drawing"><ElSkeleton animated :rows="2" /></div>
        </div>
        <div class="tray" aria-hidden="true">
          <div v-for="k in 3" :key="k" class="panel pad"><ElSkeleton animated :rows="3" /></div>
        </div>
      </div>
    </div>
    <FirstWalk v-if="!walked && store.plan" />
    <WaterLine v-if="store.build && !(phone && route.name === 'bench')" class="no-print" />
  </div>
</template>

<style scoped>
.on-bench {
  height: 100%;
  display: flex;
  flex-direction: column;
}
.view {
  flex: 1;
  min-height: 0;
  position: relative;
}
.coming .drawing {
  flex: 1;
  min-height: 180px;
}
.notice {
  display: flex;
  gap: 10px;
  align-items: center;
  padding: 7px 18px;
  background: var(--brass-wash);
  border-bottom: 1px solid var(--brass);
}
.notice span {
  flex: 1;
}
.notice.bad {
  background: var(--red-wash);
  border-color: var(--red-lead);
}
.gone {
  padding: 60px;
  max-width: 560px;
}
@media print {
  .on-bench,
  .view {
    height: auto;
    display: block;
  }
}
</style>
