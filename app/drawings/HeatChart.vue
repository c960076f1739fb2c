<script setup lang="ts">
import type { Data, Layout, Shape } from 'plotly.js-basic-dist-min'
import { computed } from 'vue'
import type { PourHeat } from '../../core/physics/stuff/heat/pourHeat'
import type { Fitted } from '../../core/plan/learned/fit'
import PlotChart, { type Chart, type Colours } from './PlotChart.vue'
import { degrees, unit, axis } from '../words'

/** Temperature against time, at the core and at the resin's foot, through all pours. */
const props = defineProps<{ heat: PourHeat; undam: boolean; belief: Fitted }>()
const chart = computed(() => {
  const { heat, undam, belief } = props
  return (colour: Colours) => drawing(heat, undam, belief, colour)
})

function drawing(heat: PourHeat, undam: boolean, belief: Fitted, colour: Colours): Chart {
  const { curve, limits } = heat
  const learned = (min: number | null) => (min === null ? null : belief.factor * min)
  const undamMin = learned(heat.undamMin)
  const next = { opensMin: learned(heat.next.opensMin), closesMin: learned(heat.next.closesMin) }
  const hours = curve.map(([min]) => min / 60)
  const gap = heat.startsMin
  // what happens after the last pour is cured and cool is a flat line: leave it out
  const lively = curve.filter((p) => p[1] > heat.roomC + 0.6).at(-1)?.[0] ?? 0
  const end =
    Math.max(
      lively,
      (gap.at(-1) ?? 0) + Math.min(next.closesMin ?? 0, 2.2 * (undamMin ?? 1440)),
      240
    ) / 60
  const ink = colour('ink-soft')
  const top = Math.max(
    heat.peakHiC + 4,
    heat.peakC + 8,
    Math.min(...limits.map((l) => l.softensC)) + 8
  )
  const shapes: Partial<Shape>[] = limits
    .filter((l) => l.softensC < top + 30)
    .map((l) => ({
      type: 'line',
      x0: 0,
      x1: end,
      y0: axis(l.softensC, '°C'),
      y1: axis(l.softensC, '°C'),
      line: {
        color: colour(l.what === 'ground' ? 'timber' : l.what === 'dam' ? 'red-lead' : 'brass'),
        width: 1.5,
        dash: 'dash'
      }
    }))
  const last = (gap.at(-1) ?? 0) / 60
  // a pour that is refused has no next one
  const sound = heat.broken.length === 0
  if (sound && next.opensMin !== null && next.closesMin !== null)
    shapes.push({
      type: 'rect',
      xref: 'x',
      yref: 'paper',
      x0: last + next.opensMin / 60,
      x1: Math.min(end, last + next.closesMin / 60),
      y0: 0,
      y1: 0.045,
      fillcolor: colour('water'),
      opacity: 0.75,
      line: { width: 0 }
    })
  if (sound && undam && undamMin !== null)
    shapes.push({
      type: 'line',
      xref: 'x',
      yref: 'paper',
      x0: last + undamMin / 60,
      x1: last + undamMin / 60,
      y0: 0,
      y1: 0.6,
      line: { color: colour('red-lead'), width: 2, dash: 'dot' }
    })
  if (sound && undam && undamMin !== null)
    shapes.push({
      type: 'rect',
      xref: 'x',
      yref: 'paper',
      x0: last + (belief.early * heat.undamMin!) / 60,
      x1: Math.min(end, last + (belief.sure * heat.undamMin!) / 60),
      y0: 0.52,
      y1: 0.6,
      fillcolor: colour('red-lead'),
      opacity: 0.3,
      line: { width: 0 }
    })
  const hottest = curve.reduce((most, p) => (p[1] > most[1] ? p : most))
  const lines: Data[] = [
    {
      x: hours,
      y: curve.map((p) => axis(p[1], '°C')),
      name: 'core',
      mode: 'lines',
      line: { color: colour('red-lead'), width: 2.6 },
      hovertemplate: `%{x:.1f} h: core %{y:.1f} ${unit('°C')}<extra></extra>`
    },
    {
      x: [hottest[0] / 60],
      y: [axis(hottest[1], '°C')],
      mode: 'markers',
      marker: { color: colour('red-lead'), size: 6 },
      error_y: {
        type: 'data',
        symmetric: false,
        array: [axis(heat.peakHiC, '°C') - axis(hottest[1], '°C')],
        arrayminus: [axis(hottest[1], '°C') - axis(heat.peakLoC, '°C')],
        color: colour('red-lead'),
        thickness: 2,
        width: 6
      },
      hovertemplate: `warmest ${degrees(heat.peakLoC)} to ${degrees(heat.peakHiC)}<extra></extra>`
    },
    {
      x: hours,
      y: curve.map((p) => axis(p[2], '°C')),
      name: 'at the foot',
      mode: 'lines',
      line: { color: colour('deep'), width: 2.2, dash: 'dot' },
      hovertemplate: `%{x:.1f} h: foot %{y:.1f} ${unit('°C')}<extra></extra>`
    }
  ]
  const layout: Partial<Layout> = {
    shapes,
    xaxis: {
      title: { text: 'hours from the first pour', standoff: 6 },
      range: [0, end]
    },
    yaxis: {
      title: { text: unit('°C'), standoff: 4 },
      range: [axis(Math.min(heat.roomC - 3, 15), '°C'), axis(top, '°C')]
    },
    annotations: [
      // the ladder above names them all; here only the one that gives way first
      ...limits
        .filter(
          (l) => l.softensC < top && l.softensC === Math.min(...limits.map((x) => x.softensC))
        )
        .map((l) => ({
          x: end,
          y: axis(l.softensC, '°C'),
          xanchor: 'right' as const,
          // under its line: the next limit may lie close over it
          yanchor: 'top' as const,
          text: `${l.name} ${l.what === 'resin' ? 'yellows' : 'softens'}`,
          showarrow: false,
          font: { size: 12, color: ink }
        })),
      ...(sound && undam && undamMin !== null && last + undamMin / 60 < end
        ? [
            {
              x: last + undamMin / 60,
              y: 0.6,
              yref: 'paper' as const,
              xanchor: 'left' as const,
              yanchor: 'bottom' as const,
              text: ' dam off',
              showarrow: false,
              font: { size: 12, color: colour('red-lead') }
            }
          ]
        : []),
      ...(sound && next.opensMin !== null
        ? [
            {
              x: last + next.opensMin / 60,
              y: 0.05,
              yref: 'paper' as const,
              xanchor: 'left' as const,
              yanchor: 'bottom' as const,
              text: 'the next pour bonds',
              showarrow: false,
              font: { size: 12, color: colour('deep') }
            }
          ]
        : [])
    ]
  }
  return { lines, layout }
}
</script>

<template>
  <PlotChart
    data-test="heat-chart"
    :label="`Temperature against time: core up to ${degrees(heat.peakC)}, at the ground ${degrees(heat.groundPeakC)}`"
    :chart="chart"
  />
</template>
