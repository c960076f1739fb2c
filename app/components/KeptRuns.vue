<script setup lang="ts">
import { ElButton } from 'element-plus'
import { X } from '@lucide/vue'
import { computed } from 'vue'
import { dropRun, renameRun, takeMaps } from '../../core/build/runEdits'
import { groundMark } from '../../core/plan/2-forms/ran/ranPlan'
import { mm, quantity } from '../words'
import { useBuildStore } from '../stores/build'
import LiveText from './LiveText.vue'

/** Runs that were kept: which one white and strokes are taken from, and which are held side by side. */
const props = defineProps<{ shown: string; beside: string }>()
const emit = defineEmits<{ show: [id: string]; beside: [id: string]; from: [id: string] }>()
const store = useBuildStore()
const running = computed(() => store.build!.running)
const mark = computed(() => groundMark(store.build!))
const rename = (id: string, text: string) => {
  if (text.trim()) store.edit('Rename a run', renameRun(id, text.trim().slice(0, 120)), `run:${id}`)
}
const maps = (id: string | null) => store.edit('White and strokes', takeMaps(id))
</script>

<template>
  <section class="panel pad stack" data-test="kept-runs">
    <h3>Runs that were kept</h3>
    <p v-if="!running.kept.length" class="small soft">
      None yet. Let the water run, and keep what you like: white map, strokes and stencils are then
      taken from it.
    </p>
    <ul v-else>
      <li
        v-for="k in running.kept"
        :key="k.id"
        :class="{ on: props.shown === k.id }"
        :data-run="k.id"
      >
        <div class="row">
          <LiveText
            class="choice grow"
            :model-value="k.name"
            :aria-label="`Name of ${k.name}`"
            maxlength="120"
            @typed="rename(k.id, $event)"
          /><ElButton
            class="tool danger"
            :aria-label="`Throw ${k.name} away`"
            @click="store.edit('Throw a run away', dropRun(k.id))"
          >
            <X :size="16" aria-hidden="true" />
          </ElButton>
        </div>
        <small class="soft"
          >{{ k.periodS === null ? quantity(k.dischargeM3S, 'm³/s') : 'waves' }} · cells of
          {{ mm(k.grid.cellMm)
          }}<template v-if="k.ground !== mark">
            · <b class="old">over other ground</b></template
          ></small
        >
        <div class="row acts">
          <ElButton
            class="tool"
            :aria-pressed="props.shown === k.id"
            @click="emit('show', props.shown === k.id ? '' : k.id)"
          >
            Show
          </ElButton>
          <ElButton
            class="tool"
            :aria-pressed="props.beside === k.id"
            :data-test="`beside-${k.id}`"
            @click="emit('beside', props.beside === k.id ? '' : k.id)"
          >
            Beside
          </ElButton>
          <ElButton
            class="tool"
            :aria-pressed="running.mapsFrom === k.id"
            :data-test="`maps-${k.id}`"
            @click="maps(running.mapsFrom === k.id ? null : k.id)"
          >
            White from it
          </ElButton>
          <ElButton class="tool" title="Go on from where it was" @click="emit('from', k.id)">
            Go on
          </ElButton>
        </div>
      </li>
    </ul>
    <p v-if="running.kept.length" class="small">
      White and strokes are taken from
      <b>{{ running.kept.find((k) => k.id === running.mapsFrom)?.name ?? 'the forms' }}</b>.
    </p>
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
li {
  border-left: 4px solid var(--line);
  padding-left: 8px;
  display: grid;
  gap: 3px;
}
li.on {
  border-color: var(--deep);
}
.row {
  flex-wrap: nowrap;
  gap: 5px;
}
.acts .tool {
  padding: 4px 7px;
  font-size: 0.8125rem;
  min-height: 34px;
  white-space: nowrap;
}
.acts [aria-pressed='true'] {
  background: var(--deep);
  color: var(--on-deep);
}
.old {
  color: var(--brass);
}
</style>
