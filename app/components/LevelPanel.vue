<script setup lang="ts">
import { ElButton } from 'element-plus'
import { computed } from 'vue'
import { levelLine } from '../../core/bench/scaleLine'
import type { Plan } from '../../core/plan/derivePlan'
import { mm } from '../words'
import { useBuildStore } from '../stores/build'
import DeviceButton from './DeviceButton.vue'
import NumberField from './NumberField.vue'

/** Whether the base is level, and what is put under it where it is not. */
const props = defineProps<{ plan: Plan }>()
const store = useBuildStore()
const tilt = computed(() => store.build!.outOfLevel)
const shims = computed(() => props.plan.ground.shims)
const setTilt = (change: { xDeg?: number; yDeg?: number }, group = 'tilt') =>
  store.edit('Out of level', (b) => ({ ...b, outOfLevel: { ...b.outOfLevel, ...change } }), group)
</script>

<template>
  <section class="panel pad stack" data-test="level">
    <h2>Is the base level?</h2>
    <div class="grid2">
      <NumberField
        label="Along, right end up"
        unit="°"
        :model-value="tilt.xDeg"
        :min="-45"
        :max="45"
        :step="0.05"
        @update:model-value="setTilt({ xDeg: $event! })"
      />
      <NumberField
        label="Across, back up"
        unit="°"
        :model-value="tilt.yDeg"
        :min="-45"
        :max="45"
        :step="0.05"
        @update:model-value="setTilt({ yDeg: $event! })"
      />
    </div>
    <div class="row">
      <DeviceButton
        device="level"
        label="Read the digital level"
        :parse="levelLine"
        @reading="setTilt($event, '')"
      /><ElButton
        v-if="tilt.xDeg || tilt.yDeg"
        class="tool"
        @click="setTilt({ xDeg: 0, yDeg: 0 }, '')"
      >
        Shimmed: level now
      </ElButton>
    </div>
    <p v-if="shims?.x || shims?.y" data-test="shims">
      It pours a wedge. Put
      <template v-if="shims.x"
        ><b>{{ mm(shims.x.shimMm) }}</b> under the {{ shims.x.end }} edge</template
      ><template v-if="shims.x && shims.y"> and </template
      ><template v-if="shims.y"
        ><b>{{ mm(shims.y.shimMm) }}</b> under the {{ shims.y.end }} edge</template
      >. Until then volumes and layers count the wedge in.
    </p>
    <p v-else class="small soft">Level enough.</p>
  </section>
</template>
