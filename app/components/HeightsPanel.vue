<script setup lang="ts">
import { ElButton } from 'element-plus'
import { computed, ref, watch } from 'vue'
import { changeFall, changeOutlet, changePool } from '../../core/build/edits'
import {
  heightsOf,
  raiseTogether,
  stayed,
  type HeightName,
  type PoolHeights
} from '../../core/build/heights'
import type { Pool, Water } from '../../core/build/types'
import { dropByLevels } from '../../core/plan/2-forms/flow'
import { mm, figure } from '../words'
import { useBuildStore } from '../stores/build'
import NumberField from './NumberField.vue'

/**
 * Every height of the water in hand, the highest first, beside the section that shows them: of a fall
 * also where it comes from and where it goes.
 */
const store = useBuildStore()
const fall = computed(() => (store.water?.kind === 'fall' ? store.water : null))
function poolIds(water: Water | null): (string | null | undefined)[] {
  if (water?.kind === 'fall') return [water.lip?.pool, water.into]
  return water?.kind === 'sea' ? [water.pool] : [water?.id]
}
const pools = computed(() =>
  poolIds(store.water).flatMap((id) => store.pools.find((p) => p.id === id) ?? [])
)
const deepest = (id: string) => {
  const ground = store.plan?.ground.pools.find((g) => g.id === id)
  return ground?.measured ? round1(ground.lowestMm) : null
}
const round1 = (value: number) => Math.round(value * 10) / 10

/** The heights of each pool when they last belonged together: what stayed since may be taken along. */
const together = ref(new Map<string, PoolHeights>())
function agree(pool: Pool): void {
  const [now, before] = [heightsOf(pool), together.value.get(pool.id)]
  // the same heights are no news: whoever watches would never come to rest
  if (JSON.stringify(now) !== JSON.stringify(before)) together.value.set(pool.id, now)
}
watch(
  () => store.build?.id,
  () => {
    together.value = new Map(store.pools.map((p) => [p.id, heightsOf(p)]))
  },
  { immediate: true }
)
const offers = computed(
  () =>
    new Map(
      store.pools.flatMap((pool) => {
        const offer = stayed(together.value.get(pool.id) ?? heightsOf(pool), heightsOf(pool))
        return offer ? [[pool.id, offer] as const] : []
      })
    )
)
// where all were moved alike they belong together again
watch(offers, (now) => store.pools.filter((p) => !now.has(p.id)).forEach(agree))
/** "brim, dam and bed". */
const listed = (names: readonly HeightName[]) =>
  names.length > 1 ? `${names.slice(0, -1).join(', ')} and ${names.at(-1)}` : names[0]
function takeAlong(pool: Pool): void {
  const { byMm, names } = offers.value.get(pool.id)!
  store.edit(
    byMm > 0 ? 'Raise it together' : 'Lower it together',
    raiseTogether(pool.id, byMm, names)
  )
  const now = store.pools.find((p) => p.id === pool.id)
  if (now) agree(now)
}
function bed(pool: Pool, deepestMm: number): void {
  const byMm = round1(deepestMm - deepest(pool.id)!)
  store.edit('Bed', raiseTogether(pool.id, byMm, ['bed']), `bed:${pool.id}`)
  const now = store.pools.find((p) => p.id === pool.id)
  if (now) agree(now)
}

/** How many, and from where to where: one by one they are on Ground. */
function dipsOf(pool: Pool): string {
  const dips = pool.soundings.map(([, , z]) => pool.levelMm - z)
  if (dips.length === 0) return 'No dips yet: Ground takes them'
  if (dips.length === 1) return `1 dip, ${mm(dips[0])}`
  return `${dips.length} dips, ${figure(Math.min(...dips), 'mm')} to ${mm(Math.max(...dips))}`
}

const drop = computed(() => {
  const water = fall.value
  if (!water || water.dropMm === null || !store.build) return null
  const byLevels = round1(dropByLevels(store.build, water))
  return Math.abs(byLevels - water.dropMm) < 0.1 ? null : byLevels
})
const level = (id: string, levelMm: number) =>
  store.edit('Level', changePool(id, { levelMm }), `level:${id}`)
</script>

