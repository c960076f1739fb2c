<script setup lang="ts">
import { minutesBetween } from '../../core/physics/time'
import { said } from '../words'
import { ElButton, ElCheckbox, ElRadio, ElRadioGroup } from 'element-plus'
import LeafTabs from '../components/LeafTabs.vue'
import WorkTop from '../components/WorkTop.vue'
import { computed, defineAsyncComponent, onBeforeUnmount, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { CAUTIONS } from '../../core/craft/materials/cautions'
import type { Confidence } from '../../core/build/types'
import type { Room } from '../../core/physics/stuff/drying/air'
import { chainMinutes, type ChainLink } from '../../core/plan/7-days/plan'
import { localIso } from '../../core/build/zone'
import { planFrom, setCalendar, settleStep } from '../../core/build/workEdits'
import { sittingsOf } from '../../core/plan/7-days/sittings'
import { chancesWords } from '../../core/explain/daysWords'
import { explainFinish } from '../../core/explain/explanations'
import type { State } from '../../core/craft/ways/types'
import { roomLine } from '../../core/bench/scaleLine'
import DeviceButton from '../components/DeviceButton.vue'
import BusyPanel from '../components/BusyPanel.vue'
import CalendarEditor from '../components/CalendarEditor.vue'
import FindingsList from '../components/FindingsList.vue'
import How from '../components/How.vue'
import JobsPanel from '../components/JobsPanel.vue'
import NumberField from '../components/NumberField.vue'
import SearchPanel from '../components/SearchPanel.vue'
import { inTurn } from '../../core/plan/6-steps/inTurn'
import StepList from '../components/StepList.vue'
import AsideList from '../components/AsideList.vue'
import OwnSteps from '../components/OwnSteps.vue'
import StepState from '../components/StepState.vue'
import StepSettle from '../components/StepSettle.vue'
import WhatIfPanel from '../components/WhatIfPanel.vue'
import DrawingFrame from '../components/DrawingFrame.vue'
import DaysRiver from '../drawings/DaysRiver.vue'
import { clock, dayAndClock, likelyAndSurely, longDay } from '../../core/words/dates'
import { duration } from '../../core/words/durations'
import { quantity } from '../../core/words/sentence'
import { useBuildStore } from '../stores/build'
import FoldAway from '../components/FoldAway.vue'

const store = useBuildStore()
const build = computed(() => store.build!)
const plan = computed(() => store.plan)
const days = computed(() => plan.value?.days)
const selected = ref('')
/** Fetched when it is first asked for: the step in hand, in the round, by the day. */
const RoundStep = defineAsyncComponent(() => import('../round/RoundStep.vue'))
const round = ref(false)
const route = useRoute()
watch(
  () => route.query.step,
  (id) => {
    if (typeof id === 'string') selected.value = id
  },
  { immediate: true }
)
const step = (id: string) => plan.value?.steps.steps.find((s) => s.id === id)
const waterName = (id: string | null | undefined) =>
  build.value.waters.find((w) => w.id === id)?.name ?? ''
const named = (id: string) => {
  const s = step(id)
  return s ? (s.water ? `${waterName(s.water)}: ${s.title.toLowerCase()}` : s.title) : id
}
const sittings = computed(() => (days.value ? sittingsOf(days.value) : []))
const waitsAfter = (fromMs: number, toMs: number) =>
  (days.value?.waits ?? []).filter(
    (w) => w.critical && w.startMs >= fromMs && w.startMs < toMs && w.endMs - w.startMs > 7_200_000
  )
const chain = computed(() => days.value?.chain ?? [])
const totals = computed(() => chainMinutes(chain.value))
const LEAVES = { why: 'Why then', hours: 'Hours', what: 'What if', jobs: 'Own jobs' } as const
const leaf = ref<keyof typeof LEAVES>('why')
const settle = (id: string, ms: number) => {
  selected.value = id
  store.edit(
    'Settle a step',
    settleStep(id, { at: localIso(ms, build.value.calendar.zone).slice(0, 16) })
  )
}
const person = (by: 0 | 1) => (by === 1 ? (build.value.calendar.second?.name ?? '') : '')
const job = (id: string) => build.value.fillers.find((f) => f.id === id)?.name ?? id
/** Planned work that should have been done by now, as the wall clock has it. */
const now = ref(Date.now())
const ticking = window.setInterval(() => {
  now.value = Date.now()
}, 30_000)
onBeforeUnmount(() => window.clearInterval(ticking))
const overdue = computed(
  () => (days.value?.work ?? []).filter((w) => !w.done && w.endMs < now.value).length
)
const stops = computed(
  () => (plan.value?.findings ?? []).filter((f) => f.severity === 'stop').length
)
const setRoom = (change: Partial<Room>) =>
  store.edit('Room', (b) => ({ ...b, room: { ...b.room, ...change } }), 'room')
const windowAfter = (id: string) => days.value?.windows.find((w) => w.after === id)
const untilWords = (becomes: State) =>
  becomes === 'wet' ? 'Left to stand' : `Left until ${becomes}`
function chainWords(link: ChainLink): string {
  if (link.kind === 'hours') return `no free hour for: ${named(link.step).toLowerCase()}`
  const becomes = step(link.step)?.becomes
  return link.kind === 'wait' && becomes
    ? `${untilWords(becomes).toLowerCase()}: ${named(link.step).toLowerCase()}`
    : named(link.step)
}
</script>

<template>
  <WorkTop drawings="scroll" tray="Hours and findings">
    <section class="panel pad stack" data-test="days">
      <header class="row">
        <h1 class="grow">
          <template v-if="days?.finishMs"
            >Finished
            <How :about="explainFinish(days)"
              >{{ longDay(days.finishMs, days.zone) }}, {{ clock(days.finishMs, days.zone) }}</How
            ></template
          ><template v-else>No finishing date yet</template>
        </h1>
        <span v-if="days?.finishMs"
          >{{ duration(days.handsMin) }} of work in {{ days.sittings }} sittings</span
        >
      </header>
      <div v-if="days?.finishMs" class="row sure">
        <span class="grow" data-test="sure">{{ chancesWords(days) }}</span>
        <span id="plan-waits">Plan for waits</span>
        <ElRadioGroup
          :model-value="days.confidence"
          class="row"
          aria-labelledby="plan-waits"
          data-test="confidence"
          @update:model-value="
            store.edit('How sure', setCalendar({ confidence: $event as Confidence }), 'sure')
          "
        >
          <ElRadio value="likely">as likely</ElRadio>
          <ElRadio value="sure">to be sure</ElRadio>
        </ElRadioGroup>
        <ElButton
          class="tool"
          :aria-pressed="round"
          data-test="days-in-the-round"
          @click="round = !round"
          >In the round</ElButton
        >
      </div>
      <p v-if="days?.finishMs && stops" class="fault" role="alert">
        This date leaves out what is stopped:
        {{ stops === 1 ? 'one finding stops' : `${stops} findings stop` }} part of the plan. They
        are under “Findings” below.
      </p>
      <p v-if="overdue" class="row late" data-test="overdue">
        <span class="grow"
          >{{ overdue === 1 ? 'One piece of work was' : `${overdue} pieces of work were` }} planned
          for before now and {{ overdue === 1 ? 'is' : 'are' }} not logged as done.</span
        ><ElButton
          class="tool"
          data-test="plan-from-now"
          @click="store.edit('Plan from now', planFrom(new Date(now).toISOString()))"
        >
          Plan again from now
        </ElButton>
      </p>
      <DrawingFrame v-if="days && plan && days.finishMs" still own name="The days">
        <DaysRiver
          :build="build"
          :days="days"
          :steps="plan.steps.steps"
          :selected="selected"
          @select="selected = $event"
          @settle="settle"
        />
      </DrawingFrame>
      <p v-else-if="days">
        The work is all here, only without dates: {{ duration(days.handsMin) }} by hand.
      </p>
      <p v-if="days?.finishMs" class="legend small">
        <span class="peg"></span>work <span class="peg red"></span>work the date hangs on
        <span v-for="s in ['wet', 'workable', 'firm', 'clear']" :key="s" class="state"
          ><svg width="30" height="13" aria-hidden="true">
            <rect width="30" height="13" :fill="`url(#state-${s})`" />
          </svg>
          until {{ s === 'wet' ? 'looked at' : s }}</span
        >
        <span class="state"
          ><svg class="bare" width="30" height="13" aria-hidden="true">
            <path class="maybe" d="M0 6.5H29M29 2V11" />
          </svg>
          surely by</span
        >
        <span class="state"><span class="band"></span>{{ ' ' }}your free hours</span
        ><template v-if="build.calendar.second"
          >{{ ' '
          }}<span class="state"
            ><span class="band dashed"></span>{{ ' ' }}{{ build.calendar.second.name }}</span
          ></template
        >
        <template v-for="o in build.calendar.others" :key="o.id"
          >{{ ' '
          }}<span class="state"
            ><span class="calendar" :style="{ background: o.colour }"></span>{{ ' '
            }}{{ o.name }}</span
          ></template
        >
        {{ ' ' }}<span class="soft">· drag work to another time, the rest follows</span>
      </p>
    </section>
    <section v-if="round && days?.finishMs" class="panel round-days">
      <RoundStep :step="selected || null" slides @step="selected = $event ?? ''" />
    </section>
    <section v-if="plan && !sittings.length" class="panel pad">
      <h2>In the order of the work</h2>
      <StepList :steps="inTurn(plan.steps, [])" />
    </section>
    <section v-if="sittings.length" class="panel pad agenda">
      <template v-for="(s, i) in sittings" :key="s.startMs">
        <div class="when">
          <b>{{ dayAndClock(s.startMs, days!.zone) }}</b><span class="soft small">{{
            duration(minutesBetween(s.startMs, s.endMs))
          }}</span>
        </div>
        <ul class="what">
          <li
            v-for="w in s.work"
            :key="`${w.step}${w.part}`"
            :class="{ critical: w.critical, on: selected === w.step, done: w.done }"
          >
            <ElButton
              class="open"
              :aria-expanded="selected === w.step"
              @click="selected = selected === w.step ? '' : w.step"
            >
              <span class="soft">{{ clock(w.startMs, days!.zone) }}</span> {{ named(w.step)
              }}<template v-if="w.parts > 1"> (part {{ w.part }} of {{ w.parts }})</template>
              {{ ' '
              }}<span class="soft small">{{ duration(minutesBetween(w.startMs, w.endMs)) }}</span>
              {{ ' ' }}<span v-if="w.done" class="tag ok">done</span
              ><span v-else-if="w.settled" class="tag">settled</span> {{ ' '
              }}<span v-if="w.by === 1" class="tag">{{ person(w.by) }}</span>
            </ElButton>
            <p v-if="windowAfter(w.step)" class="window small" data-test="window">
              <svg width="30" height="13" aria-hidden="true">
                <rect width="30" height="13" fill="url(#state-workable)" />
              </svg>
              {{ ' ' }}<b>{{ named(windowAfter(w.step)!.step) }}</b> between
              <b>{{ clock(windowAfter(w.step)!.fromMs, days!.zone) }}</b> and
              <b>{{ clock(windowAfter(w.step)!.toMs, days!.zone) }}</b>: later it takes no mark.
            </p>
            <div v-if="selected === w.step && step(w.step)" class="more">
              <p>{{ said(step(w.step)!.how) }}</p>
              <p v-if="step(w.step)!.right"><b>Right when:</b> {{ said(step(w.step)!.right) }}</p>
              <p v-if="step(w.step)!.tools.length" class="small">
                With {{ step(w.step)!.tools.join(', ') }}.
              </p>
              <p v-if="step(w.step)!.forbids" class="small caution">
                Keep away: {{ step(w.step)!.forbids }}.
              </p>
              <p v-for="c in step(w.step)!.cautions" :key="c" class="small caution">
                {{ CAUTIONS[c] }}
              </p>
              <p
                v-if="step(w.step)!.learns && step(w.step)!.foretoldMin !== step(w.step)!.waitMin"
                class="small"
              >
                Your own outcomes make its wait {{ duration(step(w.step)!.waitMin) }} in place of
                {{ duration(step(w.step)!.foretoldMin) }}.
              </p>
              <StepSettle v-if="!w.done" :work="w" />
              <StepState v-if="!w.done" :step="step(w.step)!" />
            </div>
          </li>
          <li
            v-for="w in waitsAfter(s.startMs, sittings[i + 1]?.startMs ?? Infinity)"
            :key="`wait${w.step}`"
            class="wait"
          >
            <svg width="30" height="13" aria-hidden="true">
              <rect width="30" height="13" :fill="`url(#state-${w.becomes})`" />
            </svg>
            {{ untilWords(w.becomes) }}, {{ likelyAndSurely(w.likelyMs, w.sureMs, days!.zone) }} ({{
              named(w.step).toLowerCase()
            }}).
            <span v-if="w.meanwhile.length"
              >Meanwhile: {{ w.meanwhile.map(named).join(', ') }}.</span
            >
            {{ ' '
            }}<span v-if="w.fillers.length">Your own: {{ w.fillers.map(job).join(', ') }}.</span>
            <span v-if="!w.meanwhile.length && !w.fillers.length && w.idleMin >= 30"
              >{{ duration(w.idleMin) }} of your hours are free for figures, trees, boats.</span
            >
          </li>
        </ul>
      </template>
    </section>
    <template #tray>
      <FindingsList :findings="plan?.findings ?? []" place="days" show="loud" />
      <LeafTabs v-model="leaf" class="leaves turn" label="The days" :names="LEAVES" />
      <template v-if="leaf === 'why'">
        <SearchPanel v-if="plan" :named="named" />
        <section v-if="chain.length" class="panel pad stack" data-test="chain">
          <h2>What the date hangs on</h2>
          <p>
            {{ duration(totals.work) }} of work, {{ duration(totals.wait) }} of drying and curing,
            and {{ duration(totals.hours) }} in which nothing could begin because you had no free
            hour.
          </p>
          <FoldAway :title="`The whole chain, ${chain.length} links`">
            <ol class="chain">
              <li v-for="(c, i) in chain" :key="i" :class="c.kind">
                <span class="small">{{ duration(c.minutes) }}</span> {{ chainWords(c) }}
              </li>
            </ol>
          </FoldAway>
        </section>
      </template>
      <template v-else-if="leaf === 'hours'">
        <CalendarEditor />
        <BusyPanel />
        <section class="panel pad stack">
          <h2>The room</h2>
          <div class="grid2">
            <NumberField
              label="Temperature"
              unit="°C"
              :model-value="build.room.tempC"
              :min="-40"
              :max="60"
              :step="0.5"
              @update:model-value="setRoom({ tempC: $event! })"
            />
            <NumberField
              label="Humidity"
              unit="%"
              :model-value="build.room.rhPct"
              :min="0"
              :max="100"
              @update:model-value="setRoom({ rhPct: $event! })"
            />
          </div>
          <ElCheckbox
            :model-value="build.room.fan ?? false"
            label="A fan moves the air over what dries"
            data-test="fan"
            @update:model-value="setRoom({ fan: $event === true })"
          />
          <ElCheckbox
            :model-value="build.room.lamp ?? false"
            label="A warm lamp, or a dryer on low, over it"
            data-test="lamp"
            @update:model-value="setRoom({ lamp: $event === true })"
          />
          <p v-if="build.room.lamp" class="small caution">
            Never leave a lamp or a dryer on alone. Keep it an arm away: foam, film and hot glue
            give way at {{ said(quantity([60, 75], '°C')) }}.
          </p>
          <DeviceButton
            device="room"
            label="Read the room sensor"
            :parse="roomLine"
            @reading="setRoom($event)"
          />
          <p class="small soft">
            Resin: by its own heat and cure in this room. Gel, glue, plaster: by the air’s thirst
            for water.
          </p>
        </section>
      </template>
      <WhatIfPanel v-else-if="leaf === 'what'" />
      <template v-else>
        <OwnSteps />
        <JobsPanel />
      </template>
      <AsideList />
      <FindingsList :findings="plan?.findings ?? []" place="days" show="notes" />
    </template>
  </WorkTop>
</template>

<style scoped>
.round-days {
  display: flex;
  height: 400px;
  flex: none;
  overflow: hidden;
}
:deep(.scroll) {
  overflow: auto;
  padding: 2px;
}
.scroll > section {
  flex: none;
}
.legend {
  display: flex;
  gap: 6px 8px;
  align-items: center;
  flex-wrap: wrap;
}
.band.dashed {
  background: none;
  border: 1px dashed var(--brass);
}
.legend svg,
.wait svg {
  border: 1px solid var(--line-strong);
  vertical-align: -2px;
}
.legend svg.bare {
  border: 0;
}
.maybe {
  fill: none;
  stroke: var(--ink-soft);
  stroke-width: 1.6;
}
.sure {
  flex-wrap: wrap;
}
.sure > .grow {
  flex-basis: 15rem;
}
.state {
  margin-left: 6px;
  white-space: nowrap;
}
.peg {
  width: 5px;
  height: 15px;
  background: var(--ink);
  display: inline-block;
}
.peg.red {
  background: var(--red-lead);
  margin-left: 6px;
}
.calendar {
  display: inline-block;
  width: 22px;
  height: 6px;
  vertical-align: 2px;
}
.band {
  width: 22px;
  height: 13px;
  background: var(--brass-wash);
  border: 1px solid var(--line);
  display: inline-block;
  margin-left: 6px;
}
.agenda {
  display: grid;
  grid-template-columns: 150px 1fr;
  gap: 10px 14px;
}
.when {
  display: grid;
  align-content: start;
  border-top: 1px solid var(--line);
  padding-top: 6px;
}
.what {
  list-style: none;
  margin: 0;
  padding: 6px 0 0;
  border-top: 1px solid var(--line);
  display: grid;
  gap: 3px;
}
.what li {
  border-left: 4px solid var(--line-strong);
  padding-left: 9px;
}
.what li.critical {
  border-color: var(--red-lead);
}
.what li.wait {
  border-color: transparent;
  color: var(--ink-soft);
  font-size: 0.8438rem;
}
.open {
  border: 0;
  background: none;
  padding: 2px 0;
  cursor: pointer;
  text-align: left;
}
.open:hover {
  text-decoration: underline;
}
.more {
  background: var(--sunk);
  padding: 8px 12px;
  border-radius: 3px 10px 3px 10px;
  margin: 3px 0;
  display: grid;
  gap: 4px;
}
.turn {
  padding: 0;
}
.late {
  border-left: 4px solid var(--brass);
  padding-left: 10px;
}
.tag {
  font-size: 0.75rem;
  border: 1px solid var(--brass);
  border-radius: 3px 8px 3px 8px;
  padding: 0 6px;
}
.tag.ok {
  border-color: var(--moss);
  color: var(--moss);
}
.what li.done {
  border-color: var(--moss);
}
.caution {
  color: var(--brass);
}
.chain {
  padding-left: 0;
  list-style: none;
  display: grid;
  gap: 3px;
  font-size: 0.8438rem;
  margin: 8px 0 0;
}
.chain li {
  border-left: 4px solid var(--red-lead);
  padding-left: 8px;
}
.chain li.wait {
  border-color: var(--water);
}
.chain li.hours {
  border-color: var(--brass);
}
@media (max-width: 43.75rem) {
  h1.grow {
    flex: 1 1 100%;
    font-size: 1.375rem;
  }
  .agenda {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
