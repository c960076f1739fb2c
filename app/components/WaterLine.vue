<script setup lang="ts">
import { ElButton } from 'element-plus'
import { counted } from '../../core/words/sentence'
import { bodyNeeds } from '../../core/craft/ways/catalog'
import { computed } from 'vue'
import { useRouter } from 'vue-router'
import type { Pool } from '../../core/build/types'
import { mm, ml, grams, cm2 } from '../words'
import { day, dayAndClock } from '../../core/words/dates'
import { useBuildStore } from '../stores/build'
import { usePutAway } from '../stores/putAway'

/** The figures that matter, under every drawing, moving with every edit. */
const store = useBuildStore()
const putAway = usePutAway()
const router = useRouter()
const plan = computed(() => store.plan)
const items = computed(() => {
  const build = store.build
  const p = plan.value
  if (!build || !p) return []
  return build.waters.map((water) => {
    if (water.kind === 'fall') {
      const form = p.forms.falls.find((f) => f.id === water.id)
      const strips = p.stacks.forms.find((s) => s.id === water.id)?.part?.shape === 'strips'
      const made = strips
        ? `${counted(form?.stripsToMake ?? 0, 'strip')} of ${mm(form?.stripMm ?? 0)}`
        : `drops ${mm(form?.dropMm ?? 0)}`
      return { id: water.id, name: water.name, text: form?.strips ? made : 'no lip yet' }
    }
    if (water.kind === 'reach') {
      const form = p.forms.reaches.find((r) => r.id === water.id)
      return {
        id: water.id,
        name: water.name,
        text:
          form && form.stations.length
            ? `${form.jumps.length === 1 ? '1 jump' : `${form.jumps.length} jumps`} · ${whiteOf(water.id)} white`
            : 'no bed yet'
      }
    }
    if (water.kind === 'sea') {
      const form = p.forms.seas.find((s) => s.id === water.id)
      return {
        id: water.id,
        name: water.name,
        text:
          form && !form.faults.length
            ? `${form.breaks ? form.breaks.kind : 'swell'} · ${mm(form.breakerMm)} high`
            : 'no water for it'
      }
    }
    if (water.kind === 'splash') {
      const form = p.forms.splashes.find((s) => s.id === water.id)
      return { id: water.id, name: water.name, text: form ? `${mm(form.heightMm)} high` : '' }
    }
    const ground = p.ground.pools.find((g) => g.id === water.id)
    const mass = p.amounts.pools.find((a) => a.pool === water.id)
    const pours = p.stacks.pools.find((s) => s.id === water.id)?.layers.length ?? 0
    if (!ground?.measured) return { id: water.id, name: water.name, text: 'not measured' }
    if (!bodyNeeds(water.way).fill)
      return { id: water.id, name: water.name, text: `${cm2(ground.areaMm2)} · ${laid(water, 0)}` }
    const massG: number | undefined = p.amounts.bodyG[water.id]
    const mixed = massG === undefined ? 'not poured' : grams(massG)
    const copies = store.build!.copies > 1 ? ` for ${store.build!.copies}` : ''
    return {
      id: water.id,
      name: water.name,
      text: `${ml(ground.volumeMl)} · ${laid(water, pours)} · ${mass?.problem ? 'cannot be mixed' : mixed}${copies}`
    }
  })
})
const whiteOf = (id: string) =>
  `${Math.round(plan.value?.forms.white.waters.find((w) => w.water === id)?.sharePct ?? 0)} %`
