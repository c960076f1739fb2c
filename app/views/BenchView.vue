<script setup lang="ts">
import { MINUTE_MS, minutesBetween } from '../../core/physics/time'
import { said, units } from '../words'
import { isPlain, isTyping } from '../typing'
import { v4 as newId } from 'uuid'
import { ElButton, ElInput } from 'element-plus'
import { ChevronLeft, ChevronRight } from '@lucide/vue'
import { computed, defineAsyncComponent, onBeforeUnmount, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import {
  clocksAfter,
  clocksDuring,
  figuresFor,
  lookEntry,
  openBefore,
  stepsAhead,
  waitings,
  workEntry,
  type Waiting,
  madeApart
} from '../../core/bench/benchSteps'
import { counted } from '../../core/words/sentence'
import { lookAloud, stepAloud } from '../../core/bench/aloud'
import { clockText } from '../../core/bench/benchClocks'
import { logged } from '../../core/build/workEdits'
import { CAUTIONS } from '../../core/craft/materials/cautions'
import NumberField from '../components/NumberField.vue'
import RehearsalSheet from '../components/RehearsalSheet.vue'
import StepState from '../components/StepState.vue'
import BenchClock from '../components/BenchClock.vue'
import WaterPicture from '../components/WaterPicture.vue'
import { useElementSize, useEventListener, useWakeLock } from '@vueuse/core'
import { dayAndClock, likelyAndSurely } from '../../core/words/dates'
import { duration } from '../../core/words/durations'
import { usePhone } from '../screens'
import { useBenchClocks } from '../stores/benchClocks'
import { useBuildStore } from '../stores/build'
import { useSettingsStore } from '../stores/settings'
import { canSpeak, hush, say } from '../voice'

/**
 * One step fills the screen, readable from a metre and a half: what, how much, what right looks
 * like, and the clocks.
 */
const store = useBuildStore()
const bench = useBenchClocks()
const settings = useSettingsStore()
const router = useRouter()
const build = computed(() => store.build!)
const plan = computed(() => store.plan)
watch(
  () => store.build?.id,
  (id) => {
    if (id) bench.open(id)
  },
  { immediate: true }
)

/** On a phone the first clock stands with the step: step, clock and button fill one screen. */
const phone = usePhone()
const rehearsing = ref(false)
const zone = computed(() => build.value.calendar.zone)
const begun = computed(() => bench.state.begun)
const browsed = ref('')
const ahead = computed(() => (plan.value ? stepsAhead(build.value, plan.value) : []))
/** What was looked at and is no longer to be done (left out, there already) gives way to what is next. */
const shownId = computed(
  () =>
    begun.value?.step ??
    (ahead.value.includes(browsed.value) ? browsed.value : (ahead.value[0] ?? ''))
)
const step = computed(() => plan.value?.steps.steps.find((s) => s.id === shownId.value) ?? null)
const work = computed(
  () => plan.value?.days.work.find((w) => w.step === shownId.value && !w.done) ?? null
)
const doneCount = computed(
  () => new Set(plan.value?.days.work.map((w) => w.step)).size - ahead.value.length
)
const waterName = computed(
  () => build.value.waters.find((w) => w.id === step.value?.water)?.name ?? ''
)
const figures = computed(() => (plan.value && step.value ? figuresFor(plan.value, step.value) : []))
const during = computed(() =>
  plan.value && step.value ? clocksDuring(build.value, plan.value, store.shelf, step.value) : []
)
const running = computed(() => bench.clocks)
const waits = computed(() => (plan.value ? waitings(build.value, plan.value) : []))
/** A look fills the bench until it is answered, or put off: it stays under “Drying and curing”. */
const putOff = ref<string[]>([])
const asks = computed(() =>
  waits.value.filter((w) => w.readyMs <= bench.nowMs && !putOff.value.includes(w.step.id))
)
const asking = computed(() => asks.value.length > 0 && !begun.value)
const workedMs = computed(() => (begun.value ? bench.nowMs - begun.value.startedMs : 0))
const minutesLeft = computed(() =>
  work.value ? minutesBetween(work.value.startMs, work.value.endMs) : 0
)
/** What must have become ready before this step, and has not by the plan. */
const tooSoon = computed(() =>
  work.value && work.value.startMs > bench.nowMs + MINUTE_MS ? work.value.startMs : null
)

/** Why it is planned for later: what waits for nothing is planned for the builder's own hours. */
const whyThen = computed(() =>
  plan.value?.steps.links.some((l) => l.to === shownId.value)
    ? 'what it waits for needs that long, or your hours are then'
    : 'your hours are then'
)

/** Two taps within this are one. A habit of wet gloves; common practice, no source. */
const TWO_TAPS_MS = 600
/**
 * When what is asked came up: a look takes the place of Begin by itself, and the next look that of
 * the last; a thumb on its way down has not answered it.
 */
let askedMs = 0
watch(
  () => (asking.value ? asks.value[0].step.id : ''),
  (id) => {
    if (id) askedMs = Date.now()
  }
)
/** What the step lies on and is not done: who begins it all the same is asked once, and is master. */
const stillOpen = computed(() =>
  plan.value ? openBefore(plan.value, ahead.value, shownId.value) : []
)
const firstOpen = computed(() => plan.value?.steps.steps.find((s) => s.id === stillOpen.value[0]))
/** The step that was asked about, and when. */
const askedOpen = ref({ id: '', atMs: 0 })
function begin(): void {
  if (!step.value || begun.value) return
  const { id } = step.value
  if (stillOpen.value.length > 0 && askedOpen.value.id !== id) {
    askedOpen.value = { id, atMs: Date.now() }
    return
  }
  // the tap that was asked is not its own answer
  if (Date.now() - askedOpen.value.atMs < TWO_TAPS_MS) return
  askedOpen.value = { id: '', atMs: 0 }
  bench.begin(id)
}
function startClock(c: {
  name: string
  kind: 'stir' | 'stand' | 'working' | 'window' | 'wait' | 'own'
  minutes: number
}): void {
  bench.add([{ ...c, step: shownId.value, startedMs: Date.now() }])
}
function finish(done: boolean): void {
  const at = begun.value
  if (!at || !plan.value || !step.value) return
  const now = Date.now()
  // Begin and Done stand in one place: a thumb that taps twice has begun, and no more
  if (now - at.startedMs < TWO_TAPS_MS) return
  const entry = workEntry(plan.value, step.value, at.startedMs, now, done, newId())
  const after = done ? clocksAfter(plan.value, step.value, now) : []
  bench.remove((c) => c.step === at.step && c.kind !== 'wait')
  bench.begin(null)
  browsed.value = ''
  if (after.length > 0) bench.add(after)
  store.edit(done ? 'Step done' : 'Step broken off', logged([entry], new Date(now).toISOString()))
}
function answer(ready: boolean): void {
  if (Date.now() - askedMs >= TWO_TAPS_MS) look(asks.value[0], ready)
}
function look(waiting: Waiting, ready: boolean): void {
  const now = Date.now()
  bench.remove((c) => c.kind === 'wait' && c.step === waiting.step.id)
  store.edit(
    ready ? 'Looked: ready' : 'Looked: not yet',
    logged([lookEntry(waiting.step, ready, now, newId())], new Date(now).toISOString())
  )
}
const READY: Record<string, [yes: string, no: string]> = {
  wet: ['It is right', 'Not right yet'],
  workable: ['It holds a mark', 'Still too wet'],
  firm: ['It is firm', 'Still tacky'],
  clear: ['It is clear', 'Still white'],
  cured: ['It has cured', 'Still soft']
}
function main(): void {
  if (begun.value) finish(true)
  else begin()
}
function browse(by: number): void {
  if (begun.value) return
  const list = ahead.value
  const at = Math.max(0, list.indexOf(shownId.value)) + by
  browsed.value = list[Math.max(0, Math.min(list.length - 1, at))] ?? ''
}
/**
 * No step is done so soon after it was begun, ms: a key asks once more. And letters that come at a
 * word's pace, ms, were meant for a field. Tried out at the bench; common practice, no source.
 */
const SOON_MS = 5000
const WORD_MS = 350
/** When a key asked to be done too soon after Begin, ms; 0: none has. */
const surelyMs = ref(0)
let lastLetterMs = 0
/** Whether a key is a letter that comes at a word's pace after another one. */
function inWord({ key }: KeyboardEvent): boolean {
  if (key.length > 1 || key === ' ') return false
  const before = lastLetterMs
  lastLetterMs = Date.now()
  return lastLetterMs - before < WORD_MS
}
/** What a key does that has no work of its own: it begins, and it is done; too soon it asks once more. */
function byKey(word: boolean): void {
  const now = Date.now()
  const at = begun.value?.startedMs
  if (at === undefined || now - at >= SOON_MS) return main()
  if (word || now - at < TWO_TAPS_MS) return
  if (surelyMs.value < at) surelyMs.value = now
  else if (now - surelyMs.value >= TWO_TAPS_MS) main()
}
/** A pedal sends some key or other: whatever has no work of its own here does the main thing. */
function pressed(event: KeyboardEvent): void {
  const target = event.target as HTMLElement
  if (rehearsing.value || event.repeat || !isPlain(event) || isTyping(event)) return
  if (
    [
      'Shift',
      'Control',
      'Alt',
      'Meta',
      'Tab',
      'Escape',
      '?',
      'CapsLock',
      'ArrowUp',
      'ArrowDown',
      'F5',
      'F11',
      'F12'
    ].includes(event.key)
  )
    return
  if (target.tagName === 'BUTTON' && (event.key === 'Enter' || event.key === ' ')) return
  event.preventDefault()
  if (event.key === 'ArrowRight') browse(1)
  else if (event.key === 'ArrowLeft') browse(-1)
  else if (settings.voice && event.key.toLowerCase() === 's') sayIt()
  else acted(event.key.toLowerCase(), inWord(event))
}
function acted(key: string, word: boolean): void {
  if (asking.value) {
    if (key === 'y') answer(true)
    else if (key === 'n') answer(false)
  } else byKey(word)
}

/**
 * The drawing stands beside the words where there is room for it to be seen from afar, else under
 * the clocks.
 */
const room = ref<HTMLElement | null>(null)
const { height: roomPx } = useElementSize(room)
const roomy = computed(() => roomPx.value > 150)
const apart = computed(() => step.value !== null && madeApart(step.value))

/** The step in hand in the round, in the place of its drawing; fetched when it is first asked for. */
const RoundStep = defineAsyncComponent(() => import('../round/RoundStep.vue'))
const round = ref(false)
/** What the models say of it, and what to do: on Build-up, for this water. */
function goneWrong(): void {
  store.selected = step.value?.water ?? ''
  void router.push({ name: 'build-up', params: { id: build.value.id }, query: { leaf: 'wrong' } })
}

/** The screen stays on while the bench is open; where it cannot, the builder is told. */
const awake = useWakeLock()
void awake.request('screen').catch(() => undefined)

/** What is read out: the look that is asked for, else the step. */
const aloud = computed(() => {
  if (asking.value) {
    const { water } = asks.value[0].step
    return lookAloud(asks.value[0], build.value.waters.find((w) => w.id === water)?.name ?? '')
  }
  return step.value ? stepAloud(step.value, figures.value, waterName.value, units()) : ''
})
const sayIt = () => aloud.value && say(aloud.value)
watch(
  () => [settings.voice, asking.value, shownId.value, rehearsing.value],
  () => (settings.voice && !rehearsing.value ? sayIt() : hush()),
  { immediate: true }
)

const asked = ref('Notification' in globalThis ? Notification.permission : 'denied')
async function allow(): Promise<void> {
  asked.value = await Notification.requestPermission()
}
useEventListener('keydown', pressed)
onBeforeUnmount(hush)

const ownName = ref('')
const ownMin = ref<number | null>(10)
function addOwn(): void {
  if (ownMin.value === null) return
  bench.add([
    {
      name: ownName.value.trim() || 'My own clock',
      kind: 'own',
      step: shownId.value,
      startedMs: Date.now(),
      minutes: ownMin.value
    }
  ])
  ownName.value = ''
}
</script>

<template>
  <div v-if="rehearsing && plan" class="stand alone">
    <div class="floor">
      <div class="row">
        <ElButton class="tool" @click="rehearsing = false">‹ Back to the bench</ElButton>
      </div>
      <RehearsalSheet :build="build" :plan="plan" />
    </div>
  </div>
  <div v-else class="stand" data-test="bench">
    <div class="floor">
      <p v-if="bench.state.setBackMs" class="notice" role="alert" data-test="set-back">
        The computer’s clock was set back by {{ duration(bench.state.setBackMs / MINUTE_MS) }} while
        clocks were running. They were moved with it and still count the time that really passed.
        <ElButton class="tool" @click="bench.heedSetBack">All right</ElButton>
      </p>
      <p v-if="bench.lost" class="notice" role="alert">
        The browser keeps no storage: clocks run, and are lost when this tab closes.
      </p>
      <section v-if="asking" class="ask panel" data-test="look">
        <h1>
          Look: {{ build.waters.find((w) => w.id === asks[0].step.water)?.name ?? '' }}
          {{ asks[0].step.title.toLowerCase() }}
        </h1>
        <p class="large">
          {{ duration(minutesBetween(asks[0].sinceMs, bench.nowMs)) }} ago.
          {{ asks[0].lookedMs ? 'Last time it was not ready.' : '' }}
        </p>
        <div class="answers">
          <ElButton class="big yes" data-test="look-yes" @click="answer(true)">
            {{ READY[asks[0].step.becomes ?? 'firm'][0] }} <kbd>Y</kbd></ElButton
          ><ElButton class="big" data-test="look-no" @click="answer(false)">
            {{ READY[asks[0].step.becomes ?? 'firm'][1] }} <kbd>N</kbd></ElButton
          ><ElButton
            class="big quiet"
            data-test="look-later"
            @click="putOff = [...putOff, asks[0].step.id]"
          >
            Later: {{ step ? 'the next step' : 'back' }}
          </ElButton>
        </div>
        <p class="large soft">The plan follows your answer. Touch only where it will not show.</p>
        <div class="seen">
          <WaterPicture v-if="plan" :build="build" :plan="plan" :water="asks[0].step.water" />
        </div>
      </section>
      <section v-else-if="step" class="now panel" :class="{ working: begun }" data-test="step">
        <header>
          <span class="water">{{ waterName || 'The whole scene' }}</span><span
            v-if="work"
            class="grow when"
            >{{
              begun
                ? `at it for ${clockText(workedMs)}`
                : `${dayAndClock(work.startMs, zone)} · ${duration(minutesLeft)}`
            }}</span
          ><span class="count">{{ doneCount }} done, {{ ahead.length }} to go</span
          ><ElButton v-if="!begun" class="tool" data-test="rehearse" @click="rehearsing = true">
            Rehearse
          </ElButton>
        </header>
        <div class="words" tabindex="0" role="group" aria-label="The step in words">
          <h1 data-test="step-title">{{ step.title }}</h1>
          <ul v-if="figures.length" class="figures">
            <li v-for="(f, i) in figures" :key="i">
              <span>{{ f.name }}</span><b>{{ said(f.value) }}</b
              ><ElButton
                v-if="f.batch"
                class="tool"
                @click="router.push({ name: 'weigh', params: { id: build.id, batch: f.batch } })"
              >
                Weigh it out
              </ElButton>
            </li>
          </ul>
          <p class="how">{{ said(step.how) }}</p>
          <p v-if="step.right" class="right"><b>Right when:</b> {{ said(step.right) }}</p>
          <p v-if="step.forbids" class="warn">Keep away: {{ step.forbids }}.</p>
          <p v-for="c in step.cautions" :key="c" class="warn">
            {{ CAUTIONS[c] }}
          </p>
          <p
            v-if="begun && surelyMs >= begun.startedMs"
            class="soon"
            role="status"
            data-test="surely"
          >
            Done so soon? Press once more if it is.
          </p>
          <p v-if="firstOpen && !begun" class="soon" role="status" data-test="still-open">
            Not done yet: <b>{{ firstOpen.title }}</b><template v-if="stillOpen.length > 1">
              and {{ counted(stillOpen.length - 1, 'more piece') }} of work that come before
              it</template
            ><template v-else>, which comes before it</template>.<template
              v-if="askedOpen.id === shownId"
            >
              Press once more to begin all the same.</template
            >
          </p>
          <p v-if="tooSoon && !begun" class="soon">
            By the plan not before <b>{{ dayAndClock(tooSoon, zone) }}</b>: {{ whyThen }}.
          </p>
          <div ref="room" class="room">
            <div v-if="plan && roomy" class="picture">
              <RoundStep v-if="round" :step="shownId" />
              <WaterPicture v-else :build="build" :plan="plan" :water="step.water" :part="apart" />
            </div>
          </div>
        </div>
        <BenchClock
          v-if="phone && running.length"
          class="first-clock"
          :clock="running[0]"
          :now-ms="bench.nowMs"
          @clear="bench.remove((x) => x.id === running[0].id)"
        />
        <div class="acts">
          <ElButton v-if="!begun" class="big main" data-test="begin" @click="begin">
            Begin <kbd>any key</kbd>
          </ElButton>
          <ElButton v-else class="big main" data-test="done" @click="finish(true)">
            Done <kbd>any key</kbd>
          </ElButton>
          <ElButton
            v-if="begun && step.breakable"
            class="big"
            data-test="break-off"
            @click="finish(false)"
          >
            Break off
          </ElButton>
          <ElButton v-if="begun" class="big quiet" @click="bench.begin(null)">
            Not begun after all
          </ElButton>
          <ElButton v-if="step.water" class="big quiet" data-test="gone-wrong" @click="goneWrong">
            Gone wrong?
          </ElButton>
          <ElButton
            class="big quiet"
            :aria-pressed="round"
            data-test="step-in-the-round"
            @click="round = !round"
          >
            In the round
          </ElButton>
          <span v-if="!begun" class="pair"
            ><ElButton
              class="big quiet"
              :disabled="ahead.indexOf(shownId) <= 0"
              aria-label="The step before"
              @click="browse(-1)"
            >
              <ChevronLeft :size="28" aria-hidden="true" /></ElButton
            ><ElButton
              class="big quiet"
              :disabled="ahead.indexOf(shownId) >= ahead.length - 1"
              aria-label="The step after"
              @click="browse(1)"
            >
              <ChevronRight :size="28" aria-hidden="true" /> </ElButton
          ></span>
          <StepState v-if="!begun" :step="step" />
        </div>
      </section>
      <section v-else-if="begun && plan" class="now panel">
        <h1>What you had begun is not in the plan any more</h1>
        <p class="how">
          The way of working was changed since. It was begun {{ clockText(workedMs) }} ago.
        </p>
        <div class="acts">
          <ElButton class="big main" @click="bench.begin(null)">On with the plan</ElButton>
        </div>
      </section>
      <section v-else-if="plan" class="now panel">
        <h1>{{ plan.days.work.length ? 'All is done' : 'Nothing can be planned yet' }}</h1>
        <p class="how">
          {{
            plan.days.work.length
              ? 'Clean the case, keep the dust off, and write down what you would do again.'
              : 'See the findings on Days.'
          }}
        </p>
      </section>
    </div>
    <div class="side">
      <section class="panel pad stack clocks" aria-label="Clocks">
        <header class="row">
          <h2 class="grow">Clocks</h2>
          <ElButton class="tool" :aria-pressed="bench.sound" @click="bench.toggleSound"
            >Sound</ElButton
          ><ElButton
            v-if="canSpeak"
            class="tool"
            :aria-pressed="settings.voice"
            title="Steps and clocks are said aloud; S says it again"
            data-test="voice"
            @click="settings.voice = !settings.voice"
            >Voice</ElButton
          ><ElButton v-if="asked === 'default'" class="tool" @click="allow">Notify me</ElButton>
        </header>
        <div v-if="begun && during.length" class="row">
          <ElButton
            v-for="c in during"
            :key="c.name"
            class="tool main"
            :data-start-clock="c.kind"
            @click="startClock(c)"
          >
            {{ c.name }} {{ duration(c.minutes) }}
          </ElButton>
        </div>
        <BenchClock
          v-for="c in phone && step && !asking ? running.slice(1) : running"
          :key="c.id"
          :clock="c"
          :now-ms="bench.nowMs"
          @clear="bench.remove((x) => x.id === c.id)"
        />
        <p v-if="!running.length" class="small soft">
          None is running. Windows and waits start by themselves when a step is done; they run on
          while the tab is closed.
        </p>
        <form class="row own" @submit.prevent="addOwn">
          <ElInput
            v-model="ownName"
            class="choice grow"
            placeholder="A clock of your own"
            aria-label="Name of the clock"
            maxlength="60"
          /><NumberField
            v-model="ownMin"
            class="min"
            label="Minutes"
            bare
            unit="min"
            :min="0.1"
            :max="5760"
          /><ElButton native-type="submit" class="tool" data-test="own-clock">Start</ElButton>
        </form>
        <p class="small soft">
          {{
            awake.isActive.value
              ? 'The screen stays awake.'
              : !awake.isSupported.value
                ? 'This browser lets the screen sleep: set it to stay on.'
                : ''
          }}
        </p>
      </section>
      <section v-if="plan && step && !roomy && !asking" class="panel picture" :class="{ round }">
        <RoundStep v-if="round" :step="shownId" />
        <WaterPicture v-else :build="build" :plan="plan" :water="step.water" :part="apart" />
      </section>
      <section v-if="waits.length" class="panel pad stack">
        <h2>Drying and curing</h2>
        <div v-for="w in waits" :key="w.step.id" class="wait" :data-wait="w.step.id">
          <svg width="30" height="13" aria-hidden="true">
            <rect width="30" height="13" :fill="`url(#state-${w.step.becomes})`" /></svg
          ><span class="grow"
            >{{ w.step.title }}<br /><span class="small soft"
              >{{ w.step.becomes === 'wet' ? 'look at it' : w.step.becomes }}
              {{ likelyAndSurely(w.readyMs, w.sureMs, zone) }}</span
            ></span
          ><ElButton class="tool" @click="look(w, true)">
            {{ READY[w.step.becomes ?? 'firm'][0] }}</ElButton
          ><ElButton class="tool" @click="look(w, false)">
            {{ READY[w.step.becomes ?? 'firm'][1] }}
          </ElButton>
        </div>
      </section>
    </div>
  </div>
</template>

<style scoped>
.stand {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 400px;
  gap: 14px;
  padding: 12px 18px 14px;
  height: 100%;
  min-height: 0;
}
.alone {
  grid-template-columns: 1fr;
}
.floor,
.side {
  display: flex;
  flex-direction: column;
  gap: 12px;
  min-height: 0;
  overflow: auto;
  padding: 2px;
}
.floor > *,
.side > * {
  flex: none;
}
.floor > .now {
  flex: 1 1 0;
  min-height: 420px;
  padding: 16px 24px 18px;
  display: flex;
  flex-direction: column;
  gap: 10px;
}
.words {
  flex: 1;
  min-height: 0;
  overflow: auto;
  display: flex;
  flex-direction: column;
  gap: 10px;
}
.words > * {
  flex: none;
}
.now header {
  flex: none;
}
.now.working {
  border: 3px solid var(--deep);
}
.now header {
  display: flex;
  gap: 14px;
  font-size: 1.0625rem;
  color: var(--ink-soft);
  align-items: baseline;
}
.water {
  font: 650 1.1875rem var(--head);
  color: var(--deep);
}
.now h1,
.ask h1 {
  font-size: 2.625rem;
  line-height: 1.12;
}
.figures {
  list-style: none;
  margin: 0;
  padding: 0;
  display: flex;
  flex-wrap: wrap;
  gap: 8px 26px;
}
.figures li {
  display: grid;
  gap: 1px;
  justify-items: start;
}
.figures span {
  font-size: 1rem;
  color: var(--ink-soft);
}
.figures b {
  font: 700 2.125rem/1.1 var(--head);
}
.how {
  font-size: 1.5rem;
  line-height: 1.38;
}
.right {
  font-size: 1.375rem;
  border-left: 6px solid var(--moss);
  padding-left: 14px;
}
.warn {
  font-size: 0.9688rem;
  border-left: 6px solid var(--brass);
  background: var(--brass-wash);
  padding: 4px 12px;
}
.soon {
  font-size: 1.125rem;
  border-left: 6px solid var(--water);
  padding-left: 14px;
}
.acts,
.answers {
  display: flex;
  gap: 12px;
  flex-wrap: wrap;
  margin-top: auto;
  padding-top: 8px;
}
.big {
  min-height: 74px;
  padding: 8px 30px;
  font: 650 1.5rem var(--head);
  cursor: pointer;
  background: var(--sheet);
  border: 2px solid var(--line-strong);
  border-radius: 4px 20px 4px 20px;
}
/* step before and step after keep together */
.pair {
  display: flex;
  gap: 12px;
}
.big:disabled {
  opacity: 0.4;
  cursor: default;
}
.big.main,
.big.yes {
  background: var(--deep);
  color: var(--on-deep);
  border-color: var(--deep);
}
.big.main {
  flex: 1 1 260px;
  min-height: 92px;
  font-size: 1.875rem;
}
.big.quiet {
  font-weight: 500;
  font-size: 1.25rem;
  padding: 8px 20px;
}
.big.quiet[aria-pressed='true'] {
  background: var(--deep);
  color: var(--sheet);
}
.big kbd {
  font-size: 0.8125rem;
  margin-left: 8px;
}
.floor > .ask {
  flex: 1 1 0;
  min-height: 420px;
  padding: 18px 24px;
  border: 3px solid var(--brass);
  display: flex;
  flex-direction: column;
  gap: 14px;
}
.ask .answers {
  margin: 0;
  flex: none;
}
.ask .big:not(.quiet) {
  flex: 1 1 240px;
  min-height: 110px;
  font-size: 1.875rem;
}
.seen {
  flex: 1;
  min-height: 0;
  position: relative;
  display: flex;
  flex-direction: column;
}
.seen > :deep(*) {
  flex: 1;
  min-height: 0;
}
.large {
  font-size: 1.375rem;
}
.notice {
  background: var(--brass-wash);
  border-left: 5px solid var(--brass);
  padding: 9px 14px;
}
.words > .room {
  flex: 1 1 0;
  min-height: 0;
  position: relative;
}
.room > .picture {
  position: absolute;
  inset: 0;
  display: flex;
  flex-direction: column;
  max-height: 420px;
}
.side > .picture {
  flex: 1 0 250px;
  max-height: 340px;
  position: relative;
  overflow: hidden;
  display: flex;
  flex-direction: column;
  padding: 4px;
}
.picture > :deep(*) {
  flex: 1;
  min-height: 0;
}
.own {
  flex-wrap: nowrap;
  gap: 6px;
}
.min {
  width: 92px;
}
.wait {
  display: flex;
  gap: 8px;
  align-items: center;
  flex-wrap: wrap;
  border-top: 1px solid var(--line);
  padding-top: 8px;
}
.wait .grow {
  flex: 1 1 240px;
}
.wait svg {
  border: 1px solid var(--line-strong);
}
@media (max-width: 62.5rem) {
  .stand {
    grid-template-columns: 1fr;
    grid-template-rows: minmax(100%, auto) auto;
    overflow: auto;
  }
  .floor,
  .side {
    overflow: visible;
  }
}
@media (max-width: 43.75rem) {
  .stand {
    display: block;
    padding: 6px 8px 10px;
  }
  .floor {
    height: 100%;
  }
  .side {
    margin-top: 10px;
  }
  .floor > .now,
  .floor > .ask {
    min-height: 0;
    padding: 10px 14px 12px;
    gap: 8px;
  }
  .now header {
    flex-wrap: wrap;
    gap: 2px 12px;
    font-size: 0.875rem;
  }
  .water {
    flex: 1 1 120px;
    font-size: 1rem;
  }
  .when {
    order: 2;
    flex: 1 1 60%;
  }
  .now header .tool {
    order: 3;
  }
  .now header {
    align-items: center;
  }
  .picture :deep(.fall-words) {
    display: none;
  }
  .now h1,
  .ask h1 {
    font-size: 1.6875rem;
  }
  .figures {
    gap: 6px 18px;
  }
  .figures span {
    font-size: 0.8438rem;
  }
  .figures b {
    font-size: 1.5625rem;
  }
  .how,
  .large {
    font-size: 1.125rem;
  }
  .right,
  .soon {
    font-size: 1.0312rem;
    padding-left: 10px;
  }
  .warn {
    font-size: 0.875rem;
  }
  .acts,
  .answers {
    gap: 8px;
    padding-top: 2px;
  }
  .big,
  .ask .big:not(.quiet) {
    flex: 1 1 auto;
    min-height: 52px;
    padding: 6px 14px;
    font-size: 1.0625rem;
  }
  .big.main,
  .ask .big.yes {
    flex: 1 1 100%;
    min-height: 68px;
    font-size: 1.5625rem;
  }
  .big kbd {
    display: none;
  }
}
</style>
