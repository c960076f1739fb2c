<script setup lang="ts">
import { ElButton } from 'element-plus'
import { computed, ref } from 'vue'
import { fileName } from '../../core/exchange/fileName'
import { logged, setCover } from '../../core/build/workEdits'
import type { RoundModel } from '../../core/plan/round/types'
import type { RoundPicture } from '../round/scene'
import { saveFile } from '../saveFile'
import { keepPhoto } from '../storage/photos'
import { useBuildStore } from '../stores/build'
import ChoiceField from './ChoiceField.vue'

/** What is taken along of the model in the round: pictures, a film, files for other programs. */
const props = defineProps<{
  picture: RoundPicture | null
  model: RoundModel | null
  /** Shows one moment of the build after the other, and waits at each for what is done with it. */
  through: (visit: (number: number, title: string) => Promise<void>) => Promise<void>
}>()
const emit = defineEmits<{
  /** Goes through the build once; calls back when it is through. */
  film: [done: () => void]
}>()
const store = useBuildStore()
const SIZES = [
  { id: 640, name: '640 px wide' },
  { id: 1280, name: '1280 px wide' },
  { id: 1920, name: '1920 px wide' },
  { id: 4096, name: '4096 px wide' }
]
const wide = ref(1920)
const working = ref('')
const problem = ref('')
const name = (what: string, ending: string) => fileName(what, store.build?.name ?? '', ending)

async function doing(what: string, work: () => Promise<void>): Promise<void> {
  problem.value = ''
  working.value = what
  try {
    await work()
  } catch (error) {
    problem.value = error instanceof Error ? error.message : String(error)
  }
  working.value = ''
}
const made = () => {
  const { width, height } = props.picture!.canvas
  return props.picture!.picture(wide.value, Math.round((wide.value * height) / width))
}
const png = () =>
  doing('Drawing the picture', async () =>
    saveFile(name('In the round', '.png'), 'image/png', await made())
  )
/** @param covers  it goes onto the build's card and the head of its lists, too */
const intoLog = (covers: boolean) =>
  doing('Putting it into the log', async () => {
    const build = store.build!
    const file = new File([await made()], 'In the round.png', { type: 'image/png' })
    const { id, width, height } = await keepPhoto(build.id, file, build.calendar.zone)
    const entry = logged([
      {
        kind: 'photo',
        id,
        at: new Date().toISOString(),
        caption: 'The model in the round, as planned',
        step: null,
        widthPx: width,
        heightPx: height
      }
    ])
    store.edit('Picture of the model', (b) => (covers ? setCover(id)(entry(b)) : entry(b)))
  })
/** One picture for each step, numbered, in one file: for a film made elsewhere, or a page of steps. */
const set = () =>
  doing('Drawing a picture of each step', async () => {
    const { zipSync } = await import('fflate')
    const files: Record<string, Uint8Array> = {}
    await props.through(async (number, title) => {
      working.value = `Drawing picture ${number}`
      const picture = new Uint8Array(await (await made()).arrayBuffer())
      files[numbered(number, title)] = picture
    })
    // pictures are as small as they get
    const zip = zipSync(files, { level: 0 })
    saveFile(
      name('The build, step by step', '.zip'),
      'application/zip',
      new Blob([zip as BlobPart])
    )
  })
const numbered = (number: number, title: string) =>
  `${String(number).padStart(3, '0')} ${title.replace(/[^\p{L}\p{N} ,-]/gu, '').slice(0, 60)}.png`
const glb = () =>
  doing('Writing the model', async () => {
    const { toGlb } = await import('../round/export')
    saveFile(name('Model', '.glb'), 'model/gltf-binary', await toGlb(props.model!))
  })
const stl = () =>
  doing('Writing the model', async () => {
    const { toStl } = await import('../round/export')
    saveFile(name('Model', '.stl'), 'model/stl', await toStl(props.model!))
  })
/** What the browser records, as it can. */
const kinds = ['video/webm;codecs=vp9', 'video/webm;codecs=vp8', 'video/webm']
const canFilm = computed(
  () =>
    typeof MediaRecorder !== 'undefined' &&
    kinds.some((kind) => MediaRecorder.isTypeSupported(kind))
)
const film = () =>
  doing('Filming the build', async () => {
    const type = kinds.find((kind) => MediaRecorder.isTypeSupported(kind))!
    const recorder = new MediaRecorder(props.picture!.canvas.captureStream(12), { mimeType: type })
    const pieces: Blob[] = []
    recorder.ondataavailable = (event) => pieces.push(event.data)
    const stopped = new Promise((done) => (recorder.onstop = done))
    recorder.start(500)
    await new Promise<void>((done) => emit('film', done))
    recorder.stop()
    await stopped
    saveFile(name('The build', '.webm'), 'video/webm', new Blob(pieces, { type: 'video/webm' }))
  })
</script>

<template>
  <section class="panel pad stack" data-test="round-take">
    <h2>Take it along</h2>
    <ChoiceField v-model="wide" label="Picture" :options="SIZES" data-test="picture-size" />
    <div class="row wrap">
      <ElButton class="tool" :disabled="!picture || !!working" data-test="take-png" @click="png"
        >Picture (PNG)</ElButton
      >
      <ElButton
        class="tool"
        :disabled="!picture || !!working"
        data-test="take-log"
        @click="intoLog(false)"
        >Into the log and book</ElButton
      >
      <ElButton
        class="tool"
        :disabled="!picture || !!working"
        data-test="take-cover"
        @click="intoLog(true)"
        >On the card and the lists</ElButton
      >
      <ElButton class="tool" :disabled="!picture || !!working" data-test="take-set" @click="set"
        >A picture of each step (zip)</ElButton
      >
      <ElButton
        v-if="canFilm"
        class="tool"
        :disabled="!picture || !!working"
        data-test="take-film"
        @click="film"
        >Film of the build</ElButton
      >
      <ElButton class="tool" :disabled="!model || !!working" data-test="take-glb" @click="glb"
        >glTF</ElButton
      >
      <ElButton class="tool" :disabled="!model || !!working" data-test="take-stl" @click="stl"
        >STL</ElButton
      >
    </div>
    <p v-if="working" class="small soft" role="status">{{ working }}…</p>
    <p v-if="problem" class="fault" role="alert">{{ problem }}. Nothing was changed.</p>
  </section>
</template>
