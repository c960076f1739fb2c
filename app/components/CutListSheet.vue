<script setup lang="ts">
import { ElButton } from 'element-plus'
import { computed, onBeforeUnmount, ref, shallowRef, watch } from 'vue'
import { onBoard, type CutList } from '../../core/plan/beside/cutList'
import { PAPERS, type Paper } from '../../core/plan/templates/pieces'
import type { MadeFile } from '../../core/exchange/sheets/exports'
import type { Job } from '../workers/startWorker'
import { ringsOf } from '../drawings/paths'
import { duration } from '../../core/words/durations'
import { reasonOf } from '../../core/words/sentence'
import { cm2, mm, said, units } from '../words'
import { saveFile } from '../saveFile'
import { usePhone, useTablet } from '../screens'
import { useBuildStore } from '../stores/build'
import { useShelfStore } from '../stores/shelf'
import { printing } from '../workers/printClient'
import ChoiceField from './ChoiceField.vue'
import NumberField from './NumberField.vue'
import PressOne from './PressOne.vue'
import WorkTable from './WorkTable.vue'

/** The land in foam sheets: what is bought, what is cut, where the dowels go, how long it takes. */
const store = useBuildStore()
const shelf = useShelfStore()
/** Foam as it is mostly sold. Common practice, no source. */
const THICK = [20, 25, 30, 50]
const thick = THICK.map((t) => ({ id: t, name: mm(t) }))
const sheetMm = ref(25)
const boardW = ref(1250)
const boardH = ref(600)
/** What is left free all round for the walls of a case, and under faces of cast rock. */
const caseGapMm = ref(0)
const rockFaceMm = ref(0)
const paper = ref<Paper>('a4')
const papers = (Object.keys(PAPERS) as Paper[]).map((id) => ({ id, name: PAPERS[id].name }))
const list = shallowRef<CutList | null>(null)
const problem = ref('')
const doing = ref('')
const cutting = computed(() => ({
  sheetMm: sheetMm.value,
  boardMm: [boardW.value, boardH.value] as const,
  room: { caseGapMm: caseGapMm.value, rockFaceMm: rockFaceMm.value }
}))
const press = () => printing(store.build!, shelf.own, units())
/** The builder sees no names of fields. */
const plainly = (error: unknown): string => said(reasonOf(error)).replace(/^\w+: /, '')
let stop: () => void = () => undefined
watch(
  [cutting, () => store.build?.land, () => store.build?.waters, () => store.build?.ground],
  async () => {
    stop()
    problem.value = ''
    const { answer, cancel } = press().cutList(cutting.value)
    stop = cancel
    try {
      list.value = (await answer) ?? list.value
    } catch (error) {
      list.value = null
      problem.value = plainly(error)
    }
  },
  { immediate: true }
)
onBeforeUnmount(() => stop())

const boards = computed(() => {
  const now = list.value
  if (!now) return []
  return Array.from({ length: now.nested.boards }, (_, b) => ({
    id: `board-${b + 1}`,
    pieces: now.pieces.flatMap((p, i) =>
      now.nested.placed[i].board === b ? [{ sheet: p.sheet, ...onBoard(now, i) }] : []
    )
  }))
})
const rows = computed(() =>
  (list.value?.sheets ?? []).map((s, i) => ({
    id: `land-${i + 1}`,
    number: i + 1,
    from: s.fromMm,
    area: s.areaMm2,
    glue: s.glueMm2,
    pieces: list.value!.pieces.filter((p) => p.sheet === i).length,
    dowels: list.value!.registers.filter((r) => r.sheet === i).length * 2
  }))
)
const [phone, tablet] = [usePhone(), useTablet()]
/** Of a sheet in one cell: on a phone or a tablet its figures have no columns. */
const sheetWords = (row: (typeof rows.value)[number]) =>
  [
    `at ${mm(row.from)}`,
    row.pieces === 1 ? 'one piece' : `${row.pieces} pieces`,
    cm2(row.area),
    ...(row.glue > 0 ? [`${cm2(row.glue)} to glue`] : []),
    ...(row.dowels ? [`${row.dowels} dowels`] : [])
  ].join(', ')
