<script setup lang="ts">
import { ElButton } from 'element-plus'
import type { TintDose } from '../../core/physics/stuff/mixing/mix'
import type { Tint } from '../../core/craft/materials/types'

/** Drops of each tint in 100 g, by half and whole drops. */
const props = defineProps<{ tints: Tint[]; doses: TintDose[] }>()
const emit = defineEmits<{ change: [doses: TintDose[]] }>()
const dose = (id: string) => props.doses.find((d) => d.id === id)?.dropsPer100G ?? 0

function set(id: string, drops: number): void {
  const rest = props.doses.filter((d) => d.id !== id)
  const next = drops > 0 ? [...rest, { id, dropsPer100G: Math.round(drops * 2) / 2 }] : rest
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
        @click="set(t.id, dose(t.id) - 1)"
      >
        −
      </ElButton>
      <b class="count">{{ dose(t.id) }}</b>
      <ElButton class="tool" :aria-label="`More ${t.name}`" @click="set(t.id, dose(t.id) + 1)">
        +
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
  min-width: 26px;
  text-align: center;
}
</style>
