<script setup lang="ts">
import { computed } from 'vue'

import type { Way } from './useWays'

/** What belongs to a way over a ground: what would make it surer, what is tried first, what is known, what can hurt. */
const { way, takes } = defineProps<{ way: Way; takes: boolean }>()
const notes = computed(() => [...new Set(way.steps.flatMap((step) => step.notes))])
</script>

<template>
  <div class="cards">
    <section v-if="way.unread">
      <h2>What would make it surer</h2>
      <p>{{ way.unread }}</p>
    </section>
    <section v-if="takes">
      <h2>Try first</h2>
      <p>
        on a hidden face of this wood, sanded as the rest: end grain goes darker, what is sanded finer takes
        less. Lay it, let it dry, look in both rooms’ lights.
      </p>
    </section>
    <section v-if="notes.length > 0">
      <h2>Worth knowing</h2>
      <p v-for="words in notes" :key="words">{{ words }}</p>
    </section>
    <section v-if="way.cautions.length > 0">
      <h2>Cautions</h2>
      <p v-for="words in way.cautions" :key="words">{{ words }}</p>
    </section>
  </div>
</template>

<style scoped>
.cards {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(240px, 1fr));
  gap: var(--space-s) var(--space-xl);
  padding: var(--space-m) var(--space-l);
  background: var(--sheet);
  border-radius: var(--round-l);
}

.cards p {
  margin: var(--space-hair) 0 0;
}
</style>
