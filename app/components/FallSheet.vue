<script setup lang="ts">
import { stripWidth } from '../../core/plan/2-forms/roundJet'
import ChoiceField from './ChoiceField.vue'
import { ElButton } from 'element-plus'
import { X } from '@lucide/vue'
import { computed } from 'vue'
import {
  changeFall,
  changeOutlet,
  changeParting,
  partFall,
  setFlow,
  setOutlet,
  layLedge
} from '../../core/build/edits'
import type { Fall, Outlet } from '../../core/build/types'
import { MOODS } from '../../core/physics/water/hydraulics/drop'
import { explainStrip, explainStripCount } from '../../core/explain/explanations'
import {
  explainAngle,
  explainBubbles,
  explainFoam,
  explainGlassy,
  explainHead,
  explainLanding,
  explainSheet
} from '../../core/explain/waterExplanations'
import type { FallForm } from '../../core/plan/2-forms/fallForm'
import { fallSchools } from '../../core/plan/2-forms/schools'
import { axis, mm, quantity, figure, said } from '../words'
import { useBuildStore } from '../stores/build'
import How from './How.vue'
import NumberField from './NumberField.vue'
import FoldAway from './FoldAway.vue'

/** A fall: where it leaves and goes, how it hangs, and every figure of its sheet. */
const props = defineProps<{ fall: Fall; form: FallForm; scale: number; choosing: boolean }>()
const emit = defineEmits<{ choose: [] }>()
const store = useBuildStore()
const set = (label: string, change: Parameters<typeof changeFall>[1], group = '') =>
  store.edit(label, changeFall(props.fall.id, change), group && `${group}:${props.fall.id}`)
const poolName = (id: string | undefined | null) =>
  store.pools.find((p) => p.id === id)?.name ?? 'no pool'
const real = (mmOnModel: number) => `${quantity((mmOnModel * props.scale) / 1000, 'm')} real`
const HANGS = {
  free: 'springs free',
  clinging: 'clings to the face',
  steps: 'from tread to tread',
  skimming: 'skims over the steps'
}
const TAILS = {
  drowned: 'the pool drowns its jump',
  held: 'the pool holds the boil',
  swept: 'swept on, the pool is shallow'
}
const LEAVES = [
  { id: '', name: 'a pool’s lip' },
  { id: 'ledge', name: 'a ledge or dry cliff' },
  { id: 'pipe', name: 'a pipe' },
  { id: 'wheel', name: 'a water wheel' },
  { id: 'bucket', name: 'a bucket or trough' }
]
const leave = (kind: string) =>
  store.edit('It leaves', setOutlet(props.fall.id, (kind || null) as Outlet['kind'] | null))
/** Under a pipe, a wheel or a bucket there is nothing to run down. */
const hasFace = computed(() => !props.fall.outlet || props.fall.outlet.kind === 'ledge')
const AIR = '\u0000air'
const into = (id: string) =>
  set('Into', { into: id === AIR || id === '' ? null : id, inAir: id === AIR || undefined })
const own = computed(() => props.fall.flow)
/** What its mood gives. */
const gives = computed(() => String(Number(axis(props.form.dischargeM3S, 'm³/s').toPrecision(2))))
const lipMm = computed(() => {
  const [a, b] = props.form.lip ?? [
    [0, 0],
    [0, 0]
  ]
  return props.fall.widthMm ?? Math.hypot(b[0] - a[0], b[1] - a[1])
})
const rocks = computed(() => props.form.rocks)
const HANGINGS: { id: Fall['hang']; name: string }[] = [
  { id: 'by-flow', name: 'by its flow' },
  { id: 'free', name: 'springs free' },
  { id: 'clinging', name: 'clings' }
]
const LANDS = { before: 'lands before', on: 'lands on', behind: 'lands behind' }
</script>

