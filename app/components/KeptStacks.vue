<script setup lang="ts">
import { ElButton } from 'element-plus'
import { ref } from 'vue'
import type { Edit } from '../../core/build/edits'
import { keptStack, layStack, writeStack, type KeptStack } from '../../core/build/stack'
import type { Fault } from '../../core/physics/fault'
import { useElsewhere } from '../elsewhere'

import { fileName } from '../../core/exchange/fileName'
import { saveFile } from '../saveFile'
import { useBuildStore } from '../stores/build'
import { useShelfStore } from '../stores/shelf'
import ChoiceField from './ChoiceField.vue'
import FilePick from './FilePick.vue'

/** The stack of a water goes out as a file, and comes in from one, from another water or another build. */
const props = defineProps<{ water: string }>()
const emit = defineEmits<{ lay: [label: string, edit: Edit] }>()
const store = useBuildStore()
const shelf = useShelfStore()
const problem = ref('')
const elsewhere = useElsewhere(() => props.water)
/** The checker is large and rarely wanted: it comes with the first stack that is laid. */
const checker = () => import('../../core/build/file/stackFile')
async function lay(kept: KeptStack): Promise<void> {
  const { laidOn } = await checker()
  const laid = laidOn(store.build!, kept, props.water)
  problem.value = laid.ok ? '' : notLaid(laid.faults)
  if (laid.ok) emit('lay', `Lay it as ${kept.name}`, layStack(kept, props.water))
}
function layAs(id: string): void {
  const found = elsewhere.value.find((e) => e.id === id)
  if (found) void lay(found.kept)
}
async function take(file: File): Promise<void> {
  const { readStack } = await checker()
  const read = readStack(await file.text())
  if (read.ok) await lay(read.value)
  else problem.value = notLaid(read.faults)
}
const notLaid = (faults: readonly Fault[]) =>
  `Nothing was laid: ${faults.map((f) => (f.path ? `${f.path}: ${f.message}` : f.message)).join('; ')}.`
function give(): void {
  const kept = keptStack(store.build!, props.water, shelf.own)
  if (kept) saveFile(fileName('Stack', kept.name, '.json'), 'application/json', writeStack(kept))
}
</script>

<template>
  <div class="row kept">
    <ChoiceField
      v-if="elsewhere.length"
      class="grow"
      label="As elsewhere"
      data-test="lay-as"
      model-value=""
      :options="[{ id: '', name: 'as it is' }, ...elsewhere]"
      @update:model-value="layAs"
    />
    <FilePick
      kind="stack"
      accept=".json,application/json"
      data-test="stack-in"
      @pick="take"
      @refuse="problem = $event"
      >From a file</FilePick
    ><ElButton class="tool" data-test="stack-out" @click="give">Keep as a file</ElButton>
    <p v-if="problem" class="notice whole" role="alert" data-test="stack-problem">
      {{ problem }}
    </p>
  </div>
</template>

<style scoped>
.kept {
  align-items: end;
  gap: 8px;
  flex-wrap: wrap;
}
.whole {
  flex-basis: 100%;
}
</style>
