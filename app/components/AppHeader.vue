<script setup lang="ts">
import { Redo2, Search, Settings2, Undo2 } from '@lucide/vue'
import { ElButton } from 'element-plus'
import { computed } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { panel } from '../panels'
import { PLACES } from '../router'
import { usePhone } from '../screens'
import { useBuildStore } from '../stores/build'
import LiveText from './LiveText.vue'

/** A phone has the places at its foot, and no keys. */
const phone = usePhone()
const route = useRoute()
const router = useRouter()
const store = useBuildStore()

const buildId = computed(() => (typeof route.params.id === 'string' ? route.params.id : ''))
const go = (name: string) =>
  void router.push(name === 'builds' ? '/' : { name, params: { id: buildId.value } })
/** Running the water, and walking round it, is part of the water. */
const here = computed(() => (route.name === 'run' || route.name === 'round' ? 'water' : route.name))
const SAVED = {
  saved: 'Saved',
  saving: 'Saving…',
  full: 'Not saved: store full',
  failed: 'Not saved'
}

function rename(text: string): void {
  const name = text.trim()
  if (name !== '') store.edit('Rename', (build) => ({ ...build, name: name.slice(0, 120) }), 'name')
}
</script>

<template>
  <header class="top">
    <ElButton class="brand" aria-label="Tall Spindle: all builds" @click="go('builds')">
      <img src="/mark.svg" alt="" width="34" height="34" /><span>Tall Spindle</span>
    </ElButton>
    <!-- the order of the work as a run of ledges the water steps down -->
    <nav v-if="!phone" aria-label="The order of the work">
      <ElButton
        v-for="(place, i) in PLACES"
        :key="place.name"
        v-memo="[here === place.name, buildId]"
        class="ledge"
        :class="{ here: here === place.name }"
        :data-drop="i"
        :aria-current="here === place.name ? 'page' : undefined"
        :disabled="place.name !== 'builds' && !buildId"
        @click="go(place.name)"
      >
        {{ place.title }}
      </ElButton>
    </nav>
    <div class="right">
      <template v-if="store.build && buildId">
        <LiveText
          class="name"
          :model-value="store.build.name"
          :title="store.build.name"
          aria-label="Name of the build"
          maxlength="120"
          @typed="rename"
        />
        <span class="saved small" :class="store.saveState" role="status">{{
          SAVED[store.saveState]
        }}</span>
        <ElButton
          class="tool"
          :disabled="!store.undone.length"
          :title="
            store.undone.length
              ? `Undo: ${store.undone[store.undone.length - 1].label}`
              : 'Nothing to undo'
          "
          aria-label="Undo"
          data-test="undo"
          @click="store.undo"
        >
          <Undo2 :size="17" aria-hidden="true" />
        </ElButton>
        <ElButton
          class="tool"
          :disabled="!store.redone.length"
          aria-label="Redo"
          data-test="redo"
          @click="store.redo"
        >
          <Redo2 :size="17" aria-hidden="true" />
        </ElButton>
      </template>
      <ElButton
        v-if="!phone"
        class="tool"
        aria-label="Find"
        title="Find anything (Ctrl K)"
        data-test="open-find"
        @click="panel = 'find'"
      >
        <Search :size="17" aria-hidden="true" />
      </ElButton>
      <ElButton
        v-if="!phone"
        class="tool"
        aria-label="Settings"
        data-test="open-settings"
        @click="panel = 'settings'"
      >
        <Settings2 :size="17" aria-hidden="true" />
      </ElButton>
      <ElButton v-if="!phone" class="tool" aria-label="Keys" @click="panel = 'keys'">
        <b>?</b>
      </ElButton>
    </div>
  </header>
</template>

<style scoped>
.top {
  display: grid;
  grid-template-columns: auto auto minmax(0, 1fr);
  align-items: center;
  gap: 14px;
  padding: 6px 18px 0;
  min-height: 74px;
  background: linear-gradient(var(--sheet), var(--plaster));
  border-bottom: 1px solid var(--line);
}
.brand {
  display: flex;
  align-items: center;
  gap: 8px;
  background: none;
  border: 0;
  cursor: pointer;
  font: 700 1.1875rem var(--head);
  padding: 4px;
}
nav {
  display: flex;
  align-self: start;
  padding: 6px 0 34px;
}
.ledge {
  border: 0;
  background: none;
  padding: 5px 9px 6px;
  cursor: pointer;
  font-weight: 550;
  border-bottom: 3px solid var(--line-strong);
  border-right: 3px solid var(--line-strong);
  position: relative;
}
.ledge:last-child {
  border-right: 0;
}
.ledge:disabled {
  color: var(--ink-soft);
  opacity: 0.6;
  cursor: default;
}
.ledge:hover:not(:disabled, .here) {
  background: color-mix(in srgb, var(--shallow) 45%, transparent);
}
.ledge.here {
  background: var(--deep);
  color: var(--on-deep);
  border-bottom-color: var(--water);
  border-radius: 8px 8px 0 0;
}
.ledge[data-drop='1'] {
  top: 3px;
}
.ledge[data-drop='2'] {
  top: 6px;
}
.ledge[data-drop='3'] {
  top: 10px;
}
.ledge[data-drop='4'] {
  top: 13px;
}
.ledge[data-drop='5'] {
  top: 16px;
}
.ledge[data-drop='6'] {
  top: 19px;
}
.ledge[data-drop='7'] {
  top: 22px;
}
.ledge[data-drop='8'] {
  top: 25px;
}
.ledge[data-drop='9'] {
  top: 28px;
}
.right {
  display: flex;
  align-items: center;
  justify-content: flex-end;
  gap: 8px;
  min-width: 0;
}
.name {
  flex: 0 1 230px;
  min-width: 60px;
  text-align: right;
  border: 1px solid transparent;
  background: none;
  font: 650 1rem var(--head);
  padding: 5px 8px;
  border-radius: 3px 10px 3px 10px;
  text-overflow: ellipsis;
}
.name:hover,
.name:focus {
  border-color: var(--line-strong);
  background: var(--sheet);
}
.saved {
  color: var(--ink-soft);
  white-space: nowrap;
}
.saved.full,
.saved.failed {
  color: var(--red-lead);
  font-weight: 700;
}
.tool {
  padding: 4px 9px;
}
@media (max-width: 75rem) {
  .brand span {
    display: none;
  }
  .top {
    gap: 12px;
    padding: 6px 12px 0;
  }
  .ledge {
    padding: 5px 9px 6px;
  }
}
@media (max-width: 62.5rem) {
  .name {
    display: none;
  }
  .ledge {
    padding: 5px 6px 6px;
    font-size: 0.875rem;
  }
}
@media (max-width: 68.75rem) {
  .saved.saved {
    display: none;
  }
}
@media (max-width: 43.75rem) {
  .top {
    grid-template-columns: auto minmax(0, 1fr);
    gap: 4px;
    padding: 2px 8px;
    min-height: 48px;
  }
  .name {
    display: block;
    flex: 1 1 120px;
    text-align: left;
  }
  .saved.full,
  .saved.failed {
    display: inline;
  }
  .right .tool {
    min-width: 44px;
    min-height: 44px;
    justify-content: center;
  }
}
</style>
