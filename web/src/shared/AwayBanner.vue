<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query'
import { watch } from 'vue'

import { isAway } from '../api/reach'

/** Said once, at the top: the program does not answer. When it is back, all that is shown is read again. */
const queries = useQueryClient()
watch(isAway, (now) => {
  if (!now) void queries.invalidateQueries()
})
</script>

<template>
  <p v-if="isAway" class="away" role="alert">
    <b>The program does not answer.</b> Start it again, or wait: what you typed stays here, and it goes on by itself.
  </p>
</template>

<style scoped>
.away {
  position: fixed;
  inset: 0 0 auto;
  z-index: 1100;
  margin: 0;
  padding: 10px 18px;
  background: #1b1b1b;
  color: #fff;
  border-bottom: 4px solid #e0685e;
}
</style>
