<script setup lang="ts">
import { named } from '../../core/build/file/comingIn'
import FilePick from './FilePick.vue'
import { mm, grams } from '../words'
import { v4 as newId } from 'uuid'
import { ElButton, ElCheckbox, ElInput } from 'element-plus'
import { X } from '@lucide/vue'
import { computed, ref, shallowRef, useTemplateRef } from 'vue'
import type { Chip, ChipFit } from '../../core/physics/stuff/colour/tint'
import type { Material, Tint } from '../../core/craft/materials/types'
import { useShelfStore } from '../stores/shelf'
import { askStuff } from '../workers/askClient'
import NumberField from './NumberField.vue'

/**
 * Test chips photographed beside white paper: their colours are picked, and the tint is fitted to
 * the builder's own bottle.
 */
const shelf = useShelfStore()
const emit = defineEmits<{ made: [id: string] }>()
const canvas = useTemplateRef<HTMLCanvasElement>('canvas')
const picking = ref<'paper' | number | null>(null)
const paper = ref<string | null>(null)
const chips = ref<{ colour: string | null; drops: number | null; depthMm: number | null }[]>([
  { colour: null, drops: 3, depthMm: 8 }
])
const milky = ref(false)
const loaded = ref(false)
const problem = ref('')
const fit = shallowRef<ChipFit | null>(null)
const name = ref('My tint')
/** Photographs are drawn no larger than this, px: colours stay the same. */
const LARGEST = 900

async function open(file: File): Promise<void> {
  if (!canvas.value) return
  problem.value = ''
  try {
    const bitmap = await createImageBitmap(file)
    const scale = Math.min(1, LARGEST / Math.max(bitmap.width, bitmap.height))
    canvas.value.width = Math.round(bitmap.width * scale)
    canvas.value.height = Math.round(bitmap.height * scale)
    canvas.value
      .getContext('2d', { willReadFrequently: true })!
      .drawImage(bitmap, 0, 0, canvas.value.width, canvas.value.height)
    bitmap.close()
    loaded.value = true
    picking.value = 'paper'
  } catch (error) {
    const why = error instanceof Error ? error.message : String(error)
    problem.value = named(
      file.name,
      `That picture cannot be opened: ${why.replace(/\.$/, '')}. What was picked before stays.`
    )
  }
}

/** The mean of a patch, so that one grain of the camera does not decide. */
function pick(event: MouseEvent): void {
  if (!canvas.value || !loaded.value || picking.value === null) return
  const box = canvas.value.getBoundingClientRect()
  const x = Math.round(((event.clientX - box.left) / box.width) * canvas.value.width)
  const y = Math.round(((event.clientY - box.top) / box.height) * canvas.value.height)
  const [left, top] = [Math.max(0, x - 4), Math.max(0, y - 4)]
  const { data } = canvas.value
    .getContext('2d', { willReadFrequently: true })!
    .getImageData(
      left,
      top,
      Math.min(9, canvas.value.width - left),
      Math.min(9, canvas.value.height - top)
    )
  const sum = [0, 0, 0]
  for (let i = 0; i < data.length; i += 4) for (let c = 0; c < 3; c++) sum[c] += data[i + c]
  const colour = `#${sum
    .map((s) =>
      Math.round(s / (data.length / 4))
        .toString(16)
        .padStart(2, '0')
    )
    .join('')}`
  fit.value = null
  if (picking.value === 'paper') {
    paper.value = colour
    picking.value = 0
  } else {
    chips.value[picking.value].colour = colour
    picking.value = picking.value + 1 < chips.value.length ? picking.value + 1 : null
  }
}
const ready = computed(
  () =>
    paper.value !== null &&
    chips.value.length > 0 &&
    chips.value.every((c) => c.colour && (c.drops ?? 0) > 0 && (c.depthMm ?? 0) > 0)
)
async function fitNow(): Promise<void> {
  problem.value = ''
  const list: Chip[] = chips.value.map((c) => ({
    colour: c.colour!,
    paper: paper.value!,
    dropsPer100G: c.drops!,
    depthMm: c.depthMm!
  }))
  try {
    fit.value = await askStuff(
      { ask: 'fitChips', chips: list, scatterPerMm: milky.value ? 0.02 : 0.0002 },
      []
    ).answer
  } catch (error) {
    problem.value = error instanceof Error ? error.message : String(error)
  }
}
async function keep(): Promise<void> {
  if (!fit.value) return
  const tint: Tint = {
    kind: 'tint',
    id: `own-tint-${newId().slice(0, 8)}`,
    name: name.value.trim().slice(0, 120) || 'My tint',
    note: `Fitted to ${chips.value.length} ${chips.value.length === 1 ? 'chip' : 'chips'}.`,
    cautions: [],
    look: fit.value.look,
    dropsPerMl: 20,
    own: true,
    pack: { amount: 20, price: 6 }
  }
  if (await shelf.keep(tint as Material, 'Tint')) emit('made', tint.id)
}
function addChip(): void {
  chips.value.push({ colour: null, drops: 6, depthMm: 8 })
  picking.value = loaded.value ? chips.value.length - 1 : null
}
function dropChip(i: number): void {
  chips.value.splice(i, 1)
  fit.value = null
}
</script>

