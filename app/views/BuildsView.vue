<script setup lang="ts">
import FilePick from '../components/FilePick.vue'
import { ElButton, ElInput, ElMessage, ElSkeleton } from 'element-plus'
import { computed, defineAsyncComponent, nextTick, onBeforeUnmount, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import type { Build } from '../../core/build/types'
import { writeBuild, writeBuilds } from '../../core/build/file/write'
import { MOMENT_WORDS, momentOf } from '../../core/plan/7-days/moment'
import BackupPanel from '../components/BackupPanel.vue'
import CoverPicture from '../components/CoverPicture.vue'
import MiniCutaway from '../drawings/MiniCutaway.vue'
import { dayAndClock } from '../../core/words/dates'
import { fileSize, figure, ml, mm } from '../words'
import { unreadable } from '../../core/build/file/comingIn'
import { fileName } from '../../core/exchange/fileName'
import { importedWords, restoredWords } from '../restoredWords'
import { saveFile } from '../saveFile'
import type { BuildRow } from '../storage/db'
import { restore } from '../storage/backup'
import { isFull } from '../storage/builds'
import { usePhone } from '../screens'
import { useBuildStore } from '../stores/build'
import { useLibraryStore } from '../stores/library'

/** Fetched when it is first asked for. */
const NewBuildDialog = defineAsyncComponent(() => import('../components/NewBuildDialog.vue'))
const PhoneDialog = defineAsyncComponent(() => import('../components/PhoneDialog.vue'))
const phone = usePhone()
const onPhone = ref(false)

const library = useLibraryStore()
const store = useBuildStore()
const router = useRouter()
const asking = ref(false)
const askedOnce = ref(false)
watch(asking, (open) => {
  askedOnce.value ||= open
})
const renaming = ref('')
const newName = ref('')
const showBin = ref(false)
/** Letting go for good is asked for twice. */
const surely = ref(false)
async function emptyNow(): Promise<void> {
  surely.value = false
  await library.empty()
}
const importProblem = ref('')
const now = ref(Date.now())

void store.close().then(() => library.refresh())
library.look(true)
onBeforeUnmount(() => library.look(false))

const cards = computed(() =>
  library.kept.map((row) => {
    const card = library.cards[row.id]
    return { row, card, moment: card ? momentOf(card.moments, now.value) : null }
  })
)

const passing = (message: string): unknown =>
  void ElMessage({ type: 'error', message, duration: 8000 })
/** Does it; a failure is told in passing, or where `tell` puts it. */
async function attempt(what: string, work: () => Promise<unknown>, tell = passing) {
  try {
    await work()
  } catch (error) {
    const said = error instanceof Error ? error.message : String(error)
    const why = isFull(error)
      ? 'the browser’s store is full; export and delete an old build first'
      : said
    tell(
      /nothing was changed\.$/i.test(why)
        ? `${what} failed: ${why}`
        : `${what} failed: ${why}. Nothing was changed.`
    )
  }
}

const open = (id: string, name = 'ground') => router.push({ name, params: { id } })

async function made(build: Build): Promise<void> {
  await attempt('Making the build', async () => {
    await library.create(build)
    await open(build.id)
  })
}

async function startRename(row: BuildRow): Promise<void> {
  renaming.value = row.id
  newName.value = row.name
  await nextTick()
  document.querySelector<HTMLInputElement>(`[data-rename="${row.id}"]`)?.select()
}
async function renamed(row: BuildRow): Promise<void> {
  const name = newName.value.trim().slice(0, 120)
  if (renaming.value !== row.id) return
  renaming.value = ''
  if (name !== '' && name !== row.name) await attempt('Renaming', () => library.rename(row, name))
}

async function remove(row: BuildRow): Promise<void> {
  await attempt('Deleting', async () => {
    await library.remove(row.id)
    lastGone.value = row
  })
}
const lastGone = ref<BuildRow | null>(null)
async function fetchBack(row: BuildRow): Promise<void> {
  await attempt('Fetching it back', () => library.restore(row.id))
  if (lastGone.value?.id === row.id) lastGone.value = null
}

async function takeIn(file: File): Promise<void> {
  const zip = /\.zip$/i.test(file.name)
  importProblem.value = unreadable(zip ? 'backup' : 'build', file.name, file.size) ?? ''
  if (importProblem.value) return
  const work = zip ? () => takeZip(file) : () => takeText(file)
  await attempt(`Importing ${file.name}`, work, (why) => (importProblem.value = why))
}
async function takeZip(file: File): Promise<void> {
  const done = await restore(file)
  await library.afterRestore()
  ElMessage({ message: `Brought in: ${restoredWords(done)}.` })
  if (done.left.length > 0)
    importProblem.value = `${file.name}, left out: ${done.left.join('; ')}. All else was brought in.`
}
async function takeText(file: File): Promise<void> {
  const answer = await library.importText(await file.text())
  if ('problem' in answer)
    importProblem.value = `${file.name}: ${answer.problem}. Nothing was changed.`
  else ElMessage({ message: importedWords(answer.added, answer.same) })
}
async function openDemo(): Promise<void> {
  await attempt('Opening the demo', async () => {
    const { default: demo } = await import('../../demo/1-weir-at-cobbets-race.json')
    const answer = await library.importText(JSON.stringify(demo))
    if ('problem' in answer) throw new Error(answer.problem)
  })
}
const exportAll = () =>
  saveFile(
    fileName('All builds', '', '.json'),
    'application/json',
    writeBuilds(library.kept.map((r) => r.build))
  )
</script>

<template>
  <div
    class="builds"
    @dragover.prevent
    @drop.prevent="$event.dataTransfer?.files[0] && takeIn($event.dataTransfer.files[0])"
  >
    <div class="row head">
      <h1 class="grow">Builds</h1>
      <ElButton class="tool main" data-test="new-build" @click="asking = true">New build</ElButton>
      <FilePick
        kind="backup"
        @refuse="importProblem = $event"
        accept=".json,.zip,application/json,application/zip"
        data-test="import"
        @pick="takeIn"
        >Import…</FilePick
      >
      <ElButton class="tool" :disabled="!library.kept.length" @click="exportAll"
        >Export all</ElButton
      >
      <ElButton v-if="!phone" class="tool" data-test="to-phone" @click="onPhone = true"
        >On the phone…</ElButton
      >
    </div>
    <PhoneDialog v-if="onPhone" v-model="onPhone" />
    <p v-if="library.problem" class="banner" role="alert">
      {{ library.problem }}
    </p>
    <p
      v-if="store.build && (store.saveState === 'full' || store.saveState === 'failed')"
      class="banner"
      role="alert"
      data-test="unsaved"
    >
      <span class="grow"
        >“{{ store.build.name }}” could not be saved and is still open. Export it, or make room by
        deleting what you no longer need.</span
      >
      {{ ' ' }}<ElButton class="tool" @click="open(store.build.id)">Back to it</ElButton> {{ ' '
      }}<ElButton
        class="tool"
        @click="
          saveFile(
            fileName('Build', store.build.name, '.json'),
            'application/json',
            writeBuild(store.build)
          )
        "
      >
        Export JSON
      </ElButton>
    </p>
    <p
      v-for="boat in library.unsaved"
      :key="boat.id"
      class="banner"
      role="alert"
      data-test="put-aside"
    >
      <span class="grow"
        >The last edits of “{{ boat.name }}” could not be saved: the browser’s store took nothing.
        They are put aside and not lost. Open it and export it, or make room and try again.</span
      >
      {{ ' ' }}<ElButton class="tool" @click="open(boat.id)">Open it</ElButton>
    </p>
    <p v-if="library.newer.length" class="banner calm" role="alert" data-test="newer">
      {{ library.newer.map((n) => `“${n}”`).join(', ') }}
      {{ library.newer.length === 1 ? 'was' : 'were' }} kept by a newer Tall Spindle and
      {{ library.newer.length === 1 ? 'is' : 'are' }} left as
      {{ library.newer.length === 1 ? 'it is' : 'they are' }}. Open
      {{ library.newer.length === 1 ? 'it' : 'them' }} with that one.
    </p>
    <p v-if="importProblem" class="banner" role="alert" data-test="import-problem">
      <span class="grow">{{ importProblem }}</span>
      {{ ' ' }}<ElButton class="tool" @click="importProblem = ''">All right</ElButton>
    </p>
    <p v-if="lastGone" class="banner calm" role="status">
      <span class="grow">“{{ lastGone.name }}” is deleted.</span>
      {{ ' '
      }}<ElButton class="tool" data-test="undo-delete" @click="fetchBack(lastGone)">Undo</ElButton>
      {{ ' ' }}<ElButton class="tool" @click="lastGone = null">Leave it deleted</ElButton>
    </p>

    <div v-if="library.ready && !cards.length" class="empty panel pad">
      <h2>Nothing on the bench yet</h2>
      <p>
        Say how big the base is and which waters you want: volume, grams, pours and a finishing date
        follow at once.
      </p>
      <div class="row">
        <ElButton class="tool main" @click="asking = true">New build</ElButton
        ><ElButton class="tool" @click="openDemo">Open a demo build</ElButton>
      </div>
    </div>

    <div class="cards">
      <article
        v-for="{ row, card, moment } in cards"
        :key="row.id"
        class="panel card"
        :data-build="row.id"
      >
        <ElButton class="picture" :aria-label="`Open ${row.name}`" @click="open(row.id)">
          <CoverPicture :cover="row.build.cover">
            <MiniCutaway v-if="card" :name="row.name" :cutaway="card.cutaway" />
            <span v-else class="coming" aria-hidden="true"></span>
          </CoverPicture>
        </ElButton>
        <div class="pad stack">
          <ElInput
            v-if="renaming === row.id"
            v-model="newName"
            class="choice"
            :data-rename="row.id"
            maxlength="120"
            aria-label="New name"
            @keydown.enter="renamed(row)"
            @keydown.esc="renaming = ''"
            @blur="renamed(row)"
          />
          <h2 v-else>
            <ElButton class="title" @click="open(row.id)">
              {{ row.name }}
            </ElButton>
          </h2>
          <p class="small soft">
            {{ row.build.scale }} · {{ figure(row.build.base.widthMm, 'mm') }} ×
            {{ mm(row.build.base.depthMm)
            }}{{ card && card.waterMl >= 0.5 ? ` · ${ml(card.waterMl)} of water` : '' }}
          </p>
          <dl v-if="card && moment">
            <div>
              <dt>{{ MOMENT_WORDS[moment.kind] }}</dt>
              <dd>
                {{ moment.what
                }}<template v-if="moment.untilMs"
                  >, {{ dayAndClock(moment.untilMs, card.moments.zone) }}</template
                >
              </dd>
            </div>
            <div>
              <dt>Finished</dt>
              <dd>
                <b>{{
                  card.moments.finishMs
                    ? dayAndClock(card.moments.finishMs, card.moments.zone)
                    : 'no date yet'
                }}</b>
              </dd>
            </div>
          </dl>
          <ElSkeleton v-else :rows="1" animated class="dates" aria-hidden="true" />
          <div class="row acts">
            <ElButton class="tool" @click="startRename(row)">Rename</ElButton>
            <ElButton class="tool" @click="attempt('Duplicating', () => library.duplicate(row))">
              Duplicate
            </ElButton>
            <ElButton
              class="tool"
              @click="
                saveFile(
                  fileName('Build', row.name, '.json'),
                  'application/json',
                  writeBuild(row.build)
                )
              "
            >
              Export
            </ElButton>
            <ElButton class="tool danger" @click="remove(row)">Delete</ElButton>
          </div>
        </div>
      </article>
      <ElButton v-if="cards.length" class="card blank" @click="asking = true">
        <svg viewBox="0 0 120 60" aria-hidden="true">
          <path d="M4 52V22H34Q60 50 86 22H116V52Z" />
        </svg>
        <span>Another base, another water</span>
      </ElButton>
    </div>

    <BackupPanel v-if="library.ready" @restored="library.afterRestore" />

    <section v-if="library.binned.length" class="bin">
      <ElButton class="tool" :aria-expanded="showBin" @click="showBin = !showBin">
        Deleted builds ({{ library.binned.length }})
      </ElButton>
      <ul v-if="showBin">
        <li v-for="row in library.binned" :key="row.id" class="row">
          <span>{{ row.name }}</span><ElButton class="tool" @click="fetchBack(row)">
            Fetch back
          </ElButton>
        </li>
      </ul>
      <p v-if="showBin" class="small soft">
        Kept until you have opened the app 200 times more; sooner only where the browser runs out of
        room.
      </p>
      <div v-if="showBin" class="row">
        <template v-if="surely">
          <span>Nothing brings {{ library.binned.length === 1 ? 'it' : 'them' }} back then.</span>
          <ElButton class="tool danger" data-test="empty-surely" @click="emptyNow"
            >Let go for good</ElButton
          ><ElButton class="tool" @click="surely = false">Leave</ElButton>
        </template>
        <ElButton v-else class="tool danger" data-test="empty-bin" @click="surely = true"
          >Let go now: {{ fileSize(library.binBytes) }} free</ElButton
        >
      </div>
    </section>
    <NewBuildDialog v-if="askedOnce" v-model="asking" @made="made" />
  </div>
</template>

<style scoped>
.builds {
  height: 100%;
  overflow: auto;
  padding: 18px 24px 30px;
  display: flex;
  flex-direction: column;
  gap: 14px;
  max-width: 1500px;
  margin: 0 auto;
}
.cards {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(350px, 1fr));
  gap: 18px;
}
.card {
  display: flex;
  flex-direction: column;
  overflow: hidden;
}
.picture {
  border: 0;
  padding: 12px 14px 0;
  background: linear-gradient(color-mix(in srgb, var(--shallow) 28%, var(--sheet)), var(--sheet));
  cursor: pointer;
  position: relative;
  min-height: 150px;
}
.picture :deep(img) {
  width: 100%;
  height: 168px;
  object-fit: cover;
  border-radius: 3px 12px 3px 12px;
}
.title {
  background: none;
  border: 0;
  padding: 0;
  font: inherit;
  cursor: pointer;
  text-align: left;
}
.title:hover {
  text-decoration: underline;
}
dl {
  margin: 0;
  display: grid;
  gap: 6px;
}
dt {
  font-size: 0.7812rem;
  color: var(--ink-soft);
}
dd {
  margin: 0;
}
.acts .tool {
  padding: 3px 9px;
  min-height: 32px;
  font-size: 0.875rem;
}
.blank {
  border: 2px dashed var(--line-strong);
  background: none;
  border-radius: 4px 14px 4px 14px;
  align-items: center;
  justify-content: center;
  gap: 10px;
  cursor: pointer;
  min-height: 240px;
  color: var(--ink-soft);
}
.blank svg {
  width: 120px;
}
.blank path {
  fill: none;
  stroke: var(--line-strong);
  stroke-width: 2;
  stroke-dasharray: 4 4;
}
.blank:hover {
  border-color: var(--deep);
  color: var(--ink);
}
.banner {
  display: flex;
  gap: 10px;
  align-items: center;
  background: var(--red-wash);
  border-left: 5px solid var(--red-lead);
  padding: 9px 14px;
  border-radius: 0 10px 0 10px;
  overflow-wrap: anywhere;
}
.banner.calm {
  background: var(--brass-wash);
  border-color: var(--brass);
}
.empty {
  max-width: 560px;
  display: grid;
  gap: 10px;
}
.bin ul {
  padding: 0;
  list-style: none;
  display: grid;
  gap: 6px;
}
.coming {
  position: absolute;
  inset: auto 12% 12%;
  height: 46%;
  border-radius: 2px 30px 0 0;
  background: var(--sunk);
}
.dates {
  min-height: 76px;
}
@media (max-width: 43.75rem) {
  .builds.builds {
    padding: 8px 10px 16px;
  }
  .head h1 {
    flex: 1 1 100%;
  }
  .head .tool {
    flex: 1 1 auto;
    justify-content: center;
  }
  .cards {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
