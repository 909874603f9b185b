<script setup lang="ts">
/** How far a piece is painted: from bare, coat by coat. Its room is kept until the stages are there. */
const { stages } = defineProps<{ stages: string[] }>()
const at = defineModel<number | undefined>('at')
const sliding = defineModel<boolean>('sliding')

function slide(to: number) {
  sliding.value = true
  at.value = to
}
</script>

<template>
  <div class="stages" :class="{ invisible: stages.length < 2 }">
    <BFormInput
      type="range"
      min="0"
      :max="stages.length - 1"
      :model-value="at ?? stages.length - 1"
      aria-label="How far it is painted"
      :aria-valuetext="stages[at ?? stages.length - 1]"
      @update:model-value="slide(Number($event))"
      @change="sliding = false"
      @blur="sliding = false"
    />
    <span
      >after <b>{{ stages[at ?? stages.length - 1] }}</b></span
    >
  </div>
</template>

<style scoped>
.stages {
  display: grid;
  grid-template-columns: 1fr 190px;
  gap: var(--space-m);
  align-items: center;
}

@media (max-width: 860px) {
  .stages {
    grid-template-columns: 1fr;
  }
}
</style>
