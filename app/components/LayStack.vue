<script setup lang="ts">
import { ElButton, ElCheckbox, ElInput } from 'element-plus'
import { ArrowDown, ArrowUp, GripVertical } from '@lucide/vue'
import { insertNodeAt, removeNode, useSortable } from '@vueuse/integrations/useSortable'
import { computed, ref, shallowRef, useTemplateRef, watch } from 'vue'
import {
  addLaid,
  bringBack,
  changeLaid,
  NEW,
  orderStack,
  setLays,
  setStepOf
} from '../../core/build/lays'
import type { Edit } from '../../core/build/edits'
import type { Laid } from '../../core/build/types'
import { cannotLie, glueFor } from '../../core/craft/layPairs'
import { layWay, wayOf, WAYS } from '../../core/craft/ways/catalog'
import type { Plan } from '../../core/plan/derivePlan'
import { firstZone, hasPlan } from '../../core/plan/4-amounts/zones'
import { refusal } from '../../core/plan/6-steps/stacked'
import type { PlannedLay } from '../../core/plan/6-steps/types'
import { changeOf, layDoneMs, layMade } from '../../core/plan/beside/changeOf'
import { day } from '../../core/words/dates'
import { about } from '../../core/words/durations'
import { money } from '../../core/words/quantities'
import { cm2, degrees, mm, said } from '../words'
import { useBuildStore } from '../stores/build'
import { useSettingsStore } from '../stores/settings'
import { useHistoryStore } from '../stores/history'
import { useShelfStore } from '../stores/shelf'
import { sharedPlanClient } from '../workers/planClient'
import ChoiceField from './ChoiceField.vue'
import KeptStacks from './KeptStacks.vue'
import NumberField from './NumberField.vue'
import ZoneDialog from './ZoneDialog.vue'

/** The lays of a water, or of the ground, as they lie: the top one first. */
const props = defineProps<{ stack: string; name: string }>()
const store = useBuildStore()
const settings = useSettingsStore()
const shelf = useShelfStore()
const history = useHistoryStore()
const build = computed(() => store.build!)
const plan = computed(() => store.plan)
/** From the ground up. */
const lays = computed(() => (plan.value?.steps.lays ?? []).filter((l) => l.stack === props.stack))
const shown = computed(() => lays.value.toReversed())
const open = ref('')
const laid = (id: string): Laid | undefined => build.value.laid.find((l) => l.id === id)
const title = (lay: PlannedLay) => lay.name
const materialOf = (lay: PlannedLay) => store.shelf.get(lay.material)?.name ?? lay.material
function whenDone(lay: PlannedLay): string {
  const at = layDoneMs(plan.value!, lay)
  return at === null ? '' : day(at, plan.value!.days.zone)
}

/** What is about to be changed, and what it comes to; nothing is done before it is taken. */
const wanted = shallowRef<{ label: string; edit: Edit; risk: string } | null>(null)
const foretold = shallowRef<Plan | null>(null)
const refused = ref('')
watch([() => props.stack, build], () => {
  wanted.value = null
  refused.value = ''
})
async function propose(label: string, edit: Edit, risk = ''): Promise<void> {
  refused.value = ''
  wanted.value = { label, edit, risk }
  foretold.value = null
  const answer = await sharedPlanClient()
    .derive('lays', edit(build.value), shelf.own, history.without(build.value.id))
    .catch(() => null)
  if (answer && wanted.value?.edit === edit) foretold.value = answer.plan
}
function take(): void {
  if (wanted.value) store.edit(wanted.value.label, wanted.value.edit)
  wanted.value = null
}
const comesTo = computed(() => {
  const [now, then] = [plan.value, foretold.value]
  if (!now || !then) return 'Working out what it comes to'
  const change = changeOf(now, then)
  if (!change) return 'No finishing date then'
  const { finishMs, laterMin, costMore, hottestC, warned } = change
  const moved =
    laterMin === 0
      ? ', as now'
      : `, ${about(Math.abs(laterMin))} ${laterMin > 0 ? 'later' : 'sooner'}`
  return [
    `Finished ${day(finishMs, then.days.zone)}${moved}`,
    Math.abs(costMore) < 0.005
      ? ''
      : `${money(Math.abs(costMore), settings.currency)} ${costMore > 0 ? 'more' : 'less'} to buy`,
    hottestC ? `hottest pour ${degrees(hottestC.then)}${warmth(hottestC.now)}` : '',
    ...warned
  ]
    .filter(Boolean)
    .join(' · ')
})
const warmth = (nowC: number | null) => (nowC === null ? '' : `, ${degrees(nowC)} now`)

