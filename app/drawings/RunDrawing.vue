<script setup lang="ts">
import { computed } from 'vue'
import type { FormsPlan } from '../../core/plan/2-forms/formsStage'
import { mm, figure, number, unit } from '../words'
import { lineThrough, ringOf } from './paths'
import { rule } from './rule'
import { useSheet } from './sheet'

/**
 * The run of water unrolled from its source: bed, surface and energy line, with jumps and landings;
 * the chosen water stands out.
 */
const props = defineProps<{
  forms: FormsPlan
  selected: string
  /** How much taller than long heights are drawn; null: as much as fills the frame. */
  exaggeration: number | null
  only?: string
}>()
const emit = defineEmits<{ select: [water: string] }>()
const M = { left: 46, right: 46, top: props.only ? 44 : 38, bottom: 36 }
const pieces = computed(() =>
  props.only ? props.forms.run.pieces.filter((p) => p.water === props.only) : props.forms.run.pieces
)
const from = computed(() => pieces.value[0]?.fromMm ?? 0)
const length = computed(() => Math.max(1, (pieces.value.at(-1)?.toMm ?? 1) - from.value))
const zs = computed(() =>
  pieces.value.flatMap((p) => [...p.bed, ...p.surface, ...p.head].map((q) => q[1]))
)
const low = computed(() => Math.min(...zs.value, Infinity) - 3)
const high = computed(() => Math.max(...zs.value, -Infinity) + 3)
/** One water by itself fills its panel; the whole run keeps the heights that were chosen. */
const { width, height, scale, rise, taller, X, Y, px } = useSheet(
  () => ({ x0: from.value, x1: from.value + length.value, y0: low.value, y1: high.value }),
  M,
  { stretch: () => (props.only ? null : props.exaggeration) }
)

/** On a phone the frame's buttons stand at the end of the line. */
const captionX = computed(() => width.value - (width.value < 480 ? 62 : 10))
const body = (p: (typeof pieces.value)[number]) =>
  ringOf([...p.surface.map(px), ...[...(p.under ?? p.bed)].reverse().map(px)])
const land = computed(() => {
  const bed = pieces.value.flatMap((p) => p.bed)
  return bed.length < 2
    ? ''
    : ringOf([...bed.map(px), [X(bed.at(-1)![0]), Y(low.value)], [X(bed[0][0]), Y(low.value)]])
})
const reachOf = (id: string) => props.forms.reaches.find((r) => r.id === id)
const jumps = computed(() =>
  pieces.value.flatMap((p) =>
    (reachOf(p.water)?.jumps ?? [])
      .filter((j) => j.heightMm > 0.5)
      .map((j) => {
        const z = p.surface.reduce((best, q) =>
          Math.abs(q[0] - p.fromMm - j.sMm) < Math.abs(best[0] - p.fromMm - j.sMm) ? q : best
        )
        const end = p.surface.find((q) => q[0] >= p.fromMm + j.sMm + Math.min(6, j.lengthMm)) ?? z
        return {
          key: `${p.water}${j.sMm}`,
          from: px(z),
          to: px(end),
          j,
          long: Math.min(X(p.toMm), X(p.fromMm + j.sMm + j.lengthMm))
        }
      })
  )
)
/** Stretches of a run by kind of flow, named where there is room. */
const stretches = computed(() =>
  pieces.value.flatMap((p) =>
    (reachOf(p.water)?.stretches ?? []).map((s) => ({
      key: `${p.water}${s.fromMm}`,
      x1: X(p.fromMm + s.fromMm),
      x2: X(p.fromMm + s.toMm),
      s
    }))
  )
)
/** Runs as they ran: only while the ground is what it ran over. */
const ran = computed(() =>
  !props.forms.ran || props.forms.ran.stale
    ? []
    : pieces.value.flatMap((p) => {
        const found = props.forms.ran!.reaches.find((r) => r.water === p.water)
        return found && found.surface.length > 1
          ? [
              {
                key: p.water,
                line: found.surface.map(([s, z]): [number, number] => [p.fromMm + s, z])
              }
            ]
          : []
      })
)
const KINDS = { quiet: 'quiet', 'near-critical': 'restless', fast: 'fast' }
const falls = computed(() =>
  pieces.value.flatMap((p) => {
    const f = props.forms.falls.find((x) => x.id === p.water)
    return f?.curve ? [{ p, f, at: px(p.surface.at(-1)!) }] : []
  })
)
const ruleZ = computed(() => rule(low.value, high.value, rise.value, 24))
const ruleS = computed(() => rule(0, length.value, scale.value, 60))
</script>

