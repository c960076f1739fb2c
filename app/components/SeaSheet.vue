<script setup lang="ts">
import { ElButton, ElCheckbox } from 'element-plus'
import { computed } from 'vue'
import { crestOf } from '../../core/build/crests'
import { addCrest, buildCrest, changePool, changeSea, type Edit } from '../../core/build/edits'
import type { Sea } from '../../core/build/types'
import {
  explainBreaks,
  explainFace,
  explainRunUp,
  explainSpacing,
  explainWhitecaps,
  explainWind
} from '../../core/explain/waterExplanations'
import type { SeaPlan } from '../../core/plan/2-forms/formsStage'
import { waveSchools } from '../../core/plan/2-forms/schools'
import { distanceWords, type WishWay } from '../../core/plan/2-forms/wishedSea'
import { beaufortOf, beaufortSpeed } from '../../core/physics/water/waves/windSea'
import { figure, mm, quantity, number, said } from '../words'
import { useBuildStore } from '../stores/build'
import ChoiceField from './ChoiceField.vue'
import How from './How.vue'
import NumberField from './NumberField.vue'
import FoldAway from './FoldAway.vue'

/** Waves over a pool: what raises them, how and where they break, and the crest that is built. */
const props = defineProps<{ sea: Sea; form: SeaPlan; scale: number }>()
const store = useBuildStore()
const set = (label: string, change: Parameters<typeof changeSea>[1], group = '') =>
  store.edit(label, changeSea(props.sea.id, change), group && `${group}:${props.sea.id}`)
const pools = computed(() => store.pools.map((p) => ({ id: p.id, name: p.name })))
const real = (mmOnModel: number) => `${quantity((mmOnModel * props.scale) / 1000, 'm')} real`
const KINDS = { spilling: 'spills', plunging: 'plunges', surging: 'surges' }
const WISHES = [
  { id: '', name: 'as nature has it' },
  { id: 'spilling', name: 'spilling' },
  { id: 'plunging', name: 'plunging' },
  { id: 'surging', name: 'surging' }
]
/** The sea, or the level of its pool, that a wish is brought about by. */
const brings = (way: WishWay): Edit =>
  'change' in way
    ? changeSea(props.sea.of ?? props.sea.id, way.change)
    : changePool(props.sea.pool, { levelMm: way.levelMm })
const wish = (id: string) => set('Wish', { wish: id === '' ? null : (id as Sea['wish']) })
const away = computed(() =>
  props.form.wish ? distanceWords(props.form.wish.sea, props.form.beachSlope) : ''
)
const build = () => store.edit('Build a crest', buildCrest(props.sea.id, props.form.breakLine))
/** The sea whose further crest this is. */
const of = computed(() => crestOf(store.build!, props.sea))
/** One more, which is then in hand. */
function another(): void {
  const before = new Set(store.build!.waters.map((w) => w.id))
  store.edit('Another crest', addCrest(props.sea.id, props.form.crests))
  store.selected = store.build!.waters.find((w) => !before.has(w.id))?.id ?? store.selected
}
const FORCES = Array.from({ length: 13 }, (_, i) => ({ id: i, name: i === 0 ? '0, calm' : `${i}` }))
/** Less wind than this raises no sea, m/s. */
const LEAST_WIND = 0.1
</script>

