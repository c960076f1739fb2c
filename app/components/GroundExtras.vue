<script setup lang="ts">
import ChoiceField from './ChoiceField.vue'
import { ElButton } from 'element-plus'
import { X } from '@lucide/vue'
import { computed } from 'vue'
import { coverMl } from '../../core/physics/stuff/mixing/mix'
import { changePool, freeId } from '../../core/build/edits'
import type { OutlineCorner, Pool, Standing } from '../../core/build/types'
import { explainSd } from '../../core/explain/groundExplanations'
import { middleOf } from '../../core/physics/shape/polygon'
import { sideOf } from '../../core/plan/1-ground/outline'
import type { PoolGroundPlan } from '../../core/plan/derivePlan'
import { mm, ml } from '../words'
import { useBuildStore } from '../stores/build'
import How from './How.vue'
import LiveText from './LiveText.vue'
import NumberField from './NumberField.vue'

/** How the bed is read between dips, walls that lean or bulge, and what stands in the water. */
const props = defineProps<{
  pool: Pool | null
  ground: PoolGroundPlan | undefined
}>()
const store = useBuildStore()
/** A wall of the outline, and where it is. */
type Dam = { c: OutlineCorner; where: string }
const dams = computed<Dam[]>(
  () =>
    props.pool?.outline.flatMap((c, i, all) => {
      if (c.edge !== 'dam') return []
      const { side, lengthMm } = sideOf(all, i)
      return [{ c, where: `${side}, ${mm(lengthMm)}` }]
    }) ?? []
)
const set = (label: string, change: Parameters<typeof changePool>[1], group = '') => {
  if (props.pool)
    store.edit(label, changePool(props.pool.id, change), group && `${group}:${props.pool.id}`)
}
const setEdge = (id: string, change: Partial<OutlineCorner>) =>
  set(
    'Wall',
    { outline: props.pool!.outline.map((c) => (c.id === id ? { ...c, ...change } : c)) },
    `wall${id}`
  )
const setThing = (id: string, change: Partial<Standing>, group = '') =>
  set(
    'Standing',
    { standing: props.pool!.standing.map((s) => (s.id === id ? { ...s, ...change } : s)) },
    group && `${group}${id}`
  )
function addThing(): void {
  if (!props.pool) return
  const [x, y] = middleOf(props.pool.outline.map((c) => [c.x, c.y]))
  const n = props.pool.standing.length + 1
  set('Something standing', {
    standing: [
      ...props.pool.standing,
      {
        id: freeId('s', props.pool.standing),
        name: `Stone ${n}`,
        shape: 'stone',
        x: Math.round(x + 6 * n),
        y: Math.round(y),
        widthMm: 12,
        depthMm: 10,
        heightMm: 8,
        afterPour: 0
      }
    ]
  })
}
const SHAPES: { id: Standing['shape']; name: string }[] = [
  { id: 'stone', name: 'stone' },
  { id: 'post', name: 'post' },
  { id: 'block', name: 'block' }
]
</script>

