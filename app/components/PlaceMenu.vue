<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { ElDropdown, ElDropdownItem, ElDropdownMenu } from 'element-plus'
import { nextTick, onMounted, ref, watch } from 'vue'
import type { Act } from '../drawings/acts'

/** What can be done at one place of a drawing, opened there by the other mouse button or the menu key. */
const props = defineProps<{ at: { x: number; y: number }; acts: Act[] }>()
const emit = defineEmits<{ closed: [] }>()
const menu = ref<InstanceType<typeof ElDropdown> | null>(null)
const spot = ref({ getBoundingClientRect: () => new DOMRect(props.at.x, props.at.y, 1, 1) })
async function open(): Promise<void> {
  spot.value = { getBoundingClientRect: () => new DOMRect(props.at.x, props.at.y, 1, 1) }
  await nextTick()
  menu.value?.handleOpen()
}
/** By keys from its first line on, and away by Esc. */
function seen(now: boolean): void {
  if (!now) return emit('closed')
  window.setTimeout(
    () => document.querySelector<HTMLElement>('.place-menu [role="menuitem"]')?.focus(),
    40
  )
}
useEventListener('keydown', (event: KeyboardEvent) => {
  if (event.key === 'Escape') menu.value?.handleClose()
})
onMounted(open)
watch(() => props.at, open)
</script>

<template>
  <ElDropdown
    ref="menu"
    virtual-triggering
    :virtual-ref="spot"
    trigger="contextmenu"
    placement="bottom-start"
    :show-arrow="false"
    popper-class="place-menu"
    @visible-change="seen"
  >
    <template #dropdown>
      <ElDropdownMenu>
        <ElDropdownItem
          v-for="act in acts"
          :key="act.name"
          :divided="act.apart"
          :data-act="act.name"
          @click="act.go()"
          >{{ act.name }}</ElDropdownItem
        >
      </ElDropdownMenu>
    </template>
  </ElDropdown>
</template>
