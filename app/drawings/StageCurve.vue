<script setup lang="ts">
import { computed } from 'vue'
import { mm, ml, unit, axis } from '../words'
import PlotChart, { type Chart, type Colours } from './PlotChart.vue'

/** What each level of a pool holds, and what it holds now. */
const props = defineProps<{ stage: [number, number][]; levelMm: number; volumeMl: number }>()
const chart = computed(() => {
  const { stage, levelMm, volumeMl } = props
  return (colour: Colours): Chart => ({
    lines: [
      {
        x: stage.map(([, volume]) => axis(volume, 'ml')),
        y: stage.map(([level]) => axis(level, 'mm')),
        mode: 'lines',
        line: { color: colour('water'), width: 2.6 },
        hovertemplate: '%{customdata}<extra></extra>',
        customdata: stage.map(([level, volume]) => `${mm(level)} holds ${ml(volume)}`)
      },
      {
        x: [0, volumeMl, volumeMl].map((v) => axis(v, 'ml')),
        y: [levelMm, levelMm, stage[0]?.[0] ?? 0].map((l) => axis(l, 'mm')),
        mode: 'lines',
        line: { color: colour('red-lead'), width: 1.4, dash: 'dot' },
        hoverinfo: 'skip'
      },
      {
        x: [axis(volumeMl, 'ml')],
        y: [axis(levelMm, 'mm')],
        mode: 'markers',
        marker: { color: colour('red-lead'), size: 10 },
        hovertemplate: `now ${ml(volumeMl)}<extra></extra>`
      }
    ],
    layout: {
      margin: { l: 44, r: 14, t: 8, b: 44 },
      xaxis: { title: { text: unit('ml'), standoff: 6 }, rangemode: 'tozero', nticks: 5 },
      yaxis: { title: { text: `level, ${unit('mm')}`, standoff: 4 }, nticks: 6 }
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
