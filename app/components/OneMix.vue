<script setup lang="ts">
import { ElButton } from 'element-plus'
import { computed, ref, watch } from 'vue'
import { tieMixes, untieMixes } from '../../core/build/lays'
import { mixName } from '../../core/plan/6-steps/mixName'
import type { Plan } from '../../core/plan/derivePlan'
import { about } from '../../core/words/durations'
import { grams } from '../words'
import { useBuildStore } from '../stores/build'
import ChoiceField from './ChoiceField.vue'

/** Mixes that serve several lays: weighed and stirred once, used one after the other. */
const props = defineProps<{ plan: Plan }>()
const store = useBuildStore()
const mixes = computed(() => props.plan.amounts.mixes)

const nameOf = (id: string) => mixName(store.build!, props.plan.steps, id)
const rows = computed(() =>
  mixes.value
    .filter((m) => m.serves.length > 0)
    .map((m) => ({
      id: m.id,
      names: [m.id, ...m.serves].map(nameOf),
      massG: m.aG + m.bG,
      minutes: props.plan.cures.mixMin[m.id] ?? 0
    }))
)
/** What may be mixed along with one: of the same resin, and not another pour of the same pool. */
const along = (id: string) => {
  const first = mixes.value.find((m) => m.id === id)
  const poured = new Set(props.plan.amounts.batches.map((b) => b.mix))
  const isPour = (m: { id: string }) => poured.has(m.id)
  return mixes.value.filter(
    (m) =>
      first &&
      m.id !== id &&
      m.resin === first.resin &&
      (m.water !== first.water || !isPour(m) || !isPour(first))
  )
}
const options = (of: readonly { id: string }[]) => of.map(({ id }) => ({ id, name: nameOf(id) }))
const firsts = computed(() => options(mixes.value.filter((m) => along(m.id).length > 0)))
const first = ref('')
const other = ref('')
watch(
  firsts,
  (offered) => {
    if (!offered.some((o) => o.id === first.value)) first.value = offered[0]?.id ?? ''
  },
  { immediate: true }
)
const others = computed(() => options(along(first.value)))
watch(
  others,
  (offered) => {
    if (!offered.some((o) => o.id === other.value)) other.value = offered[0]?.id ?? ''
  },
  { immediate: true }
)
const tie = () => store.edit('One mix for both', tieMixes([first.value, other.value]))
const untie = (id: string) => store.edit('Mix each by itself', untieMixes(id))
</script>

<template>
  <section v-if="rows.length || firsts.length" class="panel pad group" data-test="one-mix">
    <header class="row names">
      <h2>One mix for several</h2>
      <span class="soft grow">weighed, tinted and stirred once, used one after the other</span>
    </header>
    <ul v-if="rows.length" class="ties">
      <li v-for="row in rows" :key="row.id" class="row" :data-tie="row.id">
        <span class="grow"
          ><b>{{ row.names.join(' + ') }}</b
          >: {{ grams(row.massG) }}, {{ about(row.minutes) }} to work</span
        ><ElButton class="tool" @click="untie(row.id)">Mix each by itself</ElButton>
      </li>
    </ul>
    <form v-if="firsts.length" class="row pick" @submit.prevent="tie">
      <ChoiceField
        v-model="first"
        class="grow"
        data-test="tie-first"
        label="The mix"
        :options="firsts"
      />
      <ChoiceField
        v-model="other"
        class="grow"
        data-test="tie-other"
        label="serves also"
        :options="others"
      />
      <ElButton native-type="submit" class="tool" data-test="tie">Mix in one go</ElButton>
    </form>
  </section>
</template>

<style scoped>
.ties {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 6px;
}
@media (max-width: 43.75rem) {
  .names {
    flex-wrap: wrap;
  }
}
.pick {
  align-items: end;
  gap: 8px;
  flex-wrap: wrap;
}
.pick .field {
  min-width: 220px;
}
</style>
