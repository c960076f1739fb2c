<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { waterSeen, type WaterSeen } from '../../core/build/log/photoAgainstForm'
import { standsOver, type Camera, type Point3 } from '../../core/physics/picture/resection'
import { deltaE2000 } from '../../core/physics/stuff/colour/difference'
import { labOfXyz, linearOf, xyzOfRgb } from '../../core/physics/stuff/colour/rgb'
import { pixelsOf } from '../storage/pixels'
import { photo } from '../storage/photos'
import { mm, number } from '../words'
import PressOne from './PressOne.vue'

/** What a photograph and the model under it have in common and what not: heights, white, colour. */
export interface Underlay {
  /** What of the model lies under a place of the photograph, mm; null: nothing. */
  at: (px: readonly [number, number]) => Point3 | null
  /** The model as it is drawn under the whole photograph. */
  drawn: () => Promise<Blob>
}
const props = defineProps<{
  id: string
  camera: Camera
  size: { widthPx: number; heightPx: number }
  under: Underlay | null
  /** The last place pressed on the photograph, px. */
  pressed: readonly [number, number] | null
}>()
const asks = defineModel<boolean>('asks', { required: true })
const WAYS = [
  { id: 'none', name: 'Nothing' },
  { id: 'height', name: 'A height' },
  { id: 'area', name: 'White and colour' }
] as const
const way = ref<(typeof WAYS)[number]['id']>('none')
const first = ref<readonly [number, number] | null>(null)
const height = ref<{ seenMm: number; modelMm: number | null } | null>(null)
const area = ref<{ seen: WaterSeen; model: WaterSeen; apart: number | null } | null>(null)
const problem = ref('')
watch(way, () => {
  asks.value = way.value !== 'none'
  first.value = height.value = area.value = null
  problem.value = ''
})
const next = computed(() => {
  if (way.value === 'height')
    return first.value ? 'Now its top, over that foot.' : 'Press the foot of it in the photograph.'
  return first.value ? 'Now the opposite corner.' : 'Press a corner of the water to compare.'
})
watch(
  () => props.pressed,
  async (at) => {
    if (!at || way.value === 'none' || !props.under) return
    if (!first.value) {
      first.value = at
      return
    }
    const from = first.value
    first.value = null
    problem.value = ''
    try {
      if (way.value === 'height') measureHeight(from, at)
      else await compare(from, at)
    } catch (error) {
      problem.value = error instanceof Error ? error.message : String(error)
    }
  }
)
/** Places looked at from a top down to its foot. */
const LOOKS = 32
/** What lies within so much of a foot stands on it, mm. */
const OVER_FOOT_MM = 12
function measureHeight(foot: readonly [number, number], top: readonly [number, number]): void {
  const on = props.under!.at(foot)
  if (!on) throw new Error('Under that foot there is nothing of the model: press where it stands.')
  const seenMm = standsOver(props.camera, props.size, on, top)
  let modelMm: number | null = null
  for (let i = 0; i <= LOOKS && modelMm === null; i++) {
    const t = (1.4 * i) / LOOKS - 0.4
    const at = props.under!.at([top[0] + t * (foot[0] - top[0]), top[1] + t * (foot[1] - top[1])])
    if (at && Math.hypot(at[0] - on[0], at[1] - on[1]) < OVER_FOOT_MM) modelMm = at[2] - on[2]
  }
  height.value = { seenMm, modelMm }
}
const labOf = (colour: string) => labOfXyz(xyzOfRgb(linearOf(colour)))
async function compare(a: readonly [number, number], b: readonly [number, number]): Promise<void> {
  const row = await photo(props.id)
  if (!row) throw new Error('The picture is not in this browser any more.')
  const ring = [
    [a[0], a[1]],
    [b[0], a[1]],
    [b[0], b[1]],
    [a[0], b[1]]
  ] as [number, number][]
  const seen = waterSeen(await pixelsOf(row.picture, props.size), [ring])
  const model = waterSeen(await pixelsOf(await props.under!.drawn(), props.size), [ring])
  if (seen.pixels < 20)
    throw new Error('That is too small to say anything of: take a larger piece.')
  const apart =
    seen.colour && model.colour ? deltaE2000(labOf(seen.colour), labOf(model.colour)) : null
  area.value = { seen, model, apart }
}
</script>

<template>
  <div class="stack" data-test="round-measure">
    <p class="small soft">Measure between photograph and model</p>
    <PressOne v-model="way" label="What is measured" :options="WAYS" attribute="measure" />
    <p v-if="way !== 'none'" class="small" role="status">{{ next }}</p>
    <p v-if="height" data-test="measured-height">
      The photograph has it <b>{{ mm(height.seenMm) }}</b> high, the model
      <b>{{ height.modelMm === null ? 'nothing there' : mm(height.modelMm) }}</b><template
        v-if="height.modelMm !== null"
        >: {{ mm(Math.abs(height.seenMm - height.modelMm)) }}
        {{ height.seenMm > height.modelMm ? 'more' : 'less' }}</template
      >.
    </p>
    <div v-if="area" class="grid2" data-test="measured-area">
      <p
        v-for="[name, seen] in [
          ['Photograph', area.seen],
          ['Model', area.model]
        ] as const"
        :key="name"
      >
        <span class="small soft">{{ name }}</span><br />
        <b>{{ Math.round(seen.whitePct) }} % white</b><br />
        <template v-if="seen.colour"
          ><i class="swatch" :style="{ background: seen.colour }"></i>{{ ' '
          }}<span class="small">{{ seen.colour }}</span></template
        >
      </p>
    </div>
    <p v-if="area?.apart != null" class="small soft">
      Between the white they lie {{ number(area.apart) }} apart (ΔE2000; 2 is hardly seen). Each has
      a light of its own: compare in the same one.
    </p>
    <p v-if="problem" class="fault" role="alert">{{ problem }}</p>
  </div>
</template>

<style scoped>
.swatch {
  display: inline-block;
  width: 34px;
  height: 16px;
  border-radius: 2px 6px 2px 6px;
  vertical-align: middle;
}
</style>
