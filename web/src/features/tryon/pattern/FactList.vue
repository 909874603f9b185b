<script setup lang="ts">
/** Facts, each what it is and how much, in two columns. */
const { facts } = defineProps<{ facts: { title: string; words: string }[] }>()
</script>

<template>
  <dl>
    <template v-for="one in facts" :key="one.title">
      <dt>{{ one.title }}</dt>
      <dd>{{ one.words }}</dd>
    </template>
  </dl>
</template>

<style scoped>
dl {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: var(--space-xs) var(--space-m);
  margin: 0;
  font-size: var(--type-small);
}

dt {
  font-weight: 400;
}

dd {
  margin: 0;
  font-weight: 700;
  text-align: right;
  max-width: 12em;
}
</style>
