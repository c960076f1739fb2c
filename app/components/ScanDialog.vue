<script setup lang="ts">
import { named } from '../../core/build/file/comingIn'
import FilePick from './FilePick.vue'
import ChoiceField from './ChoiceField.vue'
import { ElButton, ElDialog } from 'element-plus'
import { computed, onBeforeUnmount, ref, shallowRef } from 'vue'
import { setSoundings } from '../../core/build/edits'
import type { PoolGroundPlan } from '../../core/plan/derivePlan'
import { guessPlacement, sizeOf } from '../../core/exchange/scans/guess'
import { scanKind } from '../../core/exchange/scans/readMesh'
import { takenAs } from '../../core/exchange/takenAs'
import type { Laid, ScanSeen } from '../workers/scan.worker'
import { scanClient, type ScanClient } from '../workers/scanClient'
import { mm, number } from '../words'
import { useBuildStore } from '../stores/build'
import NumberField from './NumberField.vue'
import ShareBar from './ShareBar.vue'

/** A scan, a height map or a list of soundings becomes the ground of the pools it covers. */
const open = defineModel<boolean>({ required: true })
const props = defineProps<{ grounds: PoolGroundPlan[]; forLand?: boolean }>()
const store = useBuildStore()
const seen = shallowRef<ScanSeen | null>(null)
const laid = shallowRef<Laid | null>(null)
const fileName = ref('')
const problem = ref('')
const busy = ref<{ share: number; doing: string } | null>(null)
const unit = ref(1)
const UNITS = [
  { id: 1, name: '1 mm' },
  { id: 10, name: '1 cm' },
  { id: 25.4, name: '1 inch' },
  { id: 1000, name: '1 m' }
]
const up = ref<'z' | 'y'>('z')
const at = ref({ x: 0, y: 0, z: 0 })
const map = ref({ widthMm: store.build?.base.widthMm ?? 300, lowMm: 0, highMm: 40 })
/** No pool is called so. */
const LAND = '@land'
const only = ref(props.forLand ? LAND : '')
let client: ScanClient | null = null

function progress(share: number, doing: string): void {
  busy.value = { share, doing }
}
function stop(): void {
  client?.stop()
  client = null
  busy.value = null
}
onBeforeUnmount(stop)

async function read(file: File): Promise<void> {
  stop()
  laid.value = null
  problem.value = ''
  const kind = scanKind(file.name)
  fileName.value = file.name
  seen.value = null
  if (!kind) {
    problem.value = `“${file.name}” is none of STL, OBJ, PNG and CSV. Nothing was changed.`
    return
  }
  try {
    progress(0.02, 'Opening the file')
    const bytes = await file.arrayBuffer()
    client = scanClient(progress)
    seen.value = await client.read(kind, bytes)
    guess()
  } catch (error) {
    problem.value = said(error)
  }
  busy.value = null
}
const said = (error: unknown) => {
  const text = error instanceof Error ? error.message : String(error)
  return text === 'stopped' ? '' : `${named(fileName.value, text)}. Nothing was changed.`
}

function guess(): void {
  const says = seen.value?.says
  if (says) {
    map.value = { widthMm: says.widthMm, lowMm: says.lowMm, highMm: says.highMm }
    at.value = { ...at.value, x: says.x, y: says.y }
  }
  if (!seen.value?.extents || !store.build) return
  const { unitMm, up: axis } = guessPlacement(seen.value.extents, store.build.base)
  unit.value = unitMm
  up.value = axis
}
const size = computed(() => {
  const e = seen.value?.extents?.[up.value]
  return e ? sizeOf(e, unit.value) : null
})
const pools = computed(() =>
  only.value === LAND ? [] : store.pools.filter((p) => only.value === '' || p.id === only.value)
)
async function lay(): Promise<void> {
  if (!client || !seen.value) return
  problem.value = ''
  laid.value = null
  try {
    laid.value = await client.lay({
      placement: seen.value.extents ? { unitMm: unit.value, up: up.value, ...at.value } : null,
      map: seen.value.pixels ? { ...map.value, x: at.value.x, y: at.value.y } : null,
      land:
        only.value === LAND && store.build
          ? { base: store.build.base, ground: store.build.ground, land: store.build.land }
          : null,
      pools: pools.value.map((p) => ({
        id: p.id,
        name: p.name,
        ring:
          props.grounds.find((g) => g.id === p.id)?.ring ??
          p.outline.map((c): [number, number] => [c.x, c.y])
      }))
    })
  } catch (error) {
    problem.value = said(error)
  }
  busy.value = null
}
const good = computed(() => laid.value?.pools.filter((p) => p.scan) ?? [])
function take(): void {
  const land = laid.value?.land?.land
  if (land) {
    store.edit('Land from a file', (build) => ({
      ...build,
      land: { ...land, ...(build.land?.contours ? { contours: build.land.contours } : {}) }
    }))
    open.value = false
    return
  }
  store.edit('Scan', (build) =>
    good.value.reduce((b, p) => setSoundings(p.id, p.scan!.soundings)(b), build)
  )
  open.value = false
}
</script>

