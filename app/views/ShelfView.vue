<script setup lang="ts">
import { namer } from '../../core/build/carry'
import { glanceOf } from '../../core/craft/materials/labels'
import ChoiceField from '../components/ChoiceField.vue'
import { v4 as newId } from 'uuid'
import { ElButton } from 'element-plus'
import LeafTabs from '../components/LeafTabs.vue'
import WorkTable from '../components/WorkTable.vue'
import WorkTop from '../components/WorkTop.vue'
import { klona } from 'klona/lite'
import { computed, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import {
  HARM,
  otherOf,
  pairOf,
  PAIRS,
  THINGS,
  type Outcome,
  type ThingId
} from '../../core/craft/materials/pairs'
import { onShelf } from '../../core/craft/materials/shelf'
import type { Material } from '../../core/craft/materials/types'
import { unitOf } from '../../core/craft/materials/units'
import BottleForm from '../components/BottleForm.vue'
import ChipsFit from '../components/ChipsFit.vue'
import FindingsList from '../components/FindingsList.vue'
import StockField from '../components/StockField.vue'
import { usePhone } from '../screens'
import { number, money, said, amountOf } from '../words'
import { useBuildStore } from '../stores/build'
import { useSettingsStore } from '../stores/settings'
import { useShelfStore } from '../stores/shelf'

const store = useBuildStore()
const shelf = useShelfStore()
const settings = useSettingsStore()
type Leaf = 'bottles' | 'stock' | 'chips' | 'release'
const leaf = ref<Leaf>('bottles')
const LEAVES: { id: Leaf; name: string }[] = [
  { id: 'bottles', name: 'Bottles' },
  { id: 'stock', name: 'Stock and prices' },
  { id: 'chips', name: 'Test chips' },
  { id: 'release', name: 'Sticks, spoils, solves' }
]
const KIND_NAMES: Record<Material['kind'], string> = {
  resin: 'Two-part resins',
  'light-resin': 'Resins for light',
  lamp: 'Lamps',
  tint: 'Tints',
  gel: 'Gels',
  film: 'Films and sheets',
  filler: 'Fillers',
  lacquer: 'Lacquers',
  landform: 'Landforms',
  shell: 'Shells',
  sealer: 'Sealers',
  dam: 'Dams',
  sundry: 'Sundries'
}
const lines = computed(() => store.plan?.amounts.shopping ?? [])
const needed = (id: string) => lines.value.find((l) => l.material === id)
const all = computed(() => [...shelf.shelfFor(store.build?.bottles).values()])
const groups = computed(() =>
  (Object.keys(KIND_NAMES) as Material['kind'][]).map((kind) => ({
    kind,
    name: KIND_NAMES[kind],
    items: all.value
      .filter((m) => m.kind === kind)
      .sort((a, b) => Number(needed(b.id) !== undefined) - Number(needed(a.id) !== undefined))
  }))
)
/** A line of the stock, or the name of the kind that the next lines are of. */
type StockRow = { id: string; name: string; m: Material | null }
const stock = computed<StockRow[]>(() =>
  groups.value.flatMap((g) => [
    { id: `kind:${g.kind}`, name: g.name, m: null },
    ...g.items.map((m) => ({ id: m.id, name: m.name, m }))
  ])
)
const phone = usePhone()
const HELD = [
  { id: 'have', label: 'on the shelf', width: 98 },
  { id: 'pack', label: 'a pack holds', width: 98 },
  { id: 'price', label: 'and costs', width: 92 }
] as const
const STOCK = [
  { id: 'material', label: 'Material', least: 150 },
  { id: 'need', label: 'this build needs', align: 'right', width: 104 },
  ...HELD,
  { id: 'buy', label: 'to buy', align: 'right', width: 92 }
] as const
function needs(m: Material): string {
  const need = needed(m.id)
  return need ? amountOf(unitOf(m), need.amount) : '–'
}
function toBuy(m: Material): string {
  const need = needed(m.id)
  if (!need) return ''
  return need.packs ? `${need.packs} × ${money(m.pack!.price, settings.currency)}` : 'enough'
}
const chosen = ref('')
const route = useRoute()
/** A bottle that was asked for elsewhere stands in the hand. */
watch(
  () => route.query.bottle,
  (id) => {
    if (typeof id !== 'string') return
    chosen.value = id
    leaf.value = 'bottles'
  },
  { immediate: true }
)
const bottle = computed(() => shelf.own.find((m) => m.id === chosen.value && m.own) ?? null)
const kindShown = computed(() => all.value.find((m) => m.id === chosen.value) ?? null)

/** A bottle of the builder's own starts as the kind it is most like. */
async function own(like: Material): Promise<void> {
  const copy: Material = {
    ...klona(like),
    id: `own-${like.kind}-${newId().slice(0, 8)}`,
    name: `My ${like.name.charAt(0).toLowerCase()}${like.name.slice(1)}`.slice(0, 120),
    own: true,
    stock: 0
  }
  if (await shelf.keep(copy, 'New bottle')) chosen.value = copy.id
}
const used = (id: string) => store.build !== null && namer(store.build)(id)
const things = Object.keys(THINGS) as ThingId[]
const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1)
const held = things.map((id) => ({ id, name: capital(THINGS[id].name) }))
const inHand = ref<[ThingId, ThingId]>(['gel', 'acetate'])
const told = computed(() => pairOf(...inHand.value))
/** All that is known of the first thing, grouped by what becomes of it. */
const GROUPS: { name: string; of: readonly Outcome[] }[] = [
  { name: 'Sticks', of: ['bonds', 'holds', 'vanishes', 'fine'] },
  { name: 'Comes away', of: ['peels'] },
  { name: 'Spoils', of: HARM },
  { name: 'Solves', of: ['lifts'] }
]
const known = computed(() =>
  GROUPS.map((g) => ({
    ...g,
    pairs: PAIRS.filter((p) => p.between.includes(inHand.value[0]) && g.of.includes(p.result))
  })).filter((g) => g.pairs.length > 0)
)
const price = (m: Material) =>
  m.pack
    ? `${money(m.pack.price, settings.currency)} for ${amountOf(unitOf(m), m.pack.amount)}`
    : ''
