<script setup lang="ts">
import { ElButton, ElDialog } from 'element-plus'
import { ref, watchEffect } from 'vue'
import { useRouter } from 'vue-router'
import { mending } from '../../core/build/mend'
import { together, type Remark } from '../../core/plan/beside/together'
import { openOf } from '../panels'
import { useBuildStore } from '../stores/build'
import { said } from '../words'

/** What a good friend would say of the whole scene, the worst first, each mended by one click. */
const open = openOf('together')
const store = useBuildStore()
const router = useRouter()
const remarks = ref<Remark[]>([])
/** While it goes it shows what it showed. */
watchEffect(() => {
  if (open.value && store.build && store.plan) remarks.value = together(store.build, store.plan)
})
const make = (r: Remark) => store.edit(said(r.mend.label), mending(r.mend))
async function show(r: Remark): Promise<void> {
  store.selected = r.water
  await router.push({ name: 'water', params: { id: store.build!.id } })
  open.value = false
}
/** What was looked at, where nothing is to be said. */
const LOOKED = [
  'ways that waves run',
  'crests on the base',
  'white and where it lies',
  'glassy lips',
  'landings',
  'ripples',
  'spray against its wave',
  'colour against the bed',
  'rocks that repeat',
  'how much moves at once'
]
</script>

<template>
  <ElDialog v-model="open" title="Does it belong together?" width="620px" append-to="#sheets">
    <ol v-if="remarks.length" class="remarks" data-test="remarks">
      <li v-for="(r, i) in remarks" :key="r.id" :data-remark="r.id" :class="{ worst: i === 0 }">
        <b>{{ said(r.title) }}</b>
        <p class="small">{{ said(r.why) }}</p>
        <div class="row">
          <ElButton class="tool" :data-take="r.id" @click="make(r)">{{
            said(r.mend.label)
          }}</ElButton>
          <ElButton class="link" @click="show(r)">Show it on the plan</ElButton>
        </div>
      </li>
    </ol>
    <div v-else data-test="belongs">
      <b>It belongs together.</b>
      <p class="small soft">Looked at: {{ LOOKED.join(', ') }}.</p>
    </div>
    <p v-if="remarks.length" class="small soft taste">
      Taste is yours: each is one step, and undo takes it back.
    </p>
  </ElDialog>
</template>

<style scoped>
.remarks {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 14px;
}
.remarks li {
  border-left: 4px solid var(--brass);
  padding: 2px 0 2px 12px;
}
.remarks .worst {
  border-left-color: var(--red-lead);
}
.remarks .row {
  margin-top: 6px;
}
.taste {
  margin-top: 14px;
}
.link {
  background: none;
  border: 0;
  padding: 0 4px;
  text-decoration: underline;
}
</style>
