<script setup lang="ts">
import { ElDialog } from 'element-plus'
import qrcode from 'qrcode-generator'
import { computed, onMounted, ref } from 'vue'

/** How the app comes on to the phone: its address in the house network, as a square to be read. */
const open = defineModel<boolean>({ required: true })
const addresses = ref<string[] | null>(null)
onMounted(async () => {
  try {
    addresses.value = (await (await fetch('/addresses.json')).json()) as string[]
  } catch {
    addresses.value = []
  }
})

/** White border that a reader needs, in squares: ISO/IEC 18004, four on each side. */
const QUIET = 4
/** The square of an address: its side with the border, and its dark squares as one path. */
function squareOf(address: string): { side: number; dark: string } {
  const code = qrcode(0, 'M')
  code.addData(address)
  code.make()
  const count = code.getModuleCount()
  const all = Array.from({ length: count ** 2 }, (_, i) => [Math.floor(i / count), i % count])
  return {
    side: count + 2 * QUIET,
    dark: all
      .filter(([row, col]) => code.isDark(row, col))
      .map(([row, col]) => `M${col + QUIET} ${row + QUIET}h1v1h-1z`)
      .join('')
  }
}
const squares = computed(() => (addresses.value ?? []).map((a) => ({ address: a, ...squareOf(a) })))
</script>

<template>
  <ElDialog v-model="open" title="On the phone" width="520px" append-to="#sheets">
    <div class="stack">
      <template v-if="squares.length">
        <figure v-for="s in squares" :key="s.address" data-test="qr">
          <svg
            :viewBox="`0 0 ${s.side} ${s.side}`"
            role="img"
            :aria-label="`Square of ${s.address}`"
          >
            <rect width="100%" height="100%" fill="#fff" />
            <path :d="s.dark" fill="#000" shape-rendering="crispEdges" />
          </svg>
          <figcaption>
            Hold the phone’s camera over it, or type <b>{{ s.address }}</b>
          </figcaption>
        </figure>
        <p>
          Both must be in the same network. Anybody in it can open the app there; nobody sees the
          builds of this browser.
        </p>
      </template>
      <p v-else-if="addresses" data-test="not-served">
        Only this computer can reach the app now. Start it with
        <code>npm run demo -- --host</code> and open this again: the address for the phone stands
        here then.
      </p>
      <p class="small soft">
        A phone keeps builds of its own. Export a build here, send yourself the file, and bring it
        in there with Import. Without https a browser does not keep the screen awake and sends no
        notice; clocks and all else work.
      </p>
    </div>
  </ElDialog>
</template>

<style scoped>
figure {
  margin: 0;
  display: grid;
  justify-items: center;
  gap: 8px;
}
figure svg {
  width: min(100%, 260px);
  border: 1px solid var(--line-strong);
}
</style>
