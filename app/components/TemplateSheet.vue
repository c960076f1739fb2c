<script setup lang="ts">
import DrawingFrame from './DrawingFrame.vue'
import ChoiceField from './ChoiceField.vue'
import { ElButton, ElCheckbox } from 'element-plus'
import { computed, onBeforeUnmount, ref, shallowRef, watch } from 'vue'
import { SIDES, type Side } from '../../core/build/types'
import type { Plan } from '../../core/plan/derivePlan'
import { checkLine } from '../../core/exchange/sheets/worded'
import { PAPERS, type Paper } from '../../core/plan/templates/pieces'
import { sheetCount } from '../../core/plan/templates/sheets'
import type { TemplateFormat } from '../../core/exchange/sheets/exports'
import { RUN_SURFACE } from '../../core/plan/templates/runSurface'
import type { TemplateLine } from '../../core/plan/templates/templateList'
import type { Template } from '../../core/plan/templates/types'
import TemplateDrawing from '../drawings/TemplateDrawing.vue'
import { mm, said, units } from '../words'
import { saveFile } from '../saveFile'
import { useBuildStore } from '../stores/build'
import { useShelfStore } from '../stores/shelf'
import { printing } from '../workers/printClient'

/** Every template at 1:1: chosen for the printer, or saved one by one as SVG, DXF or STL. */
const props = defineProps<{ plan: Plan }>()
const store = useBuildStore()
const shelf = useShelfStore()
const paper = ref<Paper>('a4')
const chosen = ref('')
const off = ref(new Set<string>())
const list = computed(() => props.plan.templates)
const line = computed(() => list.value.find((t) => t.id === chosen.value) ?? list.value[0])
const papers = (Object.keys(PAPERS) as Paper[]).map((id) => ({ id, name: PAPERS[id].name }))
const wanted = computed(() => list.value.filter((t) => t.kind !== 'solid' && !off.value.has(t.id)))
/** Packed together, as they are printed. */
const sheets = computed(() =>
  sheetCount(
    wanted.value.map((t) => t.pieces[paper.value]),
    paper.value
  )
)
/** In so many pieces a drawing is printed. */
const cutInto = (t: TemplateLine) => t.pieces[paper.value].pieces.length
const press = () => printing(store.build!, shelf.own, units())

const seen = shallowRef<Template | null>(null)
const problem = ref('')
const doing = ref('')
let stopShow: () => void = () => undefined
let stopPdf: () => void = () => undefined
watch(
  [line, () => props.plan, units],
  async () => {
    stopShow()
    const now = line.value
    if (seen.value?.id !== now?.id) seen.value = null
    if (!now || now.kind === 'solid') {
      seen.value = null
      return
    }
    const { answer, cancel } = press().show(now.id)
    stopShow = cancel
    try {
      const made = await answer
      if (made) seen.value = made
    } catch (error) {
      problem.value = error instanceof Error ? error.message : String(error)
    }
  },
  { immediate: true }
)
onBeforeUnmount(() => {
  stopShow()
  stopPdf()
})

function pick(id: string): void {
  const next = new Set(off.value)
  if (!next.delete(id)) next.add(id)
  off.value = next
}
async function pdf(ids: string[]): Promise<void> {
  problem.value = ''
  doing.value = 'laying out sheets'
  const { answer, cancel } = press().pdf(ids, paper.value, (what) => {
    doing.value = what
  })
  stopPdf = () => {
    cancel()
    doing.value = ''
  }
  try {
    const made = await answer
    if (made) saveFile(made.name, made.type, made.bytes)
  } catch (error) {
    problem.value =
      error instanceof Error
        ? error.message.replace(/^\w+: was (\d+);/, 'These take $1 sheets;')
        : String(error)
  }
  doing.value = ''
}
async function file(format: TemplateFormat): Promise<void> {
  problem.value = ''
  try {
    const made = await press().file(line.value.id, format).answer
    if (made) saveFile(made.name, made.type, made.bytes)
  } catch (error) {
    problem.value = error instanceof Error ? error.message : String(error)
  }
}
const meets = (side: Side) => store.build!.meets.includes(side)
const join = (side: Side) =>
  store.edit('Modules that join', (b) => ({
    ...b,
    meets: SIDES.filter((s) => (s === side ? !b.meets.includes(s) : b.meets.includes(s)))
  }))
</script>

