<script setup lang="ts">
import { usePairing } from './usePairing'

/** Said on a device that may only look. */
const { data: pairing } = usePairing()
</script>

<template>
  <span v-if="pairing?.may === 'look'" class="looking" role="note">Looking on: nothing is changed from here.</span>
</template>

<style scoped>
.looking {
  margin-left: auto;
  padding: 4px 10px;
  border: 1px solid var(--ink);
  border-radius: 4px;
  font-size: 0.86rem;
}
</style>
