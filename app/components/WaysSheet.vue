<script setup lang="ts">
import { ElButton } from 'element-plus'
import { degrees, fine, money, said } from '../words'
import { computed, onBeforeUnmount, ref, shallowRef, watch } from 'vue'
import type { Build } from '../../core/build/types'
import type { KeptStack } from '../../core/build/stack'
import type { WayCompared } from '../../core/plan/beside/compareWays'
import { dayAndClock } from '../../core/words/dates'
import { duration } from '../../core/words/durations'
import { useElsewhere } from '../elsewhere'
import { usePhone } from '../screens'
import { useSettingsStore } from '../stores/settings'
import { useHistoryStore } from '../stores/history'
import { useShelfStore } from '../stores/shelf'
import { ask } from '../workers/askClient'
import ShareBar from './ShareBar.vue'

/** Every way of making this very pool, side by side. */
const props = defineProps<{ build: Build; what: string; way: string; zone: string }>()
const emit = defineEmits<{ choose: [way: string]; lay: [kept: KeptStack] }>()
const shelf = useShelfStore()
const history = useHistoryStore()
const settings = useSettingsStore()
/** So many stacks of one's own stand beside our ways. */
const MOST_STACKS = 3
const elsewhere = useElsewhere(() => props.what)
const stacks = computed(() =>
  elsewhere.value
    .filter((e) => e.own)
    .slice(0, MOST_STACKS)
    .map((e) => e.kept)
)
/** Taken as it stands: one of ours by its way, one of the builder's own lay by lay. */
function take(way: string): void {
  const kept = way.startsWith('stack/') ? stacks.value[Number(way.slice('stack/'.length))] : null
  if (kept) emit('lay', kept)
  else emit('choose', way)
}
const found = shallowRef<WayCompared[]>([])
const problem = ref('')
const working = ref(false)
/** So many ways are worked out, of so many. */
const far = ref<[done: number, of: number]>([0, 1])
let cancel: () => void = () => undefined

async function compare(): Promise<void> {
  cancel()
  working.value = true
  far.value = [0, 1]
  problem.value = ''
  const asked = ask(
    { ask: 'compareWays', build: props.build, what: props.what, stacks: stacks.value },
    shelf.own,
    history.without(props.build.id),
    (done, of) => {
      if (cancel === asked.cancel) far.value = [done, of]
    }
  )
  cancel = asked.cancel
  try {
    const answer = await asked.answer
    if (answer) found.value = answer
    if (answer) working.value = false
  } catch (error) {
    problem.value = error instanceof Error ? error.message : String(error)
    working.value = false
  }
}
function stop(): void {
  cancel()
  working.value = false
}
watch(
  () => [props.what, props.build, stacks.value],
  () => void compare(),
  { immediate: true }
)
onBeforeUnmount(() => cancel())

const best = computed(() => {
  const least = (pick: (w: WayCompared) => number | null) =>
    Math.min(
      ...found.value.flatMap((w) => {
        const v = pick(w)
        return v === null || w.stops.length ? [] : [v]
      })
    )
  return {
    finish: least((w) => w.finishMs),
    days: least((w) => w.ownDays),
    sittings: least((w) => w.ownSittings),
    hands: least((w) => w.handsMin),
    money: least((w) => w.money),
    weight: least((w) => w.weightG)
  }
})
const pool = computed(() => props.build.waters.find((w) => w.id === props.what)?.kind === 'pool')

interface Line {
  name: string
  of: (w: WayCompared) => string
  best?: (w: WayCompared) => boolean
}
const LINES = computed<Line[]>(() => [
  ...(pool.value
    ? [
        {
          name: 'this pool takes',
          of: (w: WayCompared) =>
            w.ownDays === null
              ? '–'
              : `${w.ownDays < 10 ? w.ownDays.toFixed(1) : Math.round(w.ownDays)} days`,
          best: (w: WayCompared) => w.ownDays === best.value.days
        }
      ]
    : []),
  {
    name: 'build finished',
    of: (w) => (w.finishMs ? dayAndClock(w.finishMs, props.zone) : 'no date'),
    best: (w) => !pool.value && w.finishMs === best.value.finish
  },
  {
    name: 'sittings at it',
    of: (w) => `${w.ownSittings} of ${w.sittings}`,
    best: (w) => w.ownSittings === best.value.sittings
  },
  {
    name: 'hands on',
    of: (w) => duration(w.handsMin),
    best: (w) => w.handsMin === best.value.hands
  },
  {
    name: 'materials',
    of: (w) => money(w.money, settings.currency),
    best: (w) => w.money === best.value.money
  },
  {
    name: 'weighs',
    of: (w) => fine(w.weightG, 'g'),
    best: (w) => !pool.value && w.weightG === best.value.weight
  },
  ...(pool.value
    ? [
        {
          name: 'warmest',
          of: (w: WayCompared) => (w.peakC === null ? 'stays cool' : `${degrees(w.peakC)}`)
        },
        {
          name: 'bed seen',
          of: (w: WayCompared) =>
            w.clarityPct === null
              ? 'depth is painted'
              : `${Math.round(w.clarityPct)} % at the deepest`
        }
      ]
    : []),
  {
    name: 'laid in',
    of: ({ layers }) => {
      if (!layers) return pool.value ? 'a skin' : 'no coats'
      return `${layers} ${pool.value ? 'layer' : 'coat'}${layers === 1 ? '' : 's'}`
    }
  },
  { name: 'risk', of: (w) => said(w.risk) },
  { name: 'taken back', of: (w) => w.reversible }
])
const stopWords = (s: WayCompared['stops'][number]) =>
  `${said(s.title).replace(/^[^:]*: /, '')} (${said(s.number)})`
