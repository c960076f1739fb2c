<script setup lang="ts">
import { computed } from 'vue'
import type { Build } from '../../core/build/types'
import { explainCheck, explainRunWhite } from '../../core/explain/runExplanations'
import type { RunCheck } from '../../core/plan/2-forms/ran/checks'
import type { RanPlan } from '../../core/plan/2-forms/ran/ranPlan'
import type { WhiteMap } from '../../core/plan/2-forms/whiteMap'
import { mm, quantity, figure } from '../words'
import How from './How.vue'

/** What the water did, beside what the forms say: white, levels, landings, jumps. */
const props = defineProps<{ build: Build; ran: RanPlan; formsWhite: WhiteMap }>()
const name = (id: string) => props.build.waters.find((w) => w.id === id)?.name ?? id
const WHAT: Record<RunCheck['what'], string> = {
  discharge: 'over the lip',
  landing: 'lands out',
  level: 'level behind the lip',
  depth: 'mean depth',
  jump: 'jump, along',
  breaks: 'breaks over',
  'run-up': 'runs up the shore',
  crests: 'crest to crest'
}
const shown = (value: number | null, unit: RunCheck['unit']) =>
  value === null ? 'none' : unit === 'mm' ? mm(value) : quantity(value, 'm³/s')
const formPct = (id: string) =>
  props.formsWhite.waters.find((w) => w.water === id)?.sharePct ?? null
const white = computed(() =>
  props.ran.white.waters.map((w) => ({ water: w.water, form: formPct(w.water), run: w.sharePct }))
)
const pct = (value: number | null) => (value === null ? '–' : `${Math.round(value)} %`)
</script>

<template>
  <section class="panel pad stack" data-test="run-checks">
    <h3>Forms against run</h3>
    <table class="plain">
      <thead>
        <tr>
          <td></td>
          <th class="num">form</th>
          <th class="num">run</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="w in white" :key="`w${w.water}`" :data-white-of="w.water">
          <td>{{ name(w.water) }}<small class="soft">, white</small></td>
          <td class="num">{{ pct(w.form) }}</td>
          <td class="num">
            <How :about="explainRunWhite(ran)">{{ pct(w.run) }}</How>
          </td>
        </tr>
        <tr
          v-for="(c, i) in ran.checks"
          :key="i"
          :class="{ differs: c.differs }"
          :data-check="`${c.water}:${c.what}`"
        >
          <td>
            {{ name(c.water) }}<small class="soft">, {{ WHAT[c.what] }}</small>
          </td>
          <td class="num">{{ shown(c.formSays, c.unit) }}</td>
          <td class="num">
            <How :about="explainCheck(c)">{{ shown(c.runSays, c.unit) }}</How>
          </td>
        </tr>
        <tr v-for="l in ran.levels" :key="`l${l.pool}`">
          <td>{{ name(l.pool) }}<small class="soft">, level</small></td>
          <td class="num">{{ mm(l.givenMm) }}</td>
          <td class="num">
            {{ mm(l.middleMm) }}
            <small class="soft"
              >{{ figure(Math.round(l.lowMm), 'mm') }}–{{
                figure(Math.round(l.highMm), 'mm')
              }}</small
            >
          </td>
        </tr>
      </tbody>
    </table>
    <p class="small soft">Marked: further apart than such formulas are off.</p>
  </section>
</template>

<style scoped>
td small {
  font-size: 0.7812rem;
}
.differs td {
  background: var(--brass-wash);
}
.differs td:first-child {
  box-shadow: inset 4px 0 var(--brass);
  padding-left: 8px;
}
td.num {
  white-space: nowrap;
}
</style>