</script>

<template>
  <WorkTop tray="This bottle">
    <div class="panel leafed">
      <div class="leaves">
        <LeafTabs v-model="leaf" class="tabs" label="The shelf" :names="LEAVES" />
        <span class="grow"></span
        ><ElButton v-if="shelf.undone.length" class="tool take" @click="shelf.undo">
          Take back: {{ shelf.undone[shelf.undone.length - 1].label.toLowerCase() }}</ElButton
        ><ElButton v-if="shelf.redone.length" class="tool take" @click="shelf.redo"
          >Do again</ElButton
        >
      </div>
      <div class="leaf">
        <div v-if="leaf === 'bottles'" class="boards">
          <section v-for="g in groups" :key="g.kind">
            <h3 aria-level="2">{{ g.name }}</h3>
            <div class="board">
              <ElButton
                v-for="m in g.items"
                :key="m.id"
                class="jar"
                :class="{ on: chosen === m.id, own: m.own }"
                :data-jar="m.id"
                @click="chosen = m.id"
              >
                <span
                  class="glass"
                  :class="m.kind"
                  :style="m.kind === 'tint' ? { background: m.look.colour } : {}"
                ></span>
                <b>{{ m.name }}</b>
                <span class="small soft"
                  ><template v-if="m.kind === 'resin'"
                    >{{ m.partA }} : {{ m.partB }} by {{ m.basis }},
                    {{ number(m.potLifeMin) }} min</template
                  ><template v-else>{{
                    said(glanceOf(m)) || (m.own ? 'own' : 'kind')
                  }}</template></span
                >
              </ElButton>
            </div>
          </section>
        </div>
        <div v-else-if="leaf === 'stock'" class="scrolling">
          <p class="small soft">
            A resin counts A and B together. What the build needs, less what you have, is bought in
            whole packs.
          </p>
          <!-- on a phone a line of the table has no room: each stands as a block -->
          <template v-if="phone">
            <div v-for="row in stock" :key="row.id" data-test="stock">
              <h3 v-if="!row.m" class="kind">{{ row.name }}</h3>
              <section v-else class="held-one">
                <p>
                  <b>{{ row.name }}</b>
                  <span class="small soft">
                    {{ toBuy(row.m) && `this build needs ${needs(row.m)}: ${toBuy(row.m)}` }}
                  </span>
                </p>
                <div v-for="c in HELD" :key="c.id">
                  <span class="small soft" aria-hidden="true">{{ c.label }}</span>
                  <StockField :m="row.m" :of="c.id" />
                </div>
              </section>
            </div>
          </template>
          <WorkTable
            v-else
            :rows="stock"
            row-key="id"
            :columns="STOCK"
            :across="(row) => row.m === null"
            data-test="stock"
          >
            <template #material="{ row }">
              <b v-if="!row.m" class="kind">{{ row.name }}</b><template v-else>{{
                row.name
              }}</template>
            </template>
            <template #need="{ row: { m } }">{{ m ? needs(m) : '' }}</template>
            <template #have="{ row: { m } }"><StockField v-if="m" :m="m" of="have" /></template>
            <template #pack="{ row: { m } }"><StockField v-if="m" :m="m" of="pack" /></template>
            <template #price="{ row: { m } }"><StockField v-if="m" :m="m" of="price" /></template>
            <template #buy="{ row: { m } }">{{ m ? toBuy(m) : '' }}</template>
          </WorkTable>
        </div>
        <ChipsFit
          v-else-if="leaf === 'chips'"
          @made="
            (id) => {
              chosen = id
              leaf = 'bottles'
            }
          "
        />
        <div v-else class="scrolling pairs" data-test="pairs">
          <div class="hands">
            <ChoiceField
              v-model="inHand[0]"
              label="In one hand"
              :options="held"
              data-test="hand-one"
            />
            <ChoiceField
              v-model="inHand[1]"
              label="In the other"
              :options="held"
              data-test="hand-two"
            />
          </div>
          <section v-for="g in known" :key="g.name">
            <h3 aria-level="2">{{ g.name }}</h3>
            <div class="marks">
              <ElButton
                v-for="p in g.pairs"
                :key="otherOf(p, inHand[0])"
                class="mark"
                :class="[p.result, { on: inHand[1] === otherOf(p, inHand[0]) }]"
                @click="inHand = [inHand[0], otherOf(p, inHand[0])]"
              >
                <span class="pair"
                  ><b>{{ THINGS[otherOf(p, inHand[0])].name }}</b> {{ p.result }}</span
                ><span class="small soft">{{ p.why }}</span>
              </ElButton>
            </div>
          </section>
        </div>
      </div>
    </div>
    <template #tray>
      <FindingsList :findings="store.plan?.findings ?? []" place="shelf" />
      <section v-if="leaf === 'release'" class="panel pad stack">
        <h2>{{ capital(THINGS[inHand[0]].name) }} and {{ THINGS[inHand[1]].name }}</h2>
        <p v-if="told" data-test="told">
          <b>{{ capital(told.result) }}.</b> {{ told.why }}
        </p>
        <p v-else data-test="told">Nobody has written that down yet.</p>
        <p class="small soft">Common practice, no published source. Try it on a scrap.</p>
      </section>
      <section v-else-if="bottle" class="panel pad stack">
        <div class="row">
          <h2 class="grow">Your bottle</h2>
          <ElButton
            class="tool danger"
            :disabled="used(bottle.id)"
            :title="used(bottle.id) ? 'A pool of this build uses it' : ''"
            @click="shelf.remove(bottle.id)"
          >
            Remove
          </ElButton>
        </div>
        <BottleForm :key="bottle.id" :bottle="bottle" />
      </section>
      <section v-else-if="kindShown" class="panel pad stack">
        <h2>{{ kindShown.name }}</h2>
        <p>{{ kindShown.note }}</p>
        <p class="soft small">{{ price(kindShown) }}</p>
        <ElButton class="tool main" data-test="own-bottle" @click="own(kindShown)">
          I have one like this
        </ElButton>
        <p class="small soft">
          It becomes a bottle of your own, with the figures of its label, its stock and its price.
        </p>
      </section>
      <section v-else class="panel pad stack">
        <h2>Your shelf</h2>
        <p>
          Choose a kind to make a bottle of your own of it: type its label, and the plan follows it.
        </p>
        <p class="small soft">
          {{ shelf.own.filter((m) => m.own).length || 'No' }} of your own so far;
          {{ onShelf(store.shelf, 'resin', store.pools[0]?.resin ?? '')?.name ?? 'no resin' }} is in
          use.
        </p>
      </section>
    </template>
  </WorkTop>
