<script setup lang="ts">
import ChoiceField from './ChoiceField.vue'
import { ElButton } from 'element-plus'
import DateField from './DateField.vue'
import { computed } from 'vue'
import { arrangementOf, settleStep, unsettleStep } from '../../core/build/workEdits'
import type { PlannedWork } from '../../core/plan/7-days/plan'
import { localIso } from '../../core/build/zone'
import { useBuildStore } from '../stores/build'

/** What the builder settles about one step: when, not when, and whose hands. */
const props = defineProps<{ work: PlannedWork }>()
const store = useBuildStore()
const build = computed(() => store.build!)
const own = computed(() => arrangementOf(build.value, props.work.step))
const here = computed(() => localIso(props.work.startMs, build.value.calendar.zone).slice(0, 16))
const settled = computed(() => build.value.arrange.some((a) => a.step === props.work.step))
const unmet = computed(() => store.plan?.days.unmet.some((u) => u.step === props.work.step))
const settle = (change: Parameters<typeof settleStep>[1]) =>
  store.edit('Settle a step', settleStep(props.work.step, change))
const notToday = () =>
  settle({ notOn: [...new Set([...own.value.notOn, here.value.slice(0, 10)])], at: null })
</script>

<template>
  <div class="settle row" :class="{ unmet }">
    <DateField
      :label="`Begins ${own.at ? '(settled)' : '(the plan’s choice)'}`"
      :model-value="own.at ?? here"
      data-test="settle-at"
      @update:model-value="$event && settle({ at: $event })"
    />
    <ElButton v-if="!own.at" class="tool" data-test="pin" @click="settle({ at: here })">
      Keep it here
    </ElButton>
    <ElButton class="tool" data-test="not-today" @click="notToday">Not on this day</ElButton>
    <ChoiceField
      v-if="build.calendar.second"
      label="Whose hands"
      :model-value="own.by ?? ''"
      :options="[
        { id: '', name: 'either of you' },
        { id: 'first', name: 'yours' },
        { id: 'second', name: build.calendar.second.name }
      ]"
      @update:model-value="settle({ by: $event || null })"
    />
    <ElButton
      v-if="settled"
      class="tool"
      data-test="unsettle"
      @click="store.edit('Let the plan choose', unsettleStep(work.step))"
    >
      Let the plan choose
    </ElButton>
    <span v-if="own.notOn.length" class="small soft">not on {{ own.notOn.join(', ') }}</span>
  </div>
</template>

<style scoped>
.settle {
  gap: 8px;
  align-items: end;
  border-top: 1px solid var(--line);
  padding-top: 8px;
}
.settle .choice {
  width: auto;
}
.unmet .choice {
  border-color: var(--red-lead);
}
</style>
