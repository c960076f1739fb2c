<script setup lang="ts">
import { MINUTE_MS } from '../../core/physics/time'
import { ElButton, ElInput } from 'element-plus'
import { X } from '@lucide/vue'
import { computed, onMounted, ref, shallowRef, watch } from 'vue'
import { v4 as newId } from 'uuid'
import { writeBuild } from '../../core/build/file/write'
import type { Build } from '../../core/build/types'
import { broughtBack } from '../../core/exchange/versions'
import { twoPlans, type Beside } from '../../core/plan/beside/twoPlans'
import type { Plan } from '../../core/plan/derivePlan'
import { dayAndClock } from '../../core/words/dates'
import { counted } from '../../core/words/sentence'
import { duration } from '../../core/words/durations'
import { degrees, grams, ml, money, number, fileSize } from '../words'
import MiniCutaway from '../drawings/MiniCutaway.vue'
import { cutawayOf } from '../../core/plan/card'
import { fileName } from '../../core/exchange/fileName'
import { saveFile } from '../saveFile'
import { isFull } from '../storage/builds'
import type { VersionRow } from '../storage/db'
import {
  dropUnnamed,
  dropVersion,
  keepVersion,
  nameVersion,
  versionsHeld,
  versionsOf
} from '../storage/versions'
import { useBuildStore } from '../stores/build'
import { useHistoryStore } from '../stores/history'
import { useLibraryStore } from '../stores/library'
import { useSettingsStore } from '../stores/settings'
import { useShelfStore } from '../stores/shelf'
import { sharedPlanClient } from '../workers/planClient'
import LiveText from './LiveText.vue'

/** How the build stood before: to look at, to hold against today in figures, and to bring back. */
const props = defineProps<{ build: Build; plan: Plan }>()
const store = useBuildStore()
const library = useLibraryStore()
const shelf = useShelfStore()
const history = useHistoryStore()
const settings = useSettingsStore()
const rows = shallowRef<VersionRow[]>([])
const held = ref<Awaited<ReturnType<typeof versionsHeld>> | null>(null)
const chosen = ref('')
const then = shallowRef<{ build: Build; plan: Plan } | null>(null)
const problem = ref('')
const said = ref('')
const name = ref('')

async function refresh(): Promise<void> {
  rows.value = await versionsOf(props.build.id)
  held.value = await versionsHeld()
  if (!rows.value.some((r) => r.id === chosen.value)) chosen.value = rows.value[0]?.id ?? ''
}
onMounted(refresh)
// a state is put aside as the builder works
watch(
  () => store.saveState,
  (now) => now === 'saved' && void refresh()
)

async function attempt(work: () => Promise<unknown>, done = ''): Promise<void> {
  problem.value = ''
  said.value = ''
  try {
    await work()
    await refresh()
    said.value = done
  } catch (error) {
    problem.value = isFull(error)
      ? 'The browser’s store is full: nothing was changed. Let go of states without a name, or delete old builds.'
      : `Nothing was changed. ${error instanceof Error ? error.message : String(error)}`
    await refresh()
  }
}

const row = computed(() => rows.value.find((r) => r.id === chosen.value) ?? null)
const back = computed(() => row.value && broughtBack(row.value.state, props.build))
watch(
  back,
  async (state) => {
    then.value = null
    if (!state) return
    const answer = await sharedPlanClient()
      .derive('earlier', state, shelf.own, history.without(props.build.id))
      .catch(() => null)
    if (answer && back.value === state) then.value = { build: state, plan: answer.plan }
  },
  { immediate: true }
)
const table = computed(() => (then.value ? twoPlans(then.value.plan, props.plan) : []))

const when = (ms: number) => dayAndClock(ms, props.build.calendar.zone)
function shown(value: number | null, unit: Beside['unit']): string {
  if (value === null) return '–'
  if (unit === 'ml') return ml(value)
  if (unit === 'g') return grams(value)
  if (unit === 'min') return duration(value)
  if (unit === '°C') return degrees(value)
  if (unit === 'money') return money(value, settings.currency)
  return unit === 'moment' ? when(value) : number(value)
}
function differs({ then: was, now, unit }: Beside): string {
  if (was === null || now === null || was === now) return ''
  const sign = now > was ? '+' : '−'
  const by = Math.abs(now - was)
  if (unit === 'moment') return `${duration(by / MINUTE_MS)} ${now > was ? 'later' : 'sooner'}`
  const text = unit === '°C' ? `${number(by)} K` : shown(by, unit)
  return shown(now, unit) === shown(was, unit) ? '' : `${sign}${text}`
}

function keepNow(): void {
  const given = name.value.trim().slice(0, 120) || 'Kept by hand'
  void attempt(() => keepVersion(props.build, given), `“${given}” is kept.`)
  name.value = ''
}
function rename(id: string, text: string): void {
  void nameVersion(id, text.trim().slice(0, 120) || null).then(refresh)
}
function bringBack(): void {
  if (!back.value || !row.value) return
  const state = back.value
  store.edit(`Bring back ${row.value.name ?? when(row.value.at)}`, () => state)
  said.value = 'It is back; what has been logged since is still there. Undo takes you to today’s.'
}
function asOwn(): void {
  if (!back.value || !row.value) return
  const copy = { ...back.value, id: newId(), name: `${back.value.name.slice(0, 90)} (earlier)` }
  void attempt(() => library.create(copy), `“${copy.name}” stands on Builds now.`)
}
</script>

