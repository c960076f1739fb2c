<script setup lang="ts">
import { useLocalStorage } from '@vueuse/core'
import { ElButton, ElTour, ElTourStep } from 'element-plus'
import 'element-plus/theme-chalk/el-tour.css'
import { computed, ref } from 'vue'
import { usePhone } from '../screens'

/** Five stops, the first time a build is opened: they point at the real things, and any of them ends it. */
const phone = usePhone()
const walked = useLocalStorage('tall-spindle:walked', false)
const at = ref(0)
const open = computed({
  get: () => !walked.value,
  set: (on: boolean) => (walked.value = !on)
})
interface Stop {
  target: string
  title: string
  says: string
  beside?: 'left'
}
const WIDE: Stop[] = [
  {
    target: 'nav[aria-label="The order of the work"]',
    title: 'The order of the work',
    says: 'From bare ground down to the last print. Walk it in this order, and back at any time.'
  },
  {
    target: '.drawing-frame',
    title: 'What you draw is what is reckoned with',
    says: 'Drag a point, a dip, a level: amounts and days follow at once. The wheel brings it nearer.'
  },
  {
    target: '.tray',
    beside: 'left',
    title: 'What is known, and what to look at',
    says: 'Figures beside the drawing. One underlined in dots says where it comes from. Warnings come with a way out.'
  },
  {
    target: '[data-test="waterline"]',
    title: 'The plan in a line',
    says: 'How much each water takes, and when all is done. It follows every change.'
  },
  {
    target: '[data-test="open-find"]',
    title: 'Straight there',
    says: 'Ctrl K finds any view, step, bottle or trouble. At the bench, lean a phone on the paint pot: Builds shows how it gets there.'
  }
]
const NARROW: Stop[] = [
  {
    target: '.drawing-frame',
    title: 'The build, to look at',
    says: 'Two fingers bring a drawing nearer, its corner opens it to the whole screen.'
  },
  {
    target: '[data-test="waterline"]',
    title: 'The plan in a line',
    says: 'When all is done, by your own free hours.'
  },
  {
    target: '.foot a[href$="/mix"]',
    title: 'Mix',
    says: 'Every cup: grams, drops, how long to stir, how long it can be used. Scale weighs it out with you.'
  },
  {
    target: '.foot a[href$="/bench"]',
    title: 'Bench',
    says: 'One step fills the screen, readable over the gloves. Any tap says begun, the next says done.'
  },
  {
    target: '[data-test="more"]',
    title: 'And the rest',
    says: 'Ground, Water, Build-up, Shelf, Prints, finding and settings.'
  }
]
const stops = computed(() => (phone.value ? NARROW : WIDE))
</script>

<template>
  <ElTour
    v-model="open"
    v-model:current="at"
    class="walk"
    :mask="{ color: 'rgb(16 25 26 / 45%)' }"
    :gap="{ offset: 4, radius: 6 }"
    :scroll-into-view-options="{ block: 'nearest' }"
    :z-index="1800"
  >
    <ElTourStep
      v-for="(s, i) in stops"
      :key="s.title"
      :target="s.target"
      :title="s.title"
      :placement="s.beside ?? 'bottom'"
      :prev-button-props="{ children: 'Back', type: 'default' }"
      :next-button-props="{
        children: i === stops.length - 1 ? 'To work' : 'Next',
        type: 'default'
      }"
    >
      {{ s.says }}
    </ElTourStep>
    <template #indicators="{ current, total }">
      <span class="small soft">{{ current + 1 }} of {{ total }}</span>
      <ElButton
        v-if="current + 1 < total"
        class="skip small"
        data-test="skip-walk"
        @click="open = false"
        >Skip the walk</ElButton
      >
    </template>
  </ElTour>
</template>

<style scoped>
.skip {
  border: 0;
  background: none;
  padding: 0 8px;
  min-height: 32px;
  text-decoration: underline;
  cursor: pointer;
}
</style>
