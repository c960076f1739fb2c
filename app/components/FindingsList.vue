<script setup lang="ts">
import { said } from '../words'
import { ElButton } from 'element-plus'
import { computed, defineAsyncComponent, ref } from 'vue'
import type { Finding, Place } from '../../core/plan/8-findings/types'
import { about } from '../../core/words/durations'
import { counted } from '../../core/words/sentence'
import { useBuildStore } from '../stores/build'
import { usePutAway } from '../stores/putAway'
import FindingCard from './FindingCard.vue'

/** Many views have no note to fold. */
const FoldAway = defineAsyncComponent(() => import('./FoldAway.vue'))
/** `show`: where notes stand apart from what must be seen, below the work. */
const props = defineProps<{ findings: Finding[]; place?: Place; show?: 'loud' | 'notes' }>()
const store = useBuildStore()
const putAway = usePutAway()
const buildId = computed(() => store.build?.id ?? '')
const here = computed(() =>
  props.place ? props.findings.filter((f) => f.place === props.place) : props.findings
)
const seen = computed(() => here.value.filter((f) => !putAway.isAway(buildId.value, f)))
/** What must be seen stands open; what is merely worth knowing opens on a click. */
const loud = computed(() =>
  props.show === 'notes'
    ? []
    : seen.value.filter((f) => f.severity === 'stop' || f.severity === 'warn')
)
const notes = computed(() =>
  props.show === 'loud' ? [] : seen.value.filter((f) => f.severity === 'note')
)
/** Why the plan is as it is, and what was put away: only for whoever asks. */
const asides = computed(() =>
  props.show === 'loud' ? [] : seen.value.filter((f) => f.severity === 'aside')
)
const away = computed(() =>
  props.show === 'loud' ? [] : here.value.filter((f) => putAway.isAway(buildId.value, f))
)
const asked = ref(false)
const WORDS = { stop: 'Stops the plan', warn: 'Look out' }
</script>

<template>
  <section
    v-if="loud.length || notes.length || asides.length || away.length"
    class="findings"
    aria-label="Findings"
  >
    <article v-for="f in loud" :key="f.id" class="finding" :class="f.severity" :data-finding="f.id">
      <header>
        <span class="mark" aria-hidden="true">{{ f.severity === 'stop' ? '■' : '▲' }}</span>
        {{ ' ' }}<span class="kind">{{ WORDS[f.severity as 'stop' | 'warn'] }}</span>
        <b class="number">{{ said(f.number) }}</b>
      </header>
      <h3>{{ said(f.title) }}</h3>
      <FindingCard :finding="f" :place="place" />
      <p v-if="(f.stakeMin ?? 0) >= 1" class="small soft">
        {{ about(f.stakeMin!) }} of work hang on it.
      </p>
    </article>
    <FoldAway v-for="f in notes" :key="f.id" class="finding note" :data-finding="f.id">
      <template #title
        >{{ said(f.title) }} <b class="number">{{ said(f.number) }}</b></template
      >
      <FindingCard :finding="f" :place="place" />
    </FoldAway>
    <div v-if="asides.length || away.length" class="row quiet">
      <ElButton
        v-if="asides.length"
        class="ask"
        :aria-expanded="asked"
        data-test="why-so"
        @click="asked = !asked"
      >
        {{ asked ? 'Enough' : 'Why is it so?' }} <span class="soft">{{ asides.length }}</span>
      </ElButton>
      <ElButton
        v-if="away.length"
        class="ask"
        data-test="bring-back"
        @click="putAway.bringBack(buildId, away)"
      >
        {{ counted(away.length, 'finding') }} put away: bring back
      </ElButton>
    </div>
    <template v-if="asked">
      <FoldAway v-for="f in asides" :key="f.id" class="finding note" :data-finding="f.id">
        <template #title
          >{{ said(f.title) }} <b class="number">{{ said(f.number) }}</b></template
        >
        <FindingCard :finding="f" :place="place" />
      </FoldAway>
    </template>
  </section>
</template>

<style scoped>
.findings {
  display: flex;
  flex-direction: column;
  gap: 8px;
}
.finding {
  border-left: 5px solid var(--brass);
  background: var(--brass-wash);
  padding: 9px 12px;
  border-radius: 0 10px 0 10px;
}
.finding.stop {
  border-color: var(--red-lead);
  background: var(--red-wash);
}
.finding.note {
  border-color: var(--water);
  background: color-mix(in srgb, var(--shallow) 38%, var(--sheet));
}
header {
  display: flex;
  gap: 7px;
  font-size: 0.7812rem;
  align-items: baseline;
}
.fold.finding {
  padding: 6px 12px;
}
.mark {
  font-size: 0.6875rem;
}
.number {
  margin-left: auto;
}
h3 {
  margin: 2px 0 3px;
}
.quiet {
  justify-content: flex-end;
}
.ask {
  border: 0;
  background: none;
  padding: 2px 0;
  font-size: 0.8125rem;
  text-decoration: underline dotted;
  text-underline-offset: 3px;
  cursor: pointer;
}
</style>
