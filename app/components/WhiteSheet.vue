<script setup lang="ts">
import { ElButton } from 'element-plus'
import { computed, ref } from 'vue'
import { changeFinish, judgeWhite, setWay } from '../../core/build/edits'
import type { Build } from '../../core/build/types'
import { explainPaste, explainShare } from '../../core/explain/gelExplanations'
import { wayFor, waysFor } from '../../core/craft/ways/catalog'
import type { WhitePlan } from '../../core/plan/4-amounts/whitePlan'
import { mm, ml, fine, quantity, said } from '../words'
import { useBuildStore } from '../stores/build'
import ChoiceField from './ChoiceField.vue'
import How from './How.vue'
import NumberField from './NumberField.vue'
import WaysSheet from './WaysSheet.vue'

/**
 * White water over the whole scene: its school, its recipe in grams, where each white goes, and how
 * much there should be.
 */
const props = defineProps<{ build: Build; white: WhitePlan }>()
const store = useBuildStore()
const way = computed(() => wayFor('white', props.build.finish.white))
const spray = computed(() => wayFor('spray', props.build.finish.spray))
const comparing = ref<'' | 'white' | 'spray'>('')
const name = (id: string) => props.build.waters.find((w) => w.id === id)?.name ?? id
const most = computed(() => Math.max(1, ...props.white.bands.map((b) => b.areaCm2)))
const FILLS: Record<number, string> = { 15: 'thin', 40: 'half', 70: 'thick' }
</script>

<template>
  <div v-if="comparing" class="compare">
    <div class="row">
      <h3 aria-level="2" class="grow">
        {{ comparing === 'white' ? 'Schools of white water' : 'Ways of spray' }}, side by side
      </h3>
      <ElButton class="tool" @click="comparing = ''">Back to the recipe</ElButton>
    </div>
    <WaysSheet
      :build="build"
      :what="comparing"
      :way="build.finish[comparing]"
      :zone="build.calendar.zone"
      @choose="store.edit('Way', setWay(comparing as 'white', $event))"
    />
  </div>
  <div v-else class="sheet" data-test="white-sheet">
    <section class="stack">
      <div class="row ways">
        <ChoiceField
          class="grow"
          label="White water"
          :model-value="build.finish.white"
          :options="waysFor('white')"
          data-test="white-way"
          @update:model-value="store.edit('White water', setWay('white', $event))"
        /><ElButton class="tool" @click="comparing = 'white'">Compare</ElButton>
      </div>
      <p v-if="way" class="small soft">
        {{ said(way.note) }}
      </p>
      <div class="row ways">
        <ChoiceField
          class="grow"
          label="Spray"
          :model-value="build.finish.spray"
          :options="waysFor('spray')"
          @update:model-value="store.edit('Spray', setWay('spray', $event))"
        /><ElButton class="tool" @click="comparing = 'spray'">Compare</ElButton>
      </div>
      <p v-if="spray" class="small soft">
        {{ said(spray.note) }}
      </p>
      <NumberField
        label="Built up where thickest"
        unit="mm"
        :model-value="build.finish.reliefMm"
        :min="0.1"
        :max="100"
        :step="0.5"
        @update:model-value="
          store.edit('Height of white', changeFinish({ reliefMm: $event! }), 'relief')
        "
      />
    </section>
    <section class="stack">
      <h3 aria-level="2">
        Recipe<template v-if="white.volumeMl"
          >, <How :about="explainPaste(white)">{{ ml(white.volumeMl) }}</How></template
        >
      </h3>
      <p v-if="white.problem" class="fault">
        {{ white.problem }}
      </p>
      <table v-else class="plain" data-test="recipe">
        <tbody>
          <tr v-for="l in white.lines" :key="l.material">
            <td>{{ l.name }}</td>
            <td class="num figure">{{ fine(l.massG, 'g') }}</td>
            <td class="num small soft">{{ ml(l.ml) }}</td>
          </tr>
        </tbody>
      </table>
      <p v-if="white.standsMm !== null" class="small">
        Stands up to <b>{{ mm(white.standsMm) }}</b> high by itself; {{ mm(white.reliefMm) }} is
        wanted.
      </p>
      <dl v-if="white.dries" class="dries small">
        <dt>stays white</dt>
        <dd>{{ white.dries.white }}</dd>
        <dt>dries clear</dt>
        <dd>{{ white.dries.clear }}</dd>
        <dt>dries dull</dt>
        <dd>{{ white.dries.dull }}</dd>
      </dl>
      <h3 aria-level="2">From the edge outwards</h3>
      <div v-for="b in [...white.bands].reverse()" :key="b.pct" class="band">
        <span>{{ b.white }}</span><svg
          viewBox="0 0 100 14"
          preserveAspectRatio="none"
          aria-hidden="true"
        >
          <rect :class="FILLS[b.pct]" height="14" :width="(100 * b.areaCm2) / most" /></svg
        ><b class="figure">{{ quantity(b.areaCm2, 'cm²') }}</b>
      </div>
    </section>
    <section class="stack">
      <h3 aria-level="2">Yours against this water’s</h3>
      <div
        v-for="s in white.shares"
        :key="s.water"
        class="share"
        :class="{ over: s.yoursPct !== null && s.yoursPct > s.formPct + 10 }"
        :data-share="s.water"
      >
        <span class="grow"
          ><b>{{ name(s.water) }}</b> {{ ' '
          }}<How :about="explainShare(s.formPct, s.yoursPct, s.areaCm2)"
            >{{ Math.round(s.formPct) }} %</How
          ></span
        >
        <NumberField
          bare
          :label="`Your white on ${name(s.water)}`"
          unit="%"
          :model-value="s.yoursPct"
          :min="0"
          :max="100"
          blank="yours"
          @update:model-value="
            store.edit('White judged', judgeWhite(s.water, $event), `yours-${s.water}`)
          "
        />
      </div>
      <p class="small soft">
        Look from half a metre and put down what you see. Too much: soften with gel tinted faint
        blue, pick it away, dab it with a finger.
      </p>
    </section>
  </div>
</template>

<style scoped>
.sheet {
  height: 100%;
  overflow: auto;
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(100%, 15rem), 1fr));
  gap: 20px;
}
.stack {
  gap: 8px;
  align-content: start;
}
@media (max-width: 43.75rem) {
  .sheet {
    height: auto;
  }
}
.ways {
  align-items: end;
  flex-wrap: nowrap;
}
.compare {
  height: 100%;
  display: flex;
  flex-direction: column;
  gap: 8px;
}
.dries {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 2px 10px;
  margin: 0;
}
.dries dt {
  color: var(--ink-soft);
}
.dries dd {
  margin: 0;
}
.band {
  display: grid;
  grid-template-columns: 7.25rem minmax(0, 1fr) auto;
  gap: 8px;
  align-items: center;
  font-size: 0.8438rem;
}
.band svg {
  width: 100%;
  height: 14px;
  background: var(--sunk);
}
.band b {
  text-align: right;
}
.thin {
  fill: var(--shallow);
}
.half {
  fill: var(--water);
}
.thick {
  fill: var(--deep);
}
.share {
  display: flex;
  gap: 10px;
  align-items: center;
}
.share > .field {
  width: 5.75rem;
}
.share.over {
  border-left: 4px solid var(--brass);
  padding-left: 8px;
}
</style>
