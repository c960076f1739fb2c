<script setup lang="ts">
import { computed } from 'vue'
import type { PartStack } from '../../core/plan/3-stacks/partStack'
import { mm, fine, figure, unit } from '../words'
import { larger } from './letters'
import { lineThrough, ringOf } from './paths'
import { TOOLS_PX, useSheet } from './sheet'

/**
 * A part from its side while it sets: its line, how it would droop, its former and its props; or,
 * lying flat, its outline with what is trimmed.
 */
const props = defineProps<{ part: PartStack }>()
const M = { left: 60, right: 60, top: 42, bottom: 34 }
const over = computed(() => props.part.overhang)
const all = computed((): (readonly [number, number])[] => {
  if (over.value) return [...over.value.rest, ...over.value.bent]
  if (props.part.outline) return [...props.part.outline, [0, 0]]
  return [
    [0, 0],
    [props.part.lengthMm, props.part.widthMm]
  ]
})
const box = computed(() => {
  const xs = all.value.map((p) => p[0])
  const zs = all.value.map((p) => p[1])
  // room for the gel outside the film as well
  const gel = over.value?.strip.wetMm ?? 0
  return {
    x0: Math.min(...xs) - gel,
    x1: Math.max(...xs) + gel,
    z0: Math.min(...zs),
    z1: Math.max(...zs) + gel
  }
})
const { width, height, scale, X, Y, px } = useSheet(
  () => ({ x0: box.value.x0, x1: box.value.x1, y0: box.value.z0, y1: box.value.z1 }),
  M,
  { most: 40 }
)
/** Words that stand side by side, or in one line, stand under each other on a sheet this wide, px. */
const narrow = computed(() => width.value < 430)
/** Room that the words of a former take, px. */
const FORMER_WORDS = 112 * larger()
const base = computed(() => Math.min(...(over.value?.rest ?? []).map((p) => p[1])))
/** Gel on the outside of the film. */
const coat = computed(() => {
  const line = over.value!.rest
  const t = over.value!.strip.wetMm
  const outside = line.map((p, i): [number, number] => {
    const [a, b] = [line[Math.max(0, i - 1)], line[Math.min(line.length - 1, i + 1)]]
    const l = Math.hypot(b[0] - a[0], b[1] - a[1]) || 1
    // no gel under the sheet it stands on
    return [p[0] - ((b[1] - a[1]) / l) * t, Math.max(base.value, p[1] + ((b[0] - a[0]) / l) * t)]
  })
  return ringOf([...line, ...outside.reverse()].map(px))
})
</script>

