<script setup lang="ts">
import FoldOut from './FoldOut.vue'

/** What the numbers of differences mean, once where they stand. */
const STEPS = [
  ['under 1', 'nobody can tell'],
  ['1 to 2', 'only side by side'],
  ['2 to 4', 'close'],
  ['4 to 8', 'a shade'],
  ['over 8', 'another colour'],
]
</script>

<template>
  <FoldOut title="what the numbers say">
    <p>
      How far two colours are apart for the eye, by the standard for it (CIEDE2000): less is nearer.
      <template v-for="([number, words], n) in STEPS" :key="number"
        ><b>{{ number }}</b> {{ words }}{{ n === STEPS.length - 1 ? '.' : '; ' }}</template
      >
      “Likely” is where four of five such mixes turn out.
    </p>
  </FoldOut>
</template>

<style scoped>
p {
  margin: 0;
  max-width: 70ch;
}
</style>