const NARROW = [
  { id: 'number', label: 'sheet', width: 48 },
  { id: 'words', label: 'from the base up' },
  { id: 'files', label: 'at 1:1', width: 84 }
] as const
const COLUMNS = [
  { id: 'number', label: 'sheet', width: 70 },
  { id: 'from', label: 'foot at', align: 'right' },
  { id: 'pieces', label: 'pieces', align: 'right' },
  { id: 'area', label: 'area', align: 'right' },
  { id: 'glue', label: 'to glue', align: 'right' },
  { id: 'dowels', label: 'dowels', align: 'right' },
  { id: 'files', label: 'at 1:1', width: 150 }
] as const

async function save(job: Job<MadeFile>): Promise<void> {
  problem.value = ''
  try {
    const made = await job.answer
    if (made) saveFile(made.name, made.type, made.bytes)
  } catch (error) {
    problem.value = plainly(error)
  }
  doing.value = ''
}
const pdf = () => {
  doing.value = 'Drawing the sheets'
  void save(press().landPdf(cutting.value, paper.value, (what) => (doing.value = what)))
}
const file = (id: string, format: 'svg' | 'dxf') =>
  void save(press().landFile(cutting.value, id, format))
/** A printer's bed, mm. Common practice, no source. */
const bedW = ref(200)
const bedD = ref(200)
const blocks = () => {
  doing.value = 'Cutting the blocks'
  void save(press().landBlocks([bedW.value, bedD.value]))
}
const glueMm2 = computed(() => rows.value.reduce((sum, r) => sum + r.glue, 0))
</script>