/** Lays one in another place, counted from the ground. */
function move(id: string, to: number): void {
  const order = [...lays.value]
  const from = order.findIndex((l) => l.id === id)
  if (from < 0 || to < 0 || to >= order.length || to === from) return
  const [lay] = order.splice(from, 1)
  order.splice(to, 0, lay)
  const why = refusal(order, id, (l) => layMade(plan.value!, l))
  if (why) {
    wanted.value = null
    refused.value = why
    return
  }
  const put = orderStack(
    props.stack,
    order.map((l) => l.id)
  )
  const glue = gluedAnew(lay, lays.value, order)
  void propose(
    `Move ${title(lay)}`,
    glue === null ? put : (b) => changeLaid(id, { material: glue })(put(b))
  )
}
/** What holds it where it goes, if it was held by what is proposed where it was; null: as it is. */
function gluedAnew(lay: PlannedLay, was: PlannedLay[], goes: PlannedLay[]): string | null {
  const under = (order: PlannedLay[]) => order[order.findIndex((l) => l.id === lay.id) - 1]?.kind
  const proposed = glueFor(under(was))
  return layWay(lay.way)?.sets && lay.material === proposed ? glueFor(under(goes)) : null
}
const list = useTemplateRef<HTMLElement>('list')
useSortable(list, shown, {
  handle: '.grip',
  animation: 120,
  forceFallback: true,
  onUpdate: ({ item, from, oldIndex = 0, newIndex = 0 }) => {
    // the list is drawn from the build: the card goes back, and comes where the edit puts it
    removeNode(item)
    insertNodeAt(from, item, oldIndex)
    if (item.dataset.lay) move(item.dataset.lay, lays.value.length - 1 - newIndex)
  }
})

/** What leaving a lay out risks: said before it is done. */
const riskOf = (lay: PlannedLay) =>
  plan.value?.steps.steps.find((s) => s.lay === lay.id && s.risk !== '')?.risk ?? ''
const setState = (lay: PlannedLay, state: 'planned' | 'leftOut' | 'there') =>
  propose(
    `${title(lay)}: ${WORDS[state]}`,
    state === 'planned' ? backTo(lay.steps) : setLays(lay.steps, state),
    state === 'leftOut' ? riskOf(lay) : ''
  )
const backTo = (steps: readonly string[]) =>
  bringBack((plan.value?.steps.aside ?? []).filter((a) => steps.includes(a.id)))
const WORDS = { planned: 'planned', leftOut: 'left out', there: 'there already' } as const
function all(state: 'planned' | 'there'): void {
  const steps = lays.value.flatMap((l) => l.steps)
  void propose(
    `${props.name}: ${WORDS[state]}`,
    state === 'planned' ? backTo(steps) : setLays(steps, state)
  )
}

/** Ways whose lay can go on top. */
const ways = computed(() => {
  const top = lays.value.findLast((l) => l.state !== 'leftOut')
  return (
    [...WAYS.values()]
      .filter((w) => w.for in KINDS)
      // single coats first, then white and spray
      .toSorted((a, b) => ORDER.indexOf(a.for) - ORDER.indexOf(b.for))
      .filter((w) => !top || cannotLie(w.lays[0].kind, top.kind) === null)
      .map((w) => ({ id: w.id, name: `${KINDS[w.for as 'coat']}${w.name}` }))
  )
})
const KINDS = { coat: '', white: 'White: ', spray: 'Spray: ' } as const
const ORDER: string[] = Object.keys(KINDS)
const chosen = ref('')
watch(
  ways,
  (offered) => {
    if (!offered.some((w) => w.id === chosen.value)) chosen.value = offered[0]?.id ?? ''
  },
  { immediate: true }
)
function putIn(): void {
  const way = WAYS.get(chosen.value)
  // what is set in is glued by what it stands on
  const top = lays.value.findLast((l) => l.state !== 'leftOut')
  const material = way?.sets ? glueFor(top?.kind) : null
  void propose(
    `Put in: ${way?.name ?? ''}`,
    addLaid({ stack: props.stack, way: chosen.value, material }, [
      ...lays.value.map((l) => l.id),
      NEW
    ])
  )
}
/** What of the build may be fixed by a lay: what is made elsewhere and brought on to this water. */
const settable = computed(() => [
  { id: '', name: 'A thing of yours' },
  ...build.value.waters
    .filter((w) => {
      const way = wayOf(w)
      return w.id !== props.stack && way !== null && setStepOf(way) !== undefined
    })
    .map((w) => ({ id: w.id, name: w.name }))
])
const materials = (lay: PlannedLay) =>
  [...store.shelf.values()].filter((m) => layWay(lay.way)?.takes?.includes(m.kind))
