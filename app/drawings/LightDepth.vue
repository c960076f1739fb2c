<script setup lang="ts">
import { computed, ref } from 'vue'
import type { LightPlan } from '../../core/plan/3-stacks/lightBody'
import { mm, number } from '../words'
import { useElementSize } from '@vueuse/core'

/**
 * How far down the lamp's light sets the resin: energy by depth on the left, the pour in coats on
 * the right.
 */
const props = defineProps<{ light: LightPlan; depthMm: number; seconds: number; ecMjCm2: number }>()
const frame = ref<HTMLElement | null>(null)
const { width, height } = useElementSize(frame)
const M = { left: 62, top: 30, bottom: 26, right: 20 }
const deepest = computed(() => Math.max(props.depthMm, props.light.cureDepthMm, 0.5))
const Y = (d: number) => M.top + ((height.value - M.top - M.bottom) * d) / deepest.value
const half = computed(() => (width.value - M.left - M.right) * 0.55)
const surface = computed(() => props.light.irradianceMwCm2 * props.seconds)
/** Energy by the logarithm, from a hundredth of what gels to what falls on the surface. */
const X = (energy: number) => {
  const low = Math.log(props.ecMjCm2 / 30)
  return (
    M.left +
    (half.value * (Math.log(Math.max(energy, props.ecMjCm2 / 30)) - low)) /
      Math.max(1e-6, Math.log(Math.max(surface.value, props.ecMjCm2 * 3)) - low)
  )
}
const curve = computed(() =>
  Array.from({ length: 41 }, (_, i) => {
    const d = (deepest.value * i) / 40
    return `${i ? 'L' : 'M'}${X(surface.value * Math.exp(-d / props.light.penetrationMm))} ${Y(d)}`
  }).join('')
)
const coats = computed(() =>
  Array.from(
    { length: Math.min(60, props.light.coats) },
    (_, i) => (props.depthMm * i) / props.light.coats
  )
)
const right = computed(() => M.left + half.value + 40)
</script>

<template>
  <div ref="frame" class="frame">
    <svg
      v-if="width > 0"
      :viewBox="`0 0 ${width} ${height}`"
      role="img"
      :aria-label="`Sets ${mm(light.cureDepthMm)} deep; ${light.coats} coats of ${mm(light.coatMm)}`"
    >
      <rect
        class="cured"
        :x="M.left"
        :y="Y(0)"
        :width="half"
        :height="Math.max(0, Y(Math.min(deepest, light.cureDepthMm)) - Y(0))"
      />
      <rect
        class="liquid"
        :x="M.left"
        :y="Y(Math.min(deepest, light.cureDepthMm))"
        :width="half"
        :height="Math.max(0, Y(deepest) - Y(Math.min(deepest, light.cureDepthMm)))"
      />
      <line class="ec" :x1="X(ecMjCm2)" :x2="X(ecMjCm2)" :y1="M.top - 4" :y2="height - M.bottom" />
      <path class="energy" :d="curve" />
      <text :x="X(ecMjCm2)" :y="height - 8" text-anchor="middle" class="quiet">
        gels at {{ number(ecMjCm2) }} mJ/cm²
      </text>
      <text :x="M.left" y="16" class="quiet">light that gets down there</text>
      <text :x="M.left - 6" :y="Y(0) + 4" text-anchor="end" class="quiet">{{ mm(0) }}</text>
      <text :x="M.left - 6" :y="Y(deepest)" text-anchor="end" class="quiet">
        {{ mm(deepest) }}
      </text>
      <text
        v-if="light.cureDepthMm < deepest"
        :x="M.left + half - 8"
        :y="Y(light.cureDepthMm) + 18"
        text-anchor="end"
        class="stays"
      >
        stays liquid below {{ mm(light.cureDepthMm) }}
      </text>
      <g v-for="(d, i) in coats" :key="i">
        <rect
          class="coat"
          :x="right"
          :y="Y(d)"
          :width="Math.max(20, width - right - M.right)"
          :height="Math.max(1.5, Y(d + depthMm / light.coats) - Y(d) - 1)"
        />
      </g>
      <text :x="right" y="16" class="quiet">
        {{ light.coats }} {{ light.coats === 1 ? 'coat' : 'coats' }} of {{ mm(light.coatMm) }}, each
        lit by itself
      </text>
    </svg>
  </div>
</template>

<style scoped>
.frame {
  position: relative;
  flex: 1;
  min-height: 160px;
}
svg {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
}
.cured {
  fill: var(--shallow);
}
.liquid {
  fill: url(#state-wet);
  opacity: 0.7;
}
.energy {
  fill: none;
  stroke: var(--deep);
  stroke-width: 2.6;
}
.ec {
  stroke: var(--red-lead);
  stroke-width: 1.6;
  stroke-dasharray: 4 3;
}
.coat {
  fill: var(--shallow);
  stroke: var(--deep);
  stroke-width: 0.6;
}
.stays {
  fill: var(--red-lead);
  font-weight: 650;
}
</style>
