<script setup lang="ts">
import { keepPreviousData, useQuery } from '@tanstack/vue-query'
import { computed, ref } from 'vue'

import { api, type Schemas, unwrap } from '../../api/client'
import ErrorLine from '../../shared/ErrorLine.vue'
import GroundChoice from '../../shared/GroundChoice.vue'
import { preferences } from '../../shared/preferences'
import { useJob } from '../../shared/useJob'
import WoodGrain from '../../shared/WoodGrain.vue'
import { useAllowed } from './useWays'

/** What takes an undertone out of a wood, and what it does to how light it is. */
const { over = 'oak' } = defineProps<{ over?: string }>()
const { id } = useJob()
const allowed = useAllowed()
const ground = ref(over || 'oak')
const wish = ref<Schemas['UndertonesIn']['wish']>('red')
const WISHES = [
  { value: 'red', text: 'take the red out' },
  { value: 'yellow', text: 'take the yellow out' },
  { value: 'both', text: 'make it greyer' },
  { value: 'warm', text: 'make it warmer' },
]
const asked = computed(() => ({ light: preferences.value.light, unit: preferences.value.unit }))
const { data, error } = useQuery({
  queryKey: computed(() => ['undertones', id.value, ground.value, wish.value, allowed.value, asked.value]),
  enabled: computed(() => id.value !== undefined),
  placeholderData: keepPreviousData,
  retry: false,
  queryFn: async () =>
    unwrap(
      await api.POST('/api/jobs/{job_id}/over/undertones', {
        params: { path: { job_id: id.value ?? 0 }, query: asked.value },
        body: { ...allowed.value, over: ground.value, wish: wish.value },
      }),
    ),
})
</script>

<template>
  <section class="undertone" aria-label="Undertone">
    <div class="ask">
      <label>What would <BFormSelect v-model="wish" :options="WISHES" /></label>
      <label>of <GroundChoice v-model="ground" own jugs /></label>
    </div>
    <ErrorLine v-if="error" :error="error" />
    <ul v-else-if="data">
      <li v-for="(one, at) in data.ways" :key="at">
        <WoodGrain
          :fields="[
            { name: data.ground.name, tones: data.ground.streaks.dry },
            { name: 'then', tones: one.streaks.dry },
          ]"
        />
        <p>
          <b>{{ one.step.mix }}</b>, {{ one.step.how }}
        </p>
        <p class="soft">{{ one.step.title }} · {{ one.words }}</p>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.undertone {
  display: grid;
  gap: var(--space-m);
  padding: var(--space-m) var(--space-l);
  background: var(--sheet);
  border-radius: var(--round-l);
}

.ask,
label {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: var(--space-s);
}

label :deep(select) {
  width: auto;
}

ul {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(250px, 1fr));
  gap: var(--space-m);
}

p {
  margin: var(--space-xs) 0 0;
}
</style>
