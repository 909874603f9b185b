<script setup lang="ts">
/** One thing to move by hand: what it is, a slider, and its value in words. */
const {
  title,
  value,
  said,
  min = 0,
  max,
  step = 1,
} = defineProps<{ title: string; value: number; said: string; min?: number; max: number; step?: number }>()
const emit = defineEmits<{ slide: [value: number] }>()
</script>

<template>
  <label
    ><span>{{ title }}</span>
    <BFormInput
      type="range"
      :min="min"
      :max="max"
      :step="step"
      :model-value="value"
      :aria-valuetext="said"
      @update:model-value="emit('slide', Number($event))"
    />
    <small>{{ said }}</small>
  </label>
</template>

<style scoped>
label {
  display: grid;
  grid-template-columns: 1fr auto;
  font-size: var(--type-small);
}

input {
  grid-column: 1 / -1;
  grid-row: 2;
}
</style>
