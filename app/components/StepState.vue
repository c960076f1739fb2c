<script setup lang="ts">
import { ElButton } from 'element-plus'
import { computed, ref, watch } from 'vue'
import { setLays } from '../../core/build/lays'
import type { Step } from '../../core/plan/6-steps/types'
import { useBuildStore } from '../stores/build'

/** Leaves a step out, with its risk said before, or says that it is there already. */
const props = defineProps<{ step: Step }>()
const store = useBuildStore()
const asking = ref(false)
watch(
  () => props.step.of,
  () => {
    asking.value = false
  }
)
const own = computed(() => props.step.of.startsWith('own/') || props.step.of.includes(':'))
function leaveOut(): void {
  asking.value = false
  store.edit(`Leave out: ${props.step.title}`, setLays([props.step.of], 'leftOut'))
}
const there = () =>
  store.edit(`There already: ${props.step.title}`, setLays([props.step.of], 'there'))
</script>

<template>
  <div v-if="!own" class="state row">
    <template v-if="asking">
      <span class="small grow">{{ step.risk || 'What it makes will be missing.' }}</span><ElButton
        class="tool"
        data-test="leave-out-yes"
        @click="leaveOut"
        >Leave it out</ElButton
      ><ElButton class="tool" @click="asking = false">Keep it</ElButton>
    </template>
    <template v-else>
      <ElButton class="tool" data-test="leave-out" @click="asking = true">Leave out</ElButton
      ><ElButton class="tool" data-test="there-already" @click="there">There already</ElButton>
    </template>
  </div>
</template>

<style scoped>
.state {
  gap: 8px;
  align-items: center;
}
</style>
