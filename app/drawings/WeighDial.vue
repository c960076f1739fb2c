<script setup lang="ts">
import { computed } from 'vue'
import { grams, figure, unit } from '../words'

/** The cup filling towards its mark: what is in it, what is still to go, and the last grams drawn large. */
const props = defineProps<{
  nowG: number
  targetG: number
  part: 'A' | 'B' | null
  label: string
  belowG: number
  cupG: number
  stable: boolean
  live: boolean
}>()
const W = 460
const H = 250
const share = (g: number) => Math.max(0, Math.min(1.12, props.cupG > 0 ? g / props.cupG : 0))
const Y = (s: number) => 226 - 178 * s
const below = computed(() => share(props.belowG))
const here = computed(() => share(props.belowG + props.nowG))
const mark = computed(() => share(props.belowG + props.targetG))
const toGo = computed(() => props.targetG - props.nowG)
/** Last five grams, on a scale of their own. */
const close = computed(() => Math.max(-1, Math.min(1, toGo.value / 5)))
const state = computed(() => {
  if (Math.abs(toGo.value) <= Math.max(0.15, props.targetG * 0.005)) return 'right'
  return toGo.value < 0 ? 'over' : 'under'
})
</script>

<template>
  <svg
    :viewBox="`0 0 ${W} ${H}`"
    role="img"
    :aria-label="`${label}: ${figure(nowG, 'g')} of ${grams(targetG)}`"
  >
    <g v-if="part" :class="state">
      <path class="glass" d="M38 30L52 232H178L192 30" />
      <path
        class="other"
        :d="`M${38 + 14 * (1 - below)} ${Y(below)}L52 230H178L${192 - 14 * (1 - below)} ${Y(below)}Z`"
      />
      <path
        class="fill"
        :d="`M${38 + 14 * (1 - here)} ${Y(here)}L${38 + 14 * (1 - below)} ${Y(below)}H${192 - 14 * (1 - below)}L${192 - 14 * (1 - here)} ${Y(here)}Z`"
      />
      <path class="mark" :d="`M26 ${Y(mark)}H204`" />
      <text x="115" :y="Y(mark) - 8" text-anchor="middle" class="figure">
        {{ part }} to {{ grams(targetG) }}
      </text>
      <text x="236" y="92" class="big" :class="{ moving: !stable }">
        {{ figure(nowG, 'g') }}
      </text>
      <text x="236" y="116" class="quiet">
        {{ unit('g') }}, {{ live ? (stable ? 'standing still' : 'moving') : 'last heard' }}
      </text>
      <text x="236" y="160" class="togo">
        {{
          state === 'right'
            ? 'That is it'
            : state === 'over'
              ? `${grams(-toGo)} too much`
              : `${grams(toGo)} to go`
        }}
      </text>
      <path class="gauge" d="M236 196H436" />
      <path class="gauge" d="M336 186V206" />
      <path class="needle" :d="`M${336 - 100 * close} 196l-8 -14h16Z`" />
      <text x="236" y="222" class="quiet">{{ grams(5) }} to go</text>
      <text x="436" y="222" text-anchor="end" class="quiet">{{ grams(5) }} over</text>
    </g>
    <g v-else>
      <path class="glass" d="M38 30L52 232H178L192 30" />
      <path
        class="other"
        :d="`M${38 + 14 * (1 - below)} ${Y(below)}L52 230H178L${192 - 14 * (1 - below)} ${Y(below)}Z`"
      />
      <text x="236" y="92" class="big" :class="{ moving: !stable }">
        {{ figure(nowG, 'g') }}
      </text>
      <text x="236" y="116" class="quiet">{{ unit('g') }} on the scale</text>
      <text v-for="(words, i) in label.split(', ')" :key="i" x="236" :y="160 + 30 * i" class="togo">
        {{ words }}
      </text>
    </g>
  </svg>
</template>

<style scoped>
svg {
  width: 100%;
  height: 100%;
}
.glass {
  fill: none;
  stroke: var(--line-strong);
  stroke-width: 4;
  stroke-linejoin: round;
}
.fill {
  fill: var(--water);
}
.over .fill {
  fill: var(--red-lead);
}
.right .fill {
  fill: var(--deep);
}
.other {
  fill: var(--shallow);
}
.mark {
  stroke: var(--ink);
  stroke-width: 2.5;
  stroke-dasharray: 8 4;
}
.big {
  /* as large as the cup: they grow with the drawing */
  font: 700 62px var(--head);
}
.big.moving {
  fill: var(--ink-soft);
}
.togo {
  font: 650 24px var(--head);
}
.over .togo {
  fill: var(--red-lead);
}
.right .togo {
  fill: var(--deep);
}
.gauge {
  stroke: var(--line-strong);
  stroke-width: 3;
}
.needle {
  fill: var(--ink);
}
.over .needle {
  fill: var(--red-lead);
}
.right .needle {
  fill: var(--deep);
}
</style>
