<script setup lang="ts">
import { said } from '../words'
import type { Step } from '../../core/plan/6-steps/types'
import { waitWords } from '../../core/explain/daysWords'
import { duration } from '../../core/words/durations'

defineProps<{ steps: Step[] }>()
</script>

<template>
  <ol class="steps">
    <li v-for="(s, i) in steps" :key="s.id">
      <span class="order figure">{{ i + 1 }}</span>
      <div>
        <b>{{ s.title }}</b>
        <p class="small">{{ said(s.how) }}</p>
        <p v-if="s.tools.length || s.forbids" class="small soft">
          <template v-if="s.tools.length">With {{ s.tools.join(', ') }}. </template
          ><b v-if="s.forbids">Keep away: {{ s.forbids }}.</b>
        </p>
        <p class="small soft">
          <span class="hands">{{ duration(s.handsMin) }} of work</span
          ><template v-if="s.waitMin && s.becomes"
            >, then
            <span class="state"
              ><svg width="26" height="12" aria-hidden="true">
                <rect width="26" height="12" :fill="`url(#state-${s.becomes})`" /></svg
            ></span>
            {{ waitWords(s) }} until
            {{ s.becomes === 'wet' ? 'looked at again' : s.becomes }}</template
          >
        </p>
      </div>
    </li>
  </ol>
</template>

<style scoped>
.steps {
  list-style: none;
  margin: 8px 0 0;
  padding: 0;
  display: grid;
  gap: 10px;
}
li {
  display: grid;
  grid-template-columns: 26px 1fr;
  gap: 6px;
}
.order {
  color: var(--deep);
}
.state svg {
  vertical-align: -1px;
  border: 1px solid var(--line-strong);
}
</style>
