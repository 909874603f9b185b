<script setup lang="ts">
import { sayCount } from './say/numbers'
import { useQueryClient } from '@tanstack/vue-query'
import { useEventListener } from '@vueuse/core'
import { computed, watch } from 'vue'

import { onlyHere, unsent } from '../api/outbox'
import { isAway } from '../api/reach'

/** Said once, at the top: the program does not answer. When it is back, all that is shown is read again. */
const queries = useQueryClient()
watch(isAway, (now) => {
  if (!now) void queries.invalidateQueries()
})
// What the browser would not keep is lost with the page.
useEventListener(window, 'beforeunload', (event) => {
  if (onlyHere.value) event.preventDefault()
})
const waits = computed(() =>
  unsent.value === 0
    ? 'What you type stays here, and it goes on by itself.'
    : `${sayCount(unsent.value, 'change waits', 'changes wait')} here and will be sent in order${
        onlyHere.value ? ': keep this page open' : '; this page may be closed meanwhile'
      }.`,
)
</script>

<template>
  <p v-if="isAway" class="away" role="alert">
    <b>The program does not answer.</b> Start it again, or wait. {{ waits }}
  </p>
</template>

<style scoped>
.away {
  position: fixed;
  inset: 0 0 auto;
  z-index: 1100;
  margin: 0;
  padding: var(--space-m) var(--space-l);
  background: #1b1b1b;
  color: #fff;
  border-bottom: var(--line-heavy) solid #e0685e;
}
</style>