<template>
  <ChoiceField
    label="It leaves"
    :model-value="fall.outlet?.kind ?? ''"
    :options="LEAVES"
    data-test="leaves"
    @update:model-value="leave"
  />
  <div v-if="!fall.outlet" class="row">
    <span class="grow"
      >Over the lip of <b>{{ poolName(fall.lip?.pool) }}</b></span
    ><ElButton class="tool" :aria-pressed="choosing" data-test="choose-lip" @click="emit('choose')">
      Choose on the plan
    </ElButton>
  </div>
  <ChoiceField
    label="Into"
    :model-value="fall.into ?? (fall.inAir ? AIR : '')"
    :options="[
      { id: '', name: 'the ground in front' },
      { id: AIR, name: 'nothing: it ends in the air' },
      ...store.pools.filter((p) => p.id !== fall.lip?.pool)
    ]"
    data-test="into"
    @update:model-value="into"
  />
  <template v-if="fall.outlet">
    <div class="moods" role="group" aria-label="How much it gives">
      <ElButton
        v-for="m in MOODS"
        :key="m"
        class="tool"
        :aria-pressed="own?.dischargeM3S === null && own.mood === m"
        :data-own-mood="m"
        @click="set('Mood', { flow: { mood: m, dischargeM3S: null } })"
      >
        {{ m }}
      </ElButton>
    </div>
    <div class="grid2">
      <NumberField
        label="Gives"
        unit="m³/s"
        :model-value="own?.dischargeM3S ?? null"
        :min="0.00001"
        :max="1000000"
        :step="0.01"
        :blank="gives"
        data-test="own-flow"
        @update:model-value="
          set('Flow', { flow: { mood: own?.mood ?? 'steady', dischargeM3S: $event } }, 'own')
        "
      />
      <NumberField
        label="Turned"
        unit="°"
        :model-value="fall.outlet.headingDeg"
        :min="-360"
        :max="360"
        :step="5"
        hint="0 right, 90 away"
        data-test="turned"
        @update:model-value="
          store.edit('Turn it', changeOutlet(fall.id, { headingDeg: $event! }), `turned:${fall.id}`)
        "
      />
    </div>
    <ElButton
      v-if="fall.outlet.kind === 'ledge' && store.build!.land"
      class="tool"
      data-test="lay-ledge"
      @click="store.edit('Lay the ledge on the land', layLedge(fall.id))"
      >Lay it on the land</ElButton
    >
    <p v-if="form.filled !== null" class="small soft" data-test="filled">
      Its pipe runs {{ Math.round(form.filled * 100) }} % full at its end.
    </p>
  </template>
  <dl v-if="form.curve" class="figures">
    <div>
      <dt>Lands</dt>
      <dd data-test="lands">
        <How :about="explainLanding(form)">{{ mm(form.curve.landMm) }}</How>
        {{ ' '
        }}<small
          >out,
          <How :about="explainAngle(form)"
            >at {{ Math.round(form.curve.landAngleDeg) }}°</How
          ></small
        >
      </dd>
    </div>
    <div>
      <dt>Hangs</dt>
      <dd class="words">
        {{ HANGS[form.hang] }} <small v-if="form.tail">{{ TAILS[form.tail] }}</small>
      </dd>
    </div>
    <div>
      <dt>Glassy for</dt>
      <dd data-test="glassy">
        <How :about="explainGlassy(form, scale)">{{ mm(form.curve.glassyMm) }}</How>
        {{ ' ' }}<small>of {{ mm(form.curve.arcMm) }} along the sheet</small>
      </dd>
    </div>
    <div>
      <dt>Foam</dt>
      <dd>
        <How :about="explainFoam(form)">{{ mm(form.foamMm) }}</How>
        {{ ' '
        }}<small
          ><How :about="explainBubbles(form)">{{ mm(form.bubbleDepthMm) }} deep</How></small
        >
      </dd>
    </div>
    <div>
      <dt>Sheet</dt>
      <dd>
        <How :about="explainSheet(form)">{{ mm(form.curve.brinkThicknessMm) }}</How>
        {{ ' ' }}<small>thick, {{ mm(form.curve.footThicknessMm) }} at its foot</small>
      </dd>
    </div>
    <div>
      <dt>{{ fall.outlet ? 'Behind its edge' : 'Over the lip' }}</dt>
      <dd>
        <How :about="explainHead(form, scale)">{{ mm(form.lipMm - form.crestMm) }}</How>
        {{ ' ' }}<small>{{ real(form.lipMm - form.crestMm) }}</small>
      </dd>
    </div>
    <div>
      <dt>Strips</dt>
      <dd data-test="strips">
        <How :about="explainStripCount(form, fall)">{{ form.strips }}</How>
        {{ ' ' }}<small>and {{ form.stripsToMake - form.strips }} to choose from</small>
      </dd>
    </div>
    <div>
      <dt>Each</dt>
      <dd data-test="strip-length">
        <How :about="explainStrip(form)">{{ mm(form.stripMm) }}</How>
        {{ ' ' }}<small>× {{ mm(stripWidth(form, fall)) }}{{ form.jet ? ', rolled' : '' }}</small>
      </dd>
    </div>
  </dl>
  <div v-for="r in rocks" :key="r.id" class="row rock">
    <span class="grow"
      >{{ LANDS[r.lands] }} <b>{{ r.name }}</b></span
    ><ElButton
      v-if="r.lands !== 'on' && r.dischargeToHitM3S !== null"
      class="tool"
      :data-land-on="r.id"
      @click="store.edit(`Land on ${r.name}`, setFlow({ dischargeM3S: r.dischargeToHitM3S }))"
    >
      Land on it: {{ quantity(r.dischargeToHitM3S, 'm³/s') }}
    </ElButton>
  </div>
  <div class="grid2">
    <NumberField
      :label="fall.outlet?.kind === 'pipe' ? 'Bore' : 'Width'"
      unit="mm"
      :model-value="fall.widthMm"
      :min="0.5"
      :max="10000"
      :blank="figure(lipMm, 'mm')"
      :hint="fall.outlet ? undefined : 'blank: by the lip'"
      @update:model-value="set('Width', { widthMm: $event }, 'width')"
    />
    <NumberField
      v-if="hasFace"
      label="Steps"
      :model-value="fall.steps"
      :min="1"
      :max="60"
      whole
      data-test="steps"
      @update:model-value="set('Steps', { steps: $event! }, 'steps')"
    />
    <NumberField
      v-if="hasFace && fall.steps > 1"
      label="Tread"
      unit="mm"
      :model-value="fall.treadMm"
      :min="0.5"
      :max="1000"
      :step="0.5"
      @update:model-value="set('Tread', { treadMm: $event! }, 'tread')"
    />
    <ChoiceField
      v-else-if="hasFace"
      label="Hangs"
      :model-value="fall.hang"
      :options="HANGINGS"
      data-test="hang"
      @update:model-value="set('Hang', { hang: $event })"
    />
    <NumberField
      label="Strips"
      unit="mm wide"
      :model-value="fall.stripWidthMm"
      :min="2"
      :max="500"
      @update:model-value="set('Strip', { stripWidthMm: $event! }, 'strip')"
    />
    <NumberField
      label="Spares"
      :model-value="fall.spares"
      :min="0"
      :max="100"
      whole
      @update:model-value="set('Spares', { spares: $event! }, 'spares')"
    />
  </div>
  <div v-for="(p, i) in fall.partings ?? []" :key="i" class="row rock" data-test="parting">
    <NumberField
      class="grow"
      label="Rock on the lip at"
      unit="mm"
      :model-value="p.atMm"
      :min="0"
      :max="10000"
      :step="0.5"
      @update:model-value="
        store.edit('Rock', changeParting(fall.id, i, { atMm: $event! }), `part:${fall.id}:${i}`)
      "
    />
    <NumberField
      class="grow"
      label="its width"
      unit="mm"
      :model-value="p.widthMm"
      :min="0.5"
      :max="10000"
      :step="0.5"
      @update:model-value="
        store.edit('Rock', changeParting(fall.id, i, { widthMm: $event! }), `partw:${fall.id}:${i}`)
      "
    />
    <ElButton
      class="tool"
      :aria-label="`Take rock ${i + 1} off the lip`"
      @click="store.edit('Take the rock away', changeParting(fall.id, i, null))"
    >
      <X :size="16" aria-hidden="true" />
    </ElButton>
  </div>
  <ElButton
    v-if="form.lip && fall.outlet?.kind !== 'pipe' && (fall.partings ?? []).length < 20"
    class="tool"
    data-test="part-fall"
    @click="store.edit('Part the fall', partFall(fall.id, lipMm))"
  >
    + Rock that parts it
  </ElButton>
  <FoldAway
    v-if="form.curve"
    class="schools"
    data-test="schools"
    title="What each school takes from it"
  >
    <dl>
      <template v-for="s in fallSchools(form)" :key="s.school"
        ><dt>{{ s.school }}</dt>
        <dd>{{ said(s.takes) }}.</dd></template
      >
    </dl>
  </FoldAway>
  <p class="small soft">
    <template v-if="fall.steps === 1 || !hasFace"
      >Drag the landing on the drawing and the flow follows. </template
    >{{
      fall.outlet
        ? 'Drag it on the plan, and its arrow to turn it.'
        : 'Drag an end of the lip on the plan and the fall goes with it.'
    }}
  </p>
  <ElButton
    v-if="!fall.outlet && store.build!.flow.dischargeM3S !== null"
    class="tool"
    @click="store.edit('Flow by mood', setFlow({ dischargeM3S: null }))"
  >
    Flow by the mood again
  </ElButton>
</template>

<style scoped>
.moods {
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: 6px;
}
.moods .tool {
  justify-content: center;
}
.words {
  font-size: 0.9062rem;
}
.rock {
  border-left: 4px solid var(--brass);
  padding-left: 8px;
}
</style>
