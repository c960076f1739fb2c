<script setup lang="ts">
import { minutesBetween } from '../../core/physics/time'
import { allCups } from '../../core/bench/benchSteps'
import { cupTitle } from '../../core/bench/mixNames'
import { ElButton } from 'element-plus'
import LeafTabs from '../components/LeafTabs.vue'
import { computed, nextTick, onBeforeUnmount, ref } from 'vue'
import { sittingsOf } from '../../core/plan/7-days/sittings'
import CoverPicture from '../components/CoverPicture.vue'
import { shoppable, shoppingCsv } from '../../core/exchange/csv'
import { stepsCalendar } from '../../core/exchange/calendar/ics'
import { setCalendar } from '../../core/build/workEdits'
import { writeBuild } from '../../core/build/file/write'
import { CAUTION_CLOSE, CAUTIONS } from '../../core/craft/materials/cautions'
import CutListSheet from '../components/CutListSheet.vue'
import TemplateSheet from '../components/TemplateSheet.vue'
import PlanDrawing from '../drawings/PlanDrawing.vue'
import { onShelf } from '../../core/craft/materials/shelf'
import { laidLines } from '../../core/plan/6-steps/coreOf'
import SectionDrawing from '../drawings/SectionDrawing.vue'
import { clock, dayAndClock, longDay } from '../../core/words/dates'
import { waitWords } from '../../core/explain/daysWords'
import { duration } from '../../core/words/durations'
import { counted } from '../../core/words/sentence'
import { mm, ml, grams, figure, said, amountOf, units } from '../words'
import { entriesOf } from '../../core/build/log/entries'
import { PAPERS, type Paper } from '../../core/plan/templates/pieces'
import ChoiceField from '../components/ChoiceField.vue'
import { photoBytes } from '../storage/photos'
import { useShelfStore } from '../stores/shelf'
import { printing } from '../workers/printClient'
import { fileName } from '../../core/exchange/fileName'
import { saveFile } from '../saveFile'
import { useBuildStore } from '../stores/build'
import { useSettingsStore } from '../stores/settings'

const store = useBuildStore()
const settings = useSettingsStore()
const shelves = useShelfStore()
const build = computed(() => store.build!)
const plan = computed(() => store.plan)
const days = computed(() => plan.value?.days)
const sittings = computed(() => (days.value ? sittingsOf(days.value) : []))
const step = (id: string) => plan.value!.steps.steps.find((s) => s.id === id)!
const waterName = (id: string | null) => build.value.waters.find((w) => w.id === id)?.name ?? ''
const STATES = { planned: '', leftOut: ' (left out)', there: ' (there already)' } as const
const SCENE: Readonly<Record<string, string>> = {
  ground: 'Ground',
  white: 'White over all',
  spray: 'Spray',
  finish: 'Finish'
}
/** Stack by stack, its lays in a line. */
const stacks = computed(() =>
  [...new Set((plan.value?.steps.lays ?? []).map((l) => l.stack))].map((id) => ({
    id,
    name: SCENE[id] ?? waterName(id),
    lays: plan
      .value!.steps.lays.filter((l) => l.stack === id)
      .map((l) => `${l.name}${l.coats > 1 ? `, ${l.coats} coats` : ''}${STATES[l.state]}`)
      .join(' · ')
  }))
)
const drops = (d: Record<string, number>) =>
  Object.entries(d)
    .map(([id, n]) => `${n} ${store.shelf.get(id)?.name.replace(' tint', '').toLowerCase() ?? id}`)
    .join(', ') || 'none'
const saveJson = () =>
  saveFile(
    fileName('Build', build.value.name, '.json'),
    'application/json',
    writeBuild(build.value)
  )
const saveCsv = () =>
  saveFile(
    fileName('Shopping', build.value.name, '.csv'),
    'text/csv',
    shoppingCsv(plan.value!.amounts.shopping, settings.csv, settings.currency)
  )