<template>
  <div ref="frame" class="unrolled" data-test="run">
    <svg
      v-if="width > 0 && pieces.length"
      :width="width"
      :height="height"
      :viewBox="`0 0 ${width} ${height}`"
      role="img"
      aria-label="The run of water, unrolled from its source"
    >
      <g class="rule">
        <g v-for="z in ruleZ" :key="z.mm">
          <line :x1="M.left - 14" :x2="M.left - 8" :y1="Y(z.mm)" :y2="Y(z.mm)" />
          <text :x="M.left - 18" :y="Y(z.mm) + 4" text-anchor="end" class="quiet">
            {{ z.text }}
          </text>
        </g>
        <text
          v-for="t in ruleS"
          :key="`s${t.mm}`"
          :x="X(from + t.mm)"
          :y="height - 8"
          text-anchor="middle"
          class="quiet"
        >
          {{ t.text }}
        </text>
      </g>
      <path class="land" :d="land" />
      <g
        v-for="p in pieces"
        :key="p.water"
        class="piece"
        :class="[p.kind, { on: p.water === selected }]"
        :data-piece="p.water"
        @click="emit('select', p.water)"
      >
        <path class="body" :d="body(p)" />
        <path class="top" :d="lineThrough(p.surface.map(px))" />
      </g>
      <path
        v-for="r in ran"
        :key="`r${r.key}`"
        class="ran"
        :d="lineThrough(r.line.map(px))"
        data-test="ran-along"
      />
      <path class="bed" :d="lineThrough(pieces.flatMap((p) => p.bed).map(px))" />
      <path class="head" :d="lineThrough(pieces.flatMap((p) => p.head).map(px))" />
      <g v-for="s in stretches" :key="s.key" class="stretch">
        <line :x1="s.x1 + 1" :x2="s.x2 - 1" :y1="height - 27" :y2="height - 27" :class="s.s.kind" />
        <text
          v-if="s.x2 - s.x1 > 64"
          :x="(s.x1 + s.x2) / 2"
          :y="height - 31"
          text-anchor="middle"
          class="on-drawing"
        >
          {{ KINDS[s.s.kind] }}
          <tspan v-if="s.s.waveHeightMm > 0.5 && s.x2 - s.x1 > 120">
            , crests {{ mm(s.s.waveMm) }} apart
          </tspan>
        </text>
      </g>
      <g v-for="j in jumps" :key="j.key" class="jump">
        <path
          :d="`M${j.from[0] - 2} ${j.from[1] + 2}C${j.from[0] + 4} ${j.from[1] - 8} ${(j.from[0] + j.to[0]) / 2} ${j.to[1] - 9} ${j.to[0] + 4} ${j.to[1]}`"
        />
        <text :x="j.to[0] + 5" :y="j.to[1] + 17" class="on-drawing">
          <tspan class="figure">{{ figure(j.j.heightMm, 'mm') }}</tspan>
          {{ unit('mm') }} jump
        </text>
      </g>
      <g v-for="{ f, at } in falls" :key="f.id" class="fallmark">
        <path
          :d="`M${at[0] - 5} ${at[1] - 10}L${at[0]} ${at[1] - 1}L${at[0] + 5} ${at[1] - 10}Z`"
        />
        <text :x="at[0] + 9" :y="at[1] - 12" class="on-drawing">
          lands
          <tspan class="figure">{{ figure(f.curve!.landMm, 'mm') }}</tspan>
          {{ unit('mm') }} out
        </text>
      </g>
      <g v-if="!only">
        <text
          v-for="p in pieces.filter((q) => X(q.toMm) - X(q.fromMm) > 70)"
          :key="`n${p.water}`"
          :x="(X(p.fromMm) + X(p.toMm)) / 2"
          :y="18"
          text-anchor="middle"
          class="figure"
          :class="{ quiet: p.water !== selected }"
        >
          {{ p.name }}
        </text>
      </g>
      <text :x="captionX" :y="only ? 14 : 34" text-anchor="end" class="quiet">
        {{ unit('mm') }} along · heights × {{ number(taller) }}
      </text>
      <text
        v-if="pieces[0]?.head[0]"
        :x="px(pieces[0].head[0])[0] + 4"
        :y="px(pieces[0].head[0])[1] - 5"
        class="on-drawing small-note"
      >
        energy line
      </text>
    </svg>
    <p v-else-if="!pieces.length" class="pad soft">
      Add a pool, a fall or a rapid: the run is unrolled here from its source.
    </p>
  </div>
</template>

<style scoped>
.unrolled {
  position: absolute;
  inset: 0;
  contain: strict;
}
/* of the size that was measured: with a share of its box it would be laid out twice at every edit */
svg {
  display: block;
  user-select: none;
}
.rule line {
  stroke: var(--line-strong);
}
.land {
  fill: var(--foam-board);
}
.bed {
  fill: none;
  stroke: var(--bed);
  stroke-width: 4;
  stroke-linejoin: round;
}
.body {
  fill: var(--water);
  fill-opacity: 0.45;
}
.piece {
  cursor: pointer;
}
.piece.on .body {
  fill-opacity: 0.8;
}
.fall .body {
  fill: #f4fbf8;
  fill-opacity: 0.9;
  stroke: var(--deep);
  stroke-width: 1;
}
.top {
  fill: none;
  stroke: var(--deep);
  stroke-width: 1.6;
}
.on .top {
  stroke-width: 2.6;
}
.head {
  fill: none;
  stroke: var(--brass);
  stroke-width: 1.3;
  stroke-dasharray: 7 4;
  pointer-events: none;
}
.ran {
  fill: none;
  stroke: var(--red-lead);
  stroke-width: 1.8;
  stroke-linejoin: round;
  pointer-events: none;
}
.small-note {
  font-size: 0.6875rem;
  fill: var(--brass);
}
.jump path {
  fill: #f4fbf8;
  stroke: var(--ink);
  stroke-width: 1.2;
}
.fallmark path {
  fill: var(--red-lead);
}
.stretch line {
  stroke-width: 4;
}
.stretch .quiet {
  stroke: var(--shallow);
}
.stretch .near-critical {
  stroke: var(--water);
  stroke-dasharray: 5 2;
}
.stretch .fast {
  stroke: var(--deep);
  stroke-dasharray: 2 2;
}
</style>
