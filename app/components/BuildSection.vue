<script setup lang="ts">
import { useUnderlay } from '../drawings/underlay'
import { computed } from 'vue'
import type { Plan } from '../../core/plan/derivePlan'
import { onShelf } from '../../core/craft/materials/shelf'
import { laidLines } from '../../core/plan/6-steps/coreOf'
import SectionDrawing from '../drawings/SectionDrawing.vue'
import { useBuildStore } from '../stores/build'
import { useSettingsStore } from '../stores/settings'
import DrawingFrame from './DrawingFrame.vue'

/** The section of the build in hand, in its frame; `ran` leaves the water that is given as it ran. */
defineProps<{
  plan: Plan
  name?: string
  layers?: boolean
  levels?: boolean
  selected: string
  ran?: readonly (readonly (readonly [number, number])[])[]
}>()
const emit = defineEmits<{ level: [pool: string, levelMm: number] }>()
const store = useBuildStore()
const underlay = useUnderlay('section')
const settings = useSettingsStore()
const shellMm = computed(() => store.build!.ground.shellMm)
const hatch = computed(
  () => onShelf(store.shelf, 'landform', store.build!.ground.landform)?.hatch ?? 'cells'
)
</script>

<template>
  <DrawingFrame :name="name ?? 'Section'" round>
    <SectionDrawing
      :layers="layers"
      :levels="levels"
      :section="plan.ground.section"
      :underlay="underlay"
      :pools="store.pools"
      :falls="plan.forms.falls"
      :moving="plan.forms.section"
      :stacks="plan.stacks.pools"
      :shell-mm="shellMm"
      :hatch="hatch"
      :exaggeration="settings.heights"
      :ran="ran"
      :laid="layers ? laidLines(plan.steps.lays, plan.stacks) : []"
      :selected="selected"
      @level="(pool, levelMm) => emit('level', pool, levelMm)"
      @settled="store.endGroup"
      @select="store.selected = $event"
    />
  </DrawingFrame>
</template>