<template>
  <ElDialog
    v-model="open"
    title="Ground from a file"
    width="620px"
    append-to="#sheets"
    @closed="stop"
  >
    <div class="stack" data-test="scan-dialog">
      <p>A scan (STL or OBJ), a height map (PNG) or soundings (CSV). It stays in this browser.</p>
      <div class="row">
        <FilePick
          main
          kind="scan"
          accept=".stl,.obj,.png,.csv,.txt,.tsv"
          data-test="scan-file"
          @pick="read"
          @refuse="problem = $event"
          >Choose a file</FilePick
        ><b v-if="fileName">{{ fileName }}</b>
      </div>
      <div v-if="busy" class="row" role="status">
        <ShareBar class="bar" :share="busy.share" :label="busy.doing" />
        <span class="small grow">{{ busy.doing }}…</span
        ><ElButton class="tool" @click="stop">Stop</ElButton>
      </div>
      <p v-if="problem" class="fault" role="alert" data-test="scan-problem">
        {{ problem }}
      </p>
      <template v-if="seen">
        <p v-if="seen.triangles">
          <b>{{ seen.triangles.toLocaleString('en-GB') }}</b> triangles<span v-if="seen.dropped"
            >; {{ seen.dropped }} with coordinates that are no numbers were left out</span
          ><span v-if="seen.loose"
            >; {{ seen.loose }} edges and points without a face were left out</span
          >.
          <span v-if="size">
            {{ mm(size[0]) }} by {{ mm(size[1]) }}, {{ mm(size[2]) }} high; the base is
            {{ mm(store.build?.base.widthMm ?? 0) }} by
            {{ mm(store.build?.base.depthMm ?? 0) }}.</span
          >
        </p>
        <p v-if="seen.pixels">
          <b>{{ seen.pixels[0] }} × {{ seen.pixels[1] }}</b> pixels.
          <template v-if="seen.says"> It says itself how wide and how high it lies.</template>
        </p>
        <p v-if="seen.soundings">
          <b>{{ seen.soundings }}</b> soundings<template v-if="seen.taken"
            >: {{ takenAs(seen.taken) }}</template
          >
        </p>
        <div v-if="seen.extents" class="grid2">
          <ChoiceField
            v-model="unit"
            label="One unit of the file is"
            :options="UNITS"
            data-test="scan-unit"
          />
          <ChoiceField
            v-model="up"
            label="Up is"
            :options="[
              { id: 'z', name: 'z' },
              { id: 'y', name: 'y' }
            ]"
          />
        </div>
        <div v-if="seen.pixels" class="grid3">
          <NumberField
            label="Wide on the base"
            unit="mm"
            :model-value="map.widthMm"
            :min="1"
            :max="10000"
            @update:model-value="map.widthMm = $event!"
          />
          <NumberField
            label="Black lies at"
            unit="mm"
            :model-value="map.lowMm"
            :min="-1000"
            :max="10000"
            @update:model-value="map.lowMm = $event!"
          />
          <NumberField
            label="White lies at"
            unit="mm"
            :model-value="map.highMm"
            :min="-1000"
            :max="10000"
            @update:model-value="map.highMm = $event!"
          />
        </div>
        <div v-if="!seen.soundings" class="grid3">
          <NumberField
            label="Left corner at"
            unit="mm"
            :model-value="at.x"
            :min="-10000"
            :max="10000"
            @update:model-value="at.x = $event!"
          />
          <NumberField
            label="Front corner at"
            unit="mm"
            :model-value="at.y"
            :min="-10000"
            :max="10000"
            @update:model-value="at.y = $event!"
          />
          <NumberField
            v-if="seen.extents"
            label="Lowest point at"
            unit="mm"
            :model-value="at.z"
            :min="-1000"
            :max="10000"
            :step="0.5"
            data-test="scan-z"
            @update:model-value="at.z = $event!"
          />
        </div>
        <ChoiceField
          v-model="only"
          label="For"
          :options="[
            { id: '', name: 'every pool it covers' },
            { id: LAND, name: 'the land about the pools' },
            ...store.pools
          ]"
          data-test="scan-for"
        />
        <div>
          <ElButton
            class="tool"
            :class="{ main: !laid }"
            :disabled="busy !== null"
            data-test="scan-lay"
            @click="lay"
          >
            Lay it on the base
          </ElButton>
        </div>
      </template>
      <template v-if="laid">
        <p v-if="laid.land" data-test="land-laid">
          It covers {{ Math.round(laid.land.coveredPct) }} % of the base.<template
            v-if="laid.land.coveredPct < 99"
          >
            Beyond it the land stays as it is.</template
          ><b v-if="laid.land.holesPct > 0.5">
            {{ number(laid.land.holesPct) }} % of it were holes, stretched over from their edges.</b
          ><b v-if="laid.land.clippedPct > 0.5">
            {{ number(laid.land.clippedPct) }} % of it lay under the base’s top and lies on it
            now.</b
          >
        </p>
        <ul v-else class="laid">
          <li v-for="p in laid.pools" :key="p.id">
            <b>{{ p.name }}:</b>{{ ' '
            }}<span v-if="p.scan">
              {{ p.scan.soundings.length }} soundings<template v-if="p.scan.toleranceMm"
                >, within {{ mm(p.scan.toleranceMm) }} of the scan</template
              >.<template v-if="p.scan.coveredPct < 98">
                It covers {{ Math.round(p.scan.coveredPct) }} % of the pool.</template
              ><b v-if="p.scan.holesPct > 0.5">
                {{ number(p.scan.holesPct) }} % of it were holes, filled from their edges.</b
              ></span
            >
            <span v-else class="fault"> {{ p.problem }}.</span>
          </li>
        </ul>
        <div class="row">
          <ElButton
            class="tool main"
            :disabled="!good.length && !laid.land"
            data-test="scan-take"
            @click="take"
          >
            {{ laid.land ? 'Make it the land' : 'Make it the ground' }}</ElButton><span
            class="small soft"
            >{{
              laid.land
                ? 'Replaces the land; undo brings it back.'
                : 'Replaces the soundings there; undo brings them back.'
            }}</span
          >
        </div>
      </template>
    </div>
  </ElDialog>
</template>

<style scoped>
.bar {
  width: 160px;
}
.laid {
  margin: 0;
  padding-left: 18px;
}
</style>
