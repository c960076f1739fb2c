<script setup lang="ts">
import { ElButton } from 'element-plus'
import { Plus, X } from '@lucide/vue'
import { computed } from 'vue'
import {
  addBoulder,
  addReachPoint,
  changeBoulder,
  changeReach,
  removeReachPoint
} from '../../core/build/edits'
import type { BedKind, Reach } from '../../core/build/types'
import {
  explainDescent,
  explainFroude,
  explainJumpAt,
  explainRock,
  explainStanding,
  explainStream
} from '../../core/explain/waterExplanations'
import { MANNING, type ReachForm } from '../../core/plan/2-forms/reachForm'
import { mm, figure, number, unit } from '../words'
import { useBuildStore } from '../stores/build'
import ChoiceField from './ChoiceField.vue'
import How from './How.vue'
import NumberField from './NumberField.vue'
import WorkTable from './WorkTable.vue'
import FoldAway from './FoldAway.vue'

/** A run of water: its line, bed and rocks, and what the stream makes of them. */
const props = defineProps<{ reach: Reach; form: ReachForm; scale: number }>()
const store = useBuildStore()
const set = (label: string, change: Parameters<typeof changeReach>[1], group = '') =>
  store.edit(label, changeReach(props.reach.id, change), group && `${group}:${props.reach.id}`)
const BEDS: Record<BedKind, string> = {
  smooth: 'smooth rock or masonry',
  gravel: 'gravel',
  cobbles: 'cobbles',
  boulders: 'boulders'
}
const beds = Object.entries(BEDS).map(([id, name]) => ({
  id,
  name: `${name}, n ${MANNING[id as BedKind]}`
}))
const fastest = computed(() =>
  props.form.stations.reduce(
    (best, s) => (s.froude > best.froude ? s : best),
    props.form.stations[0]
  )
)
const standing = computed(
  () =>
    props.form.stretches
      .filter((s) => s.waveHeightMm > 0.3 && s.toMm - s.fromMm > 4)
      .sort((a, b) => b.toMm - b.fromMm - (a.toMm - a.fromMm))[0]
)
const setPoint = (id: string, bedMm: number | null) =>
  set(
    'Bed',
    { path: props.reach.path.map((p) => (p.id === id ? { ...p, bedMm: bedMm ?? undefined } : p)) },
    `bed${id}`
  )
const POINTS = [
  { id: 'point', label: 'Point' },
  { id: 'bed', label: 'Bed', width: 104 },
  { id: 'acts', label: 'Add, remove', unseen: true, width: 88 }
]
const shown = (i: number) => {
  const s = props.form.stations
  if (s.length === 0) return 'not dipped'
  const p = props.reach.path[i]
  return figure(
    s.reduce((best, x) =>
      Math.hypot(x.at[0] - p.x, x.at[1] - p.y) < Math.hypot(best.at[0] - p.x, best.at[1] - p.y)
        ? x
        : best
    ).bedMm,
    'mm'
  )
}
const own = (id: string) => props.reach.boulders.find((b) => b.id === id)
function putRock(): void {
  const s = props.form.stations
  const [a, b] = [props.reach.path[0], props.reach.path[1]]
  store.edit(
    'Put a rock in',
    addBoulder(
      props.reach.id,
      s.length > 0 ? s[Math.floor(s.length * 0.6)].at : [(a.x + b.x) / 2, (a.y + b.y) / 2]
    )
  )
}
</script>

