<script setup lang="ts">
import { ElButton } from 'element-plus'
import { computed, onBeforeUnmount, ref, shallowRef, watch } from 'vue'
import type { Dose } from '../../core/physics/stuff/colour/doseFor'
import type { TintDose } from '../../core/physics/stuff/mixing/mix'
import type { Tint } from '../../core/craft/materials/types'
import { mm, number } from '../words'
import type { BandSeen } from '../workers/askStuff'
import { askStuff } from '../workers/askClient'
import { useShelfStore } from '../stores/shelf'
import ColourPick from './ColourPick.vue'

/** A colour is picked for the deepest place, and the drops that come nearest to it are taken. */
const props = defineProps<{
  tints: Tint[]
  depthMm: number
  bed: string
  now: string
  cupG: number
  /** Bands that are tinted already, from the bed up. */
  below?: BandSeen[]
  above?: BandSeen[]
  label?: string
}>()
const emit = defineEmits<{ take: [doses: TintDose[]] }>()
const shelf = useShelfStore()
const wanted = ref('')
const found = shallowRef<Dose | null>(null)
const problem = ref('')
let cancel: () => void = () => undefined
let timer = 0
const asks = computed(() => JSON.stringify([props.depthMm, props.bed, props.below, props.above]))
watch([wanted, asks, () => props.tints], () => {
  cancel()
  window.clearTimeout(timer)
  found.value = null
  if (!wanted.value) return
  timer = window.setTimeout(async () => {
    const { depthMm, bed, below = [], above = [] } = props
    const tints = props.tints.map(({ id, look }) => ({ id, look }))
    const asked = askStuff(
      { ask: 'doseFor', wanted: wanted.value, depthMm, bed, tints, below, above },
      shelf.own
    )
    cancel = asked.cancel
    try {
      found.value = await asked.answer
      problem.value = ''
    } catch (error) {
      problem.value = error instanceof Error ? error.message : String(error)
    }
  }, 250)
})
onBeforeUnmount(() => {
  cancel()
  window.clearTimeout(timer)
})
const words = computed(() =>
  (found.value?.drops ?? [])
    .map(({ id, per100G }) => {
      const name = props.tints.find((t) => t.id === id)?.name ?? id
      return `${number((per100G * props.cupG) / 100)} ${name.replace(' tint', '').toLowerCase()}`
    })
    .join(' and ')
)
/** Under this two colours are told apart only side by side, over that nobody takes them for one. */
const near = computed(() => {
  const off = found.value?.deltaE ?? 0
  if (off < 2) return 'hardly to be told from it'
  return off < 6 ? 'near it' : 'as near as these tints come over this bed'
})
const take = () =>
  emit(
    'take',
    found.value!.drops.map(({ id, per100G }) => ({ id, dropsPer100G: per100G }))
  )
</script>

<template>
  <div class="by-colour" data-test="dose-by-colour">
    <ColourPick
      :label="label ?? 'Colour wanted at the deepest'"
      :model-value="wanted || now"
      @update:model-value="wanted = $event"
    />
    <p v-if="problem" class="fault" role="alert">{{ problem }}</p>
    <div v-if="found" class="row offer">
      <span class="wanted" :style="{ background: wanted }"></span
      ><span class="wanted" :style="{ background: found.colour }"></span>
      <span class="grow small"
        ><b data-test="dose-words">{{ words || 'clear' }}</b> over {{ mm(depthMm) }}:
        {{ near }}</span
      >
      <ElButton class="tool" data-test="take-dose" @click="take">Take these drops</ElButton>
    </div>
  </div>
</template>

<style scoped>
.by-colour {
  display: grid;
  gap: 4px;
}
.offer {
  gap: 8px;
}
.wanted {
  width: 30px;
  height: 22px;
  border: 1px solid var(--line-strong);
  flex: none;
}
.wanted + .wanted {
  margin-left: -9px;
}
</style>
