<script setup lang="ts">
import { ml } from '../words'
import ApproachFields from './ApproachFields.vue'
import ChoiceField from './ChoiceField.vue'
import { v4 as newId } from 'uuid'
import {
  ElAutocomplete,
  ElButton,
  ElDialog,
  ElForm,
  ElFormItem,
  ElInput,
  ElRadio,
  type FormInstance
} from 'element-plus'
import { watchDebounced } from '@vueuse/core'
import { reactive, shallowRef, useTemplateRef, watch } from 'vue'
import { FREE, newBuild, WATERS_NAMED } from '../../core/build/newBuild'
import type { Build } from '../../core/build/types'
import type { Care, From } from '../../core/craft/ways/types'
import { NAME, SCALE } from '../../core/exchange/forms'
import { rule } from '../forms'
import { NO_HISTORY } from '../../core/plan/learned/history'
import { day } from '../../core/words/dates'
import { NAMED_SCALES, scaleRatio } from '../../core/physics/shape/scale'
import MiniCutaway from '../drawings/MiniCutaway.vue'
import { cardOf, type BuildCard } from '../../core/plan/card'
import { useShelfStore } from '../stores/shelf'
import { sharedPlanClient } from '../workers/planClient'
import NumberField from './NumberField.vue'

const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{ made: [build: Build] }>()
const shelf = useShelfStore()

const WEEKS = Object.entries(FREE).map(([id, { name }]) => ({ id: id as keyof typeof FREE, name }))
const LEDGE = 'M0 46V40H36V12H46Q68 30 90 12H100V46Z'
const OVER = 'M40 12H90Q68 30 46 14H40V40H36V12Z'
const WATERS: {
  id: keyof typeof WATERS_NAMED
  name: string
  note: string
  land: string
  wet: string
}[] = [
  {
    id: 'pool',
    name: 'A pool',
    note: 'Still or flowing water in one bed.',
    land: 'M0 46V12H22Q50 40 78 12H100V46Z',
    wet: 'M25 15H75Q50 38 25 15Z'
  },
  {
    id: 'pool-fall',
    name: 'A pool and a fall over its lip',
    note: 'The fall lands on the ground in front.',
    land: LEDGE,
    wet: OVER
  },
  {
    id: 'pool-fall-pool',
    name: 'Pool, fall, and a pool below',
    note: 'A weir, a ledge, a mill.',
    land: LEDGE,
    wet: `${OVER}M2 40Q18 52 34 40Z`
  },
  {
    id: 'rapid',
    name: 'Two pools and a rapid',
    note: 'A brook, a gorge, a fish ladder.',
    land: 'M0 46V38H22L34 30H46L56 20H70Q82 30 94 12H100V46Z',
    wet: 'M0 35H20L33 26H45L55 16H92Q82 32 71 20H57L47 31H35L23 39H0Z'
  },
  {
    id: 'shore',
    name: 'A shore with waves',
    note: 'Sea or lake that breaks on a beach.',
    land: 'M0 46V40L70 26L100 12V46Z',
    wet: 'M0 40V22Q14 12 24 22Q36 26 46 20Q52 10 60 14Q68 17 62 24H78L70 26Z'
  }
]
const form = reactive({
  name: '',
  scale: '1:48',
  widthMm: 300 as number | null,
  depthMm: 200 as number | null,
  water: 'pool-fall' as keyof typeof WATERS_NAMED,
  hours: 'two-evenings-and-saturday' as keyof typeof FREE,
  from: 'bare-board' as From,
  care: 'usual' as Care,
  hold: 'dam' as 'dam' | 'case'
})
const HOLDS = [
  { id: 'dam' as const, name: 'A dam at the open edges' },
  { id: 'case' as const, name: 'A ready case or tray' }
]
/** Scales that have a name, as far as they are like what was typed; all of them while that is a ratio. */
const SCALES = [...NAMED_SCALES].map(([value, ratio]) => ({ value, ratio }))
function scalesLike(typed: string, tell: (found: typeof SCALES) => void): void {
  const wanted = typed.trim().toLowerCase()
  const found = SCALES.filter((s) => s.value.toLowerCase().includes(wanted))
  tell(found.length > 0 ? found : SCALES)
}
const RULES = { name: rule(NAME), scale: rule(SCALE) }
const sheet = useTemplateRef<FormInstance>('sheet')
const pad = (n: number) => String(n).padStart(2, '0')

