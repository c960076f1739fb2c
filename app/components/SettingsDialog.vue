<script setup lang="ts">
import { ElCheckbox, ElDialog, ElInput, ElRadio, ElRadioGroup } from 'element-plus'
import { openOf } from '../panels'
import ChoiceField from './ChoiceField.vue'
import { useSettingsStore } from '../stores/settings'
import { canSpeak } from '../voice'

/** How the builder likes it: kept in this browser, not in the build. */
const open = openOf('settings')
const settings = useSettingsStore()
</script>

<template>
  <ElDialog v-model="open" title="Settings" width="440px" append-to="#sheets">
    <div class="stack">
      <fieldset>
        <legend>Look</legend>
        <ElRadioGroup v-model="settings.theme" class="row">
          <ElRadio value="light">Light</ElRadio>
          <ElRadio value="dark">Dark</ElRadio>
        </ElRadioGroup>
      </fieldset>
      <fieldset>
        <legend>Units, on every screen, print and template</legend>
        <ElRadioGroup v-model="settings.units" class="row" data-test="units">
          <ElRadio value="metric">mm, ml, g, °C</ElRadio>
          <ElRadio value="inch">inches, US fl oz, oz, °F</ElRadio>
        </ElRadioGroup>
        <p class="small soft">Files stay in millimetres: what you send opens everywhere.</p>
      </fieldset>
      <fieldset>
        <legend>Tables for spreadsheets</legend>
        <div class="row">
          <ChoiceField
            v-model="settings.csv.separator"
            label="Columns parted by"
            :options="[
              { id: ',', name: 'commas' },
              { id: ';', name: 'semicolons' },
              { id: '\t', name: 'tabs' }
            ]"
            data-test="csv-separator"
          />
          <ChoiceField
            v-model="settings.csv.decimal"
            label="Tenths after a"
            :options="[
              { id: '.', name: 'point: 1.5' },
              { id: ',', name: 'comma: 1,5' }
            ]"
            data-test="csv-decimal"
          />
        </div>
      </fieldset>
      <label class="field"
        ><span class="name">Sign before prices</span
        ><ElInput v-model="settings.currency" class="choice sign" maxlength="4"
      /></label>
      <div>
        <ElCheckbox v-model="settings.voice" :disabled="!canSpeak" data-test="voice"
          >Bench says steps and clocks aloud</ElCheckbox
        >
        <p class="small soft">
          {{
            canSpeak
              ? 'With the browser’s own voice; any key, tap or pedal answers. S says it again.'
              : 'This browser has no voice of its own.'
          }}
        </p>
      </div>
      <p class="small soft">Kept in this browser, for all builds.</p>
    </div>
  </ElDialog>
</template>

<style scoped>
fieldset {
  margin: 0;
  padding: 0;
  border: 0;
}
legend {
  padding: 0 0 4px;
  font-size: 0.8125rem;
  color: var(--ink-soft);
}
.sign {
  max-width: 90px;
}
</style>
