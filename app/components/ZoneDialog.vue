<script setup lang="ts">
import { ElButton, ElDialog } from 'element-plus'
import { computed, ref, shallowRef, watch } from 'vue'
import { crossing, type Point2 } from '../../core/physics/shape/polygon'
import { arrowed, toHalves } from '../drawings/handles'
import { ringOf, ringsOf } from '../drawings/paths'
import PlanDrawing from '../drawings/PlanDrawing.vue'
import { cm2, whereabouts } from '../words'
import { useBuildStore } from '../stores/build'
import DrawingFrame from './DrawingFrame.vue'

/** Where a lay lies, drawn on the plan: its corners are dragged, or its line is drawn anew. */
type Zone = [number, number][]
const props = defineProps<{ name: string; zone: Zone; coversCm2: number }>()
const emit = defineEmits<{ change: [zone: Zone]; settled: [] }>()
const open = defineModel<boolean>({ required: true })
const store = useBuildStore()
const build = computed(() => store.build!)
const plan = computed(() => store.plan)
const drawing = ref(false)
/** As it is drawn; it is kept as soon as its line does not cross itself. */
const drawn = shallowRef<Zone>(props.zone)
watch([() => props.zone, open], () => (drawn.value = props.zone))
const crosses = computed(() => crossing(drawn.value) !== null)

function put(zone: Zone): void {
  drawn.value = zone
  if (crossing(zone) === null) emit('change', zone)
}
function taken(points: Point2[]): void {
  drawing.value = false
  put(points.map(toHalves))
  emit('settled')
}
const onBase = ([x, y]: Point2): Point2 => [
  Math.min(build.value.base.widthMm, Math.max(0, x)),
  Math.min(build.value.base.depthMm, Math.max(0, y))
]
const moved = (corner: number, to: Point2) =>
  put(drawn.value.map((at, i) => (i === corner ? toHalves(onBase(to)) : at)))

const held = ref<number | null>(null)
function grip(event: PointerEvent, corner: number): void {
  if (event.button !== 0 || drawing.value) return
  event.stopPropagation()
  ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
  held.value = corner
}
function drop(): void {
  if (held.value !== null) emit('settled')
  held.value = null
}
function nudge(event: KeyboardEvent, corner: number, at: Point2): void {
  const to = arrowed(event, at)
  if (to) moved(corner, to)
}
</script>

<template>
  <ElDialog
    v-model="open"
    :title="`Where it lies: ${name}`"
    width="min(880px, 96vw)"
    append-to="#sheets"
  >
    <div class="stack">
      <div class="row">
        <ElButton class="tool" :aria-pressed="drawing" @click="drawing = !drawing"
          >Draw it anew</ElButton
        >
        <span class="small grow" :class="{ soft: !crosses }" role="status">{{
          crosses
            ? 'Its line crosses itself: it stays as it was until it does not.'
            : drawing
              ? 'Click corner after corner, and the first one again to end.'
              : 'Drag the corners, or move them with the arrow keys.'
        }}</span>
        <b class="figure" data-test="zone-area">{{ cm2(coversCm2 * 100) }}</b>
      </div>
      <div class="zoned">
        <DrawingFrame name="Place of the lay">
          <PlanDrawing
            v-if="plan"
            :base="build.base"
            :pools="store.pools"
            :grounds="plan.ground.pools"
            :falls="plan.forms.falls"
            :section="build.section"
            :tool="drawing ? 'draw' : 'look'"
            selected=""
            @drawn="taken"
          >
            <template #default="{ toX, toY }">
              <path
                v-for="r in plan.forms.reaches"
                :key="r.id"
                class="run-under"
                :d="ringOf(r.ring.map(([x, y]) => [toX(x), toY(y)]))"
              />
              <path
                v-for="c in plan.forms.white.contours"
                :key="c.pct"
                class="white-under"
                :d="ringsOf(c.rings.map((ring) => ring.map(([x, y]) => [toX(x), toY(y)])))"
                fill-rule="evenodd"
              />
              <path
                class="place"
                :class="{ crosses }"
                :d="ringOf(drawn.map(([x, y]) => [toX(x), toY(y)]))"
                data-test="zone"
              />
            </template>
            <template #handles="{ toX, toY, place }">
              <g
                v-for="(at, i) in drawing ? [] : drawn"
                :key="i"
                class="corner-of"
                tabindex="0"
                role="button"
                :aria-label="`Corner ${i + 1}, ${whereabouts(at)}: drag, or move with the arrow keys`"
                :data-handle="`zone:${i}`"
                :transform="`translate(${toX(at[0])} ${toY(at[1])})`"
                @pointerdown="grip($event, i)"
                @pointermove="held === i && moved(i, place($event))"
                @pointerup="drop"
                @pointercancel="drop"
                @click.stop
                @keydown="nudge($event, i, at)"
              >
                <circle class="hit" r="14" />
                <path class="grip" d="M-6 0L0 -6L6 0L0 6Z" />
              </g>
            </template>
          </PlanDrawing>
        </DrawingFrame>
      </div>
    </div>
  </ElDialog>
</template>

<style scoped>
.zoned {
  position: relative;
  height: min(56vh, 520px);
}
.run-under {
  fill: var(--water);
  fill-opacity: 0.3;
}
.white-under {
  fill: none;
  stroke: var(--ink-soft);
  stroke-width: 1;
  stroke-dasharray: 3 3;
}
.place {
  fill: var(--brass);
  fill-opacity: 0.28;
  stroke: var(--brass);
  stroke-width: 2;
}
.place.crosses {
  stroke: var(--red-lead);
  fill: none;
}
.corner-of {
  cursor: grab;
}
.corner-of .hit {
  fill: transparent;
}
.corner-of .grip {
  fill: var(--sheet);
  stroke: var(--ink);
  stroke-width: 1.5;
}
.corner-of:focus-visible {
  outline: none;
}
.corner-of:focus-visible .grip {
  fill: var(--brass);
}
</style>