<template>
  <div class="sheet" data-test="templates">
    <section class="panel pad stack list">
      <div class="row">
        <h2 class="grow">Templates, 1:1</h2>
        <ChoiceField
          v-model="paper"
          class="paper-pick"
          label="Paper"
          bare
          :options="papers"
          data-test="paper"
        />
      </div>
      <p v-if="!list.length" class="soft">
        Templates follow from the water: add a pool, a fall, waves.
      </p>
      <ul>
        <li v-for="t in list" :key="t.id" :class="{ on: t.id === line?.id }" :data-template="t.id">
          <ElCheckbox v-if="t.kind !== 'solid'" :model-value="!off.has(t.id)" @change="pick(t.id)"
            ><span class="unseen">Print {{ t.name }}</span></ElCheckbox
          ><span v-else class="cube" aria-hidden="true">◫</span>
          <ElButton class="name" @click="chosen = t.id">
            <b>{{ t.name }}</b><small class="soft"
              >{{ mm(t.widthMm) }} × {{ mm(t.heightMm) }} ·
              {{
                t.kind === 'solid'
                  ? 'solid master'
                  : cutInto(t) === 1
                    ? 'in one piece'
                    : `in ${cutInto(t)} pieces`
              }}</small
            >
          </ElButton>
        </li>
      </ul>
      <div class="row go">
        <ElButton
          class="tool main grow"
          data-test="pdf"
          :disabled="!wanted.length || doing !== ''"
          @click="pdf(wanted.map((t) => t.id))"
        >
          PDF of {{ wanted.length }}, {{ sheets === 1 ? '1 sheet' : `${sheets} sheets` }}
        </ElButton>
        <ElButton v-if="doing" class="tool" @click="stopPdf()">Stop</ElButton>
      </div>
      <p v-if="doing" class="small" role="status">{{ doing }} …</p>
      <p v-if="problem" class="fault" role="alert" data-test="print-problem">
        {{ problem }}
      </p>
      <fieldset>
        <legend>The next module joins at</legend>
        <ElCheckbox
          v-for="s in SIDES"
          :key="s"
          :model-value="meets(s)"
          :data-meets="s"
          @change="join(s)"
          >{{ s }}</ElCheckbox
        >
      </fieldset>
      <p class="small soft">
        Print at 100 % and lay a rule on the {{ checkLine(units()).text }} line before you cut.
      </p>
    </section>
    <section v-if="line" class="panel pad seen">
      <div class="row">
        <h2 class="grow">{{ line.name }}</h2>
        <template v-if="line.kind !== 'solid'">
          <ElButton
            class="tool"
            data-test="pdf-one"
            :disabled="doing !== ''"
            @click="pdf([line.id])"
          >
            PDF</ElButton
          ><ElButton class="tool" data-test="svg" @click="file('svg')">SVG</ElButton
          ><ElButton class="tool" data-test="dxf" @click="file('dxf')">DXF</ElButton>
        </template>
        <template v-else
          ><ElButton class="tool" data-test="stl" @click="file('stl')">STL</ElButton
          ><ElButton
            v-if="line.id === RUN_SURFACE"
            class="tool"
            data-test="png"
            @click="file('png')"
          >
            Height map, PNG
          </ElButton></template
        >
      </div>
      <p class="soft">{{ said(line.use) }}</p>
      <div v-if="seen && line.kind !== 'solid'" class="framed">
        <DrawingFrame :name="line.name"
          ><TemplateDrawing :template="seen" :paper="paper"
        /></DrawingFrame>
      </div>
      <p v-else-if="line.kind !== 'solid'" class="soft" role="status">Drawing it …</p>
      <p v-else class="solid">
        <span class="figure">{{ mm(line.widthMm) }} × {{ mm(line.heightMm) }}</span>
        {{ ' ' }}<template v-if="line.id !== RUN_SURFACE">and made over-long: saw it flush</template
        ><template v-else>the whole base, water where it ran</template>. Watertight, in millimetres,
        standing on its foot.
      </p>
    </section>
  </div>
</template>

<style scoped>
.sheet {
  display: grid;
  grid-template-columns: 316px minmax(0, 1fr);
  gap: 14px;
  min-height: 0;
  height: 100%;
}
.list {
  min-height: 0;
  overflow: auto;
}
.go {
  position: sticky;
  bottom: 0;
  padding: 6px 0;
  background: var(--sheet);
  z-index: 1;
}
.paper-pick {
  width: 96px;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 2px;
}
li {
  display: flex;
  gap: 8px;
  align-items: center;
  padding: 0 8px;
  border-radius: 3px 10px 3px 10px;
}
li.on {
  background: var(--deep);
  color: var(--on-deep);
}
li.on small {
  color: inherit;
}
li:hover:not(.on) {
  background: var(--sunk);
}
li.on :deep(.el-checkbox__inner) {
  border-color: var(--on-deep);
}
.cube {
  width: 18px;
  text-align: center;
}
.name {
  border: 0;
  background: none;
  text-align: left;
  padding: 5px 0;
  cursor: pointer;
  flex: 1;
  min-height: 40px;
  line-height: 1.2;
}
.name b {
  font-weight: 600;
  font-size: 0.875rem;
  display: block;
}
.name small {
  font-size: 0.75rem;
}
fieldset {
  border: 1px solid var(--line);
  border-radius: 3px 10px 3px 10px;
  padding: 6px 10px;
  display: flex;
  gap: 12px;
  flex-wrap: wrap;
}
legend {
  font-size: 0.8125rem;
  color: var(--ink-soft);
}
.seen {
  display: flex;
  flex-direction: column;
  gap: 8px;
  min-height: 0;
}
.solid {
  padding: 20px 0;
}
@media print {
  .sheet {
    display: none;
  }
}
/* a tablet has no room for three columns: the drawing stands under its list */
@media (max-width: 56rem) {
  .sheet {
    grid-template-columns: minmax(0, 1fr);
    grid-template-rows: auto minmax(420px, 1fr);
    height: auto;
  }
}
</style>
