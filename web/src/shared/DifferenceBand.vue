<script setup lang="ts">
import { computed } from 'vue'
import { drawn, sayDifference } from './say/numbers'

/** A difference as it is computed, in words first, then its number; then as it is likely, and how wide, 0 to 10 on the bar. */
const { words, computedAt, likely, value, low, high } = defineProps<{
  words: string
  computedAt: number
  likely: string
  value: number
  low: number
  high: number
}>()

const percent = (x: number) => `${drawn(Math.min(x, 10) * 10, 1)}%`
const band = computed(() => ({ left: percent(low), right: `calc(100% - ${percent(high)})` }))
const capital = computed(() => words.charAt(0).toUpperCase() + words.slice(1))
</script>

<template>
  <div>
    <div class="said words">
      {{ capital }}
      <small title="How far the dried mix is from the colour wanted, as computed with these tins (CIEDE2000)"
        >{{ sayDifference(computedAt) }} off</small
      >
    </div>
    <div class="numbers">
      <span class="bar" aria-hidden="true"><i :style="band" /><u :style="{ left: percent(value) }" /></span>
      <span
        class="whole"
        title="How it may turn out, by how well these tins are known and poured (CIEDE2000): under 1 nobody can tell"
        >{{ likely }}</span
      >
    </div>
  </div>
</template>

<style scoped>
.words {
  font-size: var(--type-head);
}

small {
  font-size: var(--type-small);
}

.numbers {
  display: flex;
  align-items: center;
  flex-wrap: wrap;
  gap: var(--space-xs) var(--space-m);
  font-size: var(--type-small);
}

.whole {
  white-space: nowrap;
}

.bar {
  position: relative;
  width: 120px;
  height: 9px;
  border-radius: var(--round-s);
  background: rgb(0 0 0 / 18%);
}

.bar i {
  position: absolute;
  top: 0;
  bottom: 0;
  min-width: 4px;
  border-radius: var(--round-s);
  background: #1b1b1b;
}

.bar u {
  position: absolute;
  top: -4px;
  width: 3px;
  height: 17px;
  margin-left: -1px;
  background: #fff;
  border: var(--line-thin) solid #1b1b1b;
}
</style>
