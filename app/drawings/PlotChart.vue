<script setup lang="ts">
import type { Data, Layout } from 'plotly.js-basic-dist-min'
import { useDebounceFn, useElementVisibility } from '@vueuse/core'
import { onBeforeUnmount, ref, watch } from 'vue'
import { useSettingsStore } from '../stores/settings'

/** Looks up one of the theme's colours by its name. */
export type Colours = (name: string) => string
export interface Chart {
  lines: Data[]
  layout: Partial<Layout>
}

/** A chart in the app's colours; its library is fetched when the first one is looked at. */
const props = defineProps<{ label: string; chart: (colour: Colours) => Chart }>()
/** A dragged level changes many times a second: it is drawn when the hand rests. */
const RESTS_MS = 120
const settings = useSettingsStore()
const frame = ref<HTMLElement | null>(null)
const drawn = ref(false)
const failed = ref('')
const seen = useElementVisibility(frame, { rootMargin: '120px' })
let plotly: typeof import('plotly.js-basic-dist-min') | null = null

const colour: Colours = (name) =>
  getComputedStyle(document.documentElement).getPropertyValue(`--${name}`).trim()

async function draw(): Promise<void> {
  if (!frame.value || !seen.value) return
  try {
    plotly ??= (await import('plotly.js-basic-dist-min'))
      .default as unknown as typeof import('plotly.js-basic-dist-min')
    if (!frame.value) return
    const { lines, layout } = props.chart(colour)
    const axis = {
      gridcolor: colour('line'),
      zeroline: false,
      linecolor: colour('line-strong'),
      tickcolor: colour('line-strong'),
      fixedrange: true
    }
    await plotly.react(
      frame.value,
      lines,
      {
        margin: { l: 46, r: 12, t: 10, b: 38 },
        paper_bgcolor: 'transparent',
        plot_bgcolor: 'transparent',
        showlegend: false,
        dragmode: false,
        hovermode: 'closest',
        font: { family: "'Spindle Text', sans-serif", size: 12.5, color: colour('ink-soft') },
        ...layout,
        xaxis: { ...axis, ...layout.xaxis },
        yaxis: { ...axis, ...layout.yaxis }
      },
      { displayModeBar: false, responsive: true }
    )
    drawn.value = true
  } catch (error) {
    failed.value = error instanceof Error ? error.message : String(error)
  }
}
const atRest = useDebounceFn(draw, RESTS_MS)

watch(seen, () => void draw())
watch([() => props.chart, () => settings.theme], () => void atRest(), { flush: 'post' })
onBeforeUnmount(() => {
  if (frame.value && plotly) plotly.purge(frame.value)
})
</script>

<template>
  <div class="holder">
    <div ref="frame" class="chart" :data-drawn="drawn" role="img" :aria-label="label"></div>
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
