<script setup lang="ts">
/** How well a colour is known, as a scale that fills: full is best. By what it is known is said with it. */
defineProps<{ filled: number; words: string; of?: number }>()
</script>

<template>
  <span class="scale" :title="`How well its colour is known: ${words}`">
    <i v-for="n in of ?? 6" :key="n" :class="{ full: n <= filled }" aria-hidden="true" />
    <span class="visually-hidden">known {{ filled }} of {{ of ?? 6 }}: {{ words }}</span>
  </span>
</template>

<style scoped>
.scale {
  flex: none;
  display: inline-flex;
  gap: 1px;
  width: 40px;
  height: 12px;
  padding: var(--space-hair);
  border: var(--line-firm) solid currentcolor;
  border-radius: var(--round-s);
  margin-right: var(--space-s);
  vertical-align: -1px;
}

i {
  flex: 1;
  border-radius: 1px;
}

.full {
  background: currentcolor;
  forced-color-adjust: none;
}
</style>
