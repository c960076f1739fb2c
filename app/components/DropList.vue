<script setup lang="ts">
import { computed } from 'vue'
import { dropsTold } from '../../core/craft/drops'
import { onShelf } from '../../core/craft/materials/shelf'
import { said } from '../words'
import { useBuildStore } from '../stores/build'

/** The drops of one cup, each beside its colour. */
const props = defineProps<{ exact: Record<string, number> }>()
const store = useBuildStore()
const rows = computed(() =>
  Object.entries(props.exact).map(([id, count]) => {
    const tint = onShelf(store.shelf, 'tint', id)
    const name = (tint?.name ?? id).replace(' tint', '').toLowerCase()
    return {
      id,
      colour: tint?.look.colour ?? '#888888',
      told: dropsTold(name, count, 'cup by cup')
    }
  })
)
</script>

<template>
  <ul v-if="rows.length" class="drops">
    <li v-for="t in rows" :key="t.id">
      <span class="swatch" :style="{ background: t.colour }"></span>{{ said(t.told) }}
    </li>
  </ul>
</template>

<style scoped>
.drops {
  list-style: none;
  padding: 0;
  margin: 0;
  display: grid;
  gap: 2px;
  font-size: 0.875rem;
}
.drops li {
  display: flex;
  gap: 6px;
  align-items: center;
}
.swatch {
  width: 14px;
  height: 14px;
  border-radius: 1px 7px 1px 7px;
  border: 1px solid var(--line-strong);
}
</style>
