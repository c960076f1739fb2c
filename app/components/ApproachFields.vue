<script setup lang="ts">
import { CARE_NAMED, FROM_NAMED } from '../../core/build/lays'
import type { Care, From } from '../../core/craft/ways/types'
import ChoiceField from './ChoiceField.vue'

/** What is there already when the work begins, and how careful to be. */
const from = defineModel<From>('from', { required: true })
const care = defineModel<Care>('care', { required: true })
defineProps<{ risk?: boolean }>()
</script>

<template>
  <ChoiceField v-model="from" label="There already" :options="FROM_NAMED" data-test="from" />
  <ChoiceField v-model="care" label="How careful" :options="CARE_NAMED" data-test="care" />
  <p v-if="risk" class="small soft wide">{{ CARE_NAMED.find((c) => c.id === care)?.risk }}</p>
</template>

<style scoped>
.wide {
  grid-column: 1 / -1;
  margin: 0;
}
</style>
