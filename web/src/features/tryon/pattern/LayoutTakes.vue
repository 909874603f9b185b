<script setup lang="ts">
import type { Laid } from './layouts'

/** What has to be seen to, and what the layout takes. */
const { laid } = defineProps<{ laid: Laid }>()
</script>

<template>
  <ul v-if="laid.says.length > 0" aria-label="Worth knowing">
    <li v-for="one in laid.says" :key="one">{{ one }}</li>
  </ul>
  <dl aria-label="What it takes">
    <template v-for="one in laid.numbers" :key="one.title">
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

ul {
  margin: 0;
  padding-left: 1.2em;
  font-size: 0.92rem;
}
</style>
