<script setup lang="ts">
import { computed, shallowRef, toRef, watch } from 'vue'
import { inHand } from '../../core/plan/round/inHand'
import { useBuildStore } from '../stores/build'
import { said } from '../words'
import { useRoundDays } from './days'
import DayBar from './DayBar.vue'
import RoundPane from './RoundPane.vue'
import type { RoundPicture } from './scene'

/** A step in the round: what stands when it is done, where it is done, how thick and which way. */
const props = defineProps<{
  step: string | null
  /** Its days can be gone through: the slider chooses steps. */
  slides?: boolean
}>()
const emit = defineEmits<{ step: [step: string | null] }>()
const store = useBuildStore()
const build = computed(() => store.build!)
const plan = computed(() => store.plan)
const days = useRoundDays(build, plan, toRef(props, 'step'))
const { moment } = days
const picture = shallowRef<RoundPicture | null>(null)
const shown = computed(() => moment.value?.step ?? null)
const doing = computed(() =>
  plan.value && shown.value ? inHand(build.value, plan.value, shown.value) : null
)
watch([picture, doing], () => picture.value?.mark(doing.value))
</script>

<template>
  <div class="step-round" data-test="round-step">
    <div class="one">
      <RoundPane
        v-if="plan"
        :build="build"
        :plan="plan"
        :standing="moment?.standing ?? null"
        @ready="picture = $event"
        @model="picture?.mark(doing)"
      >
        <p v-if="shown" class="told" role="status" data-test="in-hand">
          {{ doing ? said(doing.says) : 'Done beside the model, not on it.' }}
        </p>
      </RoundPane>
    </div>
    <DayBar v-if="slides" :days="days" @step="emit('step', $event)" />
  </div>
</template>

<style scoped>
.step-round {
  display: flex;
  flex-direction: column;
  flex: 1;
  min-width: 0;
  height: 100%;
}
.one {
  position: relative;
  display: flex;
  flex: 1;
  min-height: 0;
}
.told {
  position: absolute;
  left: 10px;
  top: 10px;
  max-width: calc(100% - 20px);
  margin: 0;
  padding: 6px 12px;
  background: color-mix(in srgb, var(--sheet) 92%, transparent);
  border-radius: 3px 10px 3px 10px;
}
</style>
