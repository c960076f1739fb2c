<script setup lang="ts">
import { ElButton } from 'element-plus'
import WorkTop from '../components/WorkTop.vue'
import { computed } from 'vue'
import { USUAL_DOSE_G } from '../../core/build/newBuild'
import type { MixingHabits } from '../../core/build/types'
import { cupName } from '../../core/bench/benchSteps'
import { CAUTION_CLOSE, CAUTIONS } from '../../core/craft/materials/cautions'
import { onShelf } from '../../core/craft/materials/shelf'
import { shoppable, shoppingCsv } from '../../core/exchange/csv'
import { explainMix, explainWorking, workingWords } from '../../core/explain/explanations'
import FindingsList from '../components/FindingsList.vue'
import { explainPaste } from '../../core/explain/gelExplanations'
import { wayFor, bodyNeeds } from '../../core/craft/ways/catalog'
import How from '../components/How.vue'
import NumberField from '../components/NumberField.vue'
import DropList from '../components/DropList.vue'
import OneMix from '../components/OneMix.vue'
import RescueTint from '../components/RescueTint.vue'
import CupDrawing from '../drawings/CupDrawing.vue'
import { useRouter } from 'vue-router'
import { costToBuy } from '../../core/plan/4-amounts/shopping'
import { litCoats } from '../../core/plan/4-amounts/litCoats'
import { poursElsewhere } from '../../core/plan/4-amounts/ties'
import { dropsTold, isThinned, THINNED } from '../../core/craft/drops'
import { warmth } from '../../core/craft/warmth'
import { mixName } from '../../core/plan/6-steps/mixName'
import type { PlannedBatch } from '../../core/plan/4-amounts/types'
import { duration } from '../../core/words/durations'
import { mm, ml, grams, fine, number, money, said, amountOf } from '../words'
import { useSettingsStore } from '../stores/settings'
import { fileName } from '../../core/exchange/fileName'
import { saveFile } from '../saveFile'
import { useBuildStore } from '../stores/build'

const store = useBuildStore()
const settings = useSettingsStore()
const router = useRouter()
const priced = (value: number) => money(value, settings.currency)
const weighOut = (b: PlannedBatch) =>
  void router.push({
    name: 'weigh',
    params: { id: build.value.id, batch: cupName(b) }
  })
const build = computed(() => store.build!)
const plan = computed(() => store.plan)
/** More cups than this are not drawn. */
const MOST_CUPS = 48
const setHabits = (change: Partial<MixingHabits>) =>
  store.edit('Mixing', (b) => ({ ...b, mixing: { ...b.mixing, ...change } }), 'mixing')

const groups = computed(() =>
  (plan.value?.amounts.pools ?? []).map((amounts) => {
    const pool = store.pools.find((p) => p.id === amounts.pool)
    const resin = onShelf(store.shelf, 'resin', amounts.resin)
    const batches = plan.value!.amounts.batches.filter((b) => b.pool === amounts.pool)
    return {
      amounts,
      pool,
      resin,
      batches,
      elsewhere: poursElsewhere(plan.value!.amounts.mixes, amounts),
      workingMin: plan.value!.cures.workingMin[amounts.pool] ?? 0,
      largestG: Math.max(0, ...batches.map((b) => b.massG))
    }
  })
)
/** Castings, floods, bedding coats: what is mixed and is no pour. */
const others = computed(() => {
  const { otherCups, mixes } = plan.value?.amounts ?? { otherCups: [], mixes: [] }
  return mixes
    .filter((m) => otherCups.some((b) => b.mix === m.id))
    .map((m) => ({
      ...m,
      name: mixName(build.value, plan.value!.steps, m.id),
      resin: onShelf(store.shelf, 'resin', m.resin),
      batches: otherCups.filter((b) => b.mix === m.id),
      workingMin: plan.value!.cures.mixMin[m.id] ?? 0,
      heat:
        plan.value!.stacks.forms.find((f) => f.id === m.water && m.id.startsWith(`${f.id}/cast`))
          ?.part?.mould?.heat ?? null
    }))
})
const tintsOf = (drops: Record<string, number>) =>
  Object.entries(drops).map(([id, count]) => ({
    id,
    drops: count,
    name: store.shelf.get(id)?.name ?? id,
    colour: onShelf(store.shelf, 'tint', id)?.look.colour ?? '#888888'
  }))