<template>
  <div class="chips">
    <div class="photo">
      <FilePick
        kind="photograph"
        accept="image/*"
        data-test="chip-photo"
        @pick="open"
        @refuse="problem = $event"
        >Photograph of the chips beside white paper</FilePick
      >
      <svg
        v-if="!loaded"
        class="guide"
        viewBox="0 0 420 250"
        role="img"
        aria-label="Chips of rising dose on white, the paper beside them, one light"
      >
        <rect x="10" y="30" width="400" height="190" class="table" />
        <rect x="24" y="44" width="120" height="162" class="paper" />
        <text x="84" y="130" text-anchor="middle">white paper</text>
        <g v-for="(o, i) in [0.25, 0.5, 0.85]" :key="i">
          <rect :x="164 + i * 80" y="70" width="64" height="100" rx="10" class="paper" />
          <rect
            :x="164 + i * 80"
            y="70"
            width="64"
            height="100"
            rx="10"
            class="chip"
            :fill-opacity="o"
          />
          <text :x="196 + i * 80" y="190" text-anchor="middle">{{ [2, 4, 8][i] }} drops</text>
        </g>
        <text x="284" y="60" text-anchor="middle" class="quiet">
          poured {{ mm(8) }} deep over white
        </text>
        <text x="210" y="242" text-anchor="middle" class="quiet">
          one light, no flash, no shadow over either
        </text>
        <path d="M210 4v18m-26 -16l10 14m42 -14l-10 14" class="ray" />
      </svg>
      <canvas
        v-show="loaded"
        ref="canvas"
        :class="{ loaded }"
        data-test="chip-canvas"
        @click="pick"
      ></canvas>
      <p class="small" role="status">
        <b v-if="picking === 'paper'">Click the white paper.</b
        ><b v-else-if="picking !== null">Click chip {{ picking + 1 }}.</b
        ><span v-else-if="!loaded" class="soft"
          >Pour each chip to a known dose and depth over white, let it cure, photograph all in one
          light with the paper in the picture.</span
        ><span v-else>All picked. Click a colour below to pick it again.</span>
      </p>
      <p v-if="problem" class="fault" role="alert" data-test="chip-problem">
        {{ problem }}
      </p>
    </div>
    <div class="stack side">
      <div class="row">
        <ElButton
          class="pickbox"
          :style="{ background: paper ?? 'transparent' }"
          :class="{ on: picking === 'paper' }"
          aria-label="Pick the paper"
          @click="picking = 'paper'"
        ></ElButton
        ><span>paper</span>
      </div>
      <div v-for="(c, i) in chips" :key="i" class="row chip">
        <ElButton
          class="pickbox"
          :style="{ background: c.colour ?? 'transparent' }"
          :class="{ on: picking === i }"
          :aria-label="`Pick chip ${i + 1}`"
          @click="picking = i"
        ></ElButton>
        <NumberField
          v-model="c.drops"
          :label="`drops in ${grams(100)}`"
          :min="0.1"
          :max="2000"
          :step="0.5"
        /><NumberField v-model="c.depthMm" label="deep" unit="mm" :min="0.1" :max="1000" />
        <ElButton
          v-if="chips.length > 1"
          class="tool"
          :aria-label="`Remove chip ${i + 1}`"
          @click="dropChip(i)"
        >
          <X :size="16" aria-hidden="true" />
        </ElButton>
      </div>
      <div class="row">
        <ElButton class="tool" :disabled="chips.length >= 12" @click="addChip">+ Chip</ElButton
        ><ElCheckbox v-model="milky" class="small" @change="fit = null">a milky tint</ElCheckbox>
      </div>
      <ElButton class="tool main" :disabled="!ready" data-test="fit-chips" @click="fitNow">
        Fit the tint
      </ElButton>
      <div v-if="fit" class="stack result" data-test="chip-fit">
        <div class="row">
          <span class="big" :style="{ background: fit.look.colour }"></span
          ><span
            >{{ fit.look.atDropsPer100G }} drops in {{ grams(100) }},
            {{ mm(fit.look.atDepthMm) }} deep</span
          >
        </div>
        <p class="small">
          Off its chips by {{ fit.offs.map((o) => o.toFixed(1)).join(', ') }} (CIE 1976; under 2
          nobody sees, over 8 pick again).
        </p>
        <label class="field"
          ><span class="name">Name</span><ElInput v-model="name" class="choice" maxlength="120"
        /></label>
        <ElButton class="tool main" data-test="keep-tint" @click="keep"
          >Put it on the shelf</ElButton
        >
      </div>
    </div>
  </div>
