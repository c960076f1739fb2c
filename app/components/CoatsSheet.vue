<script setup lang="ts">
import { ElButton } from 'element-plus'
import { computed } from 'vue'
import { THICKEST_GEL_MM } from '../../core/physics/stuff/drying/coats'
import {
  explainClear,
  explainCoats,
  explainPeak,
  explainSag
} from '../../core/explain/gelExplanations'
import type { Room } from '../../core/physics/stuff/drying/air'
import { roomWords } from '../../core/craft/roomWords'
import type { Gel } from '../../core/craft/materials/types'
import type { Laying } from '../../core/plan/3-stacks/gelStack'
import type { Fitted } from '../../core/plan/learned/fit'
import { rangeOf } from '../../core/plan/learned/history'
import { about } from '../../core/words/durations'
import { mm, said } from '../words'
import DryingChart from '../drawings/DryingChart.vue'
import How from './How.vue'

/** More sittings against an earlier finish: each number of coats as a bar of days, to be chosen. */
const props = defineProps<{
  laying: Laying
  gel: Gel
  room: Room
  advise: boolean
  peels: boolean
  dries: Fitted
  thickens: Fitted
}>()
const emit = defineEmits<{ choose: [coats: number | null] }>()
const shown = computed(() => props.laying.table)
/** As long as twice the chosen one: what is longer runs off the drawing. */
const spanH = computed(() =>
  Math.max(
    1,
    ...shown.value.flatMap((c) =>
      c.totalH !== null && c.wetMm <= THICKEST_GEL_MM ? [c.totalH] : []
    ),
    props.laying.totalH ?? 0
  )
)
const share = (h: number | null) => (h === null ? 100 : Math.min(100, (100 * h) / spanH.value))
/** A time as it is likely, and what follows it small: until when it surely is. */
const told = (minutes: number | null, belief: Fitted) => {
  const { likelyMin, sureMin } = rangeOf(minutes ?? 0, belief)
  return minutes === null
    ? { likely: 'never', surely: '' }
    : { likely: about(likelyMin), surely: `surely ${about(sureMin)}` }
}
const inHours = (h: number | null) => told(h === null ? null : 60 * h, props.dries)
const soon = computed(() => {
  const { skinMin, touchMin, handleMin } = props.laying
  return [
    { name: 'Has a skin', ...told(skinMin, props.thickens) },
    { name: 'Touch-dry', ...told(touchMin, props.thickens) },
    { name: 'May be handled', ...told(handleMin, props.thickens) }
  ]
})
const clear = computed(() => inHours(props.laying.clearH))
const all = computed(() => inHours(props.laying.totalH))
</script>