<template>
  <dl v-if="form.stations.length" class="figures">
    <div>
      <dt>Fastest</dt>
      <dd>
        <How :about="explainStream(form, reach.bed)">{{ figure(fastest.speedMS, 'm/s') }}</How>
        {{ ' '
        }}<small
          >{{ unit('m/s') }} full size,
          <How :about="explainFroude(fastest.froude)">Fr {{ number(fastest.froude) }}</How></small
        >
      </dd>
    </div>
    <div>
      <dt>Falls</dt>
      <dd>
        <How :about="explainDescent(form)">{{
          mm(
            Math.max(
              0,
              form.stations[0].surfaceMm - form.stations[form.stations.length - 1].surfaceMm
            )
          )
        }}</How>
        {{ ' ' }}<small>over {{ mm(form.lengthMm) }}</small>
      </dd>
    </div>
    <div v-for="(j, i) in form.jumps" :key="i">
      <dt>Jump at {{ mm(j.sMm) }}</dt>
      <dd data-test="jump">
        <How :about="explainJumpAt(j, scale)">{{ mm(j.heightMm) }}</How>
        {{ ' ' }}<small>{{ j.kind }}, {{ mm(j.lengthMm) }} long</small>
      </dd>
    </div>
    <div v-if="standing">
      <dt>Standing waves</dt>
      <dd>
        <How :about="explainStanding(standing)">{{ mm(standing.waveMm) }}</How>
        {{ ' ' }}<small>apart, to {{ mm(standing.waveHeightMm) }} high</small>
      </dd>
    </div>
  </dl>
  <div class="grid2">
    <NumberField
      label="Width"
      unit="mm"
      :model-value="reach.widthMm"
      :min="1"
      :max="10000"
      @update:model-value="set('Width', { widthMm: $event! }, 'width')"
    />
    <ChoiceField
      label="Bed"
      :model-value="reach.bed"
      :options="beds"
      data-test="bed"
      @update:model-value="set('Bed', { bed: $event as BedKind })"
    />
  </div>
  <div class="stack tight">
    <div class="row">
      <b class="grow">Rocks</b
      ><ElButton class="tool" data-test="add-rock" @click="putRock">+ Rock</ElButton>
    </div>
    <div v-for="r in form.rocks" :key="r.id" class="rock">
      <div class="row">
        <span class="grow"
          ><How :about="explainRock(r)">{{ r.name }}</How> {{ ' '
          }}<small class="soft"
            >{{ r.veeDeg === null ? `eddy ${mm(r.eddyMm)}` : `vee ${Math.round(r.veeDeg)}°` }},
            pillow {{ mm(r.pillowMm) }}</small
          ></span
        ><ElButton
          v-if="own(r.id)"
          class="tool danger"
          :aria-label="`Take ${r.name} out`"
          @click="store.edit('Take a rock out', changeBoulder(reach.id, r.id, null))"
        >
          <X :size="16" aria-hidden="true" />
        </ElButton>
      </div>
      <div v-if="own(r.id)" class="grid2">
        <NumberField
          label="wide"
          unit="mm"
          :model-value="own(r.id)!.widthMm"
          :min="0.5"
          :max="1000"
          @update:model-value="
            store.edit('Rock', changeBoulder(reach.id, r.id, { widthMm: $event! }), `rockw${r.id}`)
          "
        />
        <NumberField
          label="high"
          unit="mm"
          :model-value="own(r.id)!.heightMm"
          :min="0.5"
          :max="1000"
          @update:model-value="
            store.edit('Rock', changeBoulder(reach.id, r.id, { heightMm: $event! }), `rockh${r.id}`)
          "
        />
      </div>
    </div>
  </div>
  <FoldAway :title="`Points of its line, ${reach.path.length}`">
    <WorkTable :rows="reach.path" row-key="id" :columns="POINTS">
      <template #point="{ row, index }">
        {{ index + 1 }}
        <small class="soft">{{ figure(row.x, 'mm') }}, {{ figure(row.y, 'mm') }}</small>
      </template>
      <template #bed="{ row, index }">
        <NumberField
          bare
          :label="`Bed at point ${index + 1}`"
          unit="mm"
          :model-value="row.bedMm ?? null"
          :min="-1000"
          :max="10000"
          :step="0.5"
          :blank="shown(index)"
          @update:model-value="setPoint(row.id, $event)"
        />
      </template>
      <template #acts="{ row, index }">
        <div class="row">
          <ElButton
            class="tool"
            :aria-label="`Add a point after ${index + 1}`"
            @click="store.edit('Add a point', addReachPoint(reach.id, row.id))"
          >
            <Plus :size="16" aria-hidden="true" />
          </ElButton>
          <ElButton
            class="tool"
            :disabled="reach.path.length <= 2"
            :aria-label="`Remove point ${index + 1}`"
            @click="store.edit('Remove a point', removeReachPoint(reach.id, row.id))"
          >
            <X :size="16" aria-hidden="true" />
          </ElButton>
        </div>
      </template>
    </WorkTable>
    <p class="small soft">A blank bed is that of the dipped ground.</p>
  </FoldAway>
</template>

<style scoped>
.tight {
  gap: 6px;
}
.rock {
  border-left: 4px solid var(--foam-line);
  padding-left: 8px;
  display: grid;
  gap: 4px;
}
td .tool {
  min-height: 28px;
  padding: 0 8px;
}
</style>
