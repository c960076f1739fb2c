<script setup lang="ts">
import { Maximize, Minimize2, Minus, Plus, Rotate3d, Shrink } from '@lucide/vue'
import { useElementSize, useEventListener } from '@vueuse/core'
import { select, type Selection } from 'd3-selection'
import { zoom, zoomIdentity, type ZoomBehavior, type ZoomTransform } from 'd3-zoom'
import { ElButton } from 'element-plus'
import {
  computed,
  defineAsyncComponent,
  onBeforeUnmount,
  onMounted,
  provide,
  reactive,
  ref,
  useTemplateRef,
  watch
} from 'vue'
import { panel } from '../panels'
import { isPlain, isTyping } from '../typing'
import type { Act } from '../drawings/acts'
import { NEARNESS } from '../drawings/sheet'
import type { Standing } from '../../core/plan/round/days'

/**
 * What a drawing stands in: it is brought nearer by wheel, pinch and keys, moved when it is near, and
 * opened to the whole window. Words and handles keep their size.
 */
const props = defineProps<{
  /** What is drawn: told to those who do not see it. */
  name: string
  /** The drawing fits its frame and stays as it is; it can be opened to the window all the same. */
  still?: boolean
  /** Its drawing has a height of its own: the frame takes it from there. */
  own?: boolean
  /** The whole model can stand beside it in the round; so it stands there at a moment of the build. */
  round?: boolean
  standing?: Standing | null
  /** What can be done at the place under the pointer, beside coming nearer. */
  acts?: (event: MouseEvent) => Act[]
}>()
const NEAREST = 24
const STEP = 1.5
const near = reactive({ k: 1, x: 0, y: 0, held: false })
provide(NEARNESS, near)

const pane = ref<HTMLElement | null>(null)
const whole = ref(false)
let nearer: ZoomBehavior<HTMLElement, unknown> | null = null
let on: Selection<HTMLElement, unknown, null, undefined> | null = null

/** Fetched when it is first asked for. */
const RoundHere = defineAsyncComponent(() => import('../round/RoundHere.vue'))
const besides = ref(false)
/** A frame narrower than this has no room for both, px. */
const BOTH_PX = 560
const { width: frameW } = useElementSize(useTemplateRef<HTMLElement>('frame'))
const instead = computed(() => besides.value && frameW.value < BOTH_PX)
watch([besides, instead], keepInside, { flush: 'post' })

/** A drawing seen whole stays where it is, so that a thumb on it moves the page; handles go first. */
function takes(event: Event): boolean {
  const fingers = 'touches' in event ? (event as TouchEvent).touches.length : 1
  if (near.held || (event instanceof MouseEvent && event.button !== 0)) return false
  if (event.type === 'wheel') return true
  if (event.type === 'dblclick') return false
  const handle = (event.target as Element).closest('[data-handle],[role="slider"],button')
  return fingers > 1 || (near.k > 1 && !handle)
}
onMounted(() => {
  if (props.still || !pane.value) return
  nearer = zoom<HTMLElement, unknown>()
    .scaleExtent([1, NEAREST])
    .filter(takes)
    .on('zoom', ({ transform }: { transform: ZoomTransform }) => {
      near.k = transform.k
      near.x = transform.x
      near.y = transform.y
    })
  on = select(pane.value).call(nearer)
})
useEventListener(window, 'resize', keepInside)
/** Moved elsewhere in the page it has lost the focus: the button that moved it gets it back. */
const opener = ref<InstanceType<typeof ElButton> | null>(null)
watch(
  whole,
  () => {
    keepInside()
    opener.value?.ref?.focus()
  },
  { flush: 'post' }
)
/** Another size of frame: nothing of the drawing is left outside it. */
function keepInside(): void {
  const { clientWidth, clientHeight } = pane.value ?? { clientWidth: 0, clientHeight: 0 }
  nearer?.translateExtent([
    [0, 0],
    [clientWidth, clientHeight]
  ])
  if (on && near.k > 1) nearer?.translateBy(on, 0, 0)
}
const bring = (by: number) => {
  keepInside()
  if (on) nearer?.scaleBy(on, by)
}
const asAWhole = () => on && nearer?.transform(on, zoomIdentity)
const shift = (x: number, y: number) => on && nearer?.translateBy(on, x / near.k, y / near.k)

const KEYS: Record<string, () => unknown> = {
  '+': () => bring(STEP),
  '=': () => bring(STEP),
  '-': () => bring(1 / STEP),
  '0': asAWhole,
  ArrowLeft: () => shift(60, 0),
  ArrowRight: () => shift(-60, 0),
  ArrowUp: () => shift(0, 60),
  ArrowDown: () => shift(0, -60)
}
function key(event: KeyboardEvent): void {
  if (event.defaultPrevented || !isPlain(event) || isTyping(event)) return
  if (event.key === 'Escape' && whole.value) whole.value = false
  else if (!props.still && KEYS[event.key] && (near.k > 1 || !event.key.startsWith('Arrow')))
    KEYS[event.key]()
  else return
  event.preventDefault()
  event.stopPropagation()
}

