<script setup lang="ts">
import { ElButton } from 'element-plus'
import { computed } from 'vue'
import { changeSplash, setCause, setWay } from '../../core/build/edits'
import type { Splash } from '../../core/build/types'
import {
  explainDrop,
  explainFingers,
  explainSplash,
  explainZap
} from '../../core/explain/waterExplanations'
import type { SplashForm } from '../../core/plan/2-forms/splashForm'
import { FEWEST, MOST_PANELS, type Stance } from '../../core/physics/water/spray/crown'
import { FASTEST_MS } from '../../core/physics/water/spray/splash'
import { speedInWords } from '../../core/physics/water/spray/splashFor'
import { wayOf, waysFor } from '../../core/craft/ways/catalog'
import { mm, fine, quantity, figure, said } from '../words'
import { useBuildStore } from '../stores/build'
import ChoiceField from './ChoiceField.vue'
import How from './How.vue'
import NumberField from './NumberField.vue'

/** Thrown water: what throws it, how hard, and the shape it takes. */
const props = defineProps<{ splash: Splash; form: SplashForm; scale: number }>()
const store = useBuildStore()
const set = (label: string, change: Parameters<typeof changeSplash>[1], group = '') =>
  store.edit(label, changeSplash(props.splash.id, change), group && `${group}:${props.splash.id}`)
const CAUSES = [
  { id: 'wheel', name: 'a wheel in a ford' },
  { id: 'wall', name: 'a wave on a wall' },
  { id: 'boulder', name: 'water on a boulder' },
  { id: 'body', name: 'a body in or out of water' },
  { id: 'fish', name: 'a fish that leaps' },
  { id: 'paddle', name: 'a paddle' },
  { id: 'rain', name: 'rain' },
  { id: 'column', name: 'a column of spray' }
]
/** Panels are cut from skin: the way that makes it, where this splash is made otherwise; null: it is. */
const ofSkin = computed(() => {
  const made = wayOf(props.splash)
  if (!props.splash.crown || made?.part?.shape === 'skin') return null
  return waysFor('splash').find((w) => w.part?.shape === 'skin') ?? null
})
const STANDS = [
  { id: 'leans', name: 'one piece that leans' },
  { id: 'fan', name: 'panels opened to a fan' },
  { id: 'ring', name: 'panels closed to a ring' }
]
/** As many panels as one starts with. Common practice, no source. */
const USUAL_PANELS = { fan: 4, ring: 6 }
const joins = (id: string) =>
  set('How it stands', {
    crown: id === 'leans' ? null : { stance: id as Stance, panels: USUAL_PANELS[id as Stance] }
  })
const cause = (id: string) => store.edit('Cause', setCause(props.splash.id, id as Splash['cause']))
</script>

