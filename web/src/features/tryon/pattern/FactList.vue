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
  gap: 3px 12px;
  margin: 0;
  font-size: 0.92rem;
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