/** The build as it would be now. */
function built(name: string): Build {
  const now = new Date()
  return newBuild({
    id: newId(),
    name,
    scale: form.scale.trim(),
    base: { widthMm: form.widthMm ?? 300, depthMm: form.depthMm ?? 200 },
    waters: WATERS_NAMED[form.water],
    from: form.from,
    care: form.care,
    hold: form.hold,
    calendar: {
      zone: Intl.DateTimeFormat().resolvedOptions().timeZone || 'UTC',
      start: `${now.getFullYear()}-${pad(now.getMonth() + 1)}-${pad(now.getDate())}T${pad(now.getHours())}:${pad(now.getMinutes())}`,
      week: FREE[form.hours].week
    }
  })
}

/** What it comes to, while choices are made: its section, its water, when it would be finished. */
const foretold = shallowRef<BuildCard | null>(null)
watchDebounced(
  () => [
    open.value,
    form.scale,
    form.widthMm,
    form.depthMm,
    form.water,
    form.hours,
    form.from,
    form.care,
    form.hold
  ],
  async () => {
    if (!open.value || scaleRatio(form.scale) === null) return
    const build = built('this build')
    const answer = await sharedPlanClient()
      .derive('new', build, shelf.own, NO_HISTORY)
      .catch(() => null)
    if (answer) foretold.value = cardOf(build, answer.plan)
  },
  { immediate: true, debounce: 150 }
)

/** Before a line of its list is chosen a field points at none: the library names one that is not there. */
watch(useTemplateRef('scale'), (field) => {
  field?.inputRef?.input?.removeAttribute('aria-activedescendant')
})

async function make(event: Event): Promise<void> {
  const fields = event.target as HTMLFormElement
  await sheet.value?.validate().catch(() => undefined)
  // what was not taken is mended first: the field says what is wrong with it
  const wrong = fields.querySelector<HTMLElement>('.is-error input, [aria-invalid="true"]')
  if (wrong) return wrong.focus()
  // a second click while the first was looked at makes no second build
  if (!open.value) return
  emit('made', built(form.name.trim().slice(0, 120)))
  open.value = false
  form.name = ''
}
</script>

