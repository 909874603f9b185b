<script setup lang="ts">
import { computed } from 'vue'

import KeptInput from '../../shared/KeptInput.vue'
import { readNumber, readTemperature, temperatureToType, temperatureUnit } from '../../shared/say/numbers'
import { useDevices } from '../../shared/useSettings'
import { sayWrong } from '../../shared/useNotice'
import type { Plan, PlanActs } from './usePlan'

/** The air of the workshop, by forecast or as typed, and what it changes; the date, the sprayer. */
const { plan, acts } = defineProps<{ plan: Plan; acts: PlanActs }>()
const devices = useDevices()
const air = computed(() => plan.air)
const source = computed(
  () =>
    ({ typed: 'as you typed it', forecast: 'by the forecast', usual: 'taken as it usually is' })[
      air.value.source
    ],
)
type Air = { temperature: number; humidity: number; moving_air: boolean; dryer: boolean }

function change(part: Partial<Air>) {
  const { temperature, humidity, moving_air, dryer } = air.value
  void acts.change({
    air: { temperature, humidity, moving_air, dryer, ...part },
    no_due: false,
    by_forecast: false,
  })
}

function number(name: 'temperature' | 'humidity', text: string) {
  const { value, ask } = name === 'temperature' ? readTemperature(text) : readNumber(text)
  if (value === undefined) sayWrong(new Error(ask || 'Give a number.'))
  else change({ [name]: value })
}

function due(text: string) {
  if (text === '') void acts.change({ no_due: true, by_forecast: false })
  else void acts.change({ due: new Date(text).toISOString(), no_due: false, by_forecast: false })
}
const local = computed(() => {
  if (!plan.due) return ''
  const at = new Date(plan.due)
  return new Date(at.getTime() - at.getTimezoneOffset() * 60_000).toISOString().slice(0, 16)
})
</script>

<template>
  <div class="air">
    <label
      >{{ temperatureUnit() }} where it dries
      <KeptInput
        :value="temperatureToType(air.temperature)"
        inputmode="decimal"
        @keep="number('temperature', $event)"
    /></label>
    <label
      >% humidity
      <KeptInput :value="String(air.humidity)" inputmode="decimal" @keep="number('humidity', $event)"
    /></label>
    <BFormCheckbox :model-value="air.moving_air" @update:model-value="change({ moving_air: $event === true })"
      >a fan or an open window</BFormCheckbox
    >
    <BFormCheckbox :model-value="air.dryer" @update:model-value="change({ dryer: $event === true })"
      >a hair dryer, kept back</BFormCheckbox
    >
    <label
      >Usable by
      <BFormInput
        :model-value="local"
        type="datetime-local"
        @change="due(($event.target as HTMLInputElement).value)"
    /></label>
    <BFormCheckbox
      :model-value="plan.sprayer"
      @update:model-value="acts.change({ no_sprayer: $event !== true, no_due: false, by_forecast: false })"
      >the sprayer works</BFormCheckbox
    >
    <p class="soft">
      The air is {{ source }}. {{ air.trouble }}
      <BButton
        v-if="air.source === 'typed'"
        variant="plain"
        class="link"
        @click="acts.change({ by_forecast: true, no_due: false })"
        >{{ devices?.weather ? 'by the forecast again' : 'as it usually is again' }}</BButton
      >
    </p>
    <p v-for="one in air.says" :key="one">{{ one }}.</p>
  </div>
</template>

<style scoped>
.air {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-m) var(--space-xl);
  align-items: end;
}

label {
  display: grid;
  gap: var(--space-hair);
  font-size: var(--type-small);
  max-width: 210px;
}

p {
  flex-basis: 100%;
  margin: 0;
}
</style>
