<script setup lang="ts">
import { ElButton } from 'element-plus'
import { computed } from 'vue'
import { useRouter } from 'vue-router'
import { mending } from '../../core/build/mend'
import type { Finding, Place } from '../../core/plan/8-findings/types'
import { useBuildStore } from '../stores/build'

/** `show`: where notes stand apart from what must be seen, below the work. */
const props = defineProps<{ findings: Finding[]; place?: Place; show?: 'loud' | 'notes' }>()
const store = useBuildStore()
const router = useRouter()
const here = computed(() =>
  props.place ? props.findings.filter((f) => f.place === props.place) : props.findings
)
/** Makes the way out at once, as one step that undo takes back. */
function make(finding: Finding): void {
  if (finding.mend) store.edit(finding.mend.label, mending(finding.mend))
}
/** What must be seen stands open; what is merely worth knowing opens on a click. */
const loud = computed(() =>
  props.show === 'notes' ? [] : here.value.filter((f) => f.severity !== 'note')
)
const notes = computed(() =>
  props.show === 'loud' ? [] : here.value.filter((f) => f.severity === 'note')
)
const WORDS = { stop: 'Stops the plan', warn: 'Look out', note: 'Worth knowing' }

function go(finding: Finding): void {
  if (finding.water) store.selected = finding.water
  if (finding.place !== props.place)
    void router.push({ name: finding.place, params: { id: store.build?.id } })
}
</script>

<template>
  <section v-if="loud.length || notes.length" class="findings" aria-label="Findings">
    <article v-for="f in loud" :key="f.id" class="finding" :class="f.severity" :data-finding="f.id">
      <header>
        <span class="mark" aria-hidden="true">{{
          f.severity === 'stop' ? '■' : f.severity === 'warn' ? '▲' : '●'
        }}</span>
        {{ ' ' }}<span class="kind">{{ WORDS[f.severity] }}</span>
        <b class="number">{{ f.number }}</b>
      </header>
      <h3>{{ f.title }}</h3>
      <p class="small">{{ f.reason }}</p>
      <p class="small way">
        <ElButton v-if="f.place !== place" class="link" @click="go(f)">
          {{ f.wayOut }}</ElButton><span v-else>{{ f.wayOut }}</span>
      </p>
      <ElButton v-if="f.mend" class="tool mend" :data-mend="f.id" @click="make(f)">
        {{ f.mend.label }}
      </ElButton>
    </article>
    <details v-for="f in notes" :key="f.id" class="finding note" :data-finding="f.id">
      <summary>
        <span class="mark" aria-hidden="true">●</span>
        {{ f.title }} <b class="number">{{ f.number }}</b>
      </summary>
      <p class="small">{{ f.reason }}</p>
      <p class="small way">
        <ElButton v-if="f.place !== place" class="link" @click="go(f)">
          {{ f.wayOut }}</ElButton><span v-else>{{ f.wayOut }}</span>
      </p>
      <ElButton v-if="f.mend" class="tool mend" :data-mend="f.id" @click="make(f)">
        {{ f.mend.label }}
      </ElButton>
    </details>
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
  font-size: 12.5px;
  align-items: baseline;
}
summary {
  cursor: pointer;
  display: flex;
  gap: 7px;
  align-items: baseline;
  font-size: 13.5px;
  font-weight: 600;
  list-style: none;
}
summary::-webkit-details-marker {
  display: none;
}
details.finding {
  padding: 6px 12px;
}
.mark {
  font-size: 11px;
}
.number {
  margin-left: auto;
}
h3 {
  margin: 2px 0 3px;
}
.mend {
  margin-top: 6px;
}
.way {
  font-weight: 600;
  margin-top: 3px;
}
.link {
  background: none;
  border: 0;
  padding: 0;
  text-decoration: underline;
  cursor: pointer;
  text-align: left;
  font-weight: 600;
}
</style>