const calendarNow = computed(() =>
  plan.value && days.value?.finishMs
    ? stepsCalendar(build.value, plan.value.steps.steps, days.value, Date.now(), said)
    : null
)
/** Work that calendars were told of and that is planned no more. */
const calledOff = computed(() => calendarNow.value?.calledOff ?? [])
function saveIcs(): void {
  const { text, told } = calendarNow.value!
  saveFile(fileName('Days', build.value.name, '.ics'), 'text/calendar', text)
  store.edit('Calendar given out', setCalendar({ told }))
}
/** The book: made beside the page, with what is being done said, and stopped at will. */
const paper = ref<Paper>('a4')
const papers = (Object.keys(PAPERS) as Paper[]).map((id) => ({ id, name: PAPERS[id].name }))
const doing = ref('')
const fault = ref('')
let stop: () => void = () => undefined
async function book(): Promise<void> {
  fault.value = ''
  doing.value = 'gathering photographs'
  try {
    const photos = await photoBytes(entriesOf(build.value.log, 'photo').map((e) => e.id))
    const { answer, cancel } = printing(build.value, shelves.own, units()).book(
      plan.value!,
      paper.value,
      photos,
      (what) => {
        doing.value = what
      }
    )
    stop = cancel
    const made = await answer
    if (made) saveFile(made.name, made.type, made.bytes)
  } catch (error) {
    fault.value = `The book was not made: ${error instanceof Error ? error.message : String(error)}`
  }
  doing.value = ''
}
onBeforeUnmount(() => stop())
const LEAVES = {
  templates: 'Templates, 1:1',
  land: 'The land in sheets',
  plan: 'The plan on paper'
} as const
const leaf = ref<keyof typeof LEAVES>('templates')
/** The plan is what goes on paper from here; templates go out as PDF. */
async function print(): Promise<void> {
  leaf.value = 'plan'
  await nextTick()
  window.print()
}
</script>

