<script setup lang="ts">
import { computed, ref } from 'vue'
import type { PourHeat } from '../../core/physics/stuff/heat/pourHeat'
import { useElementSize } from '@vueuse/core'
import { metric } from '../../core/words/units'
import { warmth } from '../../core/craft/warmth'
import { mm, degrees, said, unit, axis, units } from '../words'

/**
 * One scale of temperatures: the room, between what this pour comes to, what everything bears, and
 * what one pour fewer would do.
 */
const props = defineProps<{ heat: PourHeat }>()
const frame = ref<HTMLElement | null>(null)
const { width } = useElementSize(frame)
const [LEFT, RIGHT, H] = [14, 26, 128]
/** A letter of the small words takes no more, px. */
const LETTER = 6.6
const most = computed(() =>
  Math.max(110, Math.min(170, Math.max(props.heat.peakHiC, props.heat.fewer?.peakHiC ?? 0) + 12))
)
const least = computed(() => Math.min(0, props.heat.roomC))
const X = (c: number) =>
  LEFT +
  ((width.value - LEFT - RIGHT) * (Math.min(most.value, c) - least.value)) /
    (most.value - least.value)
const ticks = computed(() => {
  const [from, to] = [axis(least.value, '°C'), axis(most.value, '°C')]
  return [0, 20, 40, 60, 80, 100, 120, 150, 200, 250, 300, 350, 400]
    .filter((t) => t >= from && t <= to && (unit('°C') === '°C' || t % 50 === 0))
    .map((t) => ({ shown: t, c: metric(t, '°C', units()) }))
})
const bears = computed(() => Math.min(...props.heat.limits.map((l) => l.softensC)))
const limits = computed(() =>
  [...props.heat.limits]
    .sort((a, b) => a.softensC - b.softensC)
    .filter((l) => l.softensC < most.value)
    .map((l, row) => {
      const softens = Math.round(axis(l.softensC, '°C'))
      const words = `${l.name} ${l.what === 'resin' ? 'yellows' : 'softens'} ${softens}°`
      const fits = X(l.softensC) + 4 + words.length * LETTER < width.value
      return { ...l, row, words, fits }
    })
)
const fewerX = computed(() => (props.heat.fewer ? X(props.heat.fewer.peakC) : 0))
</script>

<template>
  <div ref="frame" class="ladder">
    <svg
      v-if="width > 0"
      :viewBox="`0 0 ${width} ${H}`"
      :height="H"
      role="img"
      :aria-label="`Core ${said(warmth(heat.peakLoC, heat.peakHiC))}; all bear ${degrees(bears)}`"
    >
      <rect
        class="bears"
        :x="X(least)"
        y="52"
        :width="Math.max(0, X(bears) - X(least))"
        height="14"
      />
      <rect
        class="past"
        :x="X(bears)"
        y="52"
        :width="Math.max(0, X(most) - X(bears))"
        height="14"
      />
      <g v-for="(t, i) in ticks" :key="t.c">
        <line class="tick" :x1="X(t.c)" :x2="X(t.c)" y1="66" y2="71" />
        <text :x="X(t.c)" y="84" text-anchor="middle" class="quiet">
          {{ t.shown }}{{ i === ticks.length - 1 ? ` ${unit('°C')}` : '' }}
        </text>
      </g>
      <g v-for="l in limits" :key="l.what + l.name">
        <path class="limit" :d="`M${X(l.softensC)} ${94 + l.row * 14}V52`" />
        <text
          :x="X(l.softensC) + (l.fits ? 4 : -4)"
          :y="98 + l.row * 14"
          :text-anchor="l.fits ? 'start' : 'end'"
          class="small"
        >
          {{ l.words }}
        </text>
      </g>
      <rect
        class="span"
        :x="X(heat.peakLoC)"
        y="47"
        :width="Math.max(2, X(heat.peakHiC) - X(heat.peakLoC))"
        height="5"
      />
      <path class="here" :d="`M${X(heat.peakC)} 50l-7 -12h14Z`" />
      <text
        :x="X(heat.peakC)"
        y="32"
        :text-anchor="X(heat.peakC) < 90 ? 'start' : 'middle'"
        class="figure"
      >
        {{ heat.pours }} × {{ mm(heat.thicknessMm) }}:
        {{ said(warmth(heat.peakLoC, heat.peakHiC)) }}
      </text>
      <template v-if="heat.fewer">
        <path class="fewer" :d="`M${fewerX} 50l-6 -10h12Z`" />
        <text
          :x="Math.min(fewerX, width - 6)"
          y="14"
          :text-anchor="fewerX > width - 120 ? 'end' : 'middle'"
        >
          {{ heat.fewer.pours }} instead:
          {{ said(warmth(heat.fewer.peakLoC, heat.fewer.peakHiC)) }}
        </text>
      </template>
    </svg>
  </div>
</template>

<style scoped>
.ladder {
  min-height: 128px;
}
svg {
  width: 100%;
  display: block;
}
.bears {
  fill: var(--shallow);
}
.past {
  fill: var(--red-wash);
  stroke: var(--red-lead);
  stroke-width: 0.6;
}
.tick {
  stroke: var(--line-strong);
}
.limit {
  stroke: var(--red-lead);
  stroke-width: 1.6;
  fill: none;
  stroke-dasharray: 3 2;
}
.here,
.span {
  fill: var(--deep);
}
.fewer {
  fill: none;
  stroke: var(--red-lead);
  stroke-width: 1.8;
}
.small {
  font-size: 0.7188rem;
}
</style>