<template>
  <section class="heights" aria-label="Heights" data-test="heights">
    <template v-for="pool in pools" :key="pool.id">
      <b v-if="!fall" class="small name">{{ pool.name }}</b>
      <div v-if="offers.has(pool.id)" class="offer small" role="status" data-test="bed-offer">
        {{ offers.get(pool.id)!.byMm > 0 ? 'Up' : 'Down' }} by
        {{ mm(Math.abs(offers.get(pool.id)!.byMm)) }}; {{ listed(offers.get(pool.id)!.names) }}
        stayed.
        <ElButton class="tool" data-test="bed-along" @click="takeAlong(pool)"
          >Take {{ offers.get(pool.id)!.names.length > 1 ? 'them' : 'it' }} along</ElButton
        >
        <ElButton class="tool" @click="agree(pool)">Leave it</ElButton>
      </div>
      <NumberField
        v-if="!fall && pool.outline.some((c) => c.edge === 'dam')"
        label="Dam’s top"
        unit="mm"
        :model-value="pool.damTopMm"
        :min="-1000"
        :max="10000"
        :step="0.5"
        @update:model-value="
          store.edit('Dam', changePool(pool.id, { damTopMm: $event! }), `damtop:${pool.id}`)
        "
      />
      <NumberField
        v-if="!fall"
        label="Brim"
        unit="mm"
        :model-value="pool.brimMm"
        :min="-1000"
        :max="10000"
        :step="0.5"
        @update:model-value="
          store.edit('Brim', changePool(pool.id, { brimMm: $event! }), `brim:${pool.id}`)
        "
      />
      <NumberField
        :label="fall ? `Level of ${pool.name}` : 'Level'"
        unit="mm"
        :model-value="pool.levelMm"
        :min="-1000"
        :max="10000"
        :step="0.5"
        @update:model-value="level(pool.id, $event!)"
      />
      <NumberField
        v-if="!fall && deepest(pool.id) !== null"
        label="Bed, deepest"
        unit="mm"
        :model-value="deepest(pool.id)"
        :min="-1000"
        :max="10000"
        :step="0.5"
        @update:model-value="bed(pool, $event!)"
      />
      <RouterLink
        v-if="!fall"
        class="dips small"
        :to="{ name: 'ground', params: { id: store.build!.id } }"
        data-test="dips"
        >{{ dipsOf(pool) }}</RouterLink
      >
    </template>
    <template v-if="fall">
      <template v-if="fall.outlet">
        <NumberField
          label="Leaves at"
          unit="mm"
          :model-value="fall.outlet.zMm"
          :min="-1000"
          :max="10000"
          :step="0.5"
          data-test="leaves-at"
          @update:model-value="
            store.edit('Height', changeOutlet(fall!.id, { zMm: $event! }), `leaves:${fall!.id}`)
          "
        />
      </template>
      <NumberField
        v-if="fall.into === null"
        label="Comes down at"
        unit="mm"
        :model-value="fall.footMm ?? null"
        :min="-1000"
        :max="10000"
        :step="0.5"
        blank="0"
        data-test="foot"
        @update:model-value="
          store.edit('Foot', changeFall(fall!.id, { footMm: $event }), `foot:${fall!.id}`)
        "
      />
      <NumberField
        v-if="!fall.outlet || fall.dropMm !== null"
        label="Drop"
        unit="mm"
        :model-value="fall.dropMm"
        :min="0.5"
        :max="10000"
        :step="0.5"
        :blank="store.build ? figure(dropByLevels(store.build, fall), 'mm') : ''"
        @update:model-value="
          store.edit('Drop', changeFall(fall!.id, { dropMm: $event }), `drop:${fall!.id}`)
        "
      />
      <div v-if="drop !== null" class="offer small" role="status" data-test="drop-contradicts">
        The levels give {{ mm(drop) }}: the water cannot do both.
        <ElButton
          class="tool"
          @click="store.edit('Drop by the levels', changeFall(fall!.id, { dropMm: null }))"
          >By the levels</ElButton
        >
      </div>
    </template>
  </section>
</template>

<style scoped>
.heights {
  display: grid;
  align-content: start;
  gap: 4px;
  width: 11.7rem;
  flex: none;
  padding: 8px 12px 8px 4px;
  overflow: auto;
}
.name {
  margin-top: 2px;
}
.heights :deep(.field) {
  grid-template-columns: minmax(0, 1fr) 5.8rem;
  align-items: center;
  gap: 4px 6px;
}
.heights :deep(.field > label) {
  line-height: 1.15;
}
.heights :deep(.choice) {
  min-height: 30px;
  padding: 2px 7px;
}
.heights :deep(.fault) {
  grid-column: 1 / -1;
}
.dips {
  color: inherit;
}
.offer {
  display: flex;
  flex-wrap: wrap;
  gap: 5px;
  padding: 7px 9px;
  border-left: 4px solid var(--brass);
  background: var(--brass-wash);
}
.offer .tool {
  min-height: 30px;
  padding: 2px 9px;
}
@media (max-width: 43.75rem) {
  .heights {
    width: auto;
    padding: 8px 12px;
  }
}
</style>
