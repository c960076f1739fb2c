<script setup lang="ts">
import { computed } from 'vue'
import { mm } from '../words'
import { ElDialog } from 'element-plus'
import { openOf } from '../panels'

const open = openOf('keys')
const keys = computed((): [string, string][] => [
  ['Ctrl K', 'Find any view, water, step, bottle, trouble, build or setting (on a Mac ⌘ K)'],
  ['Ctrl Z', 'Undo (on a Mac ⌘ Z)'],
  ['Ctrl Shift Z or Ctrl Y', 'Redo'],
  ['Alt 1 … Alt 9, Alt 0', 'Builds, Ground, Water, Build-up, Mix, Days, Bench, Log, Shelf, Prints'],
  ['Any key', 'On Bench: begin, then done (a foot pedal sends some key too)'],
  ['← →, Y, N', 'On Bench: the step before and after; ready, not yet'],
  ['Space, Enter, T', 'At the scale: jug, next, tare'],
  ['M  O  D  E  X', 'On Ground: move, outline point, dip, edge, remove'],
  ['L', 'On Ground: draw the outline afresh; Enter closes it, Esc drops it'],
  [
    'Arrows',
    `Move the point, rock, lip, crest or landing in hand by ${mm(1)}, with Shift by ${mm(5)}; the level by ${mm(0.5)}`
  ],
  ['Delete', 'Remove the point in hand'],
  ['Page up, Page down', `The level by ${mm(2)}`],
  ['Shift while dragging', 'The level in tenths'],
  ['+  −  0', 'A drawing nearer, farther, as a whole; arrows move it while it is near'],
  ['S', 'On Bench with the voice on: say it again'],
  ['?', 'This list']
])
/** Keys are told apart from what stands between them. */
const BETWEEN = /( {2}|, | or | … )/
</script>

<template>
  <ElDialog v-model="open" title="Keys" width="560px" append-to="#sheets">
    <table class="plain">
      <tbody>
        <tr v-for="[key, what] in keys" :key="key">
          <td>
            <template v-for="(part, i) in key.split(BETWEEN)" :key="i"
              ><kbd v-if="i % 2 === 0">{{ part }}</kbd
              ><template v-else>{{ part }}</template></template
            >
          </td>
          <td>{{ what }}</td>
        </tr>
      </tbody>
    </table>
  </ElDialog>
</template>

<style scoped>
kbd {
  white-space: nowrap;
  display: inline-block;
  margin: 1px 0;
}
</style>
