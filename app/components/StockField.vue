<script setup lang="ts">
import type { Material } from '../../core/craft/materials/types'
import { measureOf } from '../../core/craft/materials/units'
import { useSettingsStore } from '../stores/settings'
import { useShelfStore } from '../stores/shelf'
import NumberField from './NumberField.vue'

/** What stands on the shelf of a material, what a pack of it holds, or what a pack costs. */
defineProps<{ m: Material; of: 'have' | 'pack' | 'price' }>()
const shelf = useShelfStore()
const settings = useSettingsStore()
</script>

<template>
  <NumberField
    v-if="of === 'have'"
    bare
    :label="`Stock of ${m.name}`"
    :unit="measureOf(m)"
    :model-value="m.stock ?? 0"
    :min="0"
    :max="10000000"
    @update:model-value="shelf.setHolding(m.id, { stock: $event! })"
  />
  <NumberField
    v-else-if="of === 'pack'"
    bare
    :label="`Pack of ${m.name}`"
    :unit="measureOf(m)"
    :model-value="m.pack?.amount ?? null"
    :min="0.01"
    :max="10000000"
    blank="?"
    @update:model-value="
      $event && shelf.setHolding(m.id, { pack: { amount: $event, price: m.pack?.price ?? 0 } })
    "
  />
  <NumberField
    v-else
    bare
    :label="`Price of a pack of ${m.name}`"
    :unit="settings.currency"
    :model-value="m.pack?.price ?? null"
    :min="0"
    :max="1000000"
    :step="0.5"
    blank="?"
    @update:model-value="
      $event !== null &&
      shelf.setHolding(m.id, { pack: { amount: m.pack?.amount ?? 1, price: $event } })
    "
  />
</template>