/** Fetched when it is first asked for. */
const PlaceMenu = defineAsyncComponent(() => import('./PlaceMenu.vue'))
const menu = ref<{ at: { x: number; y: number }; acts: Act[] } | null>(null)
function offer(event: MouseEvent): void {
  const mine: Act[] = props.still
    ? []
    : [
        { name: 'Nearer here', apart: true, go: () => bringTo(event) },
        ...(near.k > 1 ? [{ name: 'As a whole', go: asAWhole }] : [])
      ]
  const window: Act = {
    name: whole.value ? 'Back to its place' : 'Fill the window',
    go: () => (whole.value = !whole.value)
  }
  event.preventDefault()
  menu.value = {
    at: { x: event.clientX, y: event.clientY },
    acts: [...(props.acts?.(event) ?? []), ...mine, window]
  }
}
function bringTo({ clientX, clientY }: MouseEvent): void {
  keepInside()
  const box = pane.value!.getBoundingClientRect()
  if (on) nearer?.scaleBy(on, 2 * STEP, [clientX - box.left, clientY - box.top])
}

/** What lies behind a drawing that fills the window is out of reach until it is closed. */
const behind = (out: boolean) => document.getElementById('app')?.toggleAttribute('inert', out)
watch(whole, behind)
// what opens over the app stands in it: a drawing that fills the window gives way
watch(panel, (open) => open && (whole.value = false))
onBeforeUnmount(() => behind(false))
</script>

<template>
  <Teleport to="body" :disabled="!whole">
    <div
      ref="frame"
      class="drawing-frame"
      :class="{ whole, own, close: near.k > 1, besides, instead }"
      @keydown="key"
    >
      <slot name="beside" />
      <div v-show="!instead" class="drawing-held">
        <div
          ref="pane"
          class="pane"
          @pointerenter="keepInside"
          @touchstart.passive="keepInside"
          @contextmenu="offer"
        >
          <slot />
        </div>
        <PlaceMenu v-if="menu" v-bind="menu" @closed="menu = null" />
        <div class="nearness" role="group" :aria-label="`${name}: nearer and larger`">
          <ElButton
            v-if="round && !besides"
            title="The model in the round"
            aria-label="The model in the round"
            data-test="round-beside"
            @click="besides = true"
          >
            <Rotate3d :size="16" aria-hidden="true" />
          </ElButton>
          <template v-if="!still">
            <ElButton
              title="Nearer (+)"
              aria-label="Nearer"
              data-test="nearer"
              @click="bring(STEP)"
            >
              <Plus :size="16" aria-hidden="true" />
            </ElButton>
            <template v-if="near.k > 1">
              <ElButton title="Farther (−)" aria-label="Farther" @click="bring(1 / STEP)">
                <Minus :size="16" aria-hidden="true" />
              </ElButton>
              <ElButton title="As a whole (0)" aria-label="As a whole" @click="asAWhole">
                <Shrink :size="16" aria-hidden="true" />
              </ElButton>
            </template>
          </template>
          <ElButton
            :title="whole ? 'Back to its place (Esc)' : 'Fill the window'"
            :aria-label="whole ? 'Back to its place' : 'Fill the window'"
            :aria-pressed="whole"
            ref="opener"
            data-test="whole-window"
            @click="whole = !whole"
          >
            <component :is="whole ? Minimize2 : Maximize" :size="16" aria-hidden="true" />
          </ElButton>
        </div>
      </div>
      <RoundHere
        v-if="besides"
        class="besides"
        :standing="standing"
        :instead="instead"
        @away="besides = false"
      />
    </div>
  </Teleport>
</template>

<style scoped>
.drawing-frame {
  position: absolute;
  inset: 0;
  display: flex;
}
.drawing-frame.whole {
  position: fixed;
  z-index: 1500;
  background: var(--sheet);
}
.drawing-frame.own:not(.whole) {
  position: relative;
}
.own:not(.whole) .drawing-held {
  padding-right: 32px;
}
.own.whole .pane {
  overflow: auto;
  padding: 20px;
}
.pane {
  position: relative;
  flex: 1;
  min-width: 0;
  overflow: hidden;
}
.close .pane {
  cursor: move;
}
.besides:not(.instead) > .besides {
  /* the drawing is worked on: it keeps the larger part */
  flex: 0 0 40%;
  border-left: 2px solid var(--line-strong);
}
.drawing-held {
  position: relative;
  flex: 1;
  display: flex;
  min-width: 0;
}
.nearness {
  position: absolute;
  right: 5px;
  bottom: 5px;
  display: grid;
  gap: 3px;
}
.nearness button {
  display: grid;
  place-items: center;
  width: 30px;
  height: 30px;
  padding: 0;
  border: 1px solid transparent;
  border-radius: 3px 9px 3px 9px;
  background: color-mix(in srgb, var(--sheet) 70%, transparent);
  color: var(--ink-soft);
  cursor: pointer;
}
.nearness button:is(:hover, :focus-visible) {
  border-color: var(--deep);
  color: var(--ink);
  background: var(--sheet);
}
/* fingers pinch: on a phone only the way to the whole window is needed, where no word stands */
@media (max-width: 43.75rem) {
  .nearness {
    top: 4px;
    bottom: auto;
  }
  .nearness button {
    width: 42px;
    height: 42px;
    border-color: var(--line);
  }
  .nearness button:not(:last-child, [data-test='round-beside']),
  .own:not(.whole) .nearness {
    display: none;
  }
  .own:not(.whole) .drawing-held {
    padding-right: 0;
  }
}
</style>
