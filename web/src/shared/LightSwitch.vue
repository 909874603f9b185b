<script setup lang="ts">
import { type Component, computed } from 'vue'

import RoomIcon from '~icons/lucide/armchair'
import BulbIcon from '~icons/lucide/lightbulb'
import TubeIcon from '~icons/lucide/rectangle-horizontal'
import LedIcon from '~icons/lucide/sparkle'
import WindowIcon from '~icons/lucide/sun'

import type { LightName } from '../api/client'
import { prefer, preferences } from './preferences'
import { useJob, useLights } from './useJob'

const { data: lights } = useLights()
const { job } = useJob()
const icons: Partial<Record<LightName, Component>> = {
  window: WindowIcon,
  bulb: BulbIcon,
  cool_led: LedIcon,
  tube: TubeIcon,
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
      <component :is="icons[light.name] ?? RoomIcon" aria-hidden="true" class="icon" />
      <span>{{ light.switch ? light.title : `Room: ${light.title}` }}</span>
    </label>
  </fieldset>
</template>

<style scoped>
fieldset {
  flex: none;
  margin-left: auto;
  display: flex;
  border: 1.5px solid var(--ink);
  border-radius: 22px;
  overflow: hidden;
  background: var(--sheet);
}

label {
  display: flex;
  align-items: center;
  gap: 7px;
  height: 41px;
  padding: 0 15px;
  font-size: 0.93rem;
  color: var(--soft);
  cursor: pointer;
  white-space: nowrap;
}

label + label {
  border-left: 1px solid var(--line);
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
    padding: 0 12px;
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
    padding: 0 4px;
    height: 42px;
  }
}
</style>
