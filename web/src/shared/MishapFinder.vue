<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed, ref } from 'vue'

import { api, unwrap } from '../api/client'
import FoldOut from './FoldOut.vue'

/** What goes wrong, found by its sign: the likely cause, and what to do how soon. */
const words = ref('')
const { data } = useQuery({
  queryKey: ['mishaps'],
  staleTime: Infinity,
  queryFn: async () => unwrap(await api.GET('/api/practice/mishaps')),
})
const found = computed(() => {
  const wanted = words.value.toLowerCase().split(/\s+/).filter(Boolean)
  return (data.value ?? []).filter((one) =>
    wanted.every((word) => `${one.sign} ${one.cause} ${one.remedy}`.toLowerCase().includes(word)),
  )
})
</script>

<template>
  <div>
    <label class="sign"
      >what do you see? <BFormInput v-model="words" placeholder="peels, yellow, sticky"
    /></label>
    <ul aria-label="What went wrong">
      <li v-for="one in found" :key="one.key">
        <FoldOut :title="one.sign">
          <p>{{ one.cause }}</p>
          <p>
            <b>{{ one.remedy }}</b>
          </p>
          <p class="soft">When: {{ one.soon }}. To be done again: {{ one.again }}.</p>
        </FoldOut>
      </li>
      <li v-if="data && found.length === 0">Nothing like it is known here. Try fewer words.</li>
    </ul>
  </div>
</template>

<style scoped>
.sign {
  display: block;
  font-size: var(--type-small);
}

ul {
  list-style: none;
  margin: var(--space-xs) 0 0;
  padding: 0;
}

p {
  margin: 0 0 var(--space-xs);
  font-size: var(--type-small);
}
</style>
