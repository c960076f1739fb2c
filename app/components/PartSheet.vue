<script setup lang="ts">
import { bondNamed } from '../../core/craft/bonds'
import DrawingFrame from './DrawingFrame.vue'
import { computed } from 'vue'
import {
  explainBond,
  explainDroop,
  explainFormer,
  explainProps,
  explainRelease,
  explainTips
} from '../../core/explain/gelExplanations'
import type { PartStack } from '../../core/plan/3-stacks/partStack'
import PartDrawing from '../drawings/PartDrawing.vue'
import type { Fitted } from '../../core/plan/learned/fit'
import { rangeOf } from '../../core/plan/learned/history'
import { about } from '../../core/words/durations'
import { mm, ml, cm2, fine } from '../words'
import How from './How.vue'

/** A part made off the model, what holds it while it sets, and when that may come away. */
const props = defineProps<{ part: PartStack; dries: Fitted }>()
const over = computed(() => props.part.overhang)
/** When the props may go; null: never. */
const away = computed(() => {
  const hours = over.value?.releaseH ?? null
  return hours === null ? null : rangeOf(60 * hours, props.dries)
})
const small = (value: number) => fine(value, 'mm')
</script>

<template>
  <div class="sheet" data-test="part-sheet">
    <div class="framed drawing">
      <DrawingFrame :name="part.name"><PartDrawing :part="part" /></DrawingFrame>
    </div>
    <dl class="figures">
      <div>
        <dt>{{ part.name }}</dt>
        <dd>
          {{ part.count }} <small v-if="part.spares">and {{ part.spares }} spare</small>
        </dd>
      </div>
      <div>
        <dt>{{ part.mould ? 'Sawn to' : part.outline ? 'High and wide' : 'Cut to' }}</dt>
        <dd>
          {{ mm(part.lengthMm) }} <small>× {{ mm(part.widthMm) }}</small>
        </dd>
      </div>
      <template v-if="over">
        <div>
          <dt>Without props</dt>
          <dd>
            <How :about="explainDroop(over)">down {{ small(over.droopMm) }}</How>
            {{ ' ' }}<small>eye forgives {{ small(over.limitMm) }}</small>
          </dd>
        </div>
        <div>
          <dt>Bears alone</dt>
          <dd>{{ mm(over.bearsMm) }} <small>of wet gel</small></dd>
        </div>
        <div>
          <dt>Props</dt>
          <dd data-test="props">
            <How :about="explainProps(over)">{{
              over.props === null
                ? 'none will do'
                : over.props.count === 0
                  ? 'none'
                  : over.props.count
            }}</How><small v-if="over.props?.count"> of foam, stick or pen</small>
          </dd>
        </div>
        <div>
          <dt>Away</dt>
          <dd data-test="release">
            <How :about="explainRelease(over)">{{ away ? about(away.likelyMin) : 'never' }}</How>
            {{ ' '
            }}<small
              >after each coat<template v-if="away"
                >, surely {{ about(away.sureMin) }}</template
              ></small
            >
          </dd>
        </div>
      </template>
      <div v-if="part.former">
        <dt>Former</dt>
        <dd>
          <How :about="explainFormer(part)">{{ mm(2 * part.former.radiusMm) }}</How>
          {{ ' ' }}<small>across</small>
        </dd>
      </div>
      <template v-if="part.mould">
        <div>
          <dt>Rubber</dt>
          <dd>{{ part.mould.coats }} coats <small>cloth in the fourth</small></dd>
        </div>
        <div>
          <dt>Shell</dt>
          <dd>
            {{ part.mould.shellLayers }} layers
            <small>over {{ cm2(part.mould.surfaceCm2 * 100) }}</small>
          </dd>
        </div>
        <div>
          <dt>Made long</dt>
          <dd>
            {{ mm(part.mould.longMm) }} <small>saw {{ mm(part.trimMm) }} off each end</small>
          </dd>
        </div>
        <div>
          <dt>Casting</dt>
          <dd>{{ ml(part.mould.castMl) }}</dd>
        </div>
      </template>
      <div>
        <dt>Weight</dt>
        <dd>{{ fine(part.massG, 'g') }}</dd>
      </div>
      <div>
        <dt>Joint</dt>
        <dd>
          <How :about="explainBond(part)">{{ part.bond.holds ? 'holds' : 'too short' }}</How>
          {{ ' '
          }}<small>{{ mm(part.bond.footMm) }}, {{ bondNamed(part.bond.kind).toLowerCase() }}</small>
        </dd>
      </div>
      <div v-if="part.standing">
        <dt>By itself</dt>
        <dd>
          <How :about="explainTips(part)">{{
            part.standing.stands
              ? `stands to ${Math.round(part.standing.tipDeg)}°`
              : 'leans: hold it'
          }}</How>
        </dd>
      </div>
      <div v-if="part.release" class="wide">
        <dt>On {{ part.on }}</dt>
        <dd>
          {{ part.release.result }} <small>{{ part.release.why }}</small>
        </dd>
      </div>
    </dl>
  </div>
</template>

<style scoped>
.sheet {
  height: 100%;
  display: flex;
  gap: 16px;
  min-height: 0;
}
.drawing {
  flex: 1;
  min-width: 0;
}
.figures {
  width: 280px;
  overflow: auto;
  align-content: start;
}
.wide {
  grid-column: 1 / -1;
}
@media (max-width: 43.75rem) {
  .sheet {
    flex-direction: column;
    height: auto;
  }
  .figures {
    width: auto;
  }
}
</style>
