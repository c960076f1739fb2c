<script setup lang="ts">
import { ElButton } from 'element-plus'
import { Minus, Plus } from '@lucide/vue'
import type { TintDose } from '../../core/physics/stuff/mixing/mix'
import type { Tint } from '../../core/craft/materials/types'
import NumberField from './NumberField.vue'

/** Drops of each tint in the builder's own cup, typed or counted one by one. */
const props = defineProps<{ tints: Tint[]; doses: TintDose[]; cupG: number }>()
const emit = defineEmits<{ change: [doses: TintDose[]] }>()
const dose = (id: string) =>
  ((props.doses.find((d) => d.id === id)?.dropsPer100G ?? 0) * props.cupG) / 100

function set(id: string, drops: number): void {
  const rest = props.doses.filter((d) => d.id !== id)
  const next = drops > 0 ? [...rest, { id, dropsPer100G: (100 * drops) / props.cupG }] : rest
  emit(
    'change',
    props.tints.flatMap((t) => next.filter((n) => n.id === t.id))
  )
}
</script>

<template>
  <div class="doses">
    <div v-for="t in tints" :key="t.id" class="row tint">
      <span class="swatch" :style="{ background: t.look.colour }"></span
      ><span class="grow">{{ t.name }}</span>
      <ElButton
        class="tool"
        :aria-label="`Less ${t.name}`"
        :disabled="dose(t.id) === 0"
        @click="set(t.id, Math.max(0, Math.ceil(dose(t.id) - 1)))"
      >
        <Minus :size="16" aria-hidden="true" />
      </ElButton>
      <NumberField
        bare
        class="count"
        :label="`Drops of ${t.name}`"
        :model-value="Math.round(dose(t.id) * 100) / 100"
        :min="0"
        :max="2000"
        :step="0.5"
        @update:model-value="set(t.id, $event!)"
      />
      <ElButton
        class="tool"
        :aria-label="`More ${t.name}`"
        @click="set(t.id, Math.floor(dose(t.id) + 1))"
      >
        <Plus :size="16" aria-hidden="true" />
      </ElButton>
    </div>
  </div>
</template>

<style scoped>
.doses {
  display: grid;
  gap: 4px;
}
.swatch {
  width: 22px;
  height: 22px;
  border-radius: 2px 10px 2px 10px;
  border: 1px solid var(--line-strong);
  flex: none;
}
.tint {
  gap: 8px;
  flex-wrap: nowrap;
}
.tint .tool {
  min-width: 36px;
  justify-content: center;
  padding: 2px 8px;
}
.count {
  width: 52px;
  flex: none;
}
.count :deep(input) {
  text-align: center;
}
</style>