<template>
  <ElDialog v-model="open" title="A new build" width="660px" top="2vh" append-to="#sheets">
    <ElForm
      ref="sheet"
      class="stack"
      :model="form"
      :rules="RULES"
      label-position="top"
      hide-required-asterisk
      @submit.prevent="make"
    >
      <div class="grid2 first">
        <ElFormItem label="Name" prop="name">
          <ElInput
            v-model="form.name"
            class="choice"
            maxlength="120"
            autofocus
            data-test="new-name"
          />
        </ElFormItem>
        <ElFormItem label="Scale" prop="scale">
          <ElAutocomplete
            v-model="form.scale"
            class="choice"
            :fetch-suggestions="scalesLike"
            data-test="new-scale"
            ref="scale"
          >
            <template #default="{ item }">
              {{ item.value }}{{ ' ' }}<span class="small soft">1:{{ item.ratio }}</span>
            </template>
          </ElAutocomplete>
        </ElFormItem>
        <NumberField
          v-model="form.widthMm"
          label="Base, left to right"
          unit="mm"
          :min="10"
          :max="10000"
          :step="10"
        />
        <NumberField
          v-model="form.depthMm"
          label="Base, front to back"
          unit="mm"
          :min="10"
          :max="10000"
          :step="10"
        />
      </div>
      <fieldset class="waters">
        <legend class="soft small">Which waters</legend>
        <ElRadio
          v-for="w in WATERS"
          :key="w.id"
          v-model="form.water"
          class="water"
          name="water"
          :value="w.id"
          :data-waters="w.id"
          :class="{ on: form.water === w.id }"
        >
          <svg viewBox="0 0 100 46" aria-hidden="true">
            <path class="land" :d="w.land" />
            <path class="wet" :d="w.wet" />
          </svg>
          <b>{{ w.name }}</b><span class="small soft note">{{ w.note }}</span>
        </ElRadio>
        <figure class="foretold" data-test="new-foretold">
          <MiniCutaway v-if="foretold" name="the new build" :cutaway="foretold.cutaway" />
          <span v-else class="coming" aria-hidden="true"></span>
          <figcaption v-if="!foretold" class="small soft">
            Its first plan is being drawn…
          </figcaption>
          <figcaption v-if="foretold" class="small">
            This build: {{ ml(foretold.waterMl) }} of water<template
              v-if="foretold.moments.finishMs"
              >, finished {{ day(foretold.moments.finishMs, foretold.moments.zone) }}</template
            >
          </figcaption>
        </figure>
      </fieldset>
      <div class="grid2">
        <ApproachFields v-model:from="form.from" v-model:care="form.care" />
        <ChoiceField v-model="form.hold" label="Held by" :options="HOLDS" data-test="hold" />
        <ChoiceField v-model="form.hours" label="Hours free in the week" :options="WEEKS" />
      </div>
      <div class="row">
        <span class="grow"></span>
        <ElButton native-type="submit" class="tool main" data-test="new-make">Make it</ElButton>
      </div>
    </ElForm>
  </ElDialog>
</template>

<style scoped>
.first {
  grid-template-columns: 2fr 1fr 1fr 1fr;
}
.water svg {
  max-height: 72px;
}
.waters {
  border: 0;
  padding: 0;
  margin: 0;
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: 10px;
}
.water {
  display: grid;
  gap: 3px;
  padding: 10px;
  border: 1px solid var(--line-strong);
  border-radius: 3px 12px 3px 12px;
  cursor: pointer;
  align-content: start;
}
.water.on {
  border-color: var(--deep);
  box-shadow: 0 0 0 2px var(--water);
  background: color-mix(in srgb, var(--shallow) 30%, var(--sheet));
}
.water :deep(.el-radio__inner) {
  display: none;
}
.water :deep(.el-radio__label) {
  display: grid;
  gap: 3px;
}
.water:has(:focus-visible) {
  outline: 3px solid var(--brass);
}
.foretold {
  margin: 0;
  display: grid;
  gap: 4px;
  align-content: center;
  padding: 10px;
}
.coming {
  height: 60px;
  background: var(--sunk);
  border-radius: 2px 30px 0 0;
}
.land {
  fill: var(--foam-board);
  stroke: var(--line-strong);
}
.wet {
  fill: var(--water);
}
@media (max-width: 43.75rem) {
  .first {
    grid-template-columns: 1fr 1fr;
  }
  .waters {
    grid-template-columns: repeat(2, minmax(0, 1fr));
    gap: 8px;
  }
  /* all of it stands on one screen: the name of a water says enough beside its picture */
  .water {
    padding: 4px 8px;
    min-height: 60px;
    align-content: center;
  }
  .water :deep(.el-radio__label) {
    grid-template-columns: 48px minmax(0, 1fr);
    align-items: center;
    gap: 8px;
    font-size: 0.8438rem;
    line-height: 1.2;
  }
  .water svg {
    max-height: 36px;
  }
  .note {
    display: none;
  }
  .foretold {
    padding: 0;
    align-content: start;
  }
  .coming {
    height: 40px;
  }
}
</style>
