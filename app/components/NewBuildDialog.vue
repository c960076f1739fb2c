<script setup lang="ts">
import ChoiceField from './ChoiceField.vue'
import { v4 as newId } from 'uuid'
import { ElButton, ElDialog, ElInput, ElRadio } from 'element-plus'
import { computed, reactive } from 'vue'
import { newBuild, USUAL_WEEK, type NewBuild } from '../../core/build/newBuild'
import type { Build, Calendar } from '../../core/build/types'
import { NAMED_SCALES, scaleRatio } from '../../core/physics/shape/scale'
import NumberField from './NumberField.vue'

const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{ made: [build: Build] }>()

const HOURS: { id: string; name: string; week: Calendar['week'] }[] = [
  { id: 'usual', name: 'Tue and Thu evening, Sat morning', week: USUAL_WEEK },
  {
    id: 'evenings',
    name: 'Every weekday evening, 19:30–21:00',
    week: {
      mon: [['19:30', '21:00']],
      tue: [['19:30', '21:00']],
      wed: [['19:30', '21:00']],
      thu: [['19:30', '21:00']],
      fri: [['19:30', '21:00']],
      sat: [],
      sun: []
    }
  },
  {
    id: 'weekend',
    name: 'Weekends, 10:00–16:00',
    week: {
      mon: [],
      tue: [],
      wed: [],
      thu: [],
      fri: [],
      sat: [['10:00', '16:00']],
      sun: [['10:00', '16:00']]
    }
  },
  {
    id: 'daily',
    name: 'Every day, 09:00–17:00',
    week: Object.fromEntries(
      ['mon', 'tue', 'wed', 'thu', 'fri', 'sat', 'sun'].map((d) => [d, [['09:00', '17:00']]])
    ) as Calendar['week']
  }
]
const LEDGE = 'M0 46V40H36V12H46Q68 30 90 12H100V46Z'
const OVER = 'M40 12H90Q68 30 46 14H40V40H36V12Z'
const WATERS: {
  id: string
  name: string
  note: string
  land: string
  wet: string
  waters: NewBuild['waters']
}[] = [
  {
    id: 'pool',
    name: 'A pool',
    note: 'Still or flowing water in one bed.',
    land: 'M0 46V12H22Q50 40 78 12H100V46Z',
    wet: 'M25 15H75Q50 38 25 15Z',
    waters: { pool: true, fall: false, poolBelow: false }
  },
  {
    id: 'fall',
    name: 'A pool and a fall over its lip',
    note: 'The fall lands on the ground in front.',
    land: LEDGE,
    wet: OVER,
    waters: { pool: true, fall: true, poolBelow: false }
  },
  {
    id: 'both',
    name: 'Pool, fall, and a pool below',
    note: 'A weir, a ledge, a mill.',
    land: LEDGE,
    wet: `${OVER}M2 40Q18 52 34 40Z`,
    waters: { pool: true, fall: true, poolBelow: true }
  },
  {
    id: 'rapid',
    name: 'Two pools and a rapid',
    note: 'A brook, a gorge, a fish ladder.',
    land: 'M0 46V38H22L34 30H46L56 20H70Q82 30 94 12H100V46Z',
    wet: 'M0 35H20L33 26H45L55 16H92Q82 32 71 20H57L47 31H35L23 39H0Z',
    waters: { pool: true, fall: false, poolBelow: true, rapid: true }
  },
  {
    id: 'shore',
    name: 'A shore with waves',
    note: 'Sea or lake that breaks on a beach.',
    land: 'M0 46V40L70 26L100 12V46Z',
    wet: 'M0 40V22Q14 12 24 22Q36 26 46 20Q52 10 60 14Q68 17 62 24H78L70 26Z',
    waters: { pool: true, fall: false, poolBelow: false, shore: true }
  }
]
const form = reactive({
  name: '',
  scale: '1:48',
  widthMm: 300 as number | null,
  depthMm: 200 as number | null,
  water: 'fall',
  hours: 'usual'
})
const faults = computed(() => {
  const found: string[] = []
  if (form.name.trim() === '') found.push('Give it a name.')
  if (scaleRatio(form.scale) === null)
    found.push(`“${form.scale}” is no scale: write 1:48, OO or 87.1.`)
  return found
})
const pad = (n: number) => String(n).padStart(2, '0')

function make(event: Event): void {
  if (faults.value.length > 0) return
  // a number that was not taken is mended first: the field says what is wrong with it
  const wrong = (event.target as HTMLFormElement).querySelector<HTMLElement>(
    '[aria-invalid="true"]'
  )
  if (wrong) return wrong.focus()
  const now = new Date()
  emit(
    'made',
    newBuild({
      id: newId(),
      name: form.name.trim().slice(0, 120),
      scale: form.scale.trim(),
      base: { widthMm: form.widthMm ?? 300, depthMm: form.depthMm ?? 200 },
      waters: WATERS.find((w) => w.id === form.water)!.waters,
      calendar: {
        zone: Intl.DateTimeFormat().resolvedOptions().timeZone || 'UTC',
        start: `${now.getFullYear()}-${pad(now.getMonth() + 1)}-${pad(now.getDate())}T${pad(now.getHours())}:${pad(now.getMinutes())}`,
        week: HOURS.find((h) => h.id === form.hours)!.week
      }
    })
  )
  open.value = false
  form.name = ''
}
</script>

<template>
  <ElDialog v-model="open" title="A new build" width="620px" top="4vh" append-to="main">
    <form class="stack" @submit.prevent="make">
      <div class="grid2">
        <label class="field"
          ><span class="name">Name</span
          ><ElInput
            v-model="form.name"
            class="choice"
            maxlength="120"
            autofocus
            data-test="new-name"
        /></label>
        <label class="field"
          ><span class="name">Scale</span>
          <ElInput v-model="form.scale" class="choice" list="scales" data-test="new-scale" />
          <datalist id="scales">
            <option v-for="[name, ratio] in NAMED_SCALES" :key="name" :value="name">
              1:{{ ratio }}
            </option>
          </datalist>
        </label>
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
          <b>{{ w.name }}</b><span class="small soft">{{ w.note }}</span>
        </ElRadio>
      </fieldset>
      <ChoiceField
        v-model="form.hours"
        label="Hours free in the week (changed at any time on Days)"
        :options="HOURS"
      />
      <div class="row">
        <span
          v-if="faults.length"
          class="grow"
          :class="form.name || faults.length > 1 ? 'fault' : 'soft'"
          role="status"
          >{{ faults.join(' ') }}</span><span v-else class="grow"></span>
        <ElButton
          native-type="submit"
          class="tool main"
          :disabled="faults.length > 0"
          data-test="new-make"
        >
          Make it
        </ElButton>
      </div>
    </form>
  </ElDialog>
</template>

<style scoped>
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
.land {
  fill: var(--foam-board);
  stroke: var(--line-strong);
}
.wet {
  fill: var(--water);
}
@media (max-width: 700px) {
  .waters {
    grid-template-columns: repeat(2, minmax(0, 1fr));
    gap: 8px;
  }
  .water {
    padding: 8px;
  }
  .water svg {
    max-height: 40px;
  }
}
</style>
