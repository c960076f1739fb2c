<script setup lang="ts">
import { ElButton } from 'element-plus'
import { computed, onMounted, ref } from 'vue'
import type { Edit } from '../../core/build/edits'
import {
  keptStack,
  laidOn,
  readStack,
  writeStack,
  type KeptStack
} from '../../core/build/stackFile'
import { wayFor } from '../../core/craft/ways/catalog'
import { said } from '../words'
import { saveFile } from '../saveFile'
import { useBuildStore } from '../stores/build'
import { useLibraryStore } from '../stores/library'
import { useShelfStore } from '../stores/shelf'
import ChoiceField from './ChoiceField.vue'
import FilePick from './FilePick.vue'

/** The stack of a water goes out as a file, and comes in from one, from another water or another build. */
const props = defineProps<{ water: string }>()
const emit = defineEmits<{ lay: [label: string, edit: Edit] }>()
const store = useBuildStore()
const library = useLibraryStore()
const shelf = useShelfStore()
const problem = ref('')
onMounted(() => {
  if (!library.ready) void library.refresh()
})
const kind = computed(() => store.build!.waters.find((w) => w.id === props.water)?.kind)
/** Waters of the same kind elsewhere, each with its way. */
const elsewhere = computed(() =>
  [
    store.build!,
    ...library.kept.map((r) => r.build).filter((b) => b.id !== store.build!.id)
  ].flatMap((build, i) =>
    build.waters
      .filter((w) => w.kind === kind.value && (i > 0 || w.id !== props.water))
      .map((w) => ({
        id: `${build.id}/${w.id}`,
        name: `${w.name}${i > 0 ? `, ${build.name}` : ''}: ${wayFor(w.kind, w.way)?.name ?? w.way}`,
        kept: keptStack(build, w.id, shelf.own)!
      }))
  )
)
function lay(kept: KeptStack): void {
  const laid = laidOn(store.build!, kept, props.water)
  problem.value = laid.ok ? '' : laid.faults.map((f) => `${f.path}: ${f.message}`).join('; ')
  if (!laid.ok) return
  emit('lay', `Lay it as ${kept.name}`, (build) => {
    const now = laidOn(build, kept, props.water)
    return now.ok ? now.value : build
  })
}
const layAs = (id: string) => {
  const found = elsewhere.value.find((e) => e.id === id)
  if (found) lay(found.kept)
}
async function take(file: File): Promise<void> {
  const read = readStack(await file.text())
  problem.value = read.ok ? '' : read.faults.map((f) => `${f.path}: ${f.message}`).join('; ')
  if (read.ok) lay(read.value)
}
function give(): void {
  const kept = keptStack(store.build!, props.water, shelf.own)
  if (kept) saveFile(`${kept.name}.stack.json`, 'application/json', writeStack(kept))
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
    <FilePick accept=".json,application/json" data-test="stack-in" @pick="take"
      >From a file</FilePick
    ><ElButton class="tool" data-test="stack-out" @click="give">Keep as a file</ElButton>
    <p v-if="problem" class="notice whole" role="alert" data-test="stack-problem">
      Nothing was laid. {{ said(problem) }}
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
