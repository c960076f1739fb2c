<script setup lang="ts">
import { ElButton } from 'element-plus'
import { computed, onBeforeUnmount, ref, shallowRef, useTemplateRef, watch } from 'vue'
import { addRepair, changeRepair, removeRepair } from '../../core/build/edits'
import type { Build, Water } from '../../core/build/types'
import { useRoute } from 'vue-router'
import { explainVerdict } from '../../core/explain/gelExplanations'
import type { RepairCost } from '../../core/plan/beside/repairCost'
import { measuredOf, TROUBLES, troublesOf } from '../../core/craft/troubles/troubles'
import { duration } from '../../core/words/durations'
import { number, money, said } from '../words'
import { usePhone } from '../screens'
import { useBuildStore } from '../stores/build'
import { useSettingsStore } from '../stores/settings'
import { useHistoryStore } from '../stores/history'
import { useShelfStore } from '../stores/shelf'
import { ask } from '../workers/askClient'
import { ofKind } from '../../core/craft/materials/shelf'
import ChoiceField from './ChoiceField.vue'
import How from './How.vue'
import NumberField from './NumberField.vue'

/**
 * When it goes wrong: what to measure, what the models say of this very case, what to do, and what
 * it costs in days.
 */
const props = defineProps<{ build: Build; water: Water }>()
const store = useBuildStore()
const shelf = useShelfStore()
const history = useHistoryStore()
const settings = useSettingsStore()
const list = computed(() => troublesOf(props.water.kind))
const chosen = ref('')
const trouble = computed(() => list.value.find((t) => t.id === chosen.value) ?? null)
const measured = ref<Record<string, number>>({})
const found = shallowRef<RepairCost | null>(null)
const problem = ref('')
const working = ref(false)
const takesResin = (id: string) =>
  TROUBLES.some((t) => t.id === id && t.uses.some((u) => u.material === 'resin'))
const resins = computed(() => [{ id: '', name: 'as its water' }, ...ofKind(store.shelf, 'resin')])
const taken = computed(() => props.build.repairs.filter((r) => r.water === props.water.id))
const nameOf = (id: string) => TROUBLES.find((t) => t.id === id)?.name ?? id
let cancel: () => void = () => undefined

function look(id: string): void {
  chosen.value = id
  found.value = null
  measured.value = measuredOf(
    TROUBLES.find((t) => t.id === id)!,
    {}
  )
}
watch(
  () => props.water.id,
  () => {
    chosen.value = ''
    found.value = null
  }
)
const route = useRoute()
watch(
  () => route.query.trouble,
  (id) => {
    if (typeof id === 'string' && list.value.some((t) => t.id === id)) look(id)
  },
  { immediate: true }
)
watch([chosen, measured, () => props.build], async () => {
  cancel()
  if (!trouble.value) return
  working.value = true
  problem.value = ''
  const asked = ask(
    {
      ask: 'repairCost',
      build: props.build,
      trouble: trouble.value.id,
      water: props.water.id,
      measured: { ...measured.value }
    },
    shelf.own,
    history.without(props.build.id)
  )
  cancel = asked.cancel
  try {
    const answer = await asked.answer
    if (answer) {
      found.value = answer
      working.value = false
    }
  } catch (error) {
    problem.value = error instanceof Error ? error.message : String(error)
    working.value = false
  }
})
onBeforeUnmount(() => cancel())
/** What was tapped low in the list is seen: on a phone it stands over it. */
const sheet = useTemplateRef<HTMLElement>('sheet')
const phone = usePhone()
watch(
  [trouble, found],
  ([one, now], [, before]) => {
    // a figure that is measured again moves nothing
    if (one && phone.value && !(now && before)) sheet.value?.scrollIntoView()
  },
  { flush: 'post' }
)
const days = (value: number) =>
  Math.abs(value) < 0.02
    ? 'no later'
    : `${number(value)} ${Math.abs(value) < 1.05 && Math.abs(value) > 0.95 ? 'day' : 'days'} later`
</script>

