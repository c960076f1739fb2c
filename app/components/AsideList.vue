<script setup lang="ts">
import { ElButton } from 'element-plus'
import { computed } from 'vue'
import { bringBack } from '../../core/build/lays'
import type { AsideStep } from '../../core/plan/6-steps/types'
import { duration } from '../../core/words/durations'

import { useBuildStore } from '../stores/build'

/** What is left out or there already, each with the way back; of one water, or of all. */
const props = defineProps<{ water?: string }>()
const store = useBuildStore()
const named = computed(
  () => new Map(store.build!.waters.map((w): [string, string] => [w.id, w.name]))
)
const aside = computed(() =>
  (store.plan?.steps.aside ?? []).filter(
    (a) => props.water === undefined || a.water === null || a.water === props.water
  )
)
const back = (step: AsideStep) => store.edit(`Bring back: ${step.title}`, bringBack([step]))
</script>

<template>
  <section v-if="aside.length" class="panel pad stack" data-test="aside">
    <h2>Not planned</h2>
    <ul>
      <li v-for="a in aside" :key="a.id" class="row tight">
        <span class="grow"
          >{{ a.title }}
          <span class="small soft"
            >{{ a.water ? `${named.get(a.water)} · ` : ''
            }}{{ a.state === 'there' ? 'there already' : 'left out' }} ·
            {{ duration(a.handsMin) }}</span
          ></span
        ><ElButton class="tool" :aria-label="`Bring back ${a.title}`" @click="back(a)"
          >Bring back</ElButton
        >
      </li>
    </ul>
  </section>
</template>

<style scoped>
ul {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 6px;
}
</style>
