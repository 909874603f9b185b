<script setup lang="ts">
import FactList from './FactList.vue'
import type { Laid } from './layouts'

/** What has to be seen to, and what the layout takes. */
const { laid } = defineProps<{ laid: Laid }>()
</script>

<template>
  <ul v-if="laid.says.length > 0" aria-label="Worth knowing">
    <li v-for="one in laid.says" :key="one">{{ one }}</li>
  </ul>
  <FactList aria-label="What it takes" :facts="laid.numbers" />
</template>

<style scoped>
ul {
  margin: 0;
  padding-left: 1.2em;
  font-size: var(--type-small);
}
</style>
