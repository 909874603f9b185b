<script setup lang="ts">
import { computed, ref } from 'vue'

import KeptInput from './KeptInput.vue'
import { inUnit, type LengthUnit, lengthUnit, readLengthWithin } from './say/lengths'

/** A field for a length [m]: typed in the unit that was set, or in the one typed with it. */
const { metres, least, most, fine } = defineProps<{
  metres: number
  least: number
  most: number
  /** Whether it is read in millimetres, where centimetres are set. */
  fine?: boolean | undefined
}>()
const emit = defineEmits<{ keep: [metres: number] }>()
defineOptions({ inheritAttrs: false })
const wrong = ref('')
const unit = computed((): LengthUnit => (fine && lengthUnit.value === 'cm' ? 'mm' : lengthUnit.value))

function read(text: string) {
  const { value, ask } = readLengthWithin(text, least, most, unit.value)
  wrong.value = ask ?? ''
  if (value !== undefined) emit('keep', Math.round(value * 1e6) / 1e6)
}
</script>

<template>
  <span class="typed">
    <KeptInput
      v-bind="$attrs"
      :value="inUnit(metres, unit)"
      inputmode="decimal"
      autocomplete="off"
      :state="wrong ? false : undefined"
      @keep="read"
    />
    {{ unit }}
  </span>
  <small v-if="wrong" role="alert" class="wrong">{{ wrong }}</small>
</template>

<style scoped>
.typed {
  display: flex;
  gap: var(--space-s);
  align-items: center;
}

.typed :deep(input) {
  width: 6em;
}
</style>
