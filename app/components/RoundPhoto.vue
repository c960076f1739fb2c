<script setup lang="ts">
import { ElButton } from 'element-plus'
import { computed, onBeforeUnmount, ref, watch } from 'vue'
import { entriesOf } from '../../core/build/log/entries'
import { resection, type Camera, type SeenPoint } from '../../core/physics/picture/resection'
import { photo } from '../storage/photos'
import { useBuildStore } from '../stores/build'
import { mm, number } from '../words'
import ChoiceField from './ChoiceField.vue'
import WordedSlider from './WordedSlider.vue'
import RoundMeasure, { type Underlay } from './RoundMeasure.vue'

/** A photograph that lies over the model in the round. */
export interface Overlay {
  href: string
  widthPx: number
  heightPx: number
  opacity: number
  camera: Camera | null
  /** Places told on it so far, px. */
  marks: (readonly [number, number])[]
  /** The next press on it is the place that was just chosen on the model. */
  asks: boolean
}
const overlay = defineModel<Overlay | null>({ required: true })
const props = defineProps<{
  /** The last place chosen on the model, and the last one pressed on the photograph. */
  onModel: readonly [number, number, number] | null
  onPhoto: readonly [number, number] | null
  /** What of the model lies under the photograph, once its camera is found. */
  under: Underlay | null
}>()
/** Presses on the photograph measure. */
const measures = ref(false)
const store = useBuildStore()
const photos = computed(() => entriesOf(store.build!.log, 'photo'))
const chosen = ref('')
const points = ref<SeenPoint[]>([])
const half = ref<readonly [number, number, number] | null>(null)
const opacity = ref(50)
const problem = ref('')
const camera = ref<Camera | null>(null)
const size = ref({ widthPx: 0, heightPx: 0 })
let href = ''

const choices = computed(() => [
  { id: '', name: 'None' },
  ...photos.value.map((p) => ({ id: p.id, name: p.caption || 'A photograph' }))
])
watch(chosen, async (id) => {
  drop()
  if (!id) return
  const row = await photo(id)
  if (!row) {
    problem.value = 'Its picture is not in this browser.'
    return
  }
  href = URL.createObjectURL(row.picture)
  const entry = photos.value.find((p) => p.id === id)!
  size.value = { widthPx: entry.widthPx, heightPx: entry.heightPx }
  show()
})
function drop(): void {
  URL.revokeObjectURL(href)
  href = ''
  points.value = []
  half.value = null
  camera.value = null
  measures.value = false
  problem.value = ''
  overlay.value = null
}
onBeforeUnmount(drop)
function show(): void {
  if (!href) return
  overlay.value = {
    href,
    ...size.value,
    opacity: opacity.value / 100,
    camera: camera.value,
    marks: points.value.map((p) => p.picture),
    asks: half.value !== null || measures.value
  }
}
watch([opacity, points, half, camera, measures], show)
watch(
  () => props.onModel,
  (at) => {
    if (href && at && !camera.value) half.value = at
  }
)
watch(
  () => props.onPhoto,
  (at) => {
    if (!at || !half.value) return
    points.value = [...points.value, { model: half.value, picture: at }]
    half.value = null
  }
)
function find(): void {
  problem.value = ''
  try {
    camera.value = resection({ points: points.value, ...size.value })
  } catch (error) {
    problem.value = error instanceof Error ? error.message : String(error)
  }
}
function back(): void {
  camera.value = null
  measures.value = false
  points.value = points.value.slice(0, -1)
}
</script>

<template>
  <section class="panel pad stack" data-test="round-photo">
    <h2>Over a photograph</h2>
    <p v-if="photos.length === 0" class="small soft">
      Put a photograph into the log first: of the model, or of real water.
    </p>
    <template v-else>
      <ChoiceField v-model="chosen" label="Photograph" :options="choices" data-test="photo-pick" />
      <template v-if="overlay">
        <p v-if="!camera" class="small" role="status" data-test="photo-next">
          {{
            half
              ? 'Now click the same place in the photograph.'
              : points.length < 4
                ? `Click a place on the model: ${points.length} of at least 4 told (6 where they lie at different heights).`
                : `${points.length} places told: find the camera, or tell more.`
          }}
        </p>
        <p v-else data-test="photo-camera">
          Seen from {{ mm(camera.eyeMm[2]) }} over the base, {{ number(camera.fovDeg) }}° from
          bottom to top; the places lie within {{ number(camera.reprojectionPx) }} px of where they
          are seen.
        </p>
        <div class="row wrap">
          <ElButton
            class="tool main"
            :disabled="points.length < 4"
            data-test="find-camera"
            @click="find"
            >Find the camera</ElButton
          >
          <ElButton class="tool" :disabled="points.length === 0" @click="back"
            >Take the last back</ElButton
          >
        </div>
        <RoundMeasure
          v-if="camera"
          v-model:asks="measures"
          :id="chosen"
          :camera="camera"
          :size="size"
          :under="under"
          :pressed="onPhoto"
        />
        <WordedSlider
          v-model="opacity"
          :min="0"
          :max="100"
          label="How much of the photograph shows, %"
          >Photograph {{ opacity }} % over the model</WordedSlider
        >
      </template>
      <p v-if="problem" class="fault" role="alert">{{ problem }}</p>
    </template>
  </section>
</template>
