<script setup lang="ts">
import { onClickOutside, useEventListener } from '@vueuse/core'
import { ElPopover } from 'element-plus'
import { computed, nextTick, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { asked } from '../how'
import { said } from '../words'

/** Where the figure that was clicked comes from. */
const about = computed(() => asked.value?.about())
const card = ref<HTMLElement | null>(null)
const at = computed(() => asked.value?.at)
const close = () => (asked.value = null)

watch(at, async (now, before) => {
  await nextTick()
  if (now) card.value?.focus({ preventScroll: true })
  else if (document.activeElement === document.body) before?.focus()
})
useEventListener('keydown', (event: KeyboardEvent) => {
  if (event.key !== 'Escape' || !asked.value) return
  event.preventDefault()
  const back = asked.value.at
  close()
  back.focus()
})
onClickOutside(card, close, { ignore: [at] })
const route = useRoute()
watch(() => route.fullPath, close)
</script>

<template>
  <ElPopover
    :visible="asked !== null"
    virtual-triggering
    :virtual-ref="at"
    :width="340"
    :show-arrow="false"
    :offset="6"
    :persistent="false"
    popper-class="how-popper"
    append-to="#sheets"
  >
    <div v-if="about" ref="card" class="card" role="dialog" :aria-label="about.title" tabindex="-1">
      <b class="title">{{ about.title }}</b>
      <p class="formula">{{ said(about.formula) }}</p>
      <table>
        <tbody>
          <tr v-for="[name, value] in about.inputs" :key="name">
            <th scope="row">{{ name }}</th>
            <td>{{ said(value) }}</td>
          </tr>
        </tbody>
      </table>
      <p><span class="soft">Source:</span> {{ about.source }}.</p>
      <p class="trust">{{ said(about.trust) }}</p>
    </div>
  </ElPopover>
</template>

<style>
.how-popper.how-popper {
  padding: 12px 15px;
  border-radius: 4px 16px 4px 16px;
  z-index: 2100;
}
</style>
<style scoped>
.card {
  outline: none;
  font: 400 0.8438rem/1.4 var(--text);
  white-space: normal;
}
.card > * + * {
  margin-top: 6px;
}
.title {
  font: 650 1rem var(--head);
}
.formula {
  background: var(--sunk);
  padding: 5px 9px;
  border-radius: 3px 9px 3px 9px;
}
table {
  border-spacing: 0;
  width: 100%;
}
th {
  text-align: left;
  font-weight: 400;
  color: var(--ink-soft);
  padding: 1px 8px 1px 0;
  vertical-align: top;
}
td {
  text-align: right;
}
.trust {
  border-left: 3px solid var(--brass);
  padding-left: 8px;
}
</style>