<template>
  <div class="sheet" data-test="coats-sheet">
    <ol class="options" aria-label="In how many coats">
      <li v-for="c in shown" :key="c.coats">
        <ElButton
          class="option"
          :class="{ on: c.coats === laying.coats, white: c.wetMm > THICKEST_GEL_MM }"
          :aria-pressed="c.coats === laying.coats"
          :data-coats="c.coats"
          @click="emit('choose', advise && c.coats === laying.advised ? null : c.coats)"
        >
          <span class="count figure">{{ c.coats }} × {{ mm(c.wetMm) }}</span>
          <svg class="bar" viewBox="0 0 100 16" preserveAspectRatio="none" aria-hidden="true">
            <rect
              class="all"
              x="0"
              y="1"
              :width="share(c.totalH)"
              height="14"
              :fill="c.wetMm > THICKEST_GEL_MM ? 'url(#state-wet)' : 'url(#state-firm)'"
            />
            <line
              v-for="k in c.coats - 1"
              :key="k"
              :x1="(share(c.totalH) * k) / c.coats"
              :x2="(share(c.totalH) * k) / c.coats"
              y1="0"
              y2="16"
            />
          </svg>
          <span class="when"
            >{{ inHours(c.totalH).likely
            }}<small v-if="c.wetMm > THICKEST_GEL_MM"> stays white</small
            ><small v-else-if="advise && c.coats === laying.advised"> advised</small></span
          >
        </ElButton>
      </li>
    </ol>
    <dl class="figures">
      <div>
        <dt>Each coat</dt>
        <dd>
          {{ mm(laying.wetMm) }} <small>wet, {{ mm(laying.dryMm) }} dry</small>
        </dd>
      </div>
      <div v-for="s in soon" :key="s.name">
        <dt>{{ s.name }}</dt>
        <dd>
          {{ s.likely }} <small>{{ s.surely }}</small>
        </dd>
      </div>
      <div>
        <dt>Clear</dt>
        <dd data-test="clear">
          <How :about="explainClear(laying, gel, room)">{{ clear.likely }}</How>
          {{ ' ' }}<small>each, {{ clear.surely }}</small>
        </dd>
      </div>
      <div>
        <dt>All clear</dt>
        <dd>
          <How :about="explainCoats(laying)">{{ all.likely }}</How>
          {{ ' ' }}<small>{{ all.surely }}</small>
        </dd>
      </div>
      <div v-if="peels && laying.peelH !== null">
        <dt>Peels</dt>
        <dd>
          {{ inHours(laying.peelH).likely }}
          {{ ' ' }}<small>to {{ inHours(laying.peelByH).likely }}, then brittle</small>
        </dd>
      </div>
      <div v-if="laying.sagMm !== null">
        <dt>Stays on {{ Math.round(laying.slopeDeg) }}°</dt>
        <dd>
          <How :about="explainSag(laying, gel)">{{ mm(laying.sagMm) }}</How><small
            v-if="laying.tiltDeg"
          >
            tilt it {{ laying.tiltDeg }}° back</small
          >
        </dd>
      </div>
      <div v-if="laying.peak">
        <dt>Points stand</dt>
        <dd>
          <How :about="explainPeak(laying, gel)">{{ mm(laying.peak.standsMm) }}</How>
          {{ ' ' }}<small>of {{ mm(laying.peak.heightMm) }}</small>
        </dd>
      </div>
    </dl>
    <DryingChart :laying="laying" :peels="peels" :belief="dries" class="drying" />
    <p class="small soft">
      A coat over one that is still white shuts the water in. At
      {{ said(roomWords(room)) }}; changed on Days, under “Hours”.
    </p>
  </div>
</template>

<style scoped>
.sheet {
  height: 100%;
  overflow: auto;
  display: grid;
  grid-template-columns: minmax(0, 1fr) 280px;
  gap: 6px 20px;
  align-content: start;
}
.sheet > :is(p, .drying) {
  grid-column: 1 / -1;
}
.drying {
  height: 13rem;
}
.options {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 2px;
  align-content: start;
}
.option {
  width: 100%;
  display: grid;
  grid-template-columns: 108px minmax(0, 1fr) 150px;
  gap: 10px;
  align-items: center;
  background: none;
  border: 1px solid transparent;
  border-radius: 3px 10px 3px 10px;
  padding: 0 8px;
  min-height: 27px;
  cursor: pointer;
  text-align: left;
}
.option:hover {
  border-color: var(--line-strong);
}
.option.on {
  border-color: var(--deep);
  background: color-mix(in srgb, var(--shallow) 35%, transparent);
}
.bar {
  width: 100%;
  height: 18px;
  display: block;
}
.bar .all {
  stroke: var(--deep);
  stroke-width: 1;
  vector-effect: non-scaling-stroke;
}
.bar line {
  stroke: var(--deep);
  stroke-width: 1.5;
  vector-effect: non-scaling-stroke;
}
.white .when {
  color: var(--red-lead);
}
.white .bar .all {
  stroke: var(--red-lead);
  stroke-dasharray: 4 3;
}
.when small {
  font-size: 0.7812rem;
}
.figures {
  align-content: start;
}
@media (max-width: 43.75rem) {
  .sheet {
    grid-template-columns: minmax(0, 1fr);
    height: auto;
  }
  .option {
    grid-template-columns: 6.5rem minmax(0, 1fr) minmax(4.5rem, auto);
    min-height: 44px;
    padding: 0 4px;
  }
}
</style>
