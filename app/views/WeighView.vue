<script setup lang="ts">
import { readCup, type CupAside } from '../../core/exchange/keptAside'
import { isPlain, isTyping } from '../typing'
import { allCups, cupName } from '../../core/bench/benchSteps'
import { v4 as newId } from 'uuid'
import { ElButton } from 'element-plus'
import WorkTop from '../components/WorkTop.vue'
import { computed, onBeforeUnmount, onMounted, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import type { CupClocks } from '../../core/bench/clocks'
import { asPoured } from '../../core/bench/ratio'
import { scaleLine } from '../../core/bench/scaleLine'
import {
  inHand,
  weigh,
  weighingOf,
  type WeighEvent,
  type Weighing
} from '../../core/bench/weighing'
import { logged } from '../../core/build/workEdits'
import { CAUTIONS } from '../../core/craft/materials/cautions'
import { onShelf } from '../../core/craft/materials/shelf'
import NumberField from '../components/NumberField.vue'
import RunningClock from '../components/RunningClock.vue'
import { byHand, hasSerial, realPort, standInPort } from '../devices/port'
import { useDevice } from '../devices/useDevice'
import WeighDial from '../drawings/WeighDial.vue'
import { dropsTold } from '../../core/craft/drops'
import { cupTitle } from '../../core/bench/mixNames'
import { workingWords } from '../../core/explain/explanations'
import { ml, grams, degrees, said } from '../words'
import { useBuildStore } from '../stores/build'
import { useShelfStore } from '../stores/shelf'
import { askStuff } from '../workers/askClient'
import FoldAway from '../components/FoldAway.vue'

/** The scale: A, then B, to their grams, with the clocks of the cup beside it. Typed grams always work. */
const store = useBuildStore()
const shelves = useShelfStore()
const route = useRoute()
const router = useRouter()
const build = computed(() => store.build!)
const batchId = computed(() => String(route.params.batch))
const batches = computed(() => (store.plan ? allCups(store.plan) : []))
const batch = computed(() => batches.value.find((b) => cupName(b) === batchId.value))
const pool = computed(() => store.pools.find((p) => p.id === batch.value?.pool))
const resin = computed(() =>
  batch.value ? onShelf(store.shelf, 'resin', batch.value.resin) : null
)
/** Drops are counted into this cup, and not into part A beforehand. */
const counts = computed(() => pool.value?.tinting !== 'all-at-once')
const next = computed(() => batches.value[batches.value.findIndex((b) => b === batch.value) + 1])
const cupHoldsG = computed(() => batch.value?.cupHoldsG ?? 0)

const asideKey = () => `tall-spindle:cup:${store.build?.id}:${batchId.value}`
function aside(): Required<CupAside> {
  try {
    return readCup(localStorage.getItem(asideKey()))
  } catch {
    return readCup(null)
  }
}
function keepAside(change: CupAside): void {
  try {
    localStorage.setItem(asideKey(), JSON.stringify({ ...aside(), ...change }))
  } catch {
    // without storage it holds until the page is closed
  }
}
const remembered = () => aside().weighed

const w = ref<Weighing>(weighingOf(1, 1))
const hand = computed(() => inHand(w.value))
const happen = (event: WeighEvent) => {
  w.value = weigh(w.value, event)
}
let shownCup = ''
watch(
  [() => batch.value?.aG, () => batch.value?.bG, batchId],
  ([a, b]) => {
    // a re-plan in mid-pour leaves what is being weighed alone
    if (
      a === undefined ||
      b === undefined ||
      (shownCup === batchId.value && w.value.phase !== 'cup')
    )
      return
    w.value = {
      ...weighingOf(a, b),
      liveG: w.value.liveG,
      stable: w.value.stable,
      heardMs: w.value.heardMs
    }
    if (shownCup !== batchId.value) {
      shownCup = batchId.value
      const kept = remembered()
      if (kept) happen({ kind: 'resumed', ...kept })
    }
  },
  { immediate: true }
)

// a cup that is weighed is written into the log, once; weighed again, anew
watch(
  () => w.value.phase,
  (phase, before) => {
    if (phase !== 'done' || before === 'done' || before === 'cup' || !batch.value) return
    const { pool: where, pour, cup } = batch.value
    const entry = {
      kind: 'batch' as const,
      id: newId(),
      at: new Date().toISOString(),
      pool: where,
      pour,
      cup,
      aG: Math.round(w.value.aG * 1000) / 1000,
      bG: Math.round((w.value.bG ?? 0) * 1000) / 1000
    }
    store.edit('Weighed', (b) =>
      logged([entry])({
        ...b,
        log: {
          ...b.log,
          entries: b.log.entries.filter(
            (e) => !(e.kind === 'batch' && e.pool === where && e.pour === pour && e.cup === cup)
          )
        }
      })
    )
  }
)

// what was weighed is kept with the clocks, so that a closed tab loses neither
watch(
  () => [w.value.phase, w.value.aG, w.value.bG, w.value.typed] as const,
  ([phase, aG, bG]) => {
    if (phase === 'B' || phase === 'done')
      keepAside({ weighed: { aG, bG: phase === 'done' ? bG : null } })
  }
)

const nowMs = ref(Date.now())
/**
 * The scale was told to tare: the next reading that stands still is the new nought, whether it
 * obeyed or not.
 */
const taring = ref(false)
function heard(text: string): void {
  const line = scaleLine(text)
  happen({ kind: 'line', line, nowMs: Date.now() })
  if (!taring.value || line.kind !== 'weight' || !line.stable) return
  taring.value = false
  happen({ kind: 'tared' })
}
const device = useDevice(heard, () => happen({ kind: 'gone' }))
const standIn = ref(true)
const TROUBLE: Record<NonNullable<Weighing['trouble']>, string> = {
  silent:
    'The scale has gone silent. What was weighed is kept: look at its plug and battery, or type the grams.',
  restarted:
    'The scale went back to nought: switched off and on, or the cup was lifted. What is in the cup is kept, and counting goes on from there.',
  rubbish:
    'The scale sends what cannot be read. What was weighed is kept; set its port to 9600 baud, or type the grams.',
  otherUnit:
    'The scale is set to another unit. What was weighed is kept: set it to grams, or type them.',
  overload: 'Too much lies on the scale. Take something off.',
  gone: 'The scale is not there any more. What was weighed is kept: connect again, or type the grams.'
}
let timer = 0
onMounted(() => {
  timer = window.setInterval(() => {
    nowMs.value = Date.now()
    happen({ kind: 'tick', nowMs: nowMs.value })
  }, 250)
})
onBeforeUnmount(() => window.clearInterval(timer))

async function connect(real: boolean): Promise<void> {
  standIn.value = !real
  void device.connect(real ? realPort() : standInPort('scale'))
}
async function tare(): Promise<void> {
  if (!device.connected.value) {
    happen({ kind: 'tared' })
    return
  }
  await device.write('T')
  taring.value = true
}
const world = (what: Record<string, unknown>) =>
  byHand('scale', what).catch(() => happen({ kind: 'gone' }))
const pouring = ref(false)
function tip(on: boolean): void {
  if (pouring.value === on) return
  pouring.value = on
  void world(on ? { pour: hand.value.toGoG < 12 ? 3 : 14 } : { stop: true })
}
const typedG = ref<number | null>(null)
function takeTyped(): void {
  if (typedG.value === null) return
  happen({ kind: 'typed', part: w.value.phase === 'B' ? 'B' : 'A', grams: typedG.value })
  typedG.value = null
}
const poured = computed(() =>
  w.value.phase === 'done' && batch.value
    ? asPoured(w.value, w.value.massRatioA, batch.value.massG, cupHoldsG.value)
    : null
)

// the clocks of this cup, from what is really in it
const clocks = ref<CupClocks | null>(null)
const clocksProblem = ref('')
const massG = computed(() => Math.round(poured.value?.totalG ?? batch.value?.massG ?? 0))
let cancelAsk: () => void = () => undefined
watch(
  [massG, () => resin.value?.id, () => build.value.room.tempC],
  async () => {
    cancelAsk()
    if (!resin.value || massG.value <= 0) return
    const asked = askStuff(
      {
        ask: 'cupClocks',
        build: build.value,
        resin: resin.value.id,
        massG: massG.value,
        roomC: build.value.room.tempC
      },
      shelves.own
    )
    cancelAsk = asked.cancel
    try {
      const answer = await asked.answer
      if (answer) clocks.value = answer
      clocksProblem.value = ''
    } catch (error) {
      clocksProblem.value = error instanceof Error ? error.message : String(error)
    }
  },
  { immediate: true }
)
onBeforeUnmount(() => cancelAsk())

// clocks run from wall time and are kept, so that closing the tab loses none
const started = ref<{ stir: number | null; stand: number | null }>({ stir: null, stand: null })
watch(
  batchId,
  () => {
    const { stir = null, stand = null } = aside()
    started.value = { stir, stand }
  },
  { immediate: true }
)
function setClock(which: 'stir' | 'stand', at: number | null): void {
  started.value = { ...started.value, [which]: at }
  keepAside({ [which]: at })
}

const drops = computed(() =>
  Object.entries(batch.value?.dropsExact ?? {}).map(([id, exact]) => ({
    id,
    name: store.shelf.get(id)?.name ?? id,
    colour: onShelf(store.shelf, 'tint', id)?.look.colour ?? '#888888',
    count: exact * (poured.value?.tintShare ?? 1)
  }))
)
function again(): void {
  keepAside({ weighed: null })
  happen({ kind: 'again' })
}
function onward(): void {
  if (w.value.phase === 'cup') void tare()
  else if (w.value.phase === 'A' || w.value.phase === 'B') happen({ kind: 'next' })
  else if (next.value)
    void router.replace({
      name: 'weigh',
      params: {
        id: build.value.id,
        batch: cupName(next.value)
      }
    })
}
function pressed(event: KeyboardEvent): void {
  const target = event.target as HTMLElement
  if (isTyping(event) || !isPlain(event)) return
  if (event.key === ' ' && standIn.value && target.tagName !== 'BUTTON') {
    event.preventDefault()
    if (!event.repeat) tip(event.type === 'keydown')
  }
  if (event.type !== 'keydown' || event.repeat || target.tagName === 'BUTTON') return
  if (event.key === 'Enter') onward()
  if (event.key.toLowerCase() === 't') void tare()
}
onMounted(() => {
  window.addEventListener('keydown', pressed)
  window.addEventListener('keyup', pressed)
  window.addEventListener('pointerup', lift)
})
onBeforeUnmount(() => {
  window.removeEventListener('keydown', pressed)
  window.removeEventListener('keyup', pressed)
  window.removeEventListener('pointerup', lift)
  if (pouring.value) tip(false)
})
const lift = () => tip(false)
const STEPS = {
  cup: 'Empty cup on the scale, then tare',
  A: 'Part A',
  B: 'Part B',
  done: 'Weighed'
}
</script>

<template>
  <WorkTop data-test="weigh" tray="Cup and drops">
    <section class="panel pad stack head">
      <header class="row">
        <ElButton class="tool" @click="router.push({ name: 'mix', params: { id: build.id } })">
          ‹ All cups
        </ElButton>
        <h1 v-if="batch" class="grow">
          {{ cupTitle(build, store.plan!, batch) }}
        </h1>
        <h1 v-else class="grow">This cup is not in the plan</h1>
        <span v-if="batch" class="soft"
          >{{ grams(batch.massG) }} in a {{ ml(batch.cupMl) }} cup</span
        >
      </header>
      <ol v-if="batch" class="phases">
        <li v-for="(name, id) in STEPS" :key="id" :class="{ on: w.phase === id }">
          {{ name }}
        </li>
      </ol>
    </section>
    <section v-if="batch" class="panel pad dial">
      <p v-if="w.trouble" class="trouble" role="alert" data-test="scale-trouble">
        <b>{{ TROUBLE[w.trouble] }}</b>
        {{ ' '
        }}<span v-if="w.troubleText && w.trouble !== 'restarted'"
          >It said “{{ w.troubleText }}”.</span
        >
      </p>
      <div class="face">
        <WeighDial
          v-if="!poured"
          :now-g="hand.nowG"
          :target-g="hand.targetG"
          :part="hand.part"
          :label="w.phase === 'cup' ? 'Put the cup on, then tare' : ''"
          :below-g="w.phase === 'B' ? w.aG : 0"
          :cup-g="batch.massG"
          :stable="w.stable"
          :live="device.connected.value && !w.trouble"
        />
        <div v-else class="verdict" :class="poured.verdict" data-test="verdict">
          <h2>
            {{
              poured.verdict === 'right'
                ? 'In its ratio'
                : poured.verdict === 'within'
                  ? 'A little off, within what a resin bears'
                  : 'Out of its ratio'
            }}
          </h2>
          <p class="large">
            A <b>{{ grams(poured.aG) }}</b>, B <b>{{ grams(poured.bG) }}</b>: part B is
            {{ Math.abs(poured.errorPct).toFixed(1) }} %
            {{ poured.errorPct >= 0 ? 'over' : 'under' }}.
          </p>
          <p v-if="poured.addG" class="large">
            Add <b data-test="add">{{ grams(poured.addG.grams) }} of {{ poured.addG.part }}</b
            ><template v-if="poured.fits"
              >: {{ grams(poured.afterG) }} in all, the cup takes it.</template
            ><b v-else class="fault"
              >: {{ grams(poured.afterG) }} in all, more than the cup takes. Move to a larger cup
              first.</b
            >
          </p>
          <svg
            class="off"
            viewBox="0 0 600 74"
            role="img"
            :aria-label="`Part B ${poured.errorPct.toFixed(1)} % from its ratio`"
          >
            <rect x="10" y="22" width="580" height="16" class="far" />
            <rect x="213" y="22" width="174" height="16" class="bears" />
            <rect x="271" y="22" width="58" height="16" class="good" />
            <path
              :d="`M${300 + 29 * Math.max(-10, Math.min(10, poured.errorPct))} 20l-9 -16h18Z`"
              class="here"
            />
            <text x="300" y="58" text-anchor="middle">in its ratio</text>
            <text x="213" y="58" text-anchor="middle" class="quiet">−3 %</text>
            <text x="387" y="58" text-anchor="middle" class="quiet">+3 %</text>
            <text x="590" y="58" text-anchor="end" class="quiet">10 % too much B</text>
            <text x="10" y="58" class="quiet">10 % too little B</text>
          </svg>
          <ul v-if="drops.length && counts" class="drops">
            <li v-for="d in drops" :key="d.id">
              <span class="swatch" :style="{ background: d.colour }"></span
              ><b>{{
                said(dropsTold(d.name.replace(' tint', '').toLowerCase(), d.count, 'cup by cup'))
              }}</b>
            </li>
          </ul>
          <p v-else-if="drops.length" class="soft">
            Its tint came in with part A: nothing to count.
          </p>
        </div>
      </div>
      <div class="row buttons">
        <ElButton v-if="w.phase === 'cup'" class="tool main big" data-test="tare" @click="tare">
          Tare <kbd>T</kbd>
        </ElButton>
        <ElButton v-if="w.phase === 'A'" class="tool main big" data-test="next" @click="onward">
          A is in, on to B <kbd>Enter</kbd>
        </ElButton>
        <ElButton v-if="w.phase === 'B'" class="tool main big" data-test="next" @click="onward">
          B is in <kbd>Enter</kbd>
        </ElButton>
        <ElButton v-if="w.phase === 'done' && next" class="tool main big" @click="onward">
          Next cup <kbd>Enter</kbd>
        </ElButton>
        <ElButton v-if="w.phase !== 'cup'" class="tool big" @click="again">
          Weigh this cup again
        </ElButton>
        <span class="grow"></span>
        <div v-if="w.phase !== 'done'" class="typed">
          <NumberField
            v-model="typedG"
            :label="`Or type what ${w.phase === 'B' ? 'B' : 'A'} came to`"
            unit="g"
            :min="0"
            :max="50000"
            blank="grams"
          /><ElButton
            class="tool"
            :disabled="typedG === null"
            data-test="take-typed"
            @click="takeTyped"
          >
            Take it
          </ElButton>
        </div>
      </div>
    </section>
    <template #tray>
      <section class="panel pad stack">
        <h2>Scale</h2>
        <p v-if="!device.connected.value" class="small soft">
          Nothing is connected. Typed grams work without.
        </p>
        <div class="row">
          <ElButton
            class="tool"
            :class="{ main: !device.connected.value }"
            data-test="connect"
            @click="connect(false)"
          >
            {{
              device.connected.value && standIn ? 'Connect again' : 'Stand-in scale'
            }}</ElButton><ElButton v-if="hasSerial()" class="tool" @click="connect(true)">
            Serial scale…</ElButton
          ><ElButton v-if="device.connected.value" class="tool" @click="device.disconnect()">
            Let go
          </ElButton>
        </div>
        <template v-if="device.connected.value && standIn">
          <p class="small soft">
            A scale that is not there, to try the bench with. Hold the jug to pour; it dribbles
            after.
          </p>
          <div class="row">
            <ElButton class="tool" data-test="cup-on" @click="world({ place: 14.6 })">
              Put a cup on
            </ElButton>
            <ElButton
              class="tool jug"
              :aria-pressed="pouring"
              data-test="jug"
              @pointerdown.prevent="tip(true)"
              @keydown.space.prevent="tip(true)"
              @keyup.space="tip(false)"
            >
              Hold: pour <kbd>Space</kbd>
            </ElButton>
            <ElButton class="tool" @click="world({ place: -1.0 })"
              >Spoon {{ grams(1) }} out</ElButton
            >
          </div>
          <FoldAway class="small" title="What if it fails">
            <div class="row">
              <ElButton
                v-for="f in ['none', 'silent', 'rubbish', 'ounces']"
                :key="f"
                class="tool"
                :data-fault="f"
                @click="world({ fault: f })"
              >
                {{
                  f === 'none' ? 'works' : f === 'ounces' ? 'set to ounces' : f
                }}</ElButton><ElButton
                class="tool"
                data-fault="restart"
                @click="world({ restart: true })"
              >
                off and on
              </ElButton>
            </div>
          </FoldAway>
        </template>
      </section>
      <section class="panel pad stack">
        <h2>Clocks of this cup</h2>
        <p v-if="clocksProblem" class="fault">
          {{ clocksProblem }}
        </p>
        <template v-if="clocks">
          <RunningClock
            name="Stirring, from the first stir"
            :started-ms="started.stir"
            :minutes="clocks.stirMin"
            :now-ms="nowMs"
            @start="setClock('stir', Date.now())"
            @stop="setClock('stir', null)"
          />
          <RunningClock
            v-if="clocks.standMin > 0"
            name="Standing"
            :started-ms="started.stand"
            :minutes="clocks.standMin"
            :now-ms="nowMs"
            @start="setClock('stand', Date.now())"
            @stop="setClock('stand', null)"
          />
          <RunningClock
            name="Working time, from the first stir"
            warn
            :started-ms="started.stir"
            :minutes="clocks.workingMin"
            :now-ms="nowMs"
            @start="setClock('stir', Date.now())"
            @stop="setClock('stir', null)"
          />
          <p class="small soft">
            For {{ grams(massG) }} at {{ degrees(build.room.tempC) }}: it gels in the cup after
            {{ workingWords(clocks.gelMin) }}. A fuller cup and a warmer room leave less.
          </p>
        </template>
      </section>
      <section class="panel pad stack caution">
        <p class="small">{{ CAUTIONS.resin }}</p>
        <p class="small">{{ CAUTIONS.heat }}</p>
      </section>
    </template>
  </WorkTop>
</template>

<style scoped>
.head {
  gap: 8px;
}
.phases {
  list-style: none;
  display: flex;
  gap: 0;
  margin: 0;
  padding: 0;
}
.phases li {
  flex: 1;
  padding: 5px 10px;
  border-bottom: 4px solid var(--line);
  color: var(--ink-soft);
}
.phases li.on {
  border-color: var(--water);
  color: var(--ink);
  font-weight: 650;
}
.dial {
  flex: 1;
  min-height: 0;
  display: flex;
  flex-direction: column;
  gap: 10px;
}
.face {
  flex: 1;
  min-height: 0;
}
.big {
  min-height: 52px;
  padding: 8px 20px;
  font-size: 1.0625rem;
}
.typed {
  display: flex;
  gap: 8px;
  align-items: end;
}
.trouble {
  background: var(--red-wash);
  border-left: 5px solid var(--red-lead);
  padding: 8px 12px;
  border-radius: 0 10px 0 10px;
}
.verdict {
  padding: 12px 4px;
  display: grid;
  gap: 10px;
  border-left: 8px solid var(--moss);
  padding-left: 18px;
}
.verdict.within {
  border-color: var(--brass);
}
.verdict.off {
  border-color: var(--red-lead);
}
.verdict .fault {
  font-size: inherit;
}
.verdict h2 {
  font-size: 1.625rem;
}
.large {
  font-size: 1.25rem;
}
.off {
  width: min(100%, 640px);
}
.off .far {
  fill: var(--red-wash);
}
.off .bears {
  fill: var(--brass-wash);
}
.off .good {
  fill: var(--shallow);
}
.off .here {
  fill: var(--ink);
}
.off text {
  font-size: 0.875rem;
}
.jug {
  min-height: 44px;
  touch-action: none;
}
.drops {
  list-style: none;
  padding: 0;
  margin: 0;
  display: grid;
  gap: 4px;
}
.drops li {
  display: flex;
  gap: 8px;
  align-items: center;
}
.swatch {
  width: 18px;
  height: 18px;
  border-radius: 1px 8px 1px 8px;
  border: 1px solid var(--line-strong);
}
.caution {
  border-color: var(--brass);
}
@media (max-width: 43.75rem) {
  .head h1 {
    flex: 1 1 60%;
    font-size: 1.25rem;
  }
  .phases li {
    padding: 4px 6px;
    font-size: 0.8125rem;
    line-height: 1.2;
  }
  .phases li:not(.on) {
    flex: 0 1 64px;
  }
  .dial {
    flex: none;
  }
  .face {
    flex: none;
    aspect-ratio: 460 / 250;
  }
  .big {
    min-height: 60px;
  }
}
</style>
