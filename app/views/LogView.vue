<script setup lang="ts">
import { named } from '../../core/build/file/comingIn'
import { allCups, cupName } from '../../core/bench/benchSteps'
import { cupTitle } from '../../core/bench/mixNames'
import FilePick from '../components/FilePick.vue'
import ChoiceField from '../components/ChoiceField.vue'
import { v4 as newId } from 'uuid'
import { ElButton, ElCheckbox, ElInput } from 'element-plus'
import { X } from '@lucide/vue'
import AccountChart from '../drawings/AccountChart.vue'
import LeafTabs from '../components/LeafTabs.vue'
import WorkTop from '../components/WorkTop.vue'
import { computed, onBeforeUnmount, ref, watch } from 'vue'
import { logged, setCover, unlogged } from '../../core/build/workEdits'
import type { LogEntry, PhotoEntry } from '../../core/build/log/entries'
import { accountOf, offBy, spent, workedMin } from '../../core/build/log/account'
import { onRail } from '../../core/plan/learned/fit'
import { keyOf } from '../../core/plan/learned/history'
import { liesOn } from '../../core/plan/6-steps/coreOf'
import { costToBuy } from '../../core/plan/4-amounts/shopping'
import EarlierStates from '../components/EarlierStates.vue'
import PhotoAgainstForm from '../components/PhotoAgainstForm.vue'
import NumberField from '../components/NumberField.vue'
import LiveText from '../components/LiveText.vue'
import { clock, day } from '../../core/words/dates'
import { duration } from '../../core/words/durations'
import { grams, degrees, money } from '../words'
import { fileName } from '../../core/exchange/fileName'
import { saveFile } from '../saveFile'
import { zipOfBuild } from '../storage/backup'
import { isFull } from '../storage/builds'
import { placeOnEarth } from '../../core/words/quantities'
import { keepPhoto, photo } from '../storage/photos'
import { useBuildStore } from '../stores/build'
import { useSettingsStore } from '../stores/settings'
import { useHistoryStore } from '../stores/history'

/** What was done, seen and spent; foretold against real; what was learned of it. */
const store = useBuildStore()
const settings = useSettingsStore()
const history = useHistoryStore()
const build = computed(() => store.build!)
const plan = computed(() => store.plan)
const zone = computed(() => build.value.calendar.zone)
const LEAVES = {
  diary: 'Diary',
  account: 'Foretold and real',
  table: 'Photo against form',
  earlier: 'Earlier states'
} as const
const leaf = ref<keyof typeof LEAVES>('diary')
const title = (id: string) => {
  const step = plan.value?.steps.steps.find((s) => s.id === id)
  const water = build.value.waters.find((w) => w.id === id.split('/')[0])?.name
  return step
    ? `${water ? `${water}: ` : ''}${water ? step.title.toLowerCase() : step.title}`
    : `${id} (not in the plan any more)`
}
/** What it put down, and on what. */
const layOf = (id: string) => {
  const step = plan.value?.steps.steps.find((s) => s.id === id)
  return step ? liesOn(plan.value!.steps.lays, step.lay) : ''
}
const days = computed(() => {
  const sorted = [...build.value.log.entries].sort((a, b) => b.at.localeCompare(a.at))
  const out: { name: string; entries: LogEntry[] }[] = []
  for (const entry of sorted) {
    const name = day(Date.parse(entry.at), zone.value)
    if (out.at(-1)?.name !== name) out.push({ name, entries: [] })
    out.at(-1)!.entries.push(entry)
  }
  return out
})
const put = (label: string, entry: LogEntry) => store.edit(label, logged([entry]))
const stamp = () => ({ id: newId(), at: new Date().toISOString() })