/** In what the water is laid, by its way. */
function laid(water: Pool, pours: number): string {
  const { fill, tissue } = bodyNeeds(water.way)
  if (tissue) return counted(water.skin.layers, 'layer of tissue', 'layers of tissue')
  if (!fill) return counted(water.gloss.coats, 'coat')
  return counted(pours, fill === 'light' ? 'coat' : 'pour')
}
const seen = computed(() =>
  (plan.value?.findings ?? []).filter((f) => !putAway.isAway(store.build!.id, f))
)
const counts = computed(() => ({
  stops: seen.value.filter((f) => f.severity === 'stop').length,
  warns: seen.value.filter((f) => f.severity === 'warn').length
}))
/** How many really stop something, and how many are only to be looked at. */
const said = computed(() => {
  const { stops, warns } = counts.value
  const stopping = stops === 1 ? '1 stops the plan' : `${stops} stop the plan`
  if (stops === 0) return `none stops it, ${warns} to look at`
  return warns === 0 ? stopping : `${stopping}, ${warns} to look at`
})
function openFirst(): void {
  const [first] = seen.value
  if (!first) return
  if (first.water) store.selected = first.water
  void router.push({ name: first.place, params: { id: store.build?.id } })
}
/** The finish is sure only on a later day than the one planned. */
const surelyLater = computed(() => {
  const { finishMs, sureMs, zone } = plan.value!.days
  return finishMs !== null && sureMs !== null && day(sureMs, zone) !== day(finishMs, zone)
})
</script>

<template>
  <footer
    v-if="plan"
    class="line"
    aria-label="The plan in figures"
    data-test="waterline"
    :data-settled="!store.planning"
  >
    <div class="waters">
      <ElButton
        v-for="item in items.slice(0, 6)"
        :key="item.id"
        v-memo="[item.name, item.text, store.water?.id === item.id]"
        class="item"
        :class="{ on: store.water?.id === item.id }"
        @click="store.selected = item.id"
      >
        <span class="small">{{ item.name }}</span><b>{{ item.text }}</b>
      </ElButton>
      <span v-if="items.length > 6" class="item"
        ><span class="small">and</span><b>{{ items.length - 6 }} more</b></span
      >
    </div>
    <ElButton
      v-if="counts.stops + counts.warns"
      class="item found"
      :class="{ stop: counts.stops }"
      @click="openFirst"
    >
      <span class="small">Findings</span><b>{{ said }}</b>
    </ElButton>
    <span class="item finish"
      ><span class="small">{{
        counts.stops && plan.days.finishMs
          ? 'Finished, but for what is stopped'
          : surelyLater
            ? `Finished, surely ${day(plan.days.sureMs!, plan.days.zone)}`
            : 'Finished'
      }}</span
      ><b data-test="finish">{{
        plan.days.finishMs ? dayAndClock(plan.days.finishMs, plan.days.zone) : 'no date yet'
      }}</b></span
    >
  </footer>
</template>

<style scoped>
.line {
  display: flex;
  align-items: stretch;
  gap: 2px;
  background: var(--strip);
  color: var(--on-strip);
  padding: 0 12px;
  min-height: 3.125rem;
  overflow: hidden;
}
/* what does not fit goes whole, not in pieces: findings and date always stand */
.waters {
  flex: 1;
  min-width: 0;
  display: flex;
  flex-wrap: wrap;
  gap: 2px;
  height: 3.125rem;
  overflow: hidden;
}
.waters .item {
  height: 3.125rem;
}
.item {
  display: grid;
  align-content: center;
  padding: 3px 12px;
  border: 0;
  background: none;
  color: inherit;
  text-align: left;
  white-space: nowrap;
  line-height: 1.25;
}
button.item {
  cursor: pointer;
}
button.item:hover {
  background: rgb(255 255 255 / 10%);
}
.item.on {
  box-shadow: inset 0 4px 0 var(--water);
}
.found b {
  text-decoration: underline;
}
.found.stop {
  background: var(--red-lead);
  color: var(--sheet);
}
.finish {
  border-left: 1px solid rgb(255 255 255 / 30%);
  font-family: var(--head);
}
b {
  font-weight: 650;
}
@media (max-width: 68.75rem) {
  .item {
    padding: 3px 7px;
    font-size: 0.8438rem;
  }
}
@media (max-width: 43.75rem) {
  .line {
    min-height: 2.75rem;
    padding: 0 4px;
  }
  .waters {
    display: none;
  }
  .found,
  .finish {
    flex: 1 1 auto;
    min-width: 0;
    white-space: normal;
  }
  .finish {
    border-left: 0;
  }
}
</style>
