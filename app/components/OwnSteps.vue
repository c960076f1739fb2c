<script setup lang="ts">
import { ElButton, ElInput } from 'element-plus'
import { X } from '@lucide/vue'
import { computed, reactive, ref } from 'vue'
import { addOwnStep, changeOwnStep } from '../../core/build/lays'
import type { OwnStep } from '../../core/build/types'
import { duration } from '../../core/words/durations'
import { useBuildStore } from '../stores/build'
import ManyField from './ManyField.vue'
import NumberField from './NumberField.vue'

/** Steps of the builder's own: each with its work, its wait and its place among the others. */
const store = useBuildStore()
const build = computed(() => store.build!)
const places = computed(() =>
  (store.plan?.steps.steps ?? [])
    .filter((s) => !s.of.startsWith('own/'))
    .map((s) => ({ id: s.id, name: `${waterOf(s.water)}${s.title}` }))
)
const waterOf = (id: string | null) => {
  const found = build.value.waters.find((w) => w.id === id)
  return found ? `${found.name}: ` : ''
}
const form = reactive({ name: '', handsMin: null as number | null, waitMin: 0 as number | null })
const entry = ref<HTMLElement | null>(null)
/** What is still to be said before it can be added. */
const asks = ref('')
function ask(question: string, field: number): void {
  asks.value = question
  entry.value?.querySelectorAll('input')[field]?.focus()
}
/** Enter in the name goes on to how long it takes: nothing is added by guess. */
function add(): void {
  const name = form.name.trim()
  if (name === '') return ask('What is it called?', 0)
  if (form.handsMin === null) return ask('How long are your hands at it?', 1)
  asks.value = ''
  store.edit(
    `Own step: ${name}`,
    addOwnStep({
      name: name.slice(0, 120),
      water: null,
      handsMin: Math.round(form.handsMin),
      waitMin: Math.round(form.waitMin ?? 0),
      after: [],
      before: [],
      uses: null
    })
  )
  Object.assign(form, { name: '', handsMin: null, waitMin: 0 })
}
/** It belongs to the water whose steps it stands between. */
function place(own: OwnStep, change: Partial<Pick<OwnStep, 'after' | 'before'>>): void {
  const at = { ...own, ...change }
  const step = store.plan?.steps.steps.find((s) => s.id === (at.before[0] ?? at.after[0]))
  store.edit('Own step', changeOwnStep(own.id, { ...change, water: step?.water ?? null }))
}
</script>

<template>
  <section class="panel pad stack" data-test="own-steps">
    <h2>Steps of your own</h2>
    <p class="small soft">
      Paint the boat, wire the lamp: what must come before or after the rest.
    </p>
    <ul>
      <li v-for="o in build.own" :key="o.id" class="stack">
        <div class="row tight">
          <b class="grow">{{ o.name }}</b><span class="small"
            >{{ duration(o.handsMin)
            }}<template v-if="o.waitMin">, then {{ duration(o.waitMin) }}</template></span
          ><ElButton
            class="tool"
            :aria-label="`Take out ${o.name}`"
            @click="store.edit('Own step', changeOwnStep(o.id, null))"
            ><X :size="16" aria-hidden="true"
          /></ElButton>
        </div>
        <ManyField
          label="After"
          none="nothing: whenever hands are free"
          :model-value="o.after"
          :options="places"
          @update:model-value="place(o, { after: $event })"
        />
        <ManyField
          label="Before"
          none="nothing: it holds up no other work"
          :model-value="o.before"
          :options="places"
          @update:model-value="place(o, { before: $event })"
        />
      </li>
    </ul>
    <form ref="entry" class="row" novalidate @submit.prevent="add">
      <ElInput
        v-model="form.name"
        class="choice grow"
        :placeholder="'Paint the boat'"
        aria-label="Name of the step"
        maxlength="120"
        data-test="own-name"
      /><NumberField
        v-model="form.handsMin"
        class="minutes"
        label="Work"
        unit="min"
        blank="?"
        :min="1"
        :max="60000"
        whole
      /><NumberField
        v-model="form.waitMin"
        class="minutes"
        label="Wait"
        unit="min"
        :min="0"
        :max="100000"
        whole
      /><ElButton native-type="submit" class="tool" data-test="own-add">Add</ElButton>
      <p v-if="asks" class="small fault" role="alert" data-test="own-asks">{{ asks }}</p>
    </form>
  </section>
</template>

<style scoped>
ul {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 10px;
}
form {
  flex-wrap: wrap;
  align-items: end;
  gap: 6px;
}
form > .choice {
  flex: 1 0 100%;
}
.minutes {
  width: 90px;
}
</style>
