<script setup lang="ts">
import { keepPreviousData, useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'

import { api, unwrap } from '../../api/client'
import { preferences } from '../../shared/preferences'

const { data, error } = useQuery({
  queryKey: computed(() => ['shelf', preferences.value.light]),
  placeholderData: keepPreviousData,
  queryFn: async () => unwrap(await api.GET('/api/shelf', { params: { query: { light: preferences.value.light } } })),
})
const kinds = computed(() => [...new Set(data.value?.map((pot) => pot.kind))])
</script>

<template>
  <div class="place">
    <h1>What stands on the shelf?</h1>
    <p v-if="error" class="wrong" role="alert">{{ error.message }}</p>
    <p v-if="data?.length === 0">The shelf is empty. <code>make demo</code> shows one filled.</p>
    <section v-for="kind in kinds" :key="kind">
      <h2>{{ kind }}</h2>
      <ul class="mat">
        <li v-for="pot in data?.filter((known) => known.kind === kind)" :key="pot.key">
          <span v-if="pot.hex" class="chip" :style="{ background: pot.hex }" />
          <span v-else class="chip clear" aria-hidden="true" />
          <b>{{ pot.name }}</b>
          <span class="soft">{{ Math.round(pot.left_ml) }} ml left</span>
          <span v-if="pot.caution" class="soft caution"
            >{{ pot.caution }} Follow the label, local rules and licensed trades.</span
          >
        </li>
      </ul>
    </section>
  </div>
</template>

<style scoped>
.place {
  display: grid;
  gap: 14px;
}

h2 {
  margin-bottom: 6px;
}

ul {
  list-style: none;
  margin: 0;
  padding: 18px;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
  gap: 18px;
}

li {
  display: grid;
  align-content: start;
}

.chip {
  height: 84px;
  border-radius: 12px;
  margin-bottom: 6px;
}

.chip.clear {
  border: 2px dashed var(--mat-ink);
}

.caution {
  font-size: 0.82rem;
}
</style>
