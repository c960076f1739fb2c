<script setup lang="ts">
import { computed } from 'vue'
import type { Build } from '../../core/build/types'
import { poolsOf } from '../../core/build/types'
import type { Plan } from '../../core/plan/derivePlan'
import FallDrawing from '../drawings/FallDrawing.vue'
import PartDrawing from '../drawings/PartDrawing.vue'
import RunDrawing from '../drawings/RunDrawing.vue'
import SectionDrawing from '../drawings/SectionDrawing.vue'
import SplashDrawing from '../drawings/SplashDrawing.vue'
import WaveDrawing from '../drawings/WaveDrawing.vue'

/** The computed form of one water, drawn as large as there is room. */
const props = defineProps<{ build: Build; plan: Plan; water: string | null; part?: boolean }>()
const water = computed(() => props.build.waters.find((w) => w.id === props.water) ?? null)
const fall = computed(() => props.plan.forms.falls.find((f) => f.id === props.water))
const sea = computed(() => props.plan.forms.seas.find((f) => f.id === props.water))
const splash = computed(() => props.plan.forms.splashes.find((f) => f.id === props.water))
const reach = computed(() => props.plan.forms.reaches.find((f) => f.id === props.water))
const made = computed(() =>
  props.part ? props.plan.stacks.forms.find((f) => f.id === props.water)?.part : null
)
</script>

<template>
  <PartDrawing v-if="made" :part="made" />
  <FallDrawing v-else-if="fall?.curve" class="still" :form="fall" />
  <WaveDrawing v-else-if="sea && !sea.faults.length && sea.built" :form="sea" />
  <SplashDrawing
    v-else-if="splash && water?.kind === 'splash'"
    :form="splash"
    :lo-deg="Math.min(water.loDeg, water.hiDeg)"
    :hi-deg="Math.max(water.loDeg, water.hiDeg)"
  />
  <RunDrawing
    v-else-if="reach?.stations.length"
    :forms="plan.forms"
    :selected="reach.id"
    :exaggeration="null"
    :only="reach.id"
  />
  <SectionDrawing
    v-else
    layers
    :section="plan.ground.section"
    :pools="poolsOf(build)"
    :falls="plan.forms.falls"
    :stacks="plan.stacks.pools"
    :shell-mm="build.ground.shellMm"
    :exaggeration="null"
    :selected="props.water ?? ''"
  />
</template>

<style scoped>
.still {
  pointer-events: none;
}
</style>