const note = ref('')
function addNote(): void {
  if (note.value.trim() === '') return
  put('Note', { kind: 'note', ...stamp(), text: note.value.trim(), step: null })
  note.value = ''
}
const costWhat = ref('')
const costMoney = ref<number | null>(null)
function addCost(): void {
  if (costMoney.value === null) return
  put('Cost', { kind: 'cost', ...stamp(), what: costWhat.value.trim(), money: costMoney.value })
  costWhat.value = ''
  costMoney.value = null
}
const readRoom = () => put('Room', { kind: 'room', ...stamp(), ...build.value.room })
const fault = ref('')
const working = ref('')
/** Whether photographs taken in from now on keep where they were taken. */
const withPlace = ref(false)
let taking = Promise.resolve()
/** One after the other: each is shrunk before the next is opened. */
function picked(file: File): void {
  fault.value = ''
  taking = taking.then(() => takePhoto(file))
}
async function takePhoto(file: File): Promise<void> {
  working.value = `Shrinking ${file.name}…`
  try {
    const { calendar } = build.value
    const { id, width, height, taken, place } = await keepPhoto(build.value.id, file, calendar.zone)
    put('Photograph', {
      kind: 'photo',
      id,
      at: taken ?? new Date().toISOString(),
      caption: file.name.replace(/\.\w+$/, '').slice(0, 80),
      step: null,
      widthPx: width,
      heightPx: height,
      ...(withPlace.value && place ? { place } : {})
    })
  } catch (error) {
    const said = error instanceof Error ? error.message : String(error)
    fault.value = isFull(error)
      ? 'The browser’s store is full: the photograph was not kept. Back up and delete old builds first.'
      : named(file.name, said)
  }
  working.value = ''
}
const caption = (entry: PhotoEntry, text: string) =>
  change('Caption', entry, { caption: text.slice(0, 500) })
const change = (label: string, entry: PhotoEntry, to: Partial<PhotoEntry>) =>
  store.edit(label, (b) => ({
    ...b,
    log: {
      ...b.log,
      entries: b.log.entries.map((e) => (e.id === entry.id ? { ...entry, ...to } : e))
    }
  }))

/** Small pictures by id, let go of again with the view. */
const pictures = ref<Record<string, string>>({})
watch(
  () => build.value.log.entries.filter((e) => e.kind === 'photo').map((e) => e.id),
  async (ids) => {
    for (const id of ids) {
      if (pictures.value[id] !== undefined) continue
      const row = await photo(id)
      pictures.value = { ...pictures.value, [id]: row ? URL.createObjectURL(row.small) : '' }
    }
  },
  { immediate: true }
)
onBeforeUnmount(() => {
  for (const url of Object.values(pictures.value)) if (url) URL.revokeObjectURL(url)
})

async function exportZip(): Promise<void> {
  fault.value = ''
  working.value = 'Packing…'
  try {
    saveFile(
      fileName('Build with photographs', build.value.name, '.zip'),
      'application/zip',
      await zipOfBuild(build.value)
    )
  } catch (error) {
    fault.value = error instanceof Error ? error.message : String(error)
  }
  working.value = ''
}

const lesson = ref('')
const about = ref('')
const abouts = computed(() => {
  const named = (id: string) => store.shelf.get(id)?.name ?? id
  const ids = new Set(
    build.value.waters.flatMap((w) => (w.kind === 'pool' ? [w.resin, w.dam] : [w.gel, w.make.film]))
  )
  const ways = new Set(build.value.waters.map((w) => w.way))
  const kinds = new Set(build.value.waters.map((w) => w.kind))
  const KIND = {
    pool: 'any pool',
    fall: 'any fall',
    reach: 'any run or rapid',
    sea: 'any waves',
    splash: 'any splash'
  }
  return [
    ...[...ids].map((id) => ({ id: `material:${id}`, name: named(id) })),
    ...[...ways].map((id) => ({ id: `way:${id}`, name: `the way “${id.replaceAll('-', ' ')}”` })),
    ...[...kinds].map((id) => ({ id: `water:${id}`, name: KIND[id] }))
  ]
})
function addLesson(): void {
  const [kind, id] = about.value.split(':')
  if (lesson.value.trim() === '' || !id) return
  put('Lesson', {
    kind: 'lesson',
    ...stamp(),
    text: lesson.value.trim(),
    about: { kind: kind as 'material' | 'way' | 'water', id }
  })
  lesson.value = ''
}
const account = computed(() => accountOf(build.value.log))
const off = (real: number, said: number) =>
  `${real >= said ? '+' : '−'}${Math.round(Math.abs(offBy(real, said)))} %`
