<script setup lang="ts">
import { ElProgress } from 'element-plus'

/** How far something has come: a share of 0 to 1, said as per cent. */
defineProps<{ share: number; label: string }>()
</script>

<template>
  <ElProgress
    class="share"
    :percentage="Math.round(1000 * Math.max(0, Math.min(1, share))) / 10"
    :show-text="false"
    :aria-label="label"
  />
</template>

<style>
.share .el-progress-bar__outer {
  overflow: hidden;
  background: var(--line);
  border-radius: 1px 4px 1px 4px;
}
.share .el-progress-bar__inner {
  height: 100%;
  background: var(--water);
}
</style>
