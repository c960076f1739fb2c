<script setup lang="ts">
import { computed } from 'vue'
import { ml, mm } from '../../core/words/quantities'
import PlotChart, { type Chart, type Colours } from './PlotChart.vue'

/** What each level of a pool holds, and what it holds now. */
const props = defineProps<{ stage: [number, number][]; levelMm: number; volumeMl: number }>()
const chart = computed(() => {
  const { stage, levelMm, volumeMl } = props
  return (colour: Colours): Chart => ({
    lines: [
      {
        x: stage.map(([, volume]) => volume),
        y: stage.map(([level]) => level),
        mode: 'lines',
        line: { color: colour('water'), width: 2.6 },
        hovertemplate: '%{y:.1f} mm holds %{x:.0f} ml<extra></extra>'
      },
      {
        x: [0, volumeMl, volumeMl],
        y: [levelMm, levelMm, stage[0]?.[0] ?? 0],
        mode: 'lines',
        line: { color: colour('red-lead'), width: 1.4, dash: 'dot' },
        hoverinfo: 'skip'
      },
      {
        x: [volumeMl],
        y: [levelMm],
        mode: 'markers',
        marker: { color: colour('red-lead'), size: 10 },
        hovertemplate: `now ${ml(volumeMl)}<extra></extra>`
      }
    ],
    layout: {
      margin: { l: 44, r: 14, t: 8, b: 36 },
      xaxis: { title: { text: 'ml', standoff: 4 }, rangemode: 'tozero', nticks: 5 },
      yaxis: { title: { text: 'level, mm', standoff: 4 }, nticks: 6 }
    }
  })
})
</script>

<template>
  <PlotChart
    data-test="stage-curve"
    :label="`${mm(levelMm)} holds ${ml(volumeMl)}`"
    :chart="chart"
  />
</template>