const short = (name: string) => name.replace(' tint', '').toLowerCase()
const dropsWords = (
  exact: Record<string, number>,
  how: 'cup by cup' | 'all at once' = 'cup by cup'
) =>
  tintsOf(exact)
    .map((t) => said(dropsTold(short(t.name), t.drops, how)))
    .join(' and ')
/** Whether any cup on this page is counted with thinned tint. */
const thinned = computed(() => {
  const { batches, otherCups, pools } = plan.value?.amounts ?? {
    batches: [],
    otherCups: [],
    pools: []
  }
  const byCup = [
    ...otherCups,
    ...batches.filter((b) => store.pools.find((p) => p.id === b.pool)?.tinting === 'batch-by-batch')
  ].flatMap((b) => Object.values(b.dropsExact).map((n) => isThinned(n, 'cup by cup')))
  const atOnce = pools
    .filter((a) => store.pools.find((p) => p.id === a.pool)?.tinting === 'all-at-once')
    .flatMap((a) => a.tintAll.flatMap((t) => Object.values(t.exact)))
    .map((n) => isThinned(n, 'all at once'))
  return [...byCup, ...atOnce].some(Boolean)
})
const lights = computed(() =>
  build.value.waters.flatMap((w) =>
    w.kind === 'pool' && bodyNeeds(w.way).fill === 'light'
      ? [
          {
            pool: w,
            light: plan.value?.stacks.pools.find((s) => s.id === w.id)?.light,
            massG: plan.value?.amounts.bodyG[w.id] ?? 0,
            coats: litCoats(
              build.value,
              w,
              plan.value?.stacks.pools.find((s) => s.id === w.id),
              store.shelf
            )
          }
        ]
      : []
  )
)
const toBuy = computed(() => costToBuy(plan.value?.amounts.shopping ?? []))
const rescue = computed(() => {
  const g = groups.value.find((x) => x.batches.some((b) => Object.keys(b.drops).length > 0))
  const b = g?.batches.find((x) => Object.keys(x.drops).length > 0)
  return b
    ? {
        key: `${b.pool}-${b.massG}`,
        massG: b.massG,
        wanted: b.dosePer100G,
        cupHoldsG: b.cupHoldsG,
        drops: Object.values(b.drops).reduce((sum, d) => sum + d, 0)
      }
    : null
})
const saveShopping = () =>
  saveFile(
    fileName('Shopping', build.value.name, '.csv'),
    'text/csv',
    shoppingCsv(plan.value!.amounts.shopping, settings.csv, settings.currency)
  )
const white = computed(() => plan.value?.amounts.white)
const whiteWay = computed(() => wayFor('white', build.value.finish.white))
const dusty = computed(
  () =>
    white.value?.lines.some((l) => store.shelf.get(l.material)?.cautions.includes('dust')) ?? false
)
</script>

