<script setup lang="ts" generic="Id extends string | number">
import { ElOption, ElSelect } from 'element-plus'
import { computed } from 'vue'
import type { Sentence } from '../../core/words/sentence'
import { said } from '../words'

/** A labelled list to choose from; what was chosen and is not on the list any more is still shown. */
const props = defineProps<{
  label: string
  options: readonly { id: Id; name: Sentence; disabled?: boolean }[]
  /** The label is heard, not seen: what stands beside it says the same. */
  bare?: boolean
}>()
defineOptions({ inheritAttrs: false })
const chosen = defineModel<Id>({ required: true })
const listed = computed(() =>
  props.options.some((o) => o.id === chosen.value)
    ? props.options
    : [{ id: chosen.value, name: `${chosen.value} (not on the shelf)` }, ...props.options]
)
const name = computed(() => said(listed.value.find((o) => o.id === chosen.value)?.name ?? ''))
</script>

<template>
  <div class="field" :class="$attrs.class">
    <span v-if="!bare" class="name" aria-hidden="true">{{ label }}</span>
    <ElSelect
      v-bind="{ ...$attrs, class: undefined }"
      v-model="chosen"
      :aria-label="`${label}: ${name}`"
      :empty-values="[null, undefined]"
      :persistent="false"
      :show-arrow="false"
      :offset="4"
    >
      <ElOption
        v-for="o in listed"
        :key="o.id"
        :value="o.id"
        :label="said(o.name)"
        :disabled="'disabled' in o && o.disabled"
        :data-value="o.id"
      />
    </ElSelect>
  </div>
</template>
