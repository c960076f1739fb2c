<script setup lang="ts">
import { DAY_MS } from '../../core/physics/time'
import { named } from '../../core/build/file/comingIn'
import FilePick from './FilePick.vue'
import { ElButton } from 'element-plus'
import { computed, onMounted, ref, watch } from 'vue'
import { restoredWords } from '../restoredWords'
import { saveFile } from '../saveFile'
import {
  askToKeep,
  backupAll,
  keeping,
  restore,
  type Keeping,
  type Restored
} from '../storage/backup'
import { dayAndClock } from '../../core/words/dates'
import { fileSize } from '../words'
import { isFull } from '../storage/builds'
import { useFolderBackup } from '../stores/folderBackup'
import { useLibraryStore } from '../stores/library'

/** Everything in one zip, back again, and a nudge when there is none. */
const emit = defineEmits<{ restored: [] }>()
const library = useLibraryStore()
const state = ref<Keeping | null>(null)
const working = ref('')
const fault = ref('')
const done = ref<Restored | null>(null)
const refresh = async () => {
  state.value = await keeping().catch(() => null)
}
onMounted(refresh)
watch(() => library.kept, refresh)

async function attempt(what: string, work: () => Promise<void>, file = ''): Promise<void> {
  working.value = what
  fault.value = ''
  done.value = null
  try {
    await work()
  } catch (error) {
    const said = error instanceof Error ? error.message : String(error)
    fault.value = isFull(error)
      ? 'The browser’s store is full: make room and try again. Nothing was changed.'
      : named(file, said)
  }
  working.value = ''
  await refresh()
}
const backup = () =>
  attempt('Backing up…', async () => {
    const zip = await backupAll()
    saveFile(`tall-spindle-${new Date().toISOString().slice(0, 10)}.zip`, 'application/zip', zip)
    if (state.value?.persisted === false) await askToKeep()
  })
function picked(file: File): void {
  const work = async () => {
    done.value = await restore(file)
    emit('restored')
  }
  void attempt('Restoring…', work, file.name)
}
const nudge = computed(() => {
  const s = state.value
  if (!s || s.changedSince === 0) return ''
  if (s.lastMs === null)
    return `${s.changedSince === 1 ? 'One build is' : `${s.changedSince} builds are`} only in this browser: there is no backup yet.`
  const days = Math.floor((Date.now() - s.lastMs) / DAY_MS)
  return days >= 7
    ? `${s.changedSince === 1 ? 'One build has' : `${s.changedSince} builds have`} changed since the last backup, ${days} days ago.`
    : ''
})
const auto = useFolderBackup()
const folderTime = (ms: number) => dayAndClock(ms, Intl.DateTimeFormat().resolvedOptions().timeZone)
const full = computed(() =>
  state.value?.usedBytes && state.value.quotaBytes
    ? state.value.usedBytes / state.value.quotaBytes
    : 0
)
</script>

<template>
  <section class="keep" :class="{ nudge }" data-test="backup">
    <p v-if="fault" class="fault" role="alert" data-test="backup-fault">
      {{ fault }}
    </p>
    <p v-if="done" role="status" data-test="restored">
      Restored: {{ restoredWords(done) }}.<template v-for="l in done.left" :key="l">
        <b>Left out:</b> {{ l }}.</template
      >
    </p>
    <p v-if="auto.problem" class="fault" role="alert" data-test="folder-fault">
      {{ auto.problem }}
    </p>
    <div v-if="auto.folder" class="row" data-test="folder">
      <p class="grow">
        Backup folder <b>{{ auto.folder.name }}</b>{{ ' '
        }}<span v-if="auto.writing" role="status">is being written…</span
        ><span v-else-if="auto.folder.asks"
          >waits: the browser wants to be asked before it writes there again.</span
        ><span v-else-if="auto.folder.last" class="small soft"
          >written after each sitting; last {{ folderTime(auto.folder.last.at) }},
          {{ fileSize(auto.folder.last.bytes) }}, read back and found whole.</span
        >
      </p>
      <ElButton v-if="auto.folder.asks" class="tool main" @click="auto.allow">Allow it</ElButton
      ><ElButton
        v-else
        class="tool"
        :disabled="auto.writing"
        data-test="folder-now"
        @click="auto.write().then(refresh)"
        >Write now</ElButton
      ><ElButton class="tool" @click="auto.forget">Stop writing there</ElButton>
    </div>
    <div class="row">
      <p class="grow">
        <b v-if="nudge" data-test="nudge">{{ nudge }}</b><template v-else-if="state?.lastMs"
          >Last backup
          {{
            new Date(state.lastMs).toLocaleDateString('en-GB', { day: 'numeric', month: 'long' })
          }}.</template
        >
        {{ ' '
        }}<span class="small soft"
          ><template v-if="state?.usedBytes !== null && state"
            >{{ fileSize(state.usedBytes ?? 0) }} kept here<template v-if="full > 0.8"
              >, of {{ fileSize(state.quotaBytes!) }}: nearly full</template
            >. </template
          ><template v-if="state?.persisted">The browser has promised to keep it.</template
          ><template v-else-if="state?.persisted === false"
            >The browser may clear it when its disk fills up.</template
          ></span
        >
      </p>
      <span v-if="working" role="status">{{ working }}</span>
      <ElButton v-if="state?.persisted === false" class="tool" @click="askToKeep().then(refresh)">
        Ask the browser to keep it
      </ElButton>
      <ElButton
        v-if="auto.can && !auto.folder"
        class="tool"
        title="A folder on this computer: a backup is written there after each sitting"
        data-test="choose-folder"
        @click="auto.choose().then(refresh)"
        >Into a folder by itself…</ElButton
      >
      <ElButton
        class="tool"
        :class="{ main: nudge }"
        :disabled="working !== ''"
        data-test="backup-now"
        @click="backup"
      >
        Back everything up
      </ElButton>
      <FilePick
        kind="backup"
        @refuse="fault = $event"
        accept=".zip,application/zip"
        :disabled="working !== ''"
        data-test="restore"
        @pick="picked"
        >Restore…</FilePick
      >
    </div>
  </section>
</template>

<style scoped>
.keep {
  border-top: 1px solid var(--line);
  padding: 10px 4px 0;
  display: grid;
  gap: 6px;
}
.keep.nudge {
  border: 0;
  border-left: 5px solid var(--brass);
  background: var(--brass-wash);
  padding: 9px 14px;
  border-radius: 0 10px 0 10px;
}
</style>