</template>

<style scoped>
.chips {
  display: flex;
  gap: 18px;
  height: 100%;
  min-height: 0;
}
.photo {
  flex: 1;
  min-width: 0;
  display: flex;
  flex-direction: column;
  gap: 8px;
  align-items: start;
}
canvas {
  max-width: 100%;
  max-height: calc(100% - 80px);
  border: 1px dashed var(--line-strong);
  min-height: 120px;
  min-width: 240px;
  background: var(--sunk);
}
canvas.loaded {
  cursor: crosshair;
  border-style: solid;
}
.guide {
  width: min(100%, 520px);
}
.table {
  fill: var(--timber);
  opacity: 0.35;
}
.paper {
  fill: #fdfdfb;
  stroke: var(--line-strong);
}
.chip {
  fill: var(--deep);
}
.ray {
  stroke: var(--brass);
  stroke-width: 3;
  fill: none;
}
html.dark .guide text:not(.quiet) {
  fill: #17221f;
}
@media (max-width: 43.75rem) {
  .chips {
    flex-direction: column;
    height: auto;
  }
}
.side {
  width: min(100%, 330px);
  overflow: auto;
  gap: 9px;
}
.chip {
  flex-wrap: nowrap;
  align-items: end;
}
.pickbox {
  width: 40px;
  height: 34px;
  border: 1px solid var(--line-strong);
  border-radius: 2px 12px 2px 12px;
  cursor: pointer;
  flex: none;
}
.pickbox.on {
  outline: 3px solid var(--brass);
}
.result {
  background: var(--sunk);
  padding: 10px 12px;
  border-radius: 3px 12px 3px 12px;
  gap: 8px;
}
.big {
  width: 70px;
  height: 46px;
  border-radius: 2px 14px 2px 14px;
}
</style>