const learned = computed(() => plan.value?.learned ?? [])
const WHAT = { dry: 'dries', cure: 'cures', thicken: 'thickens' }
const costs = computed(() => ({
  real: spent(build.value.log),
  plan: plan.value ? costToBuy(plan.value.amounts.shopping) : 0
}))
/** The rail that factors are shown on runs from 10 to 190. */
const railBar = (low: number, high: number) => ({
  x: 10 + 180 * onRail(low),
  width: Math.max(2, 180 * (onRail(high) - onRail(low)))
})
/** What a cup was for; of one that the plan has no more, where it went. */
const cupOf = (e: Extract<LogEntry, { kind: 'batch' }>) => {
  const cup = plan.value && allCups(plan.value).find((b) => cupName(b) === cupName(e))
  return cup
    ? cupTitle(build.value, plan.value!, cup)
    : `${build.value.waters.find((w) => w.id === e.pool)?.name ?? e.pool}, pour ${e.pour}, cup ${e.cup}`
}
const batchWords = (e: Extract<LogEntry, { kind: 'batch' }>) => {
  const wanted = (plan.value ? allCups(plan.value) : []).find(
    (b) => b.pool === e.pool && b.pour === e.pour && b.cup === e.cup
  )
  return `A ${grams(e.aG)}, B ${grams(e.bG)}${wanted ? ` (planned A ${grams(wanted.aG)}, B ${grams(wanted.bG)})` : ''}`
}
const early = (e: Extract<LogEntry, { kind: 'step' }>) => {
  return `${duration(workedMin(e))}${e.plannedMin ? `, planned ${duration(e.plannedMin)}` : ''}${e.done ? '' : ', broken off'}`
}
</script>