</template>

<style scoped>
.leafed {
  flex: 1;
}
.take {
  min-height: 28px;
  padding: 2px 10px;
}
.boards,
.scrolling {
  height: 100%;
  overflow: auto;
}
.boards section {
  margin-bottom: 12px;
}
.held-one {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 4px 8px;
  padding: 8px 2px;
  border-top: 1px solid var(--line);
}
.held-one p {
  grid-column: 1 / -1;
}
.board {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  padding: 8px 6px 0;
  border-bottom: 7px solid var(--timber);
}
.jar {
  width: 148px;
  border: 0;
  background: none;
  padding: 6px;
  cursor: pointer;
  display: grid;
  gap: 2px;
  text-align: left;
  align-content: end;
  border-radius: 3px 14px 0 0;
}
.jar:hover {
  background: var(--sunk);
}
.jar.on {
  background: color-mix(in srgb, var(--shallow) 55%, transparent);
}
.jar b {
  font-size: 0.8438rem;
  line-height: 1.25;
}
.glass {
  width: 30px;
  height: 40px;
  border: 2px solid var(--line-strong);
  border-radius: 3px 11px 4px 4px;
  background: linear-gradient(var(--sheet) 30%, var(--shallow) 30%);
}
.glass.lamp {
  border-radius: 22px 22px 4px 4px;
  background: linear-gradient(var(--brass-wash) 70%, var(--line-strong) 70%);
}
.own .glass {
  border-color: var(--brass);
  border-width: 3px;
}
.kind {
  font: 650 0.9375rem var(--head);
  color: var(--ink);
  padding-top: 12px;
}
.hands {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 14px;
  margin-bottom: 8px;
}
.marks {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(250px, 1fr));
  gap: 6px;
  margin: 5px 0 12px;
}
.mark {
  border: 1px solid var(--line);
  background: var(--sheet);
  border-left: 6px solid var(--moss);
  padding: 4px 12px;
  cursor: pointer;
  text-align: left;
  font-size: 0.875rem;
  display: grid;
  align-content: start;
}

.mark.on {
  outline: 2px solid var(--deep);
}
.mark.bonds,
.mark.spoils,
.mark.melts,
.mark.fogs {
  border-left-color: var(--red-lead);
}
.mark.holds {
  border-left-color: var(--brass);
}
.mark.vanishes,
.mark.lifts {
  border-left-color: var(--water);
}
</style>
