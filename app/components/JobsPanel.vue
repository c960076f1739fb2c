<script setup lang="ts">
import { minutesBetween } from '../../core/physics/time'
import { ElButton, ElCheckbox, ElInput } from 'element-plus'
import { X } from '@lucide/vue'
import { computed, ref } from 'vue'
import { addFiller, changeFiller, setCopies } from '../../core/build/workEdits'
import { duration } from '../../core/words/durations'
import { useBuildStore } from '../stores/build'
import NumberField from './NumberField.vue'

/** Jobs of the builder's own that flow into the waits, and how many copies are made. */
const store = useBuildStore()
const build = computed(() => store.build!)
const days = computed(() => store.plan?.days)
const name = ref('')
const minutes = ref<number | null>(60)
function add(): void {
  const text = name.value.trim()
  if (text === '' || minutes.value === null) return
  store.edit('Own job', addFiller(text.slice(0, 120), Math.round(minutes.value)))
  name.value = ''
}
const placed = (id: string) =>
  (days.value?.fillers ?? [])
    .filter((f) => f.filler === id)
    .reduce((sum, f) => sum + minutesBetween(f.startMs, f.endMs), 0)
</script>

<template>
  <section class="panel pad stack" data-test="jobs">
    <h2>Your own jobs</h2>
    <p class="small soft">
      Figures, trees, boats: they flow into the waits and move nothing of the water.
    </p>
    <ul v-if="build.fillers.length" class="jobs">
      <li v-for="f in build.fillers" :key="f.id">
        <div class="row tight">
          <b class="grow">{{ f.name }}</b><span class="small">{{ duration(f.handsMin) }}</span
          ><ElButton
            class="tool"
            :aria-label="`Take out ${f.name}`"
            @click="store.edit('Own job', changeFiller(f.id, null))"
          >
            <X :size="16" aria-hidden="true" />
          </ElButton>
        </div>
        <ElCheckbox
          class="small"
          :model-value="f.breakable"
          @change="store.edit('Own job', changeFiller(f.id, { breakable: !f.breakable }))"
          >may be broken off</ElCheckbox
        >
        <p v-if="days?.finishMs" class="small soft">
          {{ placed(f.id) > 0 ? `${duration(placed(f.id))} in the waits` : 'no wait takes it'
          }}<template v-if="days.fillersLeft[f.id]"
            >, {{ duration(days.fillersLeft[f.id]) }} after the finish</template
          >
        </p>
      </li>
    </ul>
    <form class="row tight" @submit.prevent="add">
      <ElInput
        v-model="name"
        class="choice grow"
        placeholder="Twenty trees"
        aria-label="Name of the job"
        maxlength="120"
        data-test="job-name"
      /><NumberField
        v-model="minutes"
        class="minutes"
        label="Minutes"
        bare
        unit="min"
        :min="1"
        :max="60000"
        whole
      /><ElButton native-type="submit" class="tool" data-test="job-add">Add</ElButton>
    </form>
  </section>
  <section class="panel pad stack">
    <h2>Copies</h2>
    <NumberField
      label="Made side by side"
      :model-value="build.copies"
      :min="1"
      :max="200"
      whole
      data-test="copies"
      @update:model-value="$event !== null && store.edit('Copies', setCopies($event), 'copies')"
    />
    <p class="small soft">
      Amounts and hands-on time grow with them; coats, pours and waits do not. One pour serves all,
      as far as the cup takes it.
    </p>
  </section>
</template>

<style scoped>
.jobs {
  list-style: none;
  padding: 0;
  margin: 0;
  display: grid;
  gap: 9px;
}
.tight {
  gap: 6px;
  flex-wrap: nowrap;
  align-items: center;
}
.tight .tool {
  min-height: 30px;
  padding: 0 9px;
}
.minutes {
  width: 92px;
}
</style>
