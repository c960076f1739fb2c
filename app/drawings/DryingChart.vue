<script setup lang="ts">
import { computed } from 'vue'
import { retainedAt } from '../../core/physics/stuff/drying/film'
import type { Laying } from '../../core/plan/3-stacks/gelStack'
import type { Fitted } from '../../core/plan/learned/fit'
import { counted } from '../../core/words/sentence'
import { mm } from '../words'
import PlotChart, { type Chart, type Colours } from './PlotChart.vue'

/** How each coat loses its water, one after the other, until all of it is clear. */
const props = defineProps<{ laying: Laying; peels: boolean; belief: Fitted }>()
const chart = computed(() => {
  const { peels, belief } = props
  const { drying, coats, clearH, touchMin, peelH } = props.laying
  return (colour: Colours): Chart => {
    const within = clearH === null ? drying : drying.filter(([h]) => h <= clearH)
    const one =
      clearH === null ? within : [...within, [clearH, retainedAt(drying, clearH)] as const]
    const all = Array.from({ length: clearH === null ? 1 : coats }, (_, k) =>
      one.map(([h, share]) => [(clearH ?? 0) * k + h, 100 * share])
    )
    const marks = [
      ...(touchMin === null ? [] : [{ h: touchMin / 60, name: 'touch-dry' }]),
      ...(peels && peelH !== null ? [{ h: peelH, name: 'peels' }] : []),
      ...(clearH === null ? [] : [{ h: clearH, name: 'clear' }])
    ]
    return {
      lines: [
        ...all.map((coat, k) => ({
          x: coat.map(([h]) => belief.factor * h),
          y: coat.map(([, share]) => share),
          mode: 'lines' as const,
          line: { color: colour(k % 2 ? 'deep' : 'water'), width: 2.4 },
          hovertemplate: `coat ${k + 1}: %{x:.1f} h, %{y:.0f} % of its water left<extra></extra>`
        })),
        {
          x: marks.map(({ h }) => belief.factor * h),
          y: marks.map(({ h }) => 100 * retainedAt(drying, h)),
          text: marks.map(({ name }) => name),
          mode: 'text+markers',
          textposition: 'top right',
          cliponaxis: false,
          marker: { color: colour('red-lead'), size: 9 },
          error_x: {
            type: 'data',
            symmetric: false,
            array: marks.map(({ h }) => h * (belief.sure - belief.factor)),
            arrayminus: marks.map(({ h }) => h * (belief.factor - belief.early)),
            color: colour('red-lead'),
            thickness: 1.6,
            width: 5
          },
          hoverinfo: 'skip'
        }
      ],
      layout: {
        margin: { l: 44, r: 54, t: 8, b: 38 },
        xaxis: { title: { text: 'hours from the first coat', standoff: 6 }, rangemode: 'tozero' },
        yaxis: { title: { text: 'water left, %', standoff: 4 }, range: [0, 104], nticks: 5 }
      }
    }
  }
})
const told = computed(() => {
  const { coats, wetMm, totalH } = props.laying
  const clear = totalH === null ? 'never clear in this room' : `clear after ${Math.round(totalH)} h`
  return `Drying of ${counted(coats, 'coat')} of ${mm(wetMm)}: ${clear}`
})
</script>

<template>
  <PlotChart data-test="drying-chart" :label="told" :chart="chart" />
</template>
