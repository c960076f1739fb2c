<script setup lang="ts">
import { figure, unit } from '../words'
import { rampCss, type RunLayer } from '../drawings/runPicture'

/** What the colours of a layer mean, with its unit. */
defineProps<{ layer: RunLayer; most: number }>()
const UNITS = {
  foam: ['%', 'white'],
  depth: ['mm', 'deep'],
  speed: ['m/s', 'full size'],
  age: ['s', 'since it was made'],
  kind: ['', '']
}
</script>

<template>
  <span class="legend small" data-test="run-legend">
    <template v-if="layer === 'kind'"
      ><i class="quiet"></i> quiet <i class="near"></i> restless, waves stand
      <i class="fast"></i> fast</template
    >
    <template v-else
      ><b>0</b><i class="ramp" :style="{ backgroundImage: rampCss(layer) }"></i
      ><b>{{ figure(most, UNITS[layer][0]) }}</b> {{ unit(UNITS[layer][0]) }}
      {{ UNITS[layer][1] }}</template
    >
  </span>
</template>

<style scoped>
.legend {
  display: inline-flex;
  gap: 6px;
  align-items: center;
  white-space: nowrap;
}
i {
  display: inline-block;
  width: 22px;
  height: 13px;
  border: 1px solid var(--ink);
}
.ramp {
  width: 110px;
}
.quiet {
  background: rgb(150 205 198);
}
.near {
  background: radial-gradient(rgb(214 235 228) 30%, rgb(62 140 142) 32%) 0 0 / 6px 6px;
}
.fast {
  background: repeating-linear-gradient(45deg, rgb(10 60 68) 0 4px, rgb(236 200 110) 4px 6px);
}
</style>