<template>
  <div ref="sheet" class="sheet" data-test="wrong">
    <ul class="troubles" aria-label="What went wrong">
      <li v-for="t in list" :key="t.id">
        <ElButton
          :class="{ on: chosen === t.id }"
          :aria-pressed="chosen === t.id"
          :data-trouble="t.id"
          @click="look(t.id)"
        >
          <b>{{ t.name }}</b><span class="small soft">{{ t.looks }}</span>
        </ElButton>
      </li>
    </ul>
    <div v-if="trouble" class="case stack">
      <div class="grid2">
        <NumberField
          v-for="m in trouble.measures"
          :key="`${trouble.id}-${m.id}`"
          :label="m.name"
          :unit="m.unit"
          :model-value="measured[m.id] ?? m.usual"
          :min="m.min"
          :max="m.max"
          @update:model-value="measured = { ...measured, [m.id]: $event! }"
        />
      </div>
      <p v-if="working" class="small" role="status">Working it out…</p>
      <p v-if="problem" class="fault">
        {{ problem }}
      </p>
      <template v-if="found">
        <div class="verdict" data-test="verdict">
          <b class="figure"
            ><How :about="explainVerdict(trouble, found.verdict, measured)">{{
              found.verdict.number
            }}</How></b
          >
          <p>{{ said(found.verdict.says) }}</p>
        </div>
        <ol class="todo">
          <li v-for="s in found.steps" :key="s.title">
            <b>{{ s.title }}</b>
            {{ ' '
            }}<span class="small"
              >{{ said(s.how) }} <i>{{ said(s.right) }}</i></span
            >
          </li>
        </ol>
        <p data-test="repair-cost">
          <template v-if="found.on">Done on {{ found.on.toLowerCase() }}. </template>Costs
          {{ duration(found.handsMin) }} of work,
          {{ money(Math.max(0, found.money), settings.currency) }} to buy; done
          <b>{{ found.days === null ? 'on no date yet' : days(found.days) }}</b>.
        </p>
        <ElButton
          class="tool main"
          data-test="take-repair"
          @click="
            store.edit('Repair', addRepair(trouble!.id, water.id, measuredOf(trouble!, measured)))
          "
        >
          Take the repair into the plan
        </ElButton>
      </template>
    </div>
    <p v-else class="case soft">
      Choose what you see. The plan judges it for this water and this room, and takes the repair in
      if you want it.
    </p>
    <section v-if="taken.length" class="taken stack" data-test="taken">
      <h3>In the plan</h3>
      <div v-for="r in taken" :key="r.id" class="row">
        <span class="grow">{{ nameOf(r.trouble) }}</span>
        <ChoiceField
          v-if="takesResin(r.trouble)"
          label="Mixed of"
          :model-value="r.resin ?? ''"
          :options="resins"
          :data-repair-resin="r.id"
          @update:model-value="
            store.edit('Resin of the repair', changeRepair(r.id, $event || undefined))
          "
        />
        <ElButton
          class="tool"
          :aria-label="`Leave out: ${nameOf(r.trouble)}`"
          @click="store.edit('Repair left out', removeRepair(r.id))"
        >
          Leave out
        </ElButton>
      </div>
    </section>
  </div>
</template>

<style scoped>
.sheet {
  height: 100%;
  display: flex;
  gap: 16px;
  min-height: 0;
}
.troubles {
  list-style: none;
  margin: 0;
  padding: 0;
  width: 232px;
  overflow: auto;
  flex: none;
}
.troubles button {
  display: grid;
  width: 100%;
  text-align: left;
  border: 0;
  border-left: 4px solid transparent;
  background: none;
  padding: 4px 9px;
  cursor: pointer;
}
.troubles button:hover {
  background: var(--sunk);
}
.troubles button.on {
  border-color: var(--red-lead);
  background: var(--red-wash);
}
.troubles button.on .soft {
  color: var(--ink);
}
.case {
  flex: 1;
  min-width: 0;
  overflow: auto;
  gap: 9px;
}
.verdict {
  border-left: 5px solid var(--brass);
  padding: 4px 12px;
  background: var(--brass-wash);
}
.verdict b {
  font-size: 1.0625rem;
}
.todo {
  margin: 0;
  padding-left: 20px;
  display: grid;
  gap: 4px;
}
.case > .tool {
  align-self: start;
}
.taken {
  width: 190px;
  flex: none;
}
/* on a phone the case stands over the list that it was chosen from */
@media (max-width: 43.75rem) {
  .sheet {
    flex-direction: column;
    height: auto;
    /* as the case grows it is the case that stays in sight, not the list under it */
    overflow-anchor: none;
  }
  .troubles,
  .taken {
    width: auto;
  }
  .case {
    order: -1;
    flex: none;
  }
}
</style>
