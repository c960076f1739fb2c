<script setup lang="ts">
import type { Data, Layout, Shape } from 'plotly.js-basic-dist-min'
import { onBeforeUnmount, onMounted, ref, watch } from 'vue'
import type { PourHeat } from '../../core/physics/stuff/heat/pourHeat'
import { useSettingsStore } from '../stores/settings'

/** Temperature against time, at the core and at the resin's foot, through all pours. */
const props = defineProps<{ heat: PourHeat; undam: boolean }>()
const settings = useSettingsStore()
const frame = ref<HTMLElement | null>(null)
const drawn = ref(false)
const failed = ref('')
let plotly: typeof import('plotly.js-basic-dist-min') | null = null

const colour = (name: string) =>
  getComputedStyle(document.documentElement).getPropertyValue(`--${name}`).trim()

async function draw(): Promise<void> {
  if (!frame.value) return
  try {
    plotly ??= (await import('plotly.js-basic-dist-min'))
      .default as unknown as typeof import('plotly.js-basic-dist-min')
    if (!frame.value) return
    const { curve, limits, next, undamMin } = props.heat
    const hours = curve.map(([min]) => min / 60)
    const gap = props.heat.startsMin
    // what happens after the last pour is cured and cool is a flat line: leave it out
    const lively = curve.filter((p) => p[1] > props.heat.roomC + 0.6).at(-1)?.[0] ?? 0
    const end =
      Math.max(
        lively,
        (gap.at(-1) ?? 0) + Math.min(next.closesMin ?? 0, 2.2 * (undamMin ?? 1440)),
        240
      ) / 60
    const ink = colour('ink-soft')
    const top = Math.max(props.heat.peakC + 8, Math.min(...limits.map((l) => l.softensC)) + 8)
    const shapes: Partial<Shape>[] = limits
      .filter((l) => l.softensC < top + 30)
      .map((l) => ({
        type: 'line',
        x0: 0,
        x1: end,
        y0: l.softensC,
        y1: l.softensC,
        line: {
          color: colour(l.what === 'ground' ? 'timber' : l.what === 'dam' ? 'red-lead' : 'brass'),
          width: 1.5,
          dash: 'dash'
        }
      }))
    const last = (gap.at(-1) ?? 0) / 60
    // a pour that is refused has no next one
    const sound = props.heat.broken.length === 0
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
    if (sound && props.undam && undamMin !== null)
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
    const lines: Data[] = [
      {
        x: hours,
        y: curve.map((p) => p[1]),
        name: 'core',
        mode: 'lines',
        line: { color: colour('red-lead'), width: 2.6 },
        hovertemplate: '%{x:.1f} h: core %{y:.1f} °C<extra></extra>'
      },
      {
        x: hours,
        y: curve.map((p) => p[2]),
        name: 'at the foot',
        mode: 'lines',
        line: { color: colour('deep'), width: 2.2, dash: 'dot' },
        hovertemplate: '%{x:.1f} h: foot %{y:.1f} °C<extra></extra>'
      }
    ]
    const layout: Partial<Layout> = {
      margin: { l: 46, r: 12, t: 10, b: 38 },
      paper_bgcolor: 'transparent',
      plot_bgcolor: 'transparent',
      showlegend: false,
      shapes,
      dragmode: false,
      hovermode: 'closest',
      font: { family: "'Spindle Text', sans-serif", size: 12.5, color: ink },
      xaxis: {
        title: { text: 'hours from the first pour', standoff: 6 },
        range: [0, end],
        gridcolor: colour('line'),
        zeroline: false,
        linecolor: colour('line-strong'),
        tickcolor: colour('line-strong'),
        fixedrange: true
      },
      yaxis: {
        title: { text: '°C', standoff: 4 },
        range: [Math.min(props.heat.roomC - 3, 15), top],
        gridcolor: colour('line'),
        zeroline: false,
        linecolor: colour('line-strong'),
        fixedrange: true
      },
      annotations: [
        // the ladder above names them all; here only the one that gives way first
        ...limits
          .filter(
            (l) => l.softensC < top && l.softensC === Math.min(...limits.map((x) => x.softensC))
          )
          .map((l) => ({
            x: end,
            y: l.softensC,
            xanchor: 'right' as const,
            yanchor: 'bottom' as const,
            text: `${l.name} ${l.what === 'resin' ? 'yellows' : 'softens'}`,
            showarrow: false,
            font: { size: 12, color: ink }
          })),
        ...(sound && props.undam && undamMin !== null && last + undamMin / 60 < end
          ? [
              {
                x: last + undamMin / 60,
                y: 0.6,
                yref: 'paper' as const,
                xanchor: 'left' as const,
                yanchor: 'top' as const,
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
    await plotly.react(frame.value, lines, layout, { displayModeBar: false, responsive: true })
    drawn.value = true
  } catch (error) {
    failed.value = error instanceof Error ? error.message : String(error)
  }
}

onMounted(() => void draw())
watch([() => props.heat, () => settings.theme], () => void draw(), { flush: 'post' })
onBeforeUnmount(() => {
  if (frame.value && plotly) plotly.purge(frame.value)
})
</script>

<template>
  <div class="holder">
    <div
      ref="frame"
      class="chart"
      data-test="heat-chart"
      :data-drawn="drawn"
      role="img"
      :aria-label="`Temperature against time: core up to ${Math.round(heat.peakC)} °C, at the ground ${Math.round(heat.groundPeakC)} °C`"
    ></div>
    <p v-if="failed" class="fault">
      The chart cannot be drawn: {{ failed }}. The figures beside it hold.
    </p>
  </div>
</template>

<style scoped>
.holder {
  position: relative;
  flex: 1;
  min-height: 170px;
  min-width: 0;
}
.chart {
  position: absolute;
  inset: 0;
}
</style>
