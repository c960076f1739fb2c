<script setup lang="ts">
import { counted } from '../../core/words/sentence'
import { computed } from 'vue'
import { TUCK_MM } from '../../core/plan/2-forms/fallCurve'
import type { FallForm } from '../../core/plan/2-forms/fallForm'
import { mm } from '../words'
import { larger } from './letters'
import { useSheet } from './sheet'

/**
 * The strips of a fall as they lie on the release sheet, to scale: what hangs, what is tucked in,
 * the spares.
 */
const props = defineProps<{ form: FallForm; stripWidthMm: number }>()
const GAP_MM = 4
const M = { left: 30, right: 12, top: 20 * larger(), bottom: 8 + 32 * larger() }
const wide = computed(() => props.form.stripsToMake * (props.stripWidthMm + GAP_MM) - GAP_MM)
const {
  width,
  height,
  scale,
  X: along,
  Y
} = useSheet(() => ({ x0: 0, x1: Math.max(1, wide.value), y0: 0, y1: props.form.stripMm }), M)
const X = (i: number) => along(i * (props.stripWidthMm + GAP_MM))
const top = computed(() => Y(props.form.stripMm))
</script>

<template>
  <div ref="frame" class="framed">
    <svg
      v-if="width > 0 && form.stripsToMake > 0"
      :viewBox="`0 0 ${width} ${height}`"
      role="img"
      :aria-label="`${counted(form.stripsToMake, 'strip')} of ${mm(form.stripMm)}`"
    >
      <g v-for="i in form.stripsToMake" :key="i" :class="{ spare: i > form.strips }">
        <rect
          class="strip"
          :x="X(i - 1)"
          :y="top"
          :width="stripWidthMm * scale"
          :height="form.stripMm * scale"
        />
        <rect
          class="tuck"
          :x="X(i - 1)"
          :y="top"
          :width="stripWidthMm * scale"
          :height="TUCK_MM * scale"
        />
        <rect
          class="tuck"
          :x="X(i - 1)"
          :y="top + (form.stripMm - TUCK_MM) * scale"
          :width="stripWidthMm * scale"
          :height="TUCK_MM * scale"
        />
        <path
          class="flow"
          :d="`M${X(i - 1) + stripWidthMm * scale * 0.33} ${top + 7 * scale}v${(form.stripMm - 14) * scale}m${stripWidthMm * scale * 0.33} 0v${-(form.stripMm - 14) * scale}`"
        />
      </g>
      <path
        class="measure"
        :d="`M${X(0) - 10} ${top}v${form.stripMm * scale}m-4 0h8m-4 ${-form.stripMm * scale}m-4 0h8`"
      />
      <text :x="X(0) - 2" :y="top - 7" class="quiet">
        {{ mm(form.stripMm) }} long, {{ mm(stripWidthMm) }} wide
      </text>
      <text :x="X(0)" :y="height - 6 - 17 * larger()" class="quiet">
        {{ form.strips }} to hang{{
          form.stripsToMake > form.strips
            ? `, ${form.stripsToMake - form.strips} to choose from`
            : ''
        }}
      </text>
      <text :x="X(0)" :y="height - 6" class="quiet">shaded ends are tucked in</text>
    </svg>
  </div>
</template>

<style scoped>
.strip {
  fill: url(#state-workable);
  stroke: var(--ink);
  stroke-width: 1;
}
.spare .strip {
  stroke-dasharray: 4 3;
  fill-opacity: 0.45;
}
.tuck {
  fill: var(--line-strong);
  fill-opacity: 0.6;
}
.flow {
  stroke: var(--brass);
  stroke-width: 1;
  fill: none;
}
.measure {
  stroke: var(--ink);
  fill: none;
}
</style>
