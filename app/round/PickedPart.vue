<script setup lang="ts">
import { ElButton } from 'element-plus'
import { computed } from 'vue'
import { useRouter } from 'vue-router'
import type { RoundPart } from '../../core/plan/round/types'
import { useBuildStore } from '../stores/build'
import { mm, said } from '../words'

/** What was pressed on the model: its name, its lays and figures, and the way to where it is shaped. */
const props = defineProps<{ part: RoundPart; at: readonly [number, number, number] }>()
const store = useBuildStore()
const router = useRouter()
const lays = computed(() =>
  (store.plan?.steps.lays ?? [])
    .filter((l) => l.stack === (props.part.water ?? 'ground'))
    .map((l) => l.name)
)
const OF_GROUND: readonly RoundPart['kind'][] = ['land', 'base', 'dam', 'case']
function goTo(): void {
  const water = store.build!.waters.find((w) => w.id === props.part.water)
  if (water) store.selected = water.id
  const name = OF_GROUND.includes(props.part.kind) ? 'ground' : 'water'
  void router.push({ name, params: { id: store.build!.id } })
}
</script>

<template>
  <div class="told-of" role="status" data-test="picked" :data-at="at.join(' ')">
    <b>{{ part.name }}</b>
    <span>{{ said(part.says) }}</span>
    <span v-if="lays.length" class="small soft">{{ lays.join(' · ') }}</span>
    <span class="small soft">here {{ mm(at[2]) }} over the base’s top</span>
    <ElButton class="tool" data-test="go-to" @click="goTo">Go to it</ElButton>
  </div>
</template>

<style scoped>
.told-of {
  position: absolute;
  left: 14px;
  top: 14px;
  display: grid;
  gap: 4px;
  max-width: min(320px, 80%);
  padding: 10px 14px;
  background: color-mix(in srgb, var(--sheet) 92%, transparent);
  border-radius: 3px 12px 3px 12px;
  box-shadow: var(--shadow);
}
.told-of .tool {
  justify-self: start;
  margin-top: 4px;
}
</style>
