<script setup lang="ts">
import { ElButton } from 'element-plus'
import { RouterLink } from 'vue-router'
import { computed, shallowRef } from 'vue'
import type { Standing } from '../../core/plan/round/days'
import type { RoundPart } from '../../core/plan/round/types'
import { useBuildStore } from '../stores/build'
import { said } from '../words'
import RoundPane from './RoundPane.vue'

/** The model in the round beside a drawing: it follows the plan, and what is pressed is chosen. */
const { standing = null, instead = false } = defineProps<{
  standing?: Standing | null
  /** It stands in the place of the drawing: there was no room for both. */
  instead?: boolean
}>()
const emit = defineEmits<{ away: [] }>()
const store = useBuildStore()
const build = computed(() => store.build!)
const picked = shallowRef<RoundPart | null>(null)
function pick(part: RoundPart | null): void {
  picked.value = part
  if (part && build.value.waters.some((w) => w.id === part.water)) store.selected = part.water!
}
</script>

<template>
  <div class="here" data-test="round-here">
    <RoundPane
      v-if="store.plan"
      :build="build"
      :plan="store.plan"
      :standing="standing"
      @pick="(part) => pick(part)"
    >
      <p v-if="picked" class="told small" role="status">
        <b>{{ picked.name }}</b> {{ said(picked.says) }}
      </p>
      <div class="ways">
        <RouterLink
          class="small"
          :to="{ name: 'round', params: { id: build.id } }"
          data-test="round-page"
          >Day, light and eye</RouterLink
        >
        <ElButton class="tool" data-test="round-away" @click="emit('away')">{{
          instead ? 'Back to the drawing' : 'Drawing alone'
        }}</ElButton>
      </div>
      <slot />
    </RoundPane>
  </div>
</template>

<style scoped>
.here {
  position: relative;
  flex: 1;
  display: flex;
  min-width: 0;
}
.told {
  position: absolute;
  left: 10px;
  bottom: 10px;
  max-width: 70%;
  margin: 0;
  padding: 5px 10px;
  background: color-mix(in srgb, var(--sheet) 92%, transparent);
  border-radius: 3px 10px 3px 10px;
}
.ways {
  position: absolute;
  right: 8px;
  top: 8px;
  display: flex;
  gap: 10px;
  align-items: center;
}
.ways a {
  padding: 4px 8px;
  background: color-mix(in srgb, var(--sheet) 85%, transparent);
  border-radius: 3px 9px 3px 9px;
}
</style>