<template>
  <WorkTop class="log" data-test="log" drawings="scroll" tray="Write down">
    <LeafTabs v-model="leaf" class="leaves turn" label="The log" :names="LEAVES" />
    <PhotoAgainstForm v-if="leaf === 'table' && plan" :build="build" :plan="plan" />
    <EarlierStates v-else-if="leaf === 'earlier' && plan" :build="build" :plan="plan" />
    <section v-else-if="leaf === 'account'" class="panel pad stack" data-test="account">
      <h1>Foretold and real</h1>
      <p v-if="!account.length" class="soft">
        Nothing is logged yet. Steps done on Bench, and what was seen when you looked, stand here
        against what the plan said.
      </p>
      <AccountChart v-if="account.length" :lines="account" :title="title" />
      <table v-if="account.length" class="plain">
        <thead>
          <tr>
            <th>Step</th>
            <th class="num">Work planned</th>
            <th class="num">took</th>
            <th class="num">Wait foretold</th>
            <th class="num">not yet at</th>
            <th class="num">ready at</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="l in account" :key="l.step">
            <td>{{ title(l.step) }}</td>
            <td class="num">{{ l.plannedMin === null ? '–' : duration(l.plannedMin) }}</td>
            <td class="num">
              {{ duration(l.workedMin)
              }}<span v-if="l.plannedMin" class="soft small">
                {{ off(l.workedMin, l.plannedMin) }}</span
              >
            </td>
            <td class="num">{{ l.foretoldMin === null ? '–' : duration(l.foretoldMin) }}</td>
            <td class="num">{{ l.notYetMin === null ? '–' : duration(l.notYetMin) }}</td>
            <td class="num">
              {{ l.readyMin === null ? '–' : duration(l.readyMin)
              }}<span v-if="l.readyMin !== null && l.foretoldMin" class="soft small">
                {{ off(l.readyMin, l.foretoldMin) }}</span
              >
            </td>
          </tr>
        </tbody>
      </table>
    </section>
    <template v-else>
      <section class="panel pad stack">
        <form class="row" @submit.prevent="addNote">
          <ElInput
            v-model="note"
            class="choice grow"
            placeholder="What happened, what you would do again"
            aria-label="Note"
            maxlength="5000"
            data-test="note"
          /><ElButton native-type="submit" class="tool main" data-test="note-add"
            >Write it down</ElButton
          >
        </form>
        <div class="row">
          <FilePick
            kind="photograph"
            accept="image/*"
            multiple
            data-test="photo-file"
            @pick="picked"
            @refuse="fault = $event"
            >Photograph…</FilePick
          ><ElCheckbox
            v-model="withPlace"
            data-test="photo-place"
            title="It goes out with the build wherever the build goes"
            >keep where it was taken</ElCheckbox
          ><ElButton class="tool" @click="readRoom">
            The room: {{ degrees(build.room.tempC) }}, {{ build.room.rhPct }} %
          </ElButton>
          <form class="row cost" @submit.prevent="addCost">
            <ElInput
              v-model="costWhat"
              class="choice"
              placeholder="Spent on"
              aria-label="Spent on"
              maxlength="200"
            /><NumberField
              v-model="costMoney"
              label="Money"
              bare
              :min="-100000"
              :max="1000000"
              :step="1"
              blank="money"
            /><ElButton native-type="submit" class="tool">Add</ElButton>
          </form>
          <span v-if="working" role="status">{{ working }}</span>
        </div>
        <p v-if="fault" class="fault" role="alert" data-test="log-fault">
          {{ fault }}
        </p>
      </section>
      <section v-for="d in days" :key="d.name" class="panel pad daybook">
        <h2>{{ d.name }}</h2>
        <ul>
          <li v-for="e in d.entries" :key="e.id" :class="e.kind" :data-entry="e.kind">
            <span class="at soft small">{{ clock(Date.parse(e.at), zone) }}</span>
            <div class="grow">
              <template v-if="e.kind === 'step'"
                ><b>{{ title(e.step) }}</b> {{ ' '
                }}<span class="small soft">{{
                  [layOf(e.step), early(e)].filter(Boolean).join(' · ')
                }}</span></template
              >
              <template v-else-if="e.kind === 'look'"
                >{{ title(e.step) }}:
                <b>{{ e.ready ? `${e.becomes}` : `not yet ${e.becomes}` }}</b></template
              >
              <template v-else-if="e.kind === 'batch'"
                >{{ cupOf(e) }}: {{ batchWords(e) }}</template
              >
              <template v-else-if="e.kind === 'room'"
                >The room: {{ degrees(e.tempC) }}, {{ e.rhPct }} %</template
              >
              <template v-else-if="e.kind === 'note'"
                ><p class="said">{{ e.text }}</p></template
              >
              <template v-else-if="e.kind === 'lesson'"
                ><p class="said"><b>Lesson:</b> {{ e.text }}</p></template
              >
              <template v-else-if="e.kind === 'cost'"
                >{{ e.what || 'Spent' }}: <b>{{ money(e.money, settings.currency) }}</b></template
              >
              <template v-else
                ><img
                  v-if="pictures[e.id]"
                  :src="pictures[e.id]"
                  :alt="e.caption || 'Photograph'"
                />
                <p v-else class="soft small">
                  The picture itself is not in this browser: restore it from the zip it came with.
                </p>
                <LiveText
                  class="choice caption"
                  :model-value="e.caption"
                  aria-label="Caption"
                  maxlength="500"
                  @done="caption(e, $event)"
                />
                <ElButton
                  class="tool on-card"
                  :aria-pressed="build.cover === e.id"
                  data-test="on-card"
                  @click="
                    store.edit('Picture on the card', setCover(build.cover === e.id ? null : e.id))
                  "
                  >On the card and the lists</ElButton
                >
                <p v-if="e.place" class="small soft" data-test="taken-at">
                  {{ placeOnEarth(e.place)
                  }}<ElButton
                    class="tool"
                    @click="change('Forget the place', e, { place: undefined })"
                    >Forget the place</ElButton
                  >
                </p></template
              >
            </div>
            <ElButton
              class="tool"
              aria-label="Take this entry out"
              @click="store.edit('Take out of the log', unlogged(e.id))"
            >
              <X :size="16" aria-hidden="true" />
            </ElButton>
          </li>
        </ul>
      </section>
      <section v-if="!days.length" class="panel pad">
        <p class="soft">
          An empty log. What is done on Bench and weighed at the scale is written here by itself.
        </p>
      </section>
    </template>
    <template #tray>
      <section class="panel pad stack" data-test="learned">
        <h2>What it learned</h2>
        <p v-if="!learned.length" class="small soft">
          Nothing yet. Each time you look at something that dries or cures and say whether it is
          ready, the next prediction gets nearer.
        </p>
        <div v-for="l in learned" :key="keyOf(l)" class="line">
          <p>
            <b>{{ store.shelf.get(l.product)?.name ?? l.product }}</b> {{ WHAT[l.what] }} in
            <b>{{ l.factor.toFixed(2) }}</b> times what was foretold.
          </p>
          <svg
            viewBox="0 0 200 26"
            class="range"
            role="img"
            :aria-label="`between ${l.low.toFixed(2)} and ${l.high.toFixed(2)}`"
          >
            <line x1="0" x2="200" y1="10" y2="10" class="rail" />
            <line x1="100" x2="100" y1="3" y2="17" class="rail" />
            <rect v-bind="railBar(l.nextLow, l.nextHigh)" y="7" height="6" class="next" />
            <rect v-bind="railBar(l.low, l.high)" y="5" height="10" class="known" />
            <text x="100" y="25" text-anchor="middle">as foretold</text>
            <text x="10" y="25" text-anchor="middle">½</text>
            <text x="190" y="25" text-anchor="middle">2 ×</text>
          </svg>
          <p class="small soft">
            From {{ l.outcomes }} {{ l.outcomes === 1 ? 'outcome' : 'outcomes' }}: between
            {{ l.low.toFixed(2) }} and {{ l.high.toFixed(2) }} with 90 %; the next one between
            {{ l.nextLow.toFixed(2) }} and {{ l.nextHigh.toFixed(2) }}.
          </p>
          <ElButton class="tool" :data-forget="keyOf(l)" @click="history.forget(keyOf(l))">
            Forget this
          </ElButton>
        </div>
      </section>
      <section class="panel pad stack">
        <h2>A lesson for next time</h2>
        <ElInput
          type="textarea"
          v-model="lesson"
          class="choice"
          :rows="3"
          maxlength="2000"
          placeholder="Leave the last pour a day longer than it says."
          aria-label="Lesson"
          data-test="lesson"
        />
        <ChoiceField
          v-model="about"
          label="It comes back in a build with"
          :options="[{ id: '', name: 'choose', disabled: true }, ...abouts]"
          data-test="lesson-about"
        />
        <ElButton
          class="tool"
          :disabled="lesson.trim() === '' || about === ''"
          data-test="lesson-add"
          @click="addLesson"
        >
          Keep it
        </ElButton>
      </section>
      <section class="panel pad stack">
        <h2>Money</h2>
        <p>
          {{ money(costs.real, settings.currency) }} written down; the shopping list came to
          {{ money(costs.plan, settings.currency) }}.
        </p>
        <ElButton class="tool" data-test="zip" @click="exportZip">
          The build with its photographs, zip
        </ElButton>
      </section>
    </template>
  </WorkTop>