<template>
  <p v-if="of" class="small" data-test="crest-of">
    Its wind, period and depth are those of
    <ElButton class="link" @click="store.selected = of.id">{{ of.name }}</ElButton>
  </p>
  <div v-else class="row drives" role="group" aria-label="What raises the waves">
    <ElButton
      class="tool"
      :aria-pressed="sea.drive === 'breaker'"
      data-test="by-breaker"
      @click="set('Drive', { drive: 'breaker' })"
    >
      by the breaker wanted
    </ElButton>
    <ElButton
      class="tool"
      :aria-pressed="sea.drive === 'wind'"
      data-test="by-wind"
      @click="set('Drive', { drive: 'wind' })"
    >
      by wind and fetch
    </ElButton>
  </div>
  <div class="grid2">
    <ChoiceField
      label="To break"
      :model-value="sea.wish ?? ''"
      :options="WISHES"
      data-test="wish"
      @update:model-value="wish"
    />
    <NumberField
      v-if="(of ?? sea).drive === 'breaker'"
      label="How high it breaks"
      unit="mm"
      :model-value="sea.breakerMm"
      :min="0.1"
      :max="2000"
      :step="0.5"
      data-test="breaker"
      @update:model-value="set('Breaker', { breakerMm: $event! }, 'breaker')"
    />
    <div v-if="form.wish && !form.faults.length" class="wished whole" data-test="wished">
      <p v-if="form.wish.byNature === form.wish.kind">
        This sea does so by itself: <b>{{ form.wish.kind }}</b>, as nature has it.
      </p>
      <template v-else>
        <p>
          Drawn <b>{{ form.wish.kind }}</b>. By nature it
          {{ form.wish.byNature ? KINDS[form.wish.byNature] : 'breaks nowhere' }} here{{
            form.wish.sea.distance > 0 ? `: ${away}` : ''
          }}.
        </p>
        <p v-if="!form.wish.ways.length" class="small soft">
          No period, no painted depth and no tide does it on this base: it stays as wished.
        </p>
        <ElButton
          v-for="w in form.wish.ways"
          :key="said(w.label)"
          class="tool"
          data-test="wish-way"
          @click="store.edit('The sea for the wish', brings(w))"
        >
          {{ said(w.label) }}
        </ElButton>
      </template>
    </div>
    <template v-if="!of">
      <NumberField
        v-if="sea.drive === 'breaker'"
        label="Period, full size"
        unit="s"
        :model-value="sea.periodS"
        :min="0.5"
        :max="100"
        :step="0.5"
        data-test="period"
        @update:model-value="set('Period', { periodS: $event! }, 'period')"
      />
      <NumberField
        v-else
        label="Fetch"
        unit="km"
        :model-value="sea.fetchKm"
        :min="0.01"
        :max="20000"
        @update:model-value="set('Fetch', { fetchKm: $event! }, 'fetch')"
      />
      <NumberField
        label="Wind"
        unit="m/s"
        :model-value="sea.windMS"
        :min="0.1"
        :max="100"
        @update:model-value="set('Wind', { windMS: $event! }, 'wind')"
      />
      <ChoiceField
        label="Force (Beaufort)"
        :model-value="beaufortOf(sea.windMS)"
        :options="FORCES"
        @update:model-value="
          set('Wind', {
            windMS: Math.max(LEAST_WIND, Math.round(beaufortSpeed($event) * 10) / 10)
          })
        "
      />
      <NumberField
        label="Painted as deep as"
        unit="m real"
        :model-value="sea.paintedM ?? null"
        :min="0.01"
        :max="12000"
        :step="0.5"
        :blank="`${figure(form.offshoreM / form.painted, 'm')}, as it is`"
        hint="where it is deepest"
        data-test="painted"
        @update:model-value="set('Painted depth', { paintedM: $event }, 'painted')"
      />
      <NumberField
        label="They run to"
        unit="°"
        :model-value="sea.headingDeg"
        :min="-360"
        :max="360"
        :step="5"
        hint="0 right, 90 away"
        @update:model-value="set('Heading', { headingDeg: $event! }, 'heading')"
      />
      <NumberField
        label="Moment in the period"
        :model-value="sea.phase"
        :min="0"
        :max="1"
        :step="0.05"
        @update:model-value="set('Moment', { phase: $event! }, 'phase')"
      />
    </template>
  </div>
  <ChoiceField
    v-if="!of && pools.length > 1"
    label="Over"
    :model-value="sea.pool"
    :options="pools"
    @update:model-value="set('Water of the waves', { pool: $event })"
  />
  <dl v-if="!form.faults.length" class="figures">
    <div>
      <dt>Height</dt>
      <dd>
        <How
          :about="form.wind ? explainWind(form, sea.windMS, sea.fetchKm) : explainBreaks(form)"
          >{{ mm(form.breakerMm) }}</How
        >
        {{ ' ' }}<small>{{ real(form.breakerMm) }}</small>
      </dd>
    </div>
    <div v-if="form.breaks">
      <dt>It {{ KINDS[form.breaks.kind] }}</dt>
      <dd data-test="offshore">
        <How :about="explainBreaks(form)">{{ mm(form.breaks.offshoreMm) }}</How>
        {{ ' ' }}<small>off the shore, in {{ mm(form.breaks.depthMm) }}</small>
      </dd>
    </div>
    <div v-else>
      <dt>It breaks</dt>
      <dd class="words">nowhere on this bed</dd>
    </div>
    <div v-if="!of">
      <dt>Crest to crest</dt>
      <dd>
        <How :about="explainSpacing(form)">{{ mm(form.spacingMm.offshore) }}</How>
        {{ ' '
        }}<small v-if="form.spacingMm.atBreak !== null && form.breaks"
          >{{ mm(form.spacingMm.atBreak) }} at the break</small
        >
      </dd>
    </div>
    <div v-if="!of && form.breaks">
      <dt>Runs up</dt>
      <dd>
        <How :about="explainRunUp(form)">{{ mm(form.breaks.runUpMm) }}</How>
        {{ ' ' }}<small>above the level</small>
      </dd>
    </div>
    <div v-if="!of">
      <dt>Whitecaps</dt>
      <dd>
        <How :about="explainWhitecaps(form.whitecapPct, sea.windMS)"
          >{{ number(form.whitecapPct) }} %</How
        >
        {{ ' ' }}<small>of the open water</small>
      </dd>
    </div>
    <div v-if="form.built">
      <dt>Crest that is built</dt>
      <dd>
        <How :about="explainFace(form)">{{ mm(form.built.face.faceArcMm) }}</How>
        {{ ' ' }}<small>film from lip to foot</small>
      </dd>
    </div>
  </dl>
  <FoldAway
    v-if="form.built"
    class="schools"
    data-test="schools"
    title="What each school takes from it"
  >
    <dl>
      <template v-for="s in waveSchools(form)" :key="s.school"
        ><dt>{{ s.school }}</dt>
        <dd>{{ said(s.takes) }}.</dd></template
      >
    </dl>
  </FoldAway>
  <ElCheckbox
    v-if="sea.crest"
    :model-value="sea.crest.whole ?? false"
    data-test="whole-crest"
    @update:model-value="set('The whole width', { crest: { ...sea.crest!, whole: !!$event } })"
    >From edge to edge of its water</ElCheckbox
  >
  <div v-if="sea.crest" class="row">
    <NumberField
      v-if="!sea.crest.whole"
      label="Length of the crest"
      unit="mm"
      class="grow"
      :model-value="sea.crest.lengthMm"
      :min="4"
      :max="10000"
      :step="5"
      @update:model-value="
        set('Crest', { crest: { ...sea.crest!, lengthMm: $event! } }, 'crestlen')
      "
    /><ElButton v-if="!of" class="tool danger" @click="set('No crest', { crest: null })"
      >None built</ElButton
    >
  </div>
  <ElButton v-else class="tool" data-test="build-crest" @click="build">
    Build one crest as it breaks
  </ElButton>
  <ElButton v-if="!of && sea.crest" class="tool" data-test="add-crest" @click="another">
    + Another crest, in a way of its own
  </ElButton>
</template>

<style scoped>
.whole {
  grid-column: 1 / -1;
}
.wished {
  border-left: 3px solid var(--line);
  padding: 2px 0 2px 10px;
  display: grid;
  gap: 6px;
  justify-items: start;
}
.link {
  background: none;
  border: 0;
  padding: 0;
  min-height: 0;
  text-decoration: underline;
}
.words {
  font-size: 0.9062rem;
}
.drives .tool {
  flex: 1;
  justify-content: center;
}
</style>
