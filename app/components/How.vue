<script setup lang="ts">
import { ElButton } from 'element-plus'
import { ref, useId } from 'vue'
import { said } from '../words'
import type { Explanation } from '../../core/explain/explanations'

/** A figure that says where it comes from when it is clicked. */
defineProps<{ about: Explanation }>()
const id = useId()
const card = ref<HTMLElement | null>(null)
const button = ref<InstanceType<typeof ElButton> | null>(null)

function place(): void {
  if (!card.value || !button.value?.ref) return
  const at = button.value.ref.getBoundingClientRect()
  const box = card.value.getBoundingClientRect()
  card.value.style.left = `${Math.max(8, Math.min(at.left, innerWidth - box.width - 8))}px`
  const below = at.bottom + 6
  card.value.style.top = `${below + box.height > innerHeight - 8 ? Math.max(8, at.top - box.height - 6) : below}px`
}
</script>

<template>
  <ElButton
    ref="button"
    class="how"
    :popovertarget="id"
    :title="`Where this comes from: ${about.title.toLowerCase()}`"
  >
    <slot />
  </ElButton>
  <div :id="id" ref="card" class="card" popover @toggle="place">
    <b class="title">{{ about.title }}</b>
    <p class="formula">{{ said(about.formula) }}</p>
    <table>
      <tbody>
        <tr v-for="[name, value] in about.inputs" :key="name">
          <th scope="row">{{ name }}</th>
          <td>{{ said(String(value)) }}</td>
        </tr>
      </tbody>
    </table>
    <p><span class="soft">Source:</span> {{ about.source }}.</p>
    <p class="trust">{{ said(about.trust) }}</p>
  </div>
</template>

<style scoped>
.how {
  border: 0;
  background: none;
  padding: 0;
  margin: 0;
  font: inherit;
  color: inherit;
  cursor: help;
  text-align: inherit;
  text-decoration: underline dotted;
  text-decoration-thickness: 1.5px;
  text-underline-offset: 3px;
  text-decoration-color: var(--water);
}
.how:hover {
  text-decoration-style: solid;
}
.card {
  position: fixed;
  inset: auto;
  margin: 0;
  width: 340px;
  padding: 12px 15px;
  background: var(--sheet);
  color: var(--ink);
  border: 1px solid var(--line-strong);
  border-radius: 4px 16px 4px 16px;
  box-shadow: var(--shadow);
  font: 400 13.5px/1.4 var(--text);
  white-space: normal;
}
.card > * + * {
  margin-top: 6px;
}
.title {
  font: 650 16px var(--head);
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
