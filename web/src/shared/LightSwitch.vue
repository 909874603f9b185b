<script setup lang="ts">
import { computed } from 'vue'

import type { LightName } from '../api/client'
import InkSign from './InkSign.vue'
import { prefer, preferences } from './preferences'
import { useJob, useLights } from './useJob'

const { data: lights } = useLights()
const { job } = useJob()
const signs: Partial<Record<LightName, string>> = {
  window: 'window',
  bulb: 'bulb',
  cool_led: 'led',
  tube: 'tube',
}
/** The usual four, and the light of the room where the piece will stand. */
const shown = computed(() =>
  (lights.value ?? []).filter((light) => light.switch || light.name === job.value?.room_light),
)
const choose = (light: LightName) => {
  prefer({ light })
}
</script>

<template>
  <fieldset>
    <legend class="visually-hidden">Light in which everything is shown (key L)</legend>
    <label v-for="light in shown" :key="light.name" :class="{ on: preferences.light === light.name }">
      <input
        class="visually-hidden"
        type="radio"
        name="light"
        :value="light.name"
        :checked="preferences.light === light.name"
        @change="choose(light.name)"
      />
      <InkSign :name="signs[light.name] ?? 'room'" class="icon" />
      <span>{{ light.switch ? light.title : `Room: ${light.title}` }}</span>
    </label>
  </fieldset>
</template>

<style scoped>
fieldset {
  flex: none;
  margin-left: auto;
  display: flex;
  border: var(--line-firm) solid var(--ink);
  border-radius: var(--round-pill);
  overflow: hidden;
  background: var(--sheet);
  min-height: var(--reach); /* its room is kept before its lights are known */
}

label {
  display: flex;
  align-items: center;
  gap: var(--space-s);
  height: 41px;
  padding: 0 var(--space-l);
  font-size: var(--type-small);
  color: var(--soft);
  cursor: pointer;
  white-space: nowrap;
}

label + label {
  border-left: var(--line-thin) solid var(--line);
}

label.on {
  background: var(--ink);
  color: var(--sheet);
  font-weight: 650;
}

label:has(:focus-visible) {
  box-shadow: inset 0 0 0 3px var(--act);
}

.icon {
  width: 17px;
  height: 17px;
}

@media (max-width: 1100px) {
  label {
    padding: 0 var(--space-m);
  }

  .icon {
    display: none;
  }
}

@media (max-width: 860px) {
  fieldset {
    order: 3;
    margin: 0;
    width: 100%;
  }

  label {
    flex: 1;
    justify-content: center;
    padding: 0 var(--space-xs);
    height: 42px;
  }
}
</style>
