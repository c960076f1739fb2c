<script setup lang="ts">
import { computed } from 'vue'
import type { AccountLine } from '../../core/build/log/account'
import { duration } from '../../core/words/durations'
import PlotChart, { type Chart, type Colours } from './PlotChart.vue'

/** Work and waits as foretold against what they were: on the line both are the same. */
const props = defineProps<{ lines: AccountLine[]; title: (step: string) => string }>()
const work = computed(() =>
  props.lines.flatMap((l) =>
    l.plannedMin ? [{ ...l, said: l.plannedMin, real: l.workedMin }] : []
  )
)
const waits = computed(() =>
  props.lines.flatMap((l) =>
    l.foretoldMin && l.readyMin ? [{ ...l, said: l.foretoldMin, real: l.readyMin }] : []
  )
)
/** Minutes that are easily read, from a moment to a month. */
const TICKS = [1, 5, 15, 60, 240, 1440, 5760, 20160]
const chart = computed(() => {
  const series = [
    { name: 'work', of: work.value, colour: 'red-lead', symbol: 'square' },
    { name: 'wait', of: waits.value, colour: 'water', symbol: 'circle' }
  ]
  const all = series.flatMap((s) => s.of.flatMap((l) => [l.said, Math.max(1, l.real)]))
  const [low, high] = [Math.min(...all) / 1.6, Math.max(...all) * 1.6]
  return (colour: Colours): Chart => {
    const axis = (text: string) => ({
      title: { text, standoff: 6 },
      type: 'log' as const,
      range: [Math.log10(low), Math.log10(high)],
      tickvals: TICKS,
      ticktext: TICKS.map((t) => duration(t))
    })
    return {
      lines: [
        {
          x: [low, high],
          y: [low, high],
          mode: 'lines',
          line: { color: colour('line-strong'), width: 1.4, dash: 'dash' },
          hoverinfo: 'skip'
        },
        ...series.map(({ name, of, colour: hue, symbol }) => ({
          x: of.map((l) => l.said),
          y: of.map((l) => Math.max(1, l.real)),
          text: of.map(
            (l) =>
              `${props.title(l.step)}: ${name} foretold ${duration(l.said)}, was ${duration(l.real)}`
          ),
          mode: 'markers' as const,
          marker: { color: colour(hue), size: 10, symbol },
          hovertemplate: '%{text}<extra></extra>'
        }))
      ],
      layout: {
        margin: { l: 62, r: 14, t: 8, b: 44 },
        xaxis: axis('foretold'),
        yaxis: axis('real')
      }
    }
  }
})
</script>

<template>
  <figure v-if="work.length + waits.length > 0">
    <PlotChart
      data-test="account-chart"
      :label="`Foretold against real: ${work.length} pieces of work, ${waits.length} waits`"
      :chart="chart"
    />
    <figcaption class="small soft">
      <span class="peg"></span>work <span class="dot"></span>waits; above the line it took longer
      than foretold
    </figcaption>
  </figure>
</template>

<style scoped>
figure {
  margin: 0;
  display: flex;
  flex-direction: column;
  min-height: 15rem;
  max-width: 40rem;
}
.peg,
.dot {
  display: inline-block;
  width: 10px;
  height: 10px;
  margin: 0 4px;
  background: var(--red-lead);
}
.dot {
  border-radius: 50%;
  background: var(--water);
}
</style>
