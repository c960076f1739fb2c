<script setup lang="ts">
import { computed } from 'vue'
import { explainPours } from '../../core/explain/explanations'
import type { PourHeat } from '../../core/physics/stuff/heat/pourHeat'
import HeatChart from '../drawings/HeatChart.vue'
import HeatLadder from '../drawings/HeatLadder.vue'
import type { Fitted } from '../../core/plan/learned/fit'
import { rangeOf } from '../../core/plan/learned/history'
import { about, likelyToSurely } from '../../core/words/durations'
import How from './How.vue'
import { warmth } from '../../core/craft/warmth'
import { said } from '../words'

/** Heat and cure of a pool's pours: what they come to, and when. */
const props = defineProps<{ heat: PourHeat; dammed: boolean; belief: Fitted }>()
const NEVER = 'not in 30 days'
const range = (minutes: number) => rangeOf(minutes, props.belief)
const when = (minutes: number | null) =>
  minutes === null ? NEVER : likelyToSurely(range(minutes).likelyMin, range(minutes).sureMin)
const closes = (minutes: number | null) =>
  minutes === null ? NEVER : about(range(minutes).likelyMin)
const rows = computed(() => [
  ['gels', when(props.heat.gelMin)],
  ['firm', when(props.heat.firmMin)],
  ...(props.heat.pours > 1
    ? [
        ['next pour blends from', when(props.heat.next.opensMin)],
        ['to', closes(props.heat.next.closesMin)]
      ]
    : []),
  ...(props.dammed ? [['dam off', when(props.heat.undamMin)]] : []),
  ['cured', when(props.heat.curedMin)]
])
</script>

<template>
  <div class="sheet">
    <HeatLadder :heat="heat" />
    <div class="side">
      <HeatChart :heat="heat" :undam="dammed" :belief="belief" />
      <dl class="times">
        <div class="wide key">
          <dt class="unseen">Lines</dt>
          <dd>
            <span class="line core"></span>core <span class="line foot"></span>at the resin’s foot
          </dd>
        </div>
        <div>
          <dt>warmest</dt>
          <dd data-test="peak">
            <How :about="explainPours(heat)">{{ said(warmth(heat.peakLoC, heat.peakHiC)) }}</How>
          </dd>
        </div>
        <div>
          <dt>at the ground</dt>
          <dd>{{ said(warmth(heat.groundPeakLoC, heat.groundPeakHiC)) }}</dd>
        </div>
        <div v-for="[name, value] in rows" :key="name">
          <dt>{{ name }}</dt>
          <dd>{{ value }}</dd>
        </div>
      </dl>
    </div>
  </div>
</template>

<style scoped>
.sheet {
  display: flex;
  flex-direction: column;
  height: 100%;
  min-height: 0;
  gap: 4px;
}
.side {
  flex: 1;
  display: flex;
  gap: 12px;
  min-height: 0;
}
.times {
  margin: 0;
  width: 236px;
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 5px 10px;
  align-content: start;
  overflow: auto;
}
.wide {
  grid-column: 1 / -1;
}
.times .key dd {
  margin: 0;
  font: inherit;
  font-size: 0.7812rem;
  display: flex;
  gap: 6px;
  align-items: center;
}
.line {
  width: 20px;
  border-top: 3px solid var(--red-lead);
}
.line.foot {
  border-top: 3px dotted var(--deep);
  margin-left: 8px;
}
.times dt {
  font-size: 0.7812rem;
  color: var(--ink-soft);
}
.times dd {
  margin: 0;
  font-weight: 650;
  font-size: 0.875rem;
}
@media (max-width: 43.75rem) {
  .side {
    flex-direction: column;
  }
  .side :deep(.holder) {
    min-height: 220px;
  }
  .times {
    width: auto;
  }
}
</style>
