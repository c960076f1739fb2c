<script setup lang="ts">
import { ElButton } from 'element-plus'
import { mending } from '../../core/build/mend'
import type { Finding, Place } from '../../core/plan/8-findings/types'
import { useRouter } from 'vue-router'
import { useBuildStore } from '../stores/build'
import { usePutAway } from '../stores/putAway'
import { said } from '../words'

/** Why, what to do, and doing it: what stands under the title of a finding. */
const props = defineProps<{ finding: Finding; place?: Place }>()
const store = useBuildStore()
const putAway = usePutAway()
const router = useRouter()

/** Makes the way out at once, as one step that undo takes back. */
function make(): void {
  const { mend } = props.finding
  if (mend) store.edit(said(mend.label), mending(mend))
}
function go(): void {
  const { water, place } = props.finding
  if (water) store.selected = water
  if (place !== props.place) void router.push({ name: place, params: { id: store.build?.id } })
}
</script>

<template>
  <p class="small">{{ said(finding.reason) }}</p>
  <p class="small way">
    <ElButton v-if="finding.place !== place" class="link" @click="go">
      {{ said(finding.wayOut) }}</ElButton><span v-else>{{ said(finding.wayOut) }}</span>
  </p>
  <div v-if="finding.mend || finding.severity !== 'stop'" class="row done">
    <ElButton v-if="finding.mend" class="tool" :data-mend="finding.id" @click="make">
      {{ said(finding.mend.label) }}
    </ElButton>
    <ElButton
      v-if="finding.severity === 'warn' || finding.severity === 'note'"
      class="link"
      :data-put-away="finding.id"
      @click="putAway.put(store.build!.id, finding)"
    >
      Read, put it away
    </ElButton>
  </div>
</template>

<style scoped>
.way {
  font-weight: 600;
  margin-top: 3px;
}
.done {
  margin-top: 6px;
}
.link {
  background: none;
  border: 0;
  padding: 0;
  text-decoration: underline;
  cursor: pointer;
  text-align: left;
}
.way .link {
  font-weight: 600;
}
.done .link {
  margin-left: auto;
  font-size: 0.8125rem;
  min-height: 28px;
}
</style>
