<script setup lang="ts">
import { usePairing } from './useSettings'

/** Said on a device that may only look. */
const { data: pairing } = usePairing()
</script>

<template>
  <span v-if="pairing?.may === 'look'" class="looking" role="note"
    >Looking on: nothing is changed from here.</span
  >
</template>

<style scoped>
.looking {
  margin-left: auto;
  padding: var(--space-xs) var(--space-m);
  border: var(--line-thin) solid var(--ink);
  border-radius: var(--round-s);
  font-size: var(--type-small);
}
</style>
