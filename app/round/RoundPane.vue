<script setup lang="ts">
import { ElButton } from 'element-plus'
import { useElementSize } from '@vueuse/core'
import { computed, onBeforeUnmount, onMounted, ref, shallowRef, useTemplateRef, watch } from 'vue'
import type { Standing } from '../../core/plan/round/days'
import { COARSE, FINE, type RoundModel, type RoundPart } from '../../core/plan/round/types'
import type { Build } from '../../core/build/types'
import type { Plan } from '../../core/plan/derivePlan'
import { useShelfStore } from '../stores/shelf'
import { said } from '../words'
import { roundClient } from '../workers/roundClient'
import {
  drawnBy,
  roundPicture,
  type EyeSetting,
  type LightSetting,
  type RoundPicture
} from './scene'

/** The model in the round: drawn where it can be, and told in words for those who do not see it. */
const props = withDefaults(
  defineProps<{
    build: Build
    plan: Plan
    /** What stands; null: all of it. */
    standing?: Standing | null
    light?: LightSetting
    eye?: EyeSetting
    plain?: boolean
    /** What a press does: turns and picks, drags what it meets, or works the land. */
    hand?: 'look' | 'drag' | 'sculpt'
  }>(),
  { standing: null, light: undefined, eye: undefined, hand: 'look' }
)
const emit = defineEmits<{
  pick: [part: RoundPart | null, at: [number, number, number] | null]
  ready: [picture: RoundPicture]
  model: [model: RoundModel]
  moved: []
  /** Something is taken hold of, moved, and let go; places in mm. */
  grip: [part: RoundPart, at: [number, number, number], pressure: number]
  go: [at: [number, number, number], pressure: number]
  drop: []
  hover: [at: [number, number, number] | null]
  walk: [key: string]
}>()

const shelf = useShelfStore()
const frame = useTemplateRef<HTMLElement>('frame')
const canvas = useTemplateRef<HTMLCanvasElement>('canvas')
const { width, height } = useElementSize(frame)
const picture = shallowRef<RoundPicture | null>(null)
const model = shallowRef<RoundModel | null>(null)
const able = ref(true)
const lost = ref(false)
const problem = ref('')
const busy = ref(true)
const firstMs = ref<number | null>(null)
const client = roundClient()

async function make(): Promise<void> {
  const { build, plan, standing } = props
  busy.value = true
  problem.value = ''
  try {
    const { forms, stacks } = plan
    const made = await client.make(
      { build, own: shelf.own, forms, stacks },
      { detail: picture.value?.software === false ? FINE : COARSE, standing }
    )
    if (!made) return
    model.value = made
    picture.value?.show(made)
    emit('model', made)
  } catch (error) {
    problem.value = error instanceof Error ? error.message : String(error)
  }
  busy.value = false
}
onMounted(() => {
  able.value = drawnBy() !== 'nobody'
  if (able.value && canvas.value) {
    try {
      picture.value = roundPicture(canvas.value, {
        moved: () => emit('moved'),
        lost: (gone) => (lost.value = gone),
        first: (ms) => (firstMs.value = Math.round(ms))
      })
      if (props.light) picture.value.light(props.light)
      emit('ready', picture.value)
    } catch {
      able.value = false
    }
  }
  void make()
})
onBeforeUnmount(() => {
  client.stop()
  picture.value?.stop()
})
watch([width, height, picture], () => picture.value?.resize(width.value, height.value))
watch(
  () => [props.build.base, props.plan.forms, props.plan.stacks, props.build.land, props.standing],
  () => void make()
)
watch(
  () => props.light,
  (light) => light && picture.value?.light(light)
)
watch(
  () => props.eye,
  (eye) => eye && picture.value?.eye(eye)
)
watch(
  () => props.plain,
  (on) => picture.value?.plain(on === true)
)

/** A press that did not turn the model chooses what lies there. */
let pressed: [number, number] | null = null
/** What is held: dragged upright where it is a level, else over the base. */
let held: { at: [number, number, number]; plane: 'upright' | 'level' | 'land' } | null = null
const LIFTED: readonly RoundPart['kind'][] = ['water']
const pressureOf = ({ pressure, pointerType }: PointerEvent) =>
  pointerType === 'mouse' || pressure === 0 || pressure === 0.5 ? 1 : 0.25 + 1.5 * pressure