</template>

<style scoped>
.on-card {
  margin-left: 8px;
}
:deep(.tray) .tool {
  justify-content: center;
}
:deep(.scroll) {
  overflow: auto;
  padding: 2px;
}
.scroll > * {
  flex: none;
}
.turn {
  padding: 0;
}
.cost {
  flex-wrap: nowrap;
  gap: 6px;
}
.daybook ul {
  list-style: none;
  padding: 0;
  margin: 8px 0 0;
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 8px;
}
.daybook li {
  display: flex;
  gap: 10px;
  align-items: baseline;
  border-left: 4px solid var(--line-strong);
  padding-left: 9px;
}
.daybook li > .grow {
  min-width: 0;
}
.daybook li.photo {
  align-items: start;
}
.daybook li.step {
  border-color: var(--deep);
}
.daybook li.look {
  border-color: var(--water);
}
.daybook li.lesson {
  border-color: var(--brass);
}
.daybook .tool {
  min-height: 26px;
  padding: 0 8px;
}
.at {
  min-width: 42px;
}
@media (max-width: 43.75rem) {
  .daybook .tool {
    min-width: 44px;
    min-height: 44px;
  }
}
img {
  width: 100%;
  max-width: 260px;
  display: block;
  border-radius: 3px 12px 3px 12px;
}
.caption {
  max-width: 260px;
  margin-top: 4px;
}
.said {
  white-space: pre-wrap;
  overflow-wrap: anywhere;
}
.line {
  border-top: 1px solid var(--line);
  padding-top: 8px;
  display: grid;
  gap: 4px;
  justify-items: start;
}
.range {
  width: 100%;
}
.range text {
  font-size: 0.5625rem;
  fill: var(--ink-soft);
}
.rail {
  stroke: var(--line-strong);
}
.next {
  fill: var(--shallow);
}
.known {
  fill: var(--deep);
}
</style>