<template>
  <div class="prints">
    <aside class="acts no-print stack">
      <h1>Prints</h1>
      <LeafTabs
        v-model="leaf"
        class="stack turn"
        label="What to print"
        panel=".prints > :not(aside)"
        :names="LEAVES"
      />
      <hr />
      <div class="row book">
        <ElButton
          class="tool main grow"
          data-test="book"
          :disabled="!plan || doing !== ''"
          @click="book"
        >
          The book, PDF</ElButton
        ><ChoiceField
          v-model="paper"
          class="paper-pick"
          label="Paper of the book"
          bare
          :options="papers"
          data-test="book-paper"
        />
      </div>
      <p v-if="doing" class="small row" role="status">
        <span class="grow">{{ doing }} …</span
        ><ElButton class="tool" @click="(stop(), (doing = ''))">Stop</ElButton>
      </p>
      <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
      <ElButton class="tool" @click="print">Print the plan</ElButton>
      <ElButton class="tool" data-test="csv" :disabled="!plan" @click="saveCsv">
        Shopping list, CSV
      </ElButton>
      <ElButton class="tool" data-test="ics" :disabled="!days?.finishMs" @click="saveIcs">
        Steps as a calendar, ICS
      </ElButton>
      <ElButton class="tool" data-test="json" @click="saveJson">The whole build, JSON</ElButton>
      <p class="small soft">
        The calendar is in universal time, so every phone agrees about the clock changes. Importing
        it again moves the steps and doubles none.
      </p>
      <div v-if="calledOff.length" class="small" data-test="called-off">
        <p>
          {{ calledOff.length === 1 ? 'One entry' : `${calledOff.length} entries` }} of an earlier
          calendar fell out of the plan and {{ calledOff.length === 1 ? 'is' : 'are' }} called off
          in this one. Where your calendar keeps {{ calledOff.length === 1 ? 'it' : 'them' }}, take
          {{ calledOff.length === 1 ? 'it' : 'them' }} out by hand:
        </p>
        <ul class="off">
          <li v-for="c in calledOff.slice(0, 6)" :key="`${c.step}${c.part}`">
            {{ c.title }}, {{ dayAndClock(Date.parse(c.from), build.calendar.zone) }}
          </li>
          <li v-if="calledOff.length > 6">and {{ calledOff.length - 6 }} more</li>
        </ul>
      </div>
    </aside>
    <TemplateSheet v-if="plan && leaf === 'templates'" :plan="plan" class="no-print" />
    <CutListSheet v-if="plan && leaf === 'land'" class="no-print" />
    <div v-if="plan && days && leaf === 'plan'" class="paper">
      <header>
        <h1>{{ build.name }}</h1>
        <p>
          {{ build.scale }} · {{ figure(build.base.widthMm, 'mm') }} ×
          {{ mm(build.base.depthMm) }} ·
          {{
            days.finishMs
              ? `finished ${longDay(days.finishMs, days.zone)}, ${clock(days.finishMs, days.zone)}`
              : 'no finishing date yet'
          }}
        </p>
      </header>
      <div class="pictures">
        <div class="pic">
          <PlanDrawing
            :base="build.base"
            :pools="store.pools"
            :grounds="plan.ground.pools"
            :falls="plan.forms.falls"
            :section="build.section"
            tool="look"
            selected=""
          />
        </div>
        <div class="pic">
          <SectionDrawing
            layers
            :section="plan.ground.section"
            :pools="store.pools"
            :falls="plan.forms.falls"
            :moving="plan.forms.section"
            :laid="laidLines(plan.steps.lays, plan.stacks)"
            :stacks="plan.stacks.pools"
            :shell-mm="build.ground.shellMm"
            :hatch="onShelf(store.shelf, 'landform', build.ground.landform)?.hatch"
            :exaggeration="null"
            selected=""
          />
        </div>
      </div>
      <h2>Waters</h2>
      <table class="plain">
        <thead>
          <tr>
            <th>Water</th>
            <th class="num">Volume</th>
            <th class="num">Deepest</th>
            <th class="num">Pours</th>
            <th class="num">Resin</th>
            <th>Falls</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="g in plan.ground.pools" :key="g.id">
            <td>{{ waterName(g.id) }}</td>
            <td class="num">{{ ml(g.volumeMl) }}</td>
            <td class="num">{{ mm(g.maxDepthMm) }}</td>
            <td class="num">{{ plan.stacks.pools.find((s) => s.id === g.id)?.layers.length }}</td>
            <td class="num">
              {{ g.id in plan.amounts.bodyG ? grams(plan.amounts.bodyG[g.id]) : '–' }}
            </td>
            <td></td>
          </tr>
          <tr v-for="f in plan.forms.falls" :key="f.id">
            <td>{{ waterName(f.id) }}</td>
            <td colspan="4"></td>
            <td>
              {{ counted(f.stripsToMake, 'strip') }} of {{ mm(f.stripMm) }}, drops
              {{ mm(f.dropMm) }}
            </td>
          </tr>
        </tbody>
      </table>
      <h2>What lies on what, from the ground up</h2>
      <table class="plain" data-test="print-lays">
        <tbody>
          <tr v-for="s in stacks" :key="s.id">
            <td class="date">{{ s.name }}</td>
            <td>{{ s.lays }}</td>
          </tr>
        </tbody>
      </table>
      <h2>Cups</h2>
      <table class="plain">
        <thead>
          <tr>
            <th>Pour</th>
            <th class="num">A</th>
            <th class="num">B</th>
            <th>Drops</th>
            <th class="num">Cup</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(b, i) in allCups(plan)" :key="i">
            <td>{{ cupTitle(build, plan, b) }}</td>
            <td class="num">{{ grams(b.aG) }}</td>
            <td class="num">{{ grams(b.bG) }}</td>
            <td>{{ drops(b.drops) }}</td>
            <td class="num">{{ ml(b.cupMl) }}</td>
          </tr>
        </tbody>
      </table>
      <h2>Steps</h2>
      <table class="plain">
        <tbody>
          <template v-for="s in sittings" :key="s.startMs"
            ><tr v-for="(w, i) in s.work" :key="`${w.step}${w.part}`">
              <td class="date">
                {{ i === 0 ? dayAndClock(w.startMs, days.zone) : clock(w.startMs, days.zone) }}
              </td>
              <td>
                <span class="box"></span>
                {{ step(w.step).water ? `${waterName(step(w.step).water)}: ` : ''
                }}{{ step(w.step).title
                }}<template v-if="w.parts > 1"> (part {{ w.part }} of {{ w.parts }})</template
                ><span v-if="step(w.step).waitMin && w.part === w.parts" class="soft small">
                  then {{ waitWords(step(w.step)) }}</span
                >
              </td>
              <td class="num">{{ duration(minutesBetween(w.startMs, w.endMs)) }}</td>
            </tr></template
          >
        </tbody>
      </table>
      <h2>Shopping</h2>
      <CoverPicture :cover="build.cover" class="cover" />
      <table class="plain">
        <tbody>
          <tr v-for="(l, i) in plan.amounts.shopping" :key="i">
            <td><span class="box"></span> {{ l.name }}</td>
            <td class="num">
              {{ amountOf(l.unit, shoppable(l)) }}
              <span v-if="l.also" class="also">({{ said(l.also) }})</span>
            </td>
          </tr>
        </tbody>
      </table>
      <p class="small">{{ CAUTIONS.resin }} {{ CAUTIONS.heat }} {{ CAUTION_CLOSE }}</p>
    </div>
  </div>
