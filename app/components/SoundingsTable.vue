<script setup lang="ts">
import { unit } from '../words'
import { ElButton, ElCheckbox, ElInput } from 'element-plus'
import { X } from '@lucide/vue'
import { computed, ref } from 'vue'
import type { Pool } from '../../core/build/types'
import { addSounding, changeSounding, removeSounding, setSoundings } from '../../core/build/edits'
import type { Fault } from '../../core/physics/fault'
import { middleOf } from '../../core/physics/shape/polygon'
import { readSoundings } from '../../core/exchange/soundingsTable'
import { takenAs } from '../../core/exchange/takenAs'
import { useBuildStore } from '../stores/build'
import NumberField from './NumberField.vue'
import WorkTable from './WorkTable.vue'

const props = defineProps<{ pool: Pool; faults: Fault[] }>()
const store = useBuildStore()
/** A scan brings thousands: more rows than this only slow the page down. */
const MOST_ROWS = 150
const pasting = ref(false)
const pasted = ref('')
const keep = ref(false)
const answer = computed(() =>
  pasted.value.trim() === '' ? null : readSoundings(pasted.value, props.pool.levelMm)
)
const faultAt = (index: number) => props.faults.find((f) => f.path.endsWith(`soundings[${index}]`))

const COLUMNS = ['x', 'y', 'height', 'dip'] as const
interface Row {
  index: number
  x: number
  y: number
  height: number
  dip: number
}
const columns = computed(() => [
  { id: 'index', label: 'Sounding', unseen: true, width: 32 },
  ...COLUMNS.map((c) => ({ id: c, label: `${c} ${unit('mm')}`, least: 44 })),
  { id: 'remove', label: 'Remove', unseen: true, width: 32 }
])
const hundredths = (value: number) => Math.round(value * 100) / 100
const rows = computed<Row[]>(() =>
  props.pool.soundings.slice(0, MOST_ROWS).map(([x, y, height], index) => ({
    index,
    x,
    y,
    height,
    dip: hundredths(props.pool.levelMm - height)
  }))
)
const faulty = computed(() => rows.value.map((r) => r.index).filter((i) => faultAt(i)))

function change(index: number, column: (typeof COLUMNS)[number], value: number): void {
  const { x, y, height }: Row = { ...rows.value[index], [column]: value }
  // the fourth column is the dip: from the water down
  const z = column === 'dip' ? Math.round((props.pool.levelMm - value) * 1000) / 1000 : height
  store.edit(
    'Sounding',
    changeSounding(props.pool.id, index, [x, y, z]),
    `sounding:${props.pool.id}:${index}`
  )
}

function add(): void {
  const inside = middleOf(props.pool.outline.map((c) => [c.x, c.y]))
  const taken = props.pool.soundings.some((s) => Math.hypot(s[0] - inside[0], s[1] - inside[1]) < 1)
  store.edit(
    'Add sounding',
    addSounding(props.pool.id, [
      inside[0] + (taken ? 3 + props.pool.soundings.length * 0.7 : 0),
      inside[1],
      props.pool.levelMm - 5
    ])
  )
}

function takeIn(): void {
  if (!answer.value || answer.value.faults.length > 0) return
  const all = keep.value
    ? [...props.pool.soundings, ...answer.value.soundings]
    : answer.value.soundings
  store.edit('Paste soundings', setSoundings(props.pool.id, all))
  pasting.value = false
  pasted.value = ''
}

/** Cells pasted anywhere over the table open the paste box with them in it. */
function caught(event: ClipboardEvent): void {
  const text = event.clipboardData?.getData('text/plain') ?? ''
  if (!/\n|\t/.test(text.trim())) return
  event.preventDefault()
  pasted.value = text
  pasting.value = true
}
</script>

<template>
  <section class="panel pad stack" aria-label="Soundings" @paste="caught">
    <div class="row">
      <h2 class="grow">
        Soundings <span class="soft small">{{ pool.soundings.length }}</span>
      </h2>
      <ElButton class="tool" @click="add">Add</ElButton>
      <ElButton class="tool" :aria-pressed="pasting" @click="pasting = !pasting">Paste</ElButton>
    </div>
    <div v-if="pasting" class="stack paste">
      <label class="field"
        ><span class="name"
          >Columns from a spreadsheet: x, y and height, or dip; in mm, or as a first line says</span
        >
        <ElInput
          v-model="pasted"
          type="textarea"
          :rows="5"
          spellcheck="false"
          placeholder="120	84	12,5"
        />
      </label>
      <p v-if="answer?.faults.length" class="fault" role="alert">
        <span v-for="f in answer.faults.slice(0, 3)" :key="f.path"
          >{{ f.path }} {{ f.message }}.
        </span>
        <span v-if="answer.faults.length > 3">And {{ answer.faults.length - 3 }} more lines. </span
        >Nothing was changed.
      </p>
      <p v-else-if="answer" class="small" data-test="taken-as">
        {{ answer.soundings.length }} soundings read<template v-if="answer.taken"
          >: {{ takenAs(answer.taken) }}</template
        >
      </p>
      <ElCheckbox v-model="keep" class="small"
        >keep the {{ pool.soundings.length }} there are</ElCheckbox
      >
      <div class="row">
        <ElButton class="tool main" :disabled="!answer || answer.faults.length > 0" @click="takeIn">
          {{ keep ? 'Add them' : 'Replace all' }}
        </ElButton>
        <ElButton class="tool" @click="pasting = false">Leave it</ElButton>
      </div>
    </div>
    <WorkTable
      v-if="rows.length"
      :rows="rows"
      row-key="index"
      :columns="columns"
      :most-px="300"
      :row-class="(row) => (faultAt(row.index) ? 'bad' : '')"
    >
      <template #index="{ row }">
        <span class="soft">{{ row.index + 1 }}</span>
      </template>
      <template v-for="c in COLUMNS" :key="c" #[c]="{ row }">
        <NumberField
          bare
          :label="`Sounding ${row.index + 1} ${c}`"
          measures="mm"
          :model-value="row[c]"
          :min="-100_000"
          :max="100_000"
          :step="0.5"
          @update:model-value="change(row.index, c, $event!)"
        />
      </template>
      <template #remove="{ row }">
        <ElButton
          class="gone"
          :aria-label="`Remove sounding ${row.index + 1}`"
          @click="store.edit('Remove sounding', removeSounding(pool.id, row.index))"
        >
          <X :size="16" aria-hidden="true" />
        </ElButton>
      </template>
    </WorkTable>
    <p v-for="i in faulty" :key="i" class="fault small">
      Sounding {{ i + 1 }}: {{ faultAt(i)!.message }}
    </p>
    <p v-if="pool.soundings.length > MOST_ROWS" class="small soft">
      And {{ pool.soundings.length - MOST_ROWS }} more: move or remove them on the plan, or paste a
      new list.
    </p>
  </section>
</template>

<style scoped>
.gone {
  border: 0;
  background: none;
  cursor: pointer;
  font-size: 1.125rem;
  line-height: 1;
  padding: 2px 6px;
  color: var(--red-lead);
}
.paste {
  background: var(--sunk);
  padding: 10px;
  border-radius: 3px 10px 3px 10px;
}
</style>