<template>
  <WorkTop drawings="cups" tray="Shopping and cups">
    <section
      v-for="{ amounts, pool, resin, batches, elsewhere: out, workingMin, largestG } in groups"
      :key="amounts.pool"
      class="panel pad group"
    >
      <header class="row">
        <h2>{{ pool?.name }}</h2>
        <span class="soft">{{ resin?.name ?? '' }}</span>
        <span class="grow"></span>
        <span
          ><b class="figure"
            ><How
              v-if="resin && !amounts.problem"
              :about="explainMix(amounts, resin, build, batches.length)"
              >{{ grams(amounts.totalG) }}</How
            ></b
          >
          for {{ ml(amounts.volumeMl) }}</span
        >
      </header>
      <p v-if="resin" class="ratio">
        The label says
        <b>{{ number(resin.partA) }} : {{ number(resin.partB) }} by {{ resin.basis }}</b
        >. On the scale that is <b>{{ amounts.massRatioA.toFixed(2) }} : 1 by mass</b>; in the cup
        {{ amounts.volumeRatioA.toFixed(2) }} : 1 by volume. Weigh by the grams below.
      </p>
      <div
        v-if="
          pool?.tinting === 'all-at-once' &&
          amounts.tintAll.some((t) => Object.keys(t.drops).length)
        "
        class="small"
        data-test="tint-all"
      >
        So that no seam shows, tint part A at once and weigh every cup from that:
        <span v-for="t in amounts.tintAll" :key="t.band" class="all"
          >{{
            t.pours[0] === t.pours[1]
              ? `pour ${t.pours[0]}`
              : `pours ${t.pours[0]} to ${t.pours[1]}`
          }}: {{ grams(t.aG) }} of A,
          <b>{{ dropsWords(t.exact, 'all at once') || 'clear' }}</b>.</span
        >
      </div>
      <p v-if="amounts.problem" class="fault" role="alert">
        Nothing can be mixed. {{ said(amounts.problem) }} Give a larger cup under “Your bench”.
      </p>
      <div class="grid">
        <article
          v-for="(b, i) in batches.slice(0, MOST_CUPS)"
          :key="i"
          class="cup"
          :data-batch="cupName(b)"
        >
          <h3>
            Pour {{ b.pour
            }}<template v-if="b.cups > 1">, cup {{ b.cup }} of {{ b.cups }}</template> {{ ' '
            }}<span class="soft">{{ grams(b.massG) }}</span>
          </h3>
          <CupDrawing :batch="b" :tints="tintsOf(b.drops)" />
          <DropList v-if="pool?.tinting === 'batch-by-batch'" :exact="b.dropsExact" />
          <p class="small soft">
            Stir {{ duration(resin?.stirMin ?? 0) }}, scraping;
            {{ resin?.standMin ? `let it stand ${duration(resin.standMin)};` : '' }} poured within
            <How
              v-if="resin"
              :about="explainWorking(resin, build.room.tempC, largestG, workingMin)"
              >{{ workingWords(workingMin) }}</How
            >
          </p>
          <ElButton class="tool weigh" :data-weigh="cupName(b)" @click="weighOut(b)">
            Weigh it out
          </ElButton>
        </article>
      </div>
      <p v-if="out.length" class="small">
        {{ out.length === 1 ? 'Pour' : 'Pours' }} {{ out.join(', ') }}: out of the mix for another,
        below.
      </p>
      <p v-if="batches.length > MOST_CUPS">
        And {{ batches.length - MOST_CUPS }} cups more, all in the exported plan: a larger cup would
        make fewer.
      </p>
    </section>
    <section v-for="l in lights" :key="l.pool.id" class="panel pad group">
      <header class="row">
        <h2>{{ l.pool.name }}</h2>
        <span class="soft"
          >{{ store.shelf.get(l.pool.light.resin)?.name ?? '' }}, from the bottle</span
        ><span class="grow"></span><b class="figure">{{ grams(l.massG) }}</b>
      </header>
      <p v-if="l.light">
        {{ l.light.coats }} {{ l.light.coats === 1 ? 'coat' : 'coats' }} of
        {{ mm(l.light.coatMm) }}, {{ l.light.spots }} spots each,
        {{ l.light.secondsPerCoat ?? '–' }} s a spot, in bursts over about
        {{ duration(Math.ceil(l.light.spreadMin)) }} a coat.
      </p>
      <ol class="coats" data-test="lit-coats">
        <li v-for="(c, i) in l.coats" :key="i">
          {{ grams(c.massG) }}, {{ dropsWords(c.exact) || 'clear' }}
        </li>
      </ol>
    </section>
    <section
      v-for="m in others"
      :key="m.id"
      class="panel pad group"
      data-test="mix-others"
      :data-mix="m.id"
    >
      <header class="row">
        <h2>{{ m.name }}</h2>
        <span class="soft">{{ m.resin?.name ?? '' }}</span>
        <span class="grow"></span>
        <span
          ><b class="figure">{{ grams(m.aG + m.bG) }}</b> for {{ ml(m.volumeMl) }}</span
        >
      </header>
      <p v-if="m.heat" class="small" data-test="cast-heat">
        In its mould it warms to
        <b>{{ said(warmth(m.heat.peakLoC, m.heat.peakHiC)) }}</b><template v-if="m.heat.pours > 1"
          >, cast in {{ m.heat.pours }} pours, each as soon as the one before is firm</template
        >.
      </p>
      <div class="grid">
        <article v-for="b in m.batches" :key="b.cup" class="cup" :data-batch="cupName(b)">
          <h3>
            {{ b.cups > 1 ? `Cup ${b.cup} of ${b.cups}` : 'One cup' }} {{ ' '
            }}<span class="soft">{{ grams(b.massG) }}</span>
          </h3>
          <CupDrawing :batch="b" :tints="tintsOf(b.drops)" />
          <DropList :exact="b.dropsExact" />
          <p class="small soft">
            Stir {{ duration(m.resin?.stirMin ?? 0) }}, scraping;
            {{ m.resin?.standMin ? `let it stand ${duration(m.resin.standMin)};` : '' }} used within
            {{ workingWords(m.workingMin) }}
          </p>
          <ElButton class="tool weigh" :data-weigh="cupName(b)" @click="weighOut(b)">
            Weigh it out
          </ElButton>
        </article>
      </div>
    </section>
    <p v-if="thinned" class="small soft" data-test="thinned">{{ said(THINNED) }}</p>
    <OneMix v-if="plan" :plan="plan" />
    <section v-if="white?.lines.length" class="panel pad group" data-test="mix-white">
      <header class="row">
        <h2>White water</h2>
        <span class="soft"
          >{{ whiteWay?.name.toLowerCase() }}, when the plan says: it does not keep</span
        ><span class="grow"></span
        ><b class="figure"
          ><How :about="explainPaste(white)">{{ ml(white.volumeMl) }}</How></b
        >
      </header>
      <p v-if="white.problem" class="fault">
        {{ white.problem }}
      </p>
      <p v-else class="ratio">
        <template v-for="(l, i) in white.lines" :key="l.material"
          >{{ i > 0 ? ' + ' : '' }}<b>{{ fine(l.massG, 'g') }}</b>
          {{ l.name.toLowerCase() }}</template
        ><template v-if="white.standsMm !== null"
          >; stands {{ mm(white.standsMm) }} by itself</template
        >.
      </p>
      <p v-if="dusty" class="small soft">
        {{ CAUTIONS.dust }}
      </p>
    </section>
    <p v-if="!groups.length && !lights.length" class="panel pad">
      Nothing to mix yet: a pool with water in it comes first.
    </p>
    <template #tray>
      <FindingsList :findings="plan?.findings ?? []" place="mix" show="loud" />
      <section class="panel pad stack">
        <div class="row">
          <h2 class="grow">Shopping list</h2>
          <ElButton class="tool" @click="saveShopping">CSV</ElButton>
        </div>
        <table class="plain" data-test="shopping">
          <tbody>
            <tr
              v-for="(l, i) in plan?.amounts.shopping ?? []"
              :key="i"
              :class="{ have: l.missing === 0 }"
            >
              <td>
                {{ l.name
                }}<span v-if="l.also" class="small soft also">{{ said(l.also ?? '') }}</span>
              </td>
              <td class="num">
                <b>{{ amountOf(l.unit, shoppable(l)) }}</b><span class="small soft also whole">{{
                  l.missing === 0
                    ? 'on the shelf'
                    : l.packs !== null
                      ? `${l.packs} × ${amountOf(l.unit, l.packAmount ?? 0)}`
                      : ''
                }}</span>
              </td>
              <td class="num">{{ l.cost ? priced(l.cost) : '' }}</td>
            </tr>
          </tbody>
          <tfoot>
            <tr>
              <td><b>To buy, in whole packs</b></td>
              <td></td>
              <td class="num">
                <b>{{ priced(toBuy) }}</b>
              </td>
            </tr>
          </tfoot>
        </table>
        <p class="small soft">
          Prices are made up until you give yours on Shelf; what you have is taken off there.
        </p>
      </section>
      <RescueTint
        v-if="rescue"
        :key="rescue.key"
        :mass-g="rescue.massG"
        :wanted="rescue.wanted"
        :drops="rescue.drops"
        :cup-holds-g="rescue.cupHoldsG"
      />
      <section class="panel pad stack">
        <h2>Your bench</h2>
        <div class="grid2">
          <NumberField
            label="Largest cup"
            unit="ml"
            :model-value="build.mixing.cupMl"
            :min="1"
            :max="100000"
            :step="10"
            @update:model-value="setHabits({ cupMl: $event! })"
          />
          <NumberField
            label="Stays in a cup"
            unit="g"
            :model-value="build.mixing.cupG"
            :min="0"
            :max="500"
            @update:model-value="setHabits({ cupG: $event! })"
          />
          <NumberField
            label="Drops are counted for"
            unit="g"
            :model-value="build.mixing.doseG ?? USUAL_DOSE_G"
            :min="1"
            :max="10000"
            :step="10"
            @update:model-value="setHabits({ doseG: $event! })"
          />
          <NumberField
            label="Waste"
            unit="%"
            :model-value="build.mixing.wastePct"
            :min="0"
            :max="200"
            @update:model-value="setHabits({ wastePct: $event! })"
          />
          <NumberField
            label="One step of the scale"
            unit="g"
            :model-value="build.mixing.readabilityG"
            :min="0.0001"
            :max="100"
            :step="0.1"
            @update:model-value="setHabits({ readabilityG: $event! })"
          />
        </div>
        <p class="small soft">
          Mix = volume × density × (1 + waste) + what stays in the cups. Drops: 20 to the millilitre
          until you have counted your bottle.
        </p>
      </section>
      <section class="panel pad stack caution">
        <h3>Before the lid comes off</h3>
        <p class="small">{{ CAUTIONS.resin }}</p>
        <p class="small">{{ CAUTIONS.heat }}</p>
        <p class="small">{{ CAUTIONS.torch }}</p>
        <p class="small">
          <b>{{ CAUTION_CLOSE }}</b>
        </p>
      </section>
      <FindingsList :findings="plan?.findings ?? []" place="mix" show="notes" />
    </template>
  </WorkTop>
</template>

<style scoped>
:deep(.cups) {
  overflow: auto;
  padding: 2px;
}
.coats {
  margin: 0;
  padding-left: 22px;
}
.group {
  display: grid;
  gap: 8px;
}
.ratio {
  background: var(--sunk);
  padding: 6px 12px;
  border-radius: 3px 10px 3px 10px;
  font-size: 0.875rem;
}
.grid {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(218px, 1fr));
  gap: 12px 18px;
}
.cup {
  display: grid;
  gap: 5px;
  align-content: start;
  border-top: 2px solid var(--line);
  padding-top: 8px;
}
.also.whole {
  white-space: nowrap;
}
.also {
  display: block;
  white-space: normal;
}
.all {
  display: block;
}
.have td {
  color: var(--ink-soft);
}
.weigh {
  justify-self: start;
}
.caution {
  border-color: var(--brass);
}
</style>