const phone = usePhone()
</script>

<template>
  <div class="ways" data-test="ways">
    <p v-if="working" class="row small" role="status">
      Working out every way to a date
      <ShareBar class="far" label="Ways worked out" :share="far[0] / far[1]" />
      <ElButton class="tool" @click="stop">Stop</ElButton>
    </p>
    <p v-if="problem" class="fault">
      {{ problem }}
    </p>
    <!-- on a phone one way under the other: side by side they have no room -->
    <template v-if="phone">
      <section v-for="w in found" :key="w.way" class="one" :class="{ on: w.way === way }">
        <h3>{{ w.name }}</h3>
        <dl>
          <template v-for="line in LINES" :key="line.name">
            <dt class="small soft">{{ line.name }}</dt>
            <dd :class="{ least: line.best?.(w) }">{{ line.of(w) }}</dd>
          </template>
          <dt class="small soft">stops</dt>
          <dd v-if="!w.stops.length">nothing</dd>
          <dd v-for="s in w.stops" v-else :key="s.id" class="fault">{{ stopWords(s) }}</dd>
        </dl>
        <b v-if="w.way === way">this plan</b
        ><ElButton v-else class="tool" :data-way="w.way" @click="take(w.way)">Make it so</ElButton>
      </section>
    </template>
    <table v-else-if="found.length" class="plain" :class="{ old: working }">
      <thead>
        <tr>
          <td></td>
          <th v-for="w in found" :key="w.way" scope="col" :class="{ on: w.way === way }">
            <span class="way">{{ w.name }}</span>
          </th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="line in LINES" :key="line.name">
          <th scope="row">{{ line.name }}</th>
          <td
            v-for="w in found"
            :key="w.way"
            :class="{
              on: w.way === way,
              small: line.name === 'risk' || line.name === 'taken back'
            }"
          >
            <b v-if="line.best?.(w)" title="the least of all">◂ {{ line.of(w) }}</b
            ><template v-else>{{ line.of(w) }}</template>
          </td>
        </tr>
        <tr>
          <th scope="row">stops</th>
          <td v-for="w in found" :key="w.way" class="small" :class="{ on: w.way === way }">
            <span v-if="!w.stops.length">nothing</span
            ><span v-for="s in w.stops" v-else :key="s.id" class="fault">{{ stopWords(s) }} </span>
          </td>
        </tr>
        <tr>
          <td></td>
          <td v-for="w in found" :key="w.way" :class="{ on: w.way === way }">
            <ElButton v-if="w.way !== way" class="tool" :data-way="w.way" @click="take(w.way)">
              Make it so</ElButton
            ><b v-else>this plan</b>
          </td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.far {
  width: 120px;
}
.ways {
  height: 100%;
  overflow: auto;
}
.way {
  font: 650 0.875rem var(--head);
  color: var(--ink);
}
.on {
  background: color-mix(in srgb, var(--shallow) 40%, transparent);
}
th[scope='row'] {
  white-space: nowrap;
  font-weight: 400;
}
table.plain td,
table.plain th {
  padding: 5px 10px;
  vertical-align: top;
}
.old {
  opacity: 0.6;
}
.one {
  padding: 10px 12px 14px;
  border-top: 1px solid var(--line-strong);
}
.one dl {
  display: grid;
  grid-template-columns: 7.5rem 1fr;
  gap: 4px 10px;
  margin: 6px 0 10px;
}
.one dd {
  margin: 0;
}
.least {
  font-weight: 700;
}
@media (max-width: 43.75rem) {
  .ways {
    height: auto;
  }
}
</style>