<template>
  <section v-if="pool" class="panel pad stack" data-test="measure">
    <h2>Between the dips</h2>
    <div class="row">
      <ElButton
        class="tool"
        :aria-pressed="pool.measure === 'tin'"
        @click="set('Measure', { measure: 'tin' })"
      >
        Straight
      </ElButton>
      <ElButton
        class="tool"
        :aria-pressed="pool.measure === 'kriging'"
        data-test="kriging"
        @click="set('Measure', { measure: 'kriging' })"
      >
        Likeliest, with ±
      </ElButton>
    </div>
    <p v-if="ground?.sdMl">
      <b data-test="sd"
        ><How :about="explainSd(ground)">{{ ml(ground.volumeMl) }} ± {{ ml(ground.sdMl) }}</How></b
      >
      (standard deviation); 19 times in 20 it takes no more than
      {{ ml(ground.volumeMl + coverMl(ground.sdMl)) }}.
      <template v-if="ground.nextDip">
        Dip next at <b>{{ mm(ground.nextDip.at[0]) }}, {{ mm(ground.nextDip.at[1]) }}</b> (the ring
        on the plan): ±&nbsp;{{ ml(ground.nextDip.sdLeftMl) }} then.</template
      >
    </p>
    <p v-else class="small soft">
      {{
        pool.measure === 'tin'
          ? 'Straight from dip to dip: quick, and it says nothing of what lies between.'
          : 'The dips leave no doubt: they are level.'
      }}
    </p>
  </section>
  <section v-if="pool && dams.length" class="panel pad stack">
    <h2>Dam and case walls</h2>
    <div class="walls small">
      <span class="soft" aria-hidden="true">edge</span
      ><span class="soft" aria-hidden="true">leans out</span
      ><span class="soft" aria-hidden="true">bulges out</span>
      <template v-for="{ c, where } in dams" :key="c.id">
        <span>{{ where }}</span>
        <NumberField
          bare
          :label="`Lean of the wall, ${where}`"
          unit="°"
          :model-value="c.leanDeg ?? 0"
          :min="-60"
          :max="60"
          @update:model-value="setEdge(c.id, { leanDeg: $event! })"
        />
        <NumberField
          bare
          :label="`Bulge of the wall, ${where}`"
          unit="mm"
          :model-value="c.bulgeMm ?? 0"
          :min="-1000"
          :max="1000"
          @update:model-value="setEdge(c.id, { bulgeMm: $event! })"
        />
      </template>
    </div>
    <p v-if="ground?.leanMl" class="small">Leaning adds {{ ml(ground.leanMl) }}.</p>
  </section>
  <section v-if="pool" class="panel pad stack" data-test="standing">
    <div class="row">
      <h2 class="grow">Standing in the water</h2>
      <ElButton class="tool" @click="addThing">Add</ElButton>
    </div>
    <p v-if="!pool.standing.length" class="small soft">
      Posts, piers, stones and figures need no resin where they stand.
    </p>
    <div v-for="s in pool.standing" :key="s.id" class="thing">
      <div class="row">
        <LiveText
          class="choice grow"
          :model-value="s.name"
          :aria-label="`Name of ${s.name}`"
          maxlength="120"
          @typed="(name) => name.trim() && setThing(s.id, { name: name.trim() }, 'name')"
        />
        <ChoiceField
          class="shape"
          :label="`Shape of ${s.name}`"
          bare
          :model-value="s.shape"
          :options="SHAPES"
          @update:model-value="setThing(s.id, { shape: $event })"
        />
        <ElButton
          class="tool"
          :aria-label="`Remove ${s.name}`"
          @click="set('Remove', { standing: pool!.standing.filter((t) => t.id !== s.id) })"
        >
          <X :size="16" aria-hidden="true" />
        </ElButton>
      </div>
      <div class="grid3">
        <NumberField
          label="x"
          unit="mm"
          :model-value="s.x"
          :min="-1000"
          :max="10000"
          @update:model-value="setThing(s.id, { x: $event! }, 'x')"
        /><NumberField
          label="y"
          unit="mm"
          :model-value="s.y"
          :min="-1000"
          :max="10000"
          @update:model-value="setThing(s.id, { y: $event! }, 'y')"
        />
        <NumberField
          :label="s.afterPour === 0 ? 'on the bed' : 'after pour'"
          :model-value="s.afterPour"
          :min="0"
          :max="40"
          whole
          @update:model-value="setThing(s.id, { afterPour: $event! }, 'after')"
        />
        <NumberField
          label="wide"
          unit="mm"
          :model-value="s.widthMm"
          :min="0.1"
          :max="10000"
          @update:model-value="setThing(s.id, { widthMm: $event! }, 'w')"
        /><NumberField
          label="deep"
          unit="mm"
          :model-value="s.depthMm"
          :min="0.1"
          :max="10000"
          @update:model-value="setThing(s.id, { depthMm: $event! }, 'd')"
        /><NumberField
          label="high"
          unit="mm"
          :model-value="s.heightMm"
          :min="0.1"
          :max="10000"
          @update:model-value="setThing(s.id, { heightMm: $event! }, 'h')"
        />
      </div>
    </div>
    <p v-if="ground?.displacedMl" class="small">
      They take the place of <b>{{ ml(ground.displacedMl) }}</b>.
    </p>
  </section>
</template>

<style scoped>
.walls {
  display: grid;
  grid-template-columns: 1fr 92px 108px;
  gap: 6px 10px;
  align-items: center;
}
.thing {
  border-left: 4px solid var(--timber);
  padding-left: 10px;
  display: grid;
  gap: 6px;
}
.shape {
  width: auto;
}
</style>