<template>
  <section class="panel pad stack" data-test="earlier">
    <h1>Earlier states</h1>
    <p class="soft small">
      Before an edit the build is put aside, at most every ten minutes; of older states fewer stay.
      One with a name stays until you let it go.
    </p>
    <form class="row" @submit.prevent="keepNow">
      <ElInput
        v-model="name"
        class="choice grow"
        placeholder="Name of today’s state"
        aria-label="Name of today’s state"
        maxlength="120"
        data-test="state-name"
      /><ElButton native-type="submit" class="tool main" data-test="keep-state"
        >Keep today’s state</ElButton
      >
    </form>
    <p v-if="problem" class="fault" role="alert">{{ problem }}</p>
    <p v-if="said" role="status" data-test="state-said">{{ said }}</p>
    <p v-if="!rows.length" class="soft">None yet: the first is put aside with the next edit.</p>
    <div v-else class="sides">
      <ul>
        <li v-for="r in rows" :key="r.id" :class="{ on: r.id === chosen }" :data-state="r.id">
          <ElButton class="tool when" :aria-pressed="r.id === chosen" @click="chosen = r.id">{{
            when(r.at)
          }}</ElButton>
          <div class="row tight">
            <LiveText
              class="choice grow"
              :model-value="r.name ?? ''"
              placeholder="no name"
              :aria-label="`Name of the state of ${when(r.at)}`"
              maxlength="120"
              @done="rename(r.id, $event)"
            /><ElButton
              class="tool danger"
              :aria-label="`Let go of the state of ${when(r.at)}`"
              @click="attempt(() => dropVersion(r.id))"
              ><X :size="16" aria-hidden="true"
            /></ElButton>
          </div>
        </li>
      </ul>
      <div class="stack">
        <p v-if="row && !back" class="fault">
          This state was written by a newer Tall Spindle: open it with that one.
        </p>
        <template v-if="then && row">
          <div class="two">
            <figure>
              <MiniCutaway :name="then.build.name" :cutaway="cutawayOf(then.build, then.plan)" />
              <figcaption>{{ row.name ?? when(row.at) }}</figcaption>
            </figure>
            <figure>
              <MiniCutaway :name="build.name" :cutaway="cutawayOf(build, plan)" />
              <figcaption>Today</figcaption>
            </figure>
          </div>
          <table class="plain" data-test="two-states">
            <thead>
              <tr>
                <th></th>
                <th class="num">Then</th>
                <th class="num">Today</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="f in table" :key="f.id" :data-figure="f.id">
                <td>{{ f.name }}</td>
                <td class="num">{{ shown(f.then, f.unit) }}</td>
                <td class="num">
                  {{ shown(f.now, f.unit) }}
                  <small v-if="differs(f)" class="by">{{ differs(f) }}</small>
                </td>
              </tr>
            </tbody>
          </table>
          <div class="row">
            <ElButton class="tool main" data-test="bring-back" @click="bringBack"
              >Bring it back</ElButton
            ><ElButton class="tool" @click="asOwn">As a build of its own</ElButton
            ><ElButton
              class="tool"
              @click="
                saveFile(
                  fileName('Build as it was', then.build.name, '.json'),
                  'application/json',
                  writeBuild(then.build)
                )
              "
              >Export JSON</ElButton
            >
          </div>
        </template>
        <p v-else-if="back" role="status" class="soft">Working it out…</p>
      </div>
    </div>
    <p v-if="held?.count" class="small soft row" data-test="states-held">
      <span class="grow"
        >All builds’ earlier states: {{ held.count }}, {{ fileSize(held.bytes) }}; those without a
        name {{ held.unnamed }}, {{ fileSize(held.unnamedBytes) }}.</span
      >
      <ElButton
        class="tool"
        :disabled="held.unnamed === 0"
        data-test="free-states"
        @click="
          attempt(
            dropUnnamed,
            `${counted(held.unnamed, 'state is', 'states are')} gone, ${fileSize(held.unnamedBytes)} free.`
          )
        "
        >Let go of those: {{ fileSize(held.unnamedBytes) }} free</ElButton
      >
    </p>
  </section>
</template>

<style scoped>
.sides {
  display: grid;
  grid-template-columns: minmax(0, 2fr) minmax(0, 3fr);
  gap: 18px;
  align-items: start;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 6px;
  max-height: 60vh;
  overflow: auto;
}
li {
  border-left: 4px solid var(--line);
  padding-left: 8px;
}
li.on {
  border-color: var(--deep);
}
.tight {
  flex-wrap: nowrap;
  gap: 5px;
}
.when {
  width: 100%;
  margin-bottom: 4px;
}
.by {
  display: block;
  font-weight: 600;
  color: var(--deep);
}
.two {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 10px;
}
figure {
  margin: 0;
  text-align: center;
  font-size: 0.8125rem;
}
@media (max-width: 900px) {
  .sides {
    grid-template-columns: minmax(0, 1fr);
  }
  ul {
    max-height: none;
  }
}
</style>