/** Whether a press takes hold of something instead of turning the model. */
function gripped(event: PointerEvent): boolean {
  if (props.hand === 'look' || event.button !== 0 || !picture.value) return false
  const under =
    props.hand === 'sculpt'
      ? picture.value.landUnder(event.clientX, event.clientY)
      : picture.value.pick(event.clientX, event.clientY)?.at
  const part =
    props.hand === 'sculpt'
      ? model.value?.parts.find((p) => p.kind === 'land')
      : picture.value.pick(event.clientX, event.clientY)?.part
  if (!under || !part || (props.hand === 'drag' && part.water === null)) return false
  const plane = LIFTED.includes(part.kind) ? 'upright' : 'level'
  held = { at: under, plane: props.hand === 'sculpt' ? 'land' : plane }
  picture.value.hold(true)
  ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
  emit('grip', part, under, pressureOf(event))
  return true
}
function move(event: PointerEvent): void {
  if (props.hand === 'sculpt' && !held && event.buttons === 0)
    emit('hover', picture.value?.landUnder(event.clientX, event.clientY) ?? null)
  if (!held || !picture.value) return
  const { clientX: x, clientY: y } = event
  const to =
    held.plane === 'land'
      ? picture.value.landUnder(x, y)
      : picture.value.onPlane(x, y, held.at, held.plane)
  if (to) emit('go', to, pressureOf(event))
}
function letGo(): void {
  if (!held) return
  held = null
  picture.value?.hold(false)
  emit('drop')
}
function down(event: PointerEvent): void {
  if (gripped(event)) return
  pressed = [event.clientX, event.clientY]
}
function up(event: PointerEvent): void {
  if (held) return letGo()
  if (!pressed || !picture.value) return
  const far = Math.hypot(event.clientX - pressed[0], event.clientY - pressed[1])
  pressed = null
  if (far > 5) return
  const found = picture.value.pick(event.clientX, event.clientY)
  emit('pick', found?.part ?? null, found?.at ?? null)
}

const KEYS: Record<string, [number, number, number]> = {
  ArrowLeft: [-8, 0, 1],
  ArrowRight: [8, 0, 1],
  ArrowUp: [0, 6, 1],
  ArrowDown: [0, -6, 1],
  '+': [0, 0, 1.2],
  '=': [0, 0, 1.2],
  '-': [0, 0, 1 / 1.2]
}
function key(event: KeyboardEvent): void {
  if (event.ctrlKey || event.metaKey || event.altKey) return
  if (props.eye?.kind === 'walk' && event.key.startsWith('Arrow')) emit('walk', event.key)
  else if (KEYS[event.key]) picture.value?.turn(...KEYS[event.key])
  else return
  event.preventDefault()
  event.stopPropagation()
}

/** What is seen, for those who cannot: one line for each thing, with its figures. */
const told = computed(() => {
  const named = new Map<string, string>()
  for (const part of model.value?.parts ?? [])
    if (!named.has(part.name)) named.set(part.name, said(part.says))
  return [...named].map(([name, says]) => `${name}: ${says}`)
})
</script>

<template>
  <div
    ref="frame"
    class="round"
    data-test="round"
    :data-triangles="model?.triangles"
    :data-first-ms="firstMs"
    :data-drawn-by="picture?.software ? 'processor' : 'graphics'"
  >
    <canvas
      v-show="able"
      ref="canvas"
      tabindex="0"
      role="application"
      aria-label="The model in the round: arrow keys turn it, plus and minus bring it nearer"
      :aria-busy="busy"
      data-test="round-canvas"
      @pointerdown="down"
      @pointermove="move"
      @pointerup="up"
      @pointercancel="letGo"
      @pointerleave="emit('hover', null)"
      @keydown="key"
      @contextmenu.prevent
    />
    <div v-if="!able" class="plainly stack" data-test="no-webgl">
      <p>
        This browser draws nothing in three dimensions here. Plan, section and all figures are as
        they are; what stands on the model, in words:
      </p>
      <ul class="small">
        <li v-for="line in told" :key="line">{{ line }}</li>
      </ul>
    </div>
    <p v-if="lost" class="over" role="status" data-test="context-lost">
      The graphics of this device were taken away for a moment. The model comes back by itself;
      nothing is lost.
    </p>
    <p v-else-if="problem" class="over fault" role="alert">
      {{ problem }} <ElButton class="tool" @click="make">Once more</ElButton>
    </p>
    <p v-else-if="busy && !model" class="over soft" role="status">Making the model…</p>
    <ul class="unseen" aria-label="What stands on the model" data-test="round-told">
      <li v-for="line in told" :key="line">{{ line }}</li>
    </ul>
    <slot />
  </div>
</template>

<style scoped>
.round {
  position: relative;
  flex: 1;
  min-height: 220px;
  min-width: 0;
  overflow: hidden;
  border-radius: inherit;
}
canvas {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  touch-action: none;
  cursor: grab;
}
canvas:active {
  cursor: grabbing;
}
canvas:focus-visible {
  outline: 3px solid var(--ink);
  outline-offset: -3px;
}
.over {
  position: absolute;
  inset: auto 16px 16px;
  margin: 0;
  padding: 8px 12px;
  background: var(--sheet);
  border-radius: 8px;
}
.plainly {
  padding: 18px;
  height: 100%;
  overflow: auto;
}
</style>