<template>
  <div class="cut-list" data-test="cut-list">
    <section class="panel pad stack how">
      <h2>The land in sheets</h2>
      <PressOne v-model="sheetMm" label="Foam" :options="thick" attribute="thick" />
      <div class="grid3">
        <NumberField
          label="Foam is thick"
          unit="mm"
          :model-value="sheetMm"
          :min="1"
          :max="300"
          @update:model-value="sheetMm = $event!"
        />
        <NumberField
          label="A board is wide"
          unit="mm"
          :model-value="boardW"
          :min="50"
          :max="5000"
          :step="10"
          @update:model-value="boardW = $event!"
        />
        <NumberField
          label="and tall"
          unit="mm"
          :model-value="boardH"
          :min="50"
          :max="5000"
          :step="10"
          @update:model-value="boardH = $event!"
        />
        <NumberField
          label="Free for a case, all round"
          unit="mm"
          :model-value="caseGapMm"
          :min="0"
          :max="200"
          data-test="case-gap"
          @update:model-value="caseGapMm = $event!"
        />
        <NumberField
          label="Cut back for rock faces"
          unit="mm"
          :model-value="rockFaceMm"
          :min="0"
          :max="60"
          data-test="rock-face"
          @update:model-value="rockFaceMm = $event!"
        />
      </div>
      <p v-if="problem" class="fault" role="alert" data-test="cut-problem">{{ problem }}</p>
      <template v-if="list">
        <p data-test="cut-buy">
          Buy <b>{{ list.nested.boards }} {{ list.nested.boards === 1 ? 'board' : 'boards' }}</b> of
          {{ mm(list.boardMm[0]) }} × {{ mm(list.boardMm[1]) }} × {{ mm(list.sheetMm) }};
          {{ Math.round(list.nested.usedPct) }} % of it goes into the land, the rest is offcuts.
        </p>
        <p>
          About {{ duration(list.cutMin.knife) }} of cutting by knife,
          {{ duration(list.cutMin.hotWire) }} by hot wire; {{ cm2(glueMm2) }} to glue. Hot wire
          makes fumes: open a window, and read the foam’s own sheet.
        </p>
        <div class="row wrap">
          <ChoiceField v-model="paper" label="Paper" :options="papers" />
          <ElButton class="tool main" :disabled="!!doing" data-test="land-pdf" @click="pdf"
            >Print at 1:1 (PDF)</ElButton
          >
          <span v-if="doing" class="small soft" role="status">{{ doing }}…</span>
        </div>
      </template>
    </section>
    <section v-if="list" class="panel pad stack">
      <h2>In blocks, for a printer</h2>
      <p class="small soft">
        Closed blocks no larger than its bed, with holes for pins where they meet; the pin is among
        them.
      </p>
      <div class="grid3 beds">
        <NumberField
          label="Its bed is wide"
          unit="mm"
          :model-value="bedW"
          :min="20"
          :max="2000"
          :step="10"
          @update:model-value="bedW = $event!"
        />
        <NumberField
          label="and deep"
          unit="mm"
          :model-value="bedD"
          :min="20"
          :max="2000"
          :step="10"
          @update:model-value="bedD = $event!"
        />
        <ElButton class="tool" :disabled="!!doing" data-test="land-blocks" @click="blocks"
          >Blocks (STL, zipped)</ElButton
        >
      </div>
    </section>
    <section v-if="list" class="panel pad stack">
      <h2>Boards</h2>
      <div class="boards">
        <figure v-for="(b, i) in boards" :key="b.id">
          <svg
            :viewBox="`-4 -4 ${list.boardMm[0] + 8} ${list.boardMm[1] + 8}`"
            role="img"
            :aria-label="`Board ${i + 1}: ${b.pieces.length} pieces`"
          >
            <rect class="board" :width="list.boardMm[0]" :height="list.boardMm[1]" />
            <g v-for="(p, k) in b.pieces" :key="k">
              <path
                :d="
                  ringsOf(
                    [p.outline, ...p.holes].map((r) =>
                      r.map(([x, y]): [number, number] => [x, list!.boardMm[1] - y])
                    )
                  )
                "
                fill-rule="evenodd"
              />
              <text
                :x="p.outline.reduce((s, q) => s + q[0], 0) / p.outline.length"
                :y="list.boardMm[1] - p.outline.reduce((s, q) => s + q[1], 0) / p.outline.length"
                :style="{ fontSize: `${list.boardMm[1] / 14}px` }"
              >
                {{ p.sheet + 1 }}
              </text>
            </g>
          </svg>
          <figcaption class="row small">
            <span class="grow">Board {{ i + 1 }}</span>
            <ElButton class="tool" :data-test="`${b.id}-svg`" @click="file(b.id, 'svg')"
              >SVG</ElButton
            >
            <ElButton class="tool" :data-test="`${b.id}-dxf`" @click="file(b.id, 'dxf')"
              >DXF</ElButton
            >
          </figcaption>
        </figure>
      </div>
      <h2>Sheets, from the base up</h2>
      <WorkTable :columns="phone || tablet ? NARROW : COLUMNS" :rows="rows" row-key="id">
        <template #number="{ row }">{{ row.number }}</template>
        <template #words="{ row }">{{ sheetWords(row) }}</template>
        <template #from="{ row }">{{ mm(row.from) }}</template>
        <template #pieces="{ row }">{{ row.pieces }}</template>
        <template #area="{ row }">{{ cm2(row.area) }}</template>
        <template #glue="{ row }">{{ row.glue > 0 ? cm2(row.glue) : '–' }}</template>
        <template #dowels="{ row }">{{ row.dowels || '–' }}</template>
        <template #files="{ row }">
          <ElButton
            class="tool"
            :aria-label="`Sheet ${row.number} as SVG`"
            @click="file(row.id, 'svg')"
            >SVG</ElButton
          >
          <ElButton
            class="tool"
            :aria-label="`Sheet ${row.number} as DXF`"
            @click="file(row.id, 'dxf')"
            >DXF</ElButton
          >
        </template>
      </WorkTable>
    </section>
  </div>
</template>

<style scoped>
.cut-list {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 14px;
  align-content: start;
}
.beds {
  align-items: end;
}
.boards {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(100%, 300px), 1fr));
  gap: 16px;
}
figure {
  margin: 0;
}
svg {
  display: block;
  width: 100%;
}
.board {
  fill: var(--foam-board);
  stroke: var(--line-strong);
  stroke-width: 2;
}
path {
  fill: var(--sheet);
  stroke: var(--ink);
  stroke-width: 2;
}
text {
  fill: var(--ink);
  text-anchor: middle;
  dominant-baseline: middle;
  font-weight: 600;
}
figcaption {
  padding-top: 6px;
}
</style>
