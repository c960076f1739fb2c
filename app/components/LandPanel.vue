<script setup lang="ts">
import { ElButton } from 'element-plus'
import { computed, ref, shallowRef } from 'vue'
import { useRouter } from 'vue-router'
import { landSpan } from '../../core/build/land'
import {
  contoursOf,
  layThroughContours,
  levelLand,
  removeContour,
  setContour
} from '../../core/build/landEdits'
import type { Job } from '../workers/startWorker'
import type { Land } from '../../core/build/land'
import { ask } from '../workers/askClient'
import { said, mm } from '../words'
import { reasonOf } from '../../core/words/sentence'
import { useBuildStore } from '../stores/build'
import { useShelfStore } from '../stores/shelf'
import NumberField from './NumberField.vue'

/** The land as a whole: how high it is, what it grew from, the lines it lies through. */
const emit = defineEmits<{ scan: [] }>()
const store = useBuildStore()
const router = useRouter()
const shelf = useShelfStore()
const build = computed(() => store.build!)
const span = computed(() => landSpan(build.value))
const contours = computed(() => contoursOf(build.value).map((c, index) => ({ ...c, index })))
const job = shallowRef<Job<Land> | null>(null)
const problem = ref('')

async function grow(): Promise<void> {
  problem.value = ''
  const mine = ask({ ask: 'growLand', build: build.value }, shelf.own)
  job.value = mine
  try {
    const land = await mine.answer
    if (land && job.value === mine)
      store.edit('Grow the land from the waters', (b) => ({ ...b, land }))
  } catch (error) {
    problem.value = said(reasonOf(error))
  }
  if (job.value === mine) job.value = null
}
function stop(): void {
  job.value?.cancel()
  job.value = null
}
</script>

<template>
  <section class="panel pad stack" data-test="land-panel">
    <div class="row">
      <h2 class="grow">Land</h2>
      <ElButton
        class="tool"
        data-test="in-the-round"
        @click="router.push({ name: 'round', params: { id: build.id } })"
        >In the round</ElButton
      >
    </div>
    <p v-if="build.land" data-test="land-span">
      {{ mm(span.lowMm) }} to {{ mm(span.highMm) }} over the base, {{ mm(span.meanMm) }} in the
      mean. Beds of the waters are pressed into it where they lie.
    </p>
    <p v-else data-test="land-span">
      Level: {{ mm(span.highMm) }} everywhere, with the beds of the waters in it. Work it with a
      brush on the plan, let it fit the waters, or bring it from a file.
    </p>
    <div class="row wrap">
      <ElButton v-if="!job" class="tool main" data-test="grow-land" @click="grow">
        Fit it to the waters
      </ElButton>
      <ElButton v-else class="tool" @click="stop">Stop</ElButton>
      <ElButton class="tool" data-test="land-file" @click="emit('scan')">From a file…</ElButton>
      <ElButton
        v-if="build.land"
        class="tool"
        data-test="level-land"
        @click="store.edit('Level the land', levelLand)"
      >
        Level it
      </ElButton>
    </div>
    <p v-if="problem" class="fault" role="alert">{{ problem }}</p>
    <template v-if="contours.length > 0">
      <h3>Lines of one height</h3>
      <div class="lines">
        <template v-for="c in contours" :key="c.index">
          <span>{{ c.index + 1 }}</span>
          <NumberField
            :label="`Line ${c.index + 1}`"
            bare
            unit="mm"
            :model-value="c.zMm"
            :min="0"
            :max="10000"
            @update:model-value="
              store.edit('Height of a line', setContour(c.index, $event!), `line:${c.index}`)
            "
          />
          <ElButton
            class="tool"
            :aria-label="`Remove line ${c.index + 1}`"
            @click="store.edit('Remove a line', removeContour(c.index))"
            >Remove</ElButton
          >
        </template>
      </div>
      <ElButton
        class="tool"
        data-test="lay-contours"
        @click="store.edit('Lay the land through its lines', layThroughContours)"
      >
        Lay the land through {{ contours.length === 1 ? 'this line' : 'these lines' }}
      </ElButton>
    </template>
  </section>
</template>

<style scoped>
.lines {
  display: grid;
  grid-template-columns: 1fr 110px auto;
  gap: 6px 10px;
  align-items: center;
}
</style>
