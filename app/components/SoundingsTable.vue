<script setup lang="ts">
import { readNumber } from '../../core/words/readNumber'
import { ElButton, ElCheckbox, ElInput } from 'element-plus'
import { computed, ref } from 'vue'
import type { Pool } from '../../core/build/types'
import { addSounding, changeSounding, removeSounding, setSoundings } from '../../core/build/edits'
import type { Fault } from '../../core/physics/fault'
import { middleOf } from '../../core/physics/shape/polygon'
import { readSoundings } from '../../core/exchange/paste'
import { useBuildStore } from '../stores/build'
import LiveText from './LiveText.vue'

const props = defineProps<{ pool: Pool; faults: Fault[] }>()
const store = useBuildStore()
/** A scan brings thousands: more rows than this only slow the page down. */
const MOST_ROWS = 150
const pasting = ref(false)
const pasted = ref('')
const keep = ref(false)
const answer = computed(() => (pasted.value.trim() === '' ? null : readSoundings(pasted.value)))
const faultAt = (index: number) => props.faults.find((f) => f.path.endsWith(`soundings[${index}]`))

const badCell = ref('')
const sameNumber = (text: string, value: string) => readNumber(text) === Number(value)

function typed(index: number, column: 0 | 1 | 2 | 3, text: string): void {
  const value = readNumber(text)
  const taken = typeof value === 'number' && Math.abs(value) <= 100_000
  badCell.value = taken ? '' : `${index}:${column}`
  if (!taken) return
  const now = props.pool.soundings[index]
  const next: [number, number, number] = [now[0], now[1], now[2]]
  // the fourth column is the dip: from the water down
  if (column === 3) next[2] = Math.round((props.pool.levelMm - value) * 1000) / 1000
  else next[column] = value
  store.edit(
    'Sounding',
    changeSounding(props.pool.id, index, next),
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
const shown = (value: number) => String(Math.round(value * 100) / 100)
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
        ><span class="name">Three columns from a spreadsheet: x, y, height in mm</span>
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
        >Nothing has been changed.
      </p>
      <p v-else-if="answer" class="small">{{ answer.soundings.length }} soundings read.</p>
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
    <div class="rows">
      <table class="plain">
        <thead>
          <tr>
            <td></td>
            <th>x mm</th>
            <th>y mm</th>
            <th>height mm</th>
            <th>dip mm</th>
            <td></td>
          </tr>
        </thead>
        <tbody>
          <template v-for="(s, i) in pool.soundings.slice(0, MOST_ROWS)" :key="i">
            <tr :class="{ bad: faultAt(i) }">
              <td class="soft">{{ i + 1 }}</td>
              <td v-for="c in [0, 1, 2] as const" :key="c">
                <LiveText
                  class="cell"
                  :model-value="shown(s[c])"
                  :same="sameNumber"
                  :bad="badCell === `${i}:${c}`"
                  inputmode="decimal"
                  :aria-label="`Sounding ${i + 1} ${['x', 'y', 'height'][c]}`"
                  @typed="typed(i, c, $event)"
                />
              </td>
              <td>
                <LiveText
                  class="cell"
                  :model-value="shown(pool.levelMm - s[2])"
                  :same="sameNumber"
                  :bad="badCell === `${i}:3`"
                  inputmode="decimal"
                  :aria-label="`Sounding ${i + 1} dip`"
                  @typed="typed(i, 3, $event)"
                />
              </td>
              <td>
                <ElButton
                  class="gone"
                  :aria-label="`Remove sounding ${i + 1}`"
                  @click="store.edit('Remove sounding', removeSounding(pool.id, i))"
                >
                  ×
                </ElButton>
              </td>
            </tr>
            <tr v-if="badCell.startsWith(`${i}:`)">
              <td colspan="6" class="fault" role="alert">
                A number in mm, please: −100,000 to 100,000. The old one still holds.
              </td>
            </tr>
            <tr v-if="faultAt(i)">
              <td colspan="6" class="fault">
                {{ faultAt(i)!.message }}
              </td>
            </tr>
          </template>
        </tbody>
      </table>
      <p v-if="pool.soundings.length > MOST_ROWS" class="small soft">
        And {{ pool.soundings.length - MOST_ROWS }} more: move or remove them on the plan, or paste
        a new list.
      </p>
    </div>
  </section>
</template>

<style scoped>
.rows {
  max-height: 300px;
  overflow: auto;
}
.cell {
  min-width: 44px;
  border: 1px solid transparent;
  padding: 2px 4px;
  border-radius: 4px;
}
.cell:hover {
  border-color: var(--line-strong);
}
.cell:has([aria-invalid='true']) {
  border-color: var(--red-lead);
}
.bad td {
  background: var(--red-wash);
}
.gone {
  border: 0;
  background: none;
  cursor: pointer;
  font-size: 18px;
  line-height: 1;
  padding: 2px 6px;
  color: var(--red-lead);
}
.paste {
  background: var(--sunk);
  padding: 10px;
  border-radius: 3px 10px 3px 10px;
}
table.plain td {
  padding: 1px 2px;
  vertical-align: middle;
}
thead :is(th, td) {
  position: sticky;
  top: 0;
  background: var(--sheet);
}
</style>