/** Where a lay lies: all over what its stack covers, or in an outline of its own. */
const WHERE = [
  { id: 'all', name: 'All of its surface' },
  { id: 'zone', name: 'A place of its own' }
]
const zoning = ref('')
const zoned = computed(() => {
  const lay = lays.value.find((l) => l.id === zoning.value)
  const zone = laid(zoning.value)?.zone
  return lay && zone ? { lay, zone } : null
})
function place(id: string, where: string): void {
  const forms = plan.value?.forms
  if (where === 'all') change(id, { zone: undefined })
  else if (forms && !laid(id)?.zone) {
    const zone = firstZone(build.value, props.stack, plan.value!.ground, forms)
    change(id, { zone })
    zoning.value = id
  }
}
const placeCm2 = (id: string) =>
  (plan.value?.amounts.sizes.laid[id]?.areaCm2 ?? 0) * (100 / (laid(id)?.coverPct ?? 100))
const change = (id: string, to: Parameters<typeof changeLaid>[1]) =>
  store.edit('Change a lay', changeLaid(id, to), `lay${id}`)
</script>

<template>
  <section class="stackof" :aria-label="name" data-test="lays">
    <header class="row">
      <h3 class="grow">{{ name }}<template v-if="shown.length > 1">, top first</template></h3>
      <template v-if="stack === 'ground'">
        <ElButton class="tool" data-test="all-there" @click="all('there')"
          >All there already</ElButton
        ><ElButton class="tool" @click="all('planned')">Plan all of it</ElButton>
      </template>
    </header>
    <p v-if="refused" class="notice" role="alert" data-test="refused">{{ refused }}</p>
    <div v-if="wanted" class="wanted row" role="status" data-test="wanted">
      <span class="grow"
        ><b>{{ wanted.label }}?</b> {{ comesTo }}. {{ wanted.risk }}</span
      ><ElButton class="tool main" data-test="take" @click="take">Do it</ElButton
      ><ElButton class="tool" @click="wanted = null">Leave it</ElButton>
    </div>
    <ol ref="list">
      <li
        v-for="(lay, i) in shown"
        :key="lay.id"
        :data-lay="lay.id"
        :class="[`of-${lay.kind}`, lay.state]"
      >
        <span class="grip" title="Drag it to its place" aria-hidden="true"
          ><GripVertical :size="15"
        /></span>
        <ElButton
          class="face grow"
          :aria-expanded="open === lay.id"
          @click="open = open === lay.id ? '' : lay.id"
        >
          <span class="words"
            ><b>{{ title(lay) }}</b>
            <span class="small soft"
              >{{ materialOf(lay) }}<template v-if="lay.coats > 1">, {{ lay.coats }} coats</template
              ><template v-if="lay.thicknessMm !== null"
                >, {{ mm(lay.thicknessMm) }}</template
              ></span
            ></span
          ><span class="small when">{{
            lay.state === 'planned' ? whenDone(lay) : WORDS[lay.state]
          }}</span>
        </ElButton>
        <ElButton
          class="tool nudge"
          :disabled="i === 0"
          :aria-label="`Higher: ${title(lay)}`"
          @click="move(lay.id, lays.length - i)"
          ><ArrowUp :size="15"
        /></ElButton>
        <ElButton
          class="tool nudge"
          :disabled="i === shown.length - 1"
          :aria-label="`Lower: ${title(lay)}`"
          @click="move(lay.id, lays.length - 2 - i)"
          ><ArrowDown :size="15"
        /></ElButton>
        <div v-if="open === lay.id" class="more stack">
          <div class="row">
            <ElButton
              v-if="lay.state !== 'planned'"
              class="tool"
              data-test="lay-planned"
              @click="setState(lay, 'planned')"
              >Bring it back</ElButton
            >
            <ElButton
              v-if="lay.state !== 'leftOut'"
              class="tool"
              data-test="lay-out"
              @click="setState(lay, 'leftOut')"
              >Leave it out</ElButton
            >
            <ElButton
              v-if="lay.state !== 'there'"
              class="tool"
              data-test="lay-there"
              @click="setState(lay, 'there')"
              >There already</ElButton
            >
            <ElButton
              v-if="lay.laid"
              class="tool"
              data-test="lay-away"
              @click="propose(`Take out ${title(lay)}`, changeLaid(lay.id, null))"
              >Take it out</ElButton
            >
          </div>
          <template v-if="laid(lay.id)">
            <div class="grid2">
              <div class="field">
                <span class="name">Called</span
                ><ElInput
                  class="choice"
                  maxlength="120"
                  aria-label="Called"
                  :placeholder="layWay(lay.way)?.name"
                  :model-value="laid(lay.id)!.name"
                  @update:model-value="change(lay.id, { name: $event })"
                />
              </div>
              <ChoiceField
                v-if="layWay(lay.way)?.sets && settable.length > 1"
                label="What it is"
                data-test="lay-sets"
                :model-value="laid(lay.id)!.sets ?? ''"
                :options="settable"
                @update:model-value="change(lay.id, { sets: $event || undefined })"
              />
              <ChoiceField
                v-if="materials(lay).length"
                label="Made of"
                :model-value="lay.material"
                :options="materials(lay)"
                @update:model-value="change(lay.id, { material: $event })"
              />
              <NumberField
                v-if="!layWay(lay.way)?.sets"
                label="Coats"
                :model-value="laid(lay.id)!.coats"
                :min="1"
                :max="40"
                whole
                @update:model-value="$event !== null && change(lay.id, { coats: $event })"
              />
              <NumberField
                v-if="!layWay(lay.way)?.sets"
                label="Covers"
                unit="%"
                :model-value="laid(lay.id)!.coverPct"
                :min="1"
                :max="100"
                :blank="
                  layWay(lay.way)?.for === 'white' && !laid(lay.id)!.zone
                    ? 'by the white map'
                    : 'all of it'
                "
                @update:model-value="change(lay.id, { coverPct: $event })"
              />
              <ChoiceField
                v-if="!layWay(lay.way)?.sets && hasPlan(build, stack)"
                label="Where"
                data-test="lay-where"
                :model-value="laid(lay.id)!.zone ? 'zone' : 'all'"
                :options="WHERE"
                @update:model-value="place(lay.id, $event)"
              />
              <div v-if="laid(lay.id)!.zone" class="field">
                <span class="name">Its place</span
                ><ElButton class="tool" data-test="lay-zone" @click="zoning = lay.id"
                  >Draw it, {{ cm2(placeCm2(lay.id) * 100) }}</ElButton
                >
              </div>
            </div>
            <ElCheckbox
              :model-value="laid(lay.id)!.wet"
              @change="change(lay.id, { wet: !laid(lay.id)!.wet })"
              >into what is under it while that is still wet</ElCheckbox
            >
          </template>
          <p v-else class="small soft">
            {{ said(WAYS.get(lay.way)?.note ?? '') }}
          </p>
        </div>
      </li>
    </ol>
    <ZoneDialog
      v-if="zoned"
      :model-value="true"
      :name="title(zoned.lay)"
      :zone="zoned.zone"
      :covers-cm2="placeCm2(zoned.lay.id)"
      @update:model-value="zoning = ''"
      @change="change(zoned.lay.id, { zone: $event })"
      @settled="store.endGroup"
    />
    <form class="row add" @submit.prevent="putIn">
      <ChoiceField
        v-model="chosen"
        class="grow"
        label="One more lay on top"
        :options="ways"
      /><ElButton native-type="submit" class="tool" data-test="lay-add">Put it in</ElButton>
    </form>
    <KeptStacks
      v-if="build.waters.some((w) => w.id === stack)"
      :water="stack"
      @lay="(label, edit) => propose(label, edit)"
    />
  </section>
