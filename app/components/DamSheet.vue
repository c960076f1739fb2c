<script setup lang="ts">
import { computed } from 'vue'
import type { DamPlan } from '../../core/plan/3-stacks/damPlan'
import { explainDam, explainLeak, explainLip } from '../../core/explain/explanations'
import { facesMet, THINGS } from '../../core/craft/materials/pairs'
import type { Dam } from '../../core/craft/materials/types'
import DrawingFrame from './DrawingFrame.vue'
import DamElevation from '../drawings/DamElevation.vue'
import { believed, rangeOf } from '../../core/plan/learned/history'
import { duration, likelyToSurely } from '../../core/words/durations'
import { mm, ml, degrees, fine } from '../words'
import How from './How.vue'

/** One pool's dam: what it does under the water, and the leak test written out for it. */
const props = defineProps<{
  plan: DamPlan
  dam: Dam | null
  setMin: number
  dryMin: number
  poured: 'two-part' | 'light'
}>()
/** A wait of which nothing is learned, as it is likely and as it is surely over. */
const whole = (minutes: number) => {
  const { likelyMin, sureMin } = rangeOf(minutes, believed([], null))
  return likelyToSurely(likelyMin, sureMin)
}
const test = computed(() => props.plan.leakTest)
const pairs = computed(() => facesMet(props.poured, props.dam?.face ?? null))
</script>

<template>
  <div class="sheet">
    <div class="half">
      <DrawingFrame still own name="The dam from above"><DamElevation :dam="plan" /></DrawingFrame>
      <dl class="figures">
        <div>
          <dt>Bows</dt>
          <dd>
            <How :about="explainDam(plan)">{{
              plan.bowMm < 0.05 ? `under ${fine(0.05, 'mm')}` : mm(plan.bowMm)
            }}</How>
          </dd>
        </div>
        <div>
          <dt>Takes in</dt>
          <dd>
            {{ plan.extraMl < 0.05 ? 'nothing' : ml(plan.extraMl) }}
            <small>more resin, braced</small>
          </dd>
        </div>
        <div>
          <dt>Lip to trim</dt>
          <dd>
            <How :about="explainLip(plan)">{{ mm(plan.lipMm) }}</How>
          </dd>
        </div>
        <div>
          <dt>Bead</dt>
          <dd>
            {{ ml(plan.beadMl) }} <small>dries {{ setMin ? whole(setMin) : 'at once' }}</small>
          </dd>
        </div>
      </dl>
      <p v-if="dam" class="small">
        <b>Leaves:</b> {{ dam.leaves }}
        <template v-if="dam.softens"
          >In the heat {{ dam.softens.what }} gives way first, at
          {{ degrees(dam.softens.atC) }}.</template
        >
      </p>
    </div>
    <div class="half">
      <h3 aria-level="2">Leak test for this dam</h3>
      <ol class="test">
        <li v-for="(level, i) in test.levelsMm" :key="i">
          Fill to <b>{{ mm(level) }}</b>, mark it, wait <b>{{ duration(test.waitMin) }}</b>, look
          again.
        </li>
        <li>
          Empty it, blot it, and let it dry <b>{{ whole(dryMin) }}</b> before any resin.
        </li>
      </ol>
      <table class="plain">
        <thead>
          <tr>
            <th>dropped by</th>
            <th class="num"><How :about="explainLeak(plan)">hole</How></th>
            <th class="num">resin it would lose</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="d in test.drops" :key="d.dropMm">
            <td>{{ mm(d.dropMm) }}</td>
            <td class="num">{{ mm(d.holeMm) }}</td>
            <td class="num">{{ ml(d.resinMl) }}</td>
          </tr>
        </tbody>
      </table>
      <p class="small soft">
        It stops dropping where the hole is: look for it at that height. Resin is hundreds of times
        thicker than water.
      </p>
      <h3>What comes off what</h3>
      <ul class="pairs small">
        <li v-for="p in pairs" :key="p.face" :class="p.result">
          <b>{{ THINGS[p.face].name }}: {{ p.result }}</b> {{ p.why }}
        </li>
      </ul>
    </div>
  </div>
</template>

<style scoped>
.sheet {
  display: flex;
  flex-wrap: wrap;
  gap: 20px;
  height: 100%;
  overflow: auto;
}
.half {
  flex: 1 1 21rem;
  min-width: 0;
  display: flex;
  flex-direction: column;
  gap: 8px;
}
.test {
  margin: 0;
  padding-left: 20px;
  display: grid;
  gap: 3px;
}
.pairs {
  margin: 0;
  padding: 0;
  list-style: none;
  display: grid;
  gap: 3px;
}
.pairs li {
  border-left: 4px solid var(--moss);
  padding-left: 8px;
}
.pairs .spoils,
.pairs .bonds {
  border-color: var(--red-lead);
}
.pairs .holds {
  border-color: var(--brass);
}
@media (max-width: 43.75rem) {
  .sheet {
    flex-direction: column;
    height: auto;
  }
}
</style>