<template>
  <div ref="frame" class="framed">
    <svg
      v-if="width > 0 && over"
      :viewBox="`0 0 ${width} ${height}`"
      role="img"
      :aria-label="`${part.name} from its side: droops ${mm(over.droopMm)} without props, ${over.props?.count ?? 'no number of'} props`"
    >
      <line class="sheet" :x1="X(box.x0) - 40" :x2="X(box.x1) + 40" :y1="Y(base)" :y2="Y(base)" />
      <path class="coat" :d="coat" />
      <circle
        v-if="part.former"
        class="former"
        :cx="X(over.rest[0][0] + 0.14 * part.former.wantedMm)"
        :cy="Y(over.rest[0][1] + 0.99 * part.former.wantedMm)"
        :r="part.former.radiusMm * scale"
      />
      <path class="bent" :d="lineThrough(over.bent.map(px))" />
      <path class="film" :d="lineThrough(over.rest.map(px))" />
      <g v-for="(p, i) in over.stand" :key="i" class="prop" data-test="prop">
        <path
          :d="`M${X(p.xMm) - 5} ${Y(base)}L${X(p.xMm)} ${Y(base + p.heightMm)}L${X(p.xMm) + 5} ${Y(base)}Z`"
        />
        <text :x="X(p.xMm)" :y="Y(base) + 18" text-anchor="middle" class="on-drawing">
          prop
          <tspan class="figure">{{ figure(p.heightMm, 'mm') }}</tspan>
          {{ unit('mm') }} high
        </text>
      </g>
      <text
        v-if="part.former"
        :x="Math.min(X(over.rest[0][0] + 1.2 * part.former.wantedMm), width - FORMER_WORDS)"
        :y="Y(over.rest[0][1] + 0.7 * part.former.wantedMm) + 4"
        class="on-drawing"
      >
        former
        <tspan class="figure">{{ figure(2 * part.former.radiusMm, 'mm') }}</tspan>
        {{ unit('mm') }}
      </text>
      <text x="12" y="18" class="on-drawing">
        wet gel
        <tspan class="figure">{{ figure(over.strip.wetMm, 'mm') }}</tspan>
        {{ unit('mm') }} on {{ mm(over.strip.thicknessMm) }} film
      </text>
      <text
        :x="narrow ? 12 : width - 12"
        :y="narrow ? 34 : 18"
        :text-anchor="narrow ? 'start' : 'end'"
        class="on-drawing"
      >
        - - without props: down
        <tspan class="figure">{{ fine(over.droopMm, 'mm') }}</tspan>
      </text>
      <text :x="width - TOOLS_PX" :y="height - 8" text-anchor="end" class="quiet">
        true to scale
      </text>
    </svg>
    <svg
      v-else-if="width > 0 && part.outline"
      :viewBox="`0 0 ${width} ${height}`"
      role="img"
      :aria-label="`${part.name} from its side, ${mm(part.lengthMm)} high`"
    >
      <line class="sheet" :x1="X(box.x0) - 20" :x2="X(box.x1) + 20" :y1="Y(0)" :y2="Y(0)" />
      <path class="flat" :d="ringOf(part.outline.map(px))" />
      <line
        class="foot"
        :x1="X(-part.bond.footMm / 2)"
        :x2="X(part.bond.footMm / 2)"
        :y1="Y(0)"
        :y2="Y(0)"
      />
      <text :x="X(0)" :y="Y(0) + 20" text-anchor="middle" class="on-drawing">
        joint
        <tspan class="figure">{{ figure(part.bond.footMm, 'mm') }}</tspan>
        {{ unit('mm') }}
      </text>
      <text x="12" y="18" class="on-drawing">
        <tspan class="figure">{{ figure(part.lengthMm, 'mm') }}</tspan>
        {{ unit('mm') }} high,
        <tspan class="figure">{{ figure(part.widthMm, 'mm') }}</tspan>
        {{ unit('mm') }} out{{ narrow ? '' : ': no part of it beyond the line' }}
      </text>
      <text v-if="narrow" x="12" y="34" class="on-drawing">no part of it beyond the line</text>
      <text :x="width - TOOLS_PX" :y="height - 8" text-anchor="end" class="quiet">
        true to scale
      </text>
    </svg>
    <svg
      v-else-if="width > 0"
      :viewBox="`0 0 ${width} ${height}`"
      role="img"
      :aria-label="`${part.name} lying flat, ${mm(part.lengthMm)} by ${mm(part.widthMm)}`"
    >
      <rect
        class="flat"
        :x="X(0)"
        :y="Y(part.widthMm)"
        :width="part.lengthMm * scale"
        :height="part.widthMm * scale"
      />
      <template v-if="part.trimMm > 0">
        <line
          v-for="x in [part.trimMm, part.lengthMm - part.trimMm]"
          :key="x"
          class="trim"
          :x1="X(x)"
          :x2="X(x)"
          :y1="Y(part.widthMm) - 8"
          :y2="Y(0) + 8"
        />
      </template>
      <text :x="X(part.lengthMm / 2)" :y="Y(0) + 20" text-anchor="middle" class="on-drawing">
        <tspan class="figure">{{ figure(part.lengthMm, 'mm') }}</tspan>
        {{ unit('mm') }}
      </text>
      <text :x="X(0) - 8" :y="Y(part.widthMm / 2) + 4" text-anchor="end" class="on-drawing figure">
        {{ figure(part.widthMm, 'mm') }}
      </text>
      <text v-if="part.trimMm > 0" x="12" y="18" class="on-drawing">
        {{ part.mould ? 'sawn' : 'tucked in' }} at the dashes, {{ mm(part.trimMm) }} at each end
      </text>
      <text v-else x="12" y="18" class="on-drawing">one of {{ part.count }}</text>
    </svg>
  </div>
</template>

<style scoped>
.sheet {
  stroke: var(--timber);
  stroke-width: 4;
}
.film {
  fill: none;
  stroke: var(--deep);
  stroke-width: 2.6;
  stroke-linejoin: round;
}
.bent {
  fill: none;
  stroke: var(--red-lead);
  stroke-width: 1.6;
  stroke-dasharray: 6 4;
}
.coat {
  fill: url(#state-workable);
  stroke: var(--brass);
  stroke-width: 0.8;
}
.former {
  fill: none;
  stroke: var(--line-strong);
  stroke-width: 1.6;
  stroke-dasharray: 3 3;
}
.prop path {
  fill: var(--timber);
  stroke: var(--ink);
  stroke-width: 1;
}
.foot {
  stroke: var(--red-lead);
  stroke-width: 5;
}
.flat {
  fill: url(#state-firm);
  stroke: var(--deep);
  stroke-width: 2;
}
.trim {
  stroke: var(--red-lead);
  stroke-width: 1.6;
  stroke-dasharray: 6 4;
}
</style>