</template>

<style scoped>
.cover {
  display: block;
  max-width: 100%;
  max-height: 70mm;
  margin-bottom: 4mm;
}
.book {
  flex-wrap: nowrap;
  gap: 6px;
}
.paper-pick {
  width: 88px;
}
.off {
  margin: 4px 0 0;
  padding-left: 16px;
}
.prints {
  display: grid;
  grid-template-columns: 222px minmax(0, 1fr);
  gap: 18px;
  padding: 16px 18px;
  height: 100%;
  overflow: auto;
}
.acts {
  position: sticky;
  top: 0;
  align-self: start;
}
.turn {
  gap: 6px;
}
.turn :deep([role='tab']) {
  justify-content: center;
  min-height: 42px;
  padding: 4px 11px;
  cursor: pointer;
  background: var(--sheet);
  border: 1px solid var(--line-strong);
  border-radius: 3px 10px 3px 10px;
}
.turn :deep([role='tab']:hover) {
  border-color: var(--deep);
}
.turn :deep(.is-active) {
  background: var(--deep);
  color: var(--on-deep);
  border-color: var(--deep);
}
hr {
  border: 0;
  border-top: 1px solid var(--line);
  width: 100%;
  margin: 2px 0;
}
.acts .tool {
  justify-content: center;
  min-height: 42px;
}
.paper {
  --sheet: #fff;
  --plaster: #fff;
  --sunk: #eee;
  --ink: #17221f;
  --ink-soft: #47554f;
  --line: #b9c2b9;
  --line-strong: #7d8b83;
  --shallow: #b9dcd4;
  --water: #3f8f8f;
  --deep: #0e5158;
  --on-deep: #f2faf6;
  --red-lead: #9c3b22;
  --brass: #7d5a0d;
  --bed: #cbbf9f;
  --foam-board: #cfd6dc;
  --foam-line: #a9b3bb;
  --timber: #b58a5a;
  --moss: #3f5f22;
  background: #fff;
  color: var(--ink);
  padding: 34px 40px;
  max-width: 860px;
  box-shadow: var(--shadow);
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 12px;
  align-content: start;
}
.pictures {
  display: grid;
  gap: 8px;
}
.pic {
  position: relative;
  height: 300px;
  border: 1px solid var(--line);
}
.pic + .pic {
  height: 220px;
}
.box {
  display: inline-block;
  width: 11px;
  height: 11px;
  border: 1.5px solid var(--ink);
  vertical-align: -1px;
  margin-right: 4px;
}
.date {
  white-space: nowrap;
}
.also {
  white-space: normal;
}
@media screen and (max-width: 64rem) {
  .paper {
    padding: 20px 10px;
  }
  .paper table.plain :is(td, th) {
    padding-inline: 3px;
  }
  .paper table.plain :is(td, th):not(.num),
  .paper .date {
    white-space: normal;
  }
}
@media screen and (max-width: 43.75rem) {
  .paper {
    min-width: 0;
    padding: 16px 12px;
    overflow-wrap: anywhere;
    font-size: 0.8125rem;
  }
  .paper table.plain :is(td, th),
  .paper .date {
    padding: 4px 3px;
    white-space: normal;
  }
}
@media (max-width: 43.75rem) {
  .prints {
    display: flex;
    flex-direction: column;
    height: auto;
    padding: 8px;
    gap: 10px;
  }
  .acts {
    position: static;
    display: grid;
    grid-template-columns: 1fr 1fr;
    align-self: stretch;
    gap: 8px;
  }
  .acts > :is(h1, hr, p, div) {
    margin: 0;
    grid-column: 1 / -1;
  }
}
@media print {
  .prints {
    display: block;
    padding: 0;
    overflow: visible;
    height: auto;
  }
  .paper {
    box-shadow: none;
    padding: 0;
    max-width: none;
  }
  tr,
  .pic {
    break-inside: avoid;
  }
  h2 {
    break-after: avoid;
  }
}
</style>