<template>
  <ChoiceField
    label="Thrown by"
    :model-value="splash.cause"
    :options="CAUSES"
    data-test="cause"
    @update:model-value="cause"
  />
  <div class="grid2">
    <NumberField
      label="How high"
      unit="mm"
      :model-value="splash.heightMm ?? null"
      :min="0.5"
      :max="10000"
      :step="1"
      :blank="`${figure(form.heightMm, 'mm')}, by its speed`"
      data-test="splash-wish"
      @update:model-value="set('How high', { heightMm: $event }, 'wish')"
    />
    <NumberField
      label="How many fingers"
      whole
      :model-value="splash.fingers ?? null"
      :min="1"
      :max="200"
      :step="1"
      :blank="`${form.fingers}, by itself`"
      data-test="splash-fingers"
      @update:model-value="set('Fingers', { fingers: $event }, 'fingers')"
    />
    <NumberField
      label="How wide"
      unit="mm"
      hint="across its foot"
      :model-value="splash.widthMm"
      :min="0.5"
      :max="1000"
      data-test="splash-width"
      @update:model-value="set('Width', { widthMm: $event! }, 'width')"
    />
    <NumberField
      v-if="splash.crown"
      label="How many panels"
      whole
      :model-value="splash.crown.panels"
      :min="FEWEST[splash.crown.stance]"
      :max="MOST_PANELS"
      :step="1"
      data-test="splash-panels"
      @update:model-value="set('Panels', { crown: { ...splash.crown, panels: $event! } }, 'panels')"
    />
  </div>
  <ChoiceField
    label="Stands as"
    :model-value="splash.crown?.stance ?? 'leans'"
    :options="STANDS"
    data-test="splash-stands"
    @update:model-value="joins"
  />
  <p v-if="form.crown" class="small soft" data-test="splash-crown">
    {{ form.crown.count }} panels, {{ mm(form.crown.footMm) }} along the foot and
    {{ mm(form.crown.topMm) }} along the top; each turned {{ Math.round(form.crown.seamDeg) }}° to
    the next. Templates for a panel and for the foot are in Prints.
  </p>
  <template v-if="ofSkin">
    <p class="small soft">
      Panels are cut from “{{ ofSkin.name }}”; as it is made now the plan works with one piece.
    </p>
    <ElButton
      class="tool"
      data-test="of-skin"
      @click="store.edit('Way', setWay(splash.id, ofSkin.id))"
    >
      Make it as {{ ofSkin.name.toLowerCase() }}
    </ElButton>
  </template>
  <p v-if="splash.cause === 'rain'" class="small soft">
    A drop throws up about {{ mm(20 / scale) }} here: dots of gloss and rings read better than a
    part{{ form.heightMm < 1 ? '' : ', but for the nearest' }}.
  </p>
  <p v-if="splash.heightMm" class="small soft" data-test="splash-as">
    Thrown at {{ quantity(form.speedMS, 'm/s') }} full size, {{ speedInWords(form.speedMS) }}.
  </p>
  <dl class="figures">
    <div>
      <dt>Height</dt>
      <dd data-test="splash-height">
        <How :about="explainSplash(form)">{{ mm(form.heightMm) }}</How>
        {{ ' ' }}<small>{{ quantity((form.heightMm * scale) / 1000, 'm') }} real</small>
      </dd>
    </div>
    <div>
      <dt>Reach</dt>
      <dd>
        <How :about="explainSplash(form)">{{ mm(form.reachMm) }}</How>
      </dd>
    </div>
    <div>
      <dt>Fingers</dt>
      <dd>
        <How :about="explainFingers(form)">{{ form.fingers }}</How>
        {{ ' ' }}<small>every {{ mm(form.fingerEveryMm) }}</small>
      </dd>
    </div>
    <div>
      <dt>Largest drop</dt>
      <dd>
        <How :about="explainDrop(form, scale)">{{ fine(form.largestDropMm, 'mm') }}</How>
        {{ ' '
        }}<small>{{
          form.largestDropMm < 0.5 ? 'fibre and mist, no beads' : 'beads may fly'
        }}</small>
      </dd>
    </div>
    <div>
      <dt>Zap a strand within</dt>
      <dd>
        <How :about="explainZap(form)">{{ Math.round(form.drip.breakS * 100) / 100 }} s</How>
        {{ ' ' }}<small>of drawing it, {{ mm(0.4) }} thick</small>
      </dd>
    </div>
  </dl>
  <div class="grid2">
    <NumberField
      label="Speed, full size"
      unit="m/s"
      :model-value="splash.speedMS"
      :min="0.1"
      :max="FASTEST_MS"
      :step="0.5"
      :blank="`${figure(form.speedMS, 'm/s')}, ${said(form.from)}`"
      hint="blank: by the cause"
      data-test="splash-speed"
      @update:model-value="set('Speed', { speedMS: $event }, 'speed')"
    />
    <NumberField
      label="Or falls from"
      unit="mm"
      :model-value="splash.dropMm"
      :min="0.5"
      :max="10000"
      blank="–"
      @update:model-value="
        set('Drop', { dropMm: $event, speedMS: $event === null ? splash.speedMS : null }, 'drop')
      "
    />
    <NumberField
      label="Lowest ray"
      unit="°"
      :model-value="splash.loDeg"
      :min="0"
      :max="180"
      :step="5"
      @update:model-value="set('Angle', { loDeg: $event! }, 'lo')"
    />
    <NumberField
      label="Highest ray"
      unit="°"
      :model-value="splash.hiDeg"
      :min="0"
      :max="180"
      :step="5"
      @update:model-value="set('Angle', { hiDeg: $event! }, 'hi')"
    />
    <NumberField
      label="Thrown to"
      unit="°"
      :model-value="splash.headingDeg"
      :min="-360"
      :max="360"
      :step="5"
      hint="0 right, 90 away"
      @update:model-value="set('Heading', { headingDeg: $event! }, 'heading')"
    />
    <NumberField
      label="Leaves from"
      unit="mm up"
      :model-value="splash.zMm"
      :min="-1000"
      :max="10000"
      @update:model-value="set('Height', { zMm: $event! }, 'z')"
    />
  </div>
</template>
