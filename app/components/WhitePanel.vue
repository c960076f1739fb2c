<script setup lang="ts">
import { computed } from 'vue'
import type { Build } from '../../core/build/types'
import { explainRipples, explainWhite } from '../../core/explain/waterExplanations'
import type { FormsPlan } from '../../core/plan/2-forms/formsStage'
import { mm, fine, quantity, said } from '../words'
import How from './How.vue'
import FoldAway from './FoldAway.vue'

/** How much white where, which way the brush goes, and what does not suit the scale: of the chosen water. */
const props = defineProps<{ build: Build; forms: FormsPlan; water: string }>()
const surface = computed(() => {
  const w = props.build.waters.find((x) => x.id === props.water)
  return w?.kind === 'sea' ? w.pool : props.water
})
const share = computed(() => props.forms.white.waters.find((w) => w.water === surface.value))
const zones = computed(() => props.forms.white.zones.filter((z) => z.water === props.water))
const ripples = computed(() => props.forms.ripples.filter((r) => r.water === props.water))
const checks = computed(() => props.forms.believable.filter((c) => c.water === props.water))
const MARK = { believable: '✓', 'too fine': '▽', 'too coarse': '△' }
</script>

<template>
  <section
    v-if="share || zones.length || checks.length"
    class="panel pad stack"
    data-test="white-panel"
  >
    <div class="row">
      <h3 class="grow">White</h3>
      <b v-if="share" class="figure" data-test="white-share"
        ><How :about="explainWhite(forms, water)">{{ Math.round(share.sharePct) }} %</How> {{ ' '
        }}<small>of its surface</small></b
      >
    </div>
    <ul v-if="zones.length" class="zones">
      <li v-for="z in zones" :key="z.zone">
        <span>{{ z.zone }}</span><span class="bar"
          ><i :class="z.sharePct > 55 ? 'thick' : z.sharePct > 27 ? 'half' : 'thin'"
            ><svg width="100%" height="12" aria-hidden="true">
              <rect :width="`${Math.max(3, z.sharePct)}%`" height="12" /></svg></i></span
        ><b>{{ Math.round(z.sharePct) }} %</b
        ><small class="soft">{{ quantity(z.areaMm2 / 100, 'cm²') }}</small>
      </li>
    </ul>
    <p v-for="r in ripples" :key="r.name" class="small">
      <b>{{ r.name }}</b>: <How :about="explainRipples(r)">{{ mm(r.spacingMm) }}</How> apart,
      {{ mm(r.heightMm) }} high; {{ r.toolName }}.
    </p>
    <FoldAway
      v-if="checks.length"
      data-test="believable"
      :open="checks.some((c) => c.verdict !== 'believable')"
    >
      <template #title
        >Believable at {{ build.scale }}?
        <b
          >{{ checks.filter((c) => c.verdict === 'believable').length }} of {{ checks.length }}</b
        ></template
      >
      <ul class="checks">
        <li v-for="c in checks" :key="c.what" :class="c.verdict.replace(' ', '-')">
          <b>{{ MARK[c.verdict] }} {{ c.what }}</b>
          {{ fine(c.modelMm, 'mm')
          }}<template v-if="c.verdict !== 'believable'"
            >, {{ c.verdict }}:
            {{
              c.verdict === 'too fine'
                ? `at least ${fine(c.least!.mm, 'mm')}, ${said(c.least!.why)}`
                : `at most ${fine(c.most!.mm, 'mm')}, ${said(c.most!.why)}`
            }}</template
          >. <span class="soft">{{ said(c.advice) }}</span>
        </li>
      </ul>
    </FoldAway>
  </section>
</template>

<style scoped>
.figure small {
  font: 400 0.7812rem var(--text);
  color: var(--ink-soft);
}
.zones {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 5px;
}
.zones li {
  display: grid;
  grid-template-columns: 1fr 66px 44px 62px;
  gap: 8px;
  align-items: center;
  font-size: 0.8438rem;
}
.zones b,
.zones small {
  text-align: right;
}
.bar {
  background: var(--sunk);
  border: 1px solid var(--line);
  height: 14px;
}
.bar rect {
  fill: var(--water);
}
.thick rect {
  fill: var(--deep);
}
.thin rect {
  fill: var(--shallow);
}
.bar svg {
  display: block;
}
.checks {
  margin: 6px 0 0;
  padding: 0;
  list-style: none;
  display: grid;
  gap: 6px;
  font-size: 0.8125rem;
}
.checks li {
  border-left: 3px solid var(--line-strong);
  padding-left: 8px;
}
.checks .too-fine,
.checks .too-coarse {
  border-color: var(--brass);
}
</style>
