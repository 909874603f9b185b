<script setup lang="ts">
/** How much of a time is over, as a ring that fills; `share` 0 to 1. */
defineProps<{ share: number }>()
</script>

<template>
  <svg viewBox="0 0 40 40" aria-hidden="true">
    <circle cx="20" cy="20" r="15" class="whole" />
    <circle
      cx="20"
      cy="20"
      r="15"
      class="gone"
      :stroke-dasharray="`${(94.2 * share).toString()} 94.2`"
      transform="rotate(-90 20 20)"
    />
  </svg>
</template>

<style scoped>
svg {
  flex: none;
  width: 20px;
}

circle {
  fill: none;
  stroke-width: 8;
}

.whole {
  stroke: var(--line);
}

.gone {
  stroke: currentcolor;
}
</style>
