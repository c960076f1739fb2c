<script setup lang="ts">
import ChoiceField from './ChoiceField.vue'
import { ElButton } from 'element-plus'
import { X } from '@lucide/vue'
import { computed, onBeforeUnmount, ref, shallowRef, watch } from 'vue'
import type { Answers } from '../workers/ask'
import { changePool, freeId } from '../../core/build/edits'
import type { Opening, Pool } from '../../core/build/types'
import type { Plan } from '../../core/plan/derivePlan'
import { mm, ml } from '../words'
import { useBuildStore } from '../stores/build'
import { useShelfStore } from '../stores/shelf'
import { ask } from '../workers/askClient'
import NumberField from './NumberField.vue'

/** Where a pool opens into others, and what level a leftover reaches. */
const props = defineProps<{ pool: Pool; plan: Plan | null }>()
const store = useBuildStore()
const shelf = useShelfStore()
const others = computed(() => store.pools.filter((p) => p.id !== props.pool.id))
const set = (openings: Opening[], group = '') =>
  store.edit('Way through', changePool(props.pool.id, { openings }), group)
const change = (id: string, to: Partial<Opening>, group = '') =>
  set(
    props.pool.openings.map((o) => (o.id === id ? { ...o, ...to } : o)),
    group && `${group}:${props.pool.id}:${id}`
  )
const state = (o: Opening) =>
  props.plan?.ground.joins.find((j) => j.id === `${props.pool.id}/${o.id}`)?.state
const WORDS = {
  dry: 'neither stands over it',
  over: 'the upper runs off through it',
  one: 'both rise as one above it',
  apart: 'two levels over one sill'
}
const nameOf = (id: string) => store.pools.find((p) => p.id === id)?.name ?? id

const leftG = ref<number | null>(null)
const from = ref<'empty' | 'level'>('empty')
const reach = shallowRef<Answers['reach'] | null>(null)
const problem = ref('')
let cancel: () => void = () => undefined
watch([leftG, from, () => props.pool, () => store.build], async () => {
  cancel()
  reach.value = null
  problem.value = ''
  if (leftG.value === null || !store.build) return
  const asked = ask(
    {
      ask: 'reach',
      build: store.build,
      pool: props.pool.id,
      grams: leftG.value,
      fromMm: from.value === 'level' ? props.pool.levelMm : null
    },
    shelf.own
  )
  cancel = asked.cancel
  try {
    reach.value = await asked.answer
  } catch (error) {
    problem.value = error instanceof Error ? error.message : String(error)
  }
})
onBeforeUnmount(() => cancel())
</script>

<template>
  <section class="panel pad stack" data-test="leftover">
    <h3>What is left in the bottle</h3>
    <div class="grid2">
      <NumberField
        v-model="leftG"
        label="Left over"
        unit="g"
        :min="0"
        :max="100000"
        blank="grams"
      />
      <ChoiceField
        v-model="from"
        label="Poured"
        :options="[
          { id: 'empty', name: 'from empty' },
          { id: 'level', name: 'on this level' }
        ]"
      />
    </div>
    <p v-if="problem" class="fault">
      {{ problem }}
    </p>
    <p v-else-if="reach" data-test="reach">
      {{ ml(reach.volumeMl) }} reach <b>{{ mm(reach.levels[pool.id]) }}</b><template
        v-for="id in reach.order.filter((o) => o !== pool.id)"
        :key="id"
        >, run on into {{ nameOf(id) }} and stand at
        <b>{{ mm(reach.levels[id]) }}</b> there</template
      >.<b v-if="reach.spilledMl > 0.05" class="fault"
        >{{ ' ' }}{{ ml(reach.spilledMl) }} run over the edge.</b
      >
    </p>
  </section>
  <section v-if="others.length" class="panel pad stack" data-test="openings">
    <div class="row">
      <h3 class="grow">Ways through to other pools</h3>
      <ElButton
        class="tool"
        @click="
          set([
            ...pool.openings,
            {
              id: freeId('o', pool.openings),
              kind: 'cave',
              into: others[0].id,
              sillMm: Math.round(pool.levelMm)
            }
          ])
        "
      >
        Add
      </ElButton>
    </div>
    <div v-for="o in pool.openings" :key="o.id" class="way">
      <div class="row">
        <ChoiceField
          class="kind"
          label="Kind of way"
          bare
          :model-value="o.kind"
          :options="[
            { id: 'cave', name: 'cave' },
            { id: 'lip', name: 'lip' }
          ]"
          @update:model-value="change(o.id, { kind: $event as Opening['kind'] })"
        />
        <ChoiceField
          class="grow"
          label="Into"
          bare
          :model-value="o.into"
          :options="others.map((p) => ({ id: p.id, name: `into ${p.name}` }))"
          @update:model-value="change(o.id, { into: $event })"
        />
        <ElButton
          class="tool"
          aria-label="Remove the way"
          @click="set(pool.openings.filter((x) => x.id !== o.id))"
        >
          <X :size="16" aria-hidden="true" />
        </ElButton>
      </div>
      <NumberField
        label="Open above"
        unit="mm"
        :model-value="o.sillMm"
        :min="-1000"
        :max="10000"
        :step="0.5"
        :hint="state(o) ? WORDS[state(o)!] : ''"
        @update:model-value="change(o.id, { sillMm: $event! }, 'sill')"
      />
    </div>
    <p v-if="!pool.openings.length" class="small soft">
      A cave or a lip between two pools: the lower is poured first, and above the sill they are one
      water.
    </p>
  </section>
</template>

<style scoped>
.way {
  border-left: 4px solid var(--water);
  padding-left: 10px;
  display: grid;
  gap: 6px;
}
.kind {
  width: auto;
}
</style>
