<script setup lang="ts">
import { computed } from 'vue'

import type { Layer, Schemas } from '../../api/client'
import InkSign from '../../shared/InkSign.vue'
import { endsOf, numberOf, position, sayValue, signOf, valueAt } from './settings'

/** One number or choice of a layer, as its kind offers it. */
const { layer, setting } = defineProps<{ layer: Layer; setting: Schemas['SettingOut']; below: string[] }>()
const emit = defineEmits<{ set: [part: Partial<Layer>]; sliding: [now: boolean] }>()
const value = computed(() => numberOf(layer, setting))
const ends = computed(() => endsOf(setting, value.value))
const sign = computed(() => signOf(setting, value.value))

function slide(place: number) {
  emit('sliding', true)
  emit('set', { [setting.key]: valueAt(setting, place) })
}

function settle() {
  emit('sliding', false)
}
</script>

<template>
  <label v-if="setting.control === 'slider'" class="slide"
    ><span>{{ setting.title }}</span>
    <BFormInput
      type="range"
      :min="ends.min"
      :max="ends.max"
      :step="setting.step"
      :model-value="position(setting, value)"
      :aria-valuetext="sayValue(setting, value)"
      @update:model-value="slide(Number($event))"
      @change="settle"
      @blur="settle"
    />
    <small><InkSign v-if="sign" :name="sign" /> {{ sayValue(setting, value) }}</small>
  </label>
  <label v-else-if="setting.control === 'choice'"
    >{{ setting.title }}
    <BFormSelect
      :model-value="layer[setting.key]"
      @update:model-value="emit('set', { [setting.key]: String($event) })"
    >
      <option v-for="(text, key) in setting.options" :key="key" :value="key">{{ text }}</option>
    </BFormSelect>
  </label>
  <label v-else
    >{{ setting.title }}
    <BFormSelect :model-value="value" @update:model-value="emit('set', { [setting.key]: Number($event) })">
      <option v-for="(text, n) in below" :key="n" :value="n">{{ text }}</option>
    </BFormSelect>
  </label>
</template>

<style scoped>
label {
  display: grid;
  font-size: var(--type-small);
}

.slide {
  grid-template-columns: 1fr auto;
}

.slide input {
  grid-column: 1 / -1;
  grid-row: 2;
}
</style>
