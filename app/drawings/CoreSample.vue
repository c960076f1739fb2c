<script setup lang="ts">
import { computed } from 'vue'
import type { Coat } from '../../core/plan/3-stacks/coat'
import { mm } from '../words'
import { larger } from './letters'

/**
 * A core drilled through the deepest place: every coat from the ground up. Thin coats are drawn
 * thick enough to see.
 */
const props = defineProps<{ coats: Coat[] }>()
const W = 320
const LEAST = 26
const PER_MM = 7
const letters = larger()
/** A letter takes no more, a line is so high. */
const LETTER = 6.4 * letters
const LINE = 13 * letters
/** Words begin here, and end clear of the thickness. */
const WORDS_X = 100
const longest = Math.floor((W - WORDS_X - 52 * letters) / LETTER)

/** Long words stand in lines of their own. */
function linesOf(label: string): string[] {
  const lines = ['']
  for (const word of label.split(' ')) {
    const line = lines.at(-1)!
    if (line && line.length + 1 + word.length > longest) lines.push(word)
    else lines[lines.length - 1] = line ? `${line} ${word}` : word
  }
  return lines
}
const rows = computed(() => {
  let y = 8
  return [...props.coats].reverse().map((coat) => {
    const lines = linesOf(coat.label)
    const least = Math.max(LEAST, lines.length * LINE + 2)
    const height = Math.min(Math.max(74, least), Math.max(least, coat.thicknessMm * PER_MM))
    const row = { coat, y, height, lines, cut: coat.thicknessMm * PER_MM > 74 }
    y += height
    return row
  })
})
const total = computed(() => rows.value.reduce((sum, r) => sum + r.height, 0) + 16)
</script>

<template>
  <svg
    :viewBox="`0 0 ${W} ${total}`"
    role="img"
    aria-label="Core through the deepest place, top first"
  >
    <g v-for="(r, i) in rows" :key="i">
      <rect :class="`coat-${r.coat.what}`" x="6" :y="r.y" width="84" :height="r.height" />
      <path
        v-if="r.cut"
        class="break"
        :d="`M2 ${r.y + r.height / 2 + 4}l16 -8 16 8 16 -8 16 8 16 -8 12 6`"
      />
      <text
        v-for="(words, k) in r.lines"
        :key="k"
        :x="WORDS_X"
        :y="r.y + r.height / 2 + 4 + LINE * (k - (r.lines.length - 1) / 2)"
      >
        {{ words }}
      </text>
      <text :x="W - 4" :y="r.y + r.height / 2 + 4" text-anchor="end" class="quiet">
        {{ r.coat.thicknessMm >= 0.5 ? mm(r.coat.thicknessMm) : 'film' }}
      </text>
      <line x1="94" :x2="W" :y1="r.y" :y2="r.y" />
    </g>
  </svg>
</template>

<style scoped>
svg {
  width: 100%;
  display: block;
}
rect {
  stroke: var(--ink);
  stroke-width: 1;
}
line {
  stroke: var(--line);
}
.coat-landform {
  fill: var(--foam-board);
}
.coat-shell {
  fill: var(--bed);
}
.coat-paint {
  fill: var(--timber);
}
.coat-seal {
  fill: url(#state-clear);
}
.coat-pour {
  fill: url(#state-wet);
}
.coat-gel {
  fill: url(#state-workable);
}
.coat-strip {
  fill: url(#state-firm);
}
.coat-white {
  fill: #fff;
}
.coat-gloss {
  fill: url(#state-clear);
}
.break {
  fill: none;
  stroke: var(--sheet);
  stroke-width: 5;
}
</style>