</template>

<style scoped>
.stackof {
  display: grid;
  gap: 8px;
  align-content: start;
  min-width: 0;
}
ol {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 3px;
  align-content: start;
}
li {
  display: grid;
  grid-template-columns: 20px minmax(0, 1fr) auto auto;
  gap: 4px;
  align-items: stretch;
  background: var(--sheet);
  border: 1px solid var(--line);
  border-left: 7px solid var(--line-strong);
}
li.of-resin {
  border-left-color: var(--water);
}
li.of-gel,
li.of-lacquer {
  border-left-color: var(--shallow);
}
li.of-white,
li.of-fibre {
  border-left-color: var(--plaster);
  outline: 1px solid var(--line);
}
li.of-part {
  border-left-color: var(--deep);
}
li.of-landform,
li.of-shell,
li.of-texture {
  border-left-color: var(--foam-board);
}
li.of-paint,
li.of-seal,
li.of-tissue {
  border-left-color: var(--brass);
}
li.leftOut .words b {
  text-decoration: line-through;
}
li.there {
  border-left-style: double;
}
.face {
  border: 0;
  background: none;
  height: auto;
  min-height: 34px;
  padding: 3px 4px;
  text-align: left;
  white-space: normal;
}
.face :deep(> span) {
  display: flex;
  gap: 8px;
  width: 100%;
  align-items: center;
}
.words {
  flex: 1;
  display: grid;
  min-width: 0;
}
.grip {
  display: grid;
  place-items: center;
  color: var(--ink-soft);
  cursor: grab;
  touch-action: none;
}
.nudge {
  align-self: center;
  padding: 0 6px;
}
.more {
  grid-column: 1 / -1;
  padding: 4px 8px 8px 28px;
}
.wanted {
  background: var(--sunk);
  border-left: 4px solid var(--brass);
  padding: 6px 10px;
  gap: 8px;
}
.add {
  align-items: end;
  gap: 8px;
}
</style>
