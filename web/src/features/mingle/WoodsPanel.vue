<script setup lang="ts">
import { keepPreviousData, useQuery } from '@tanstack/vue-query'
import { computed, ref } from 'vue'

import { api, unwrap } from '../../api/client'
import ErrorLine from '../../shared/ErrorLine.vue'
import GroundChoice from '../../shared/GroundChoice.vue'
import { preferences } from '../../shared/preferences'
import { useJob, useLights } from '../../shared/useJob'
import WoodGrain from '../../shared/WoodGrain.vue'
import { useAllowed } from './useWays'

/** Two woods, or three, made one: what is laid on each, and how far apart they stay in both rooms' lights. */
const { over = 'oak', targetId = 0 } = defineProps<{ over?: string; targetId?: number }>()
const { id, job } = useJob()
const { data: lights } = useLights()
const titleOf = (name: string) => lights.value?.find((light) => light.name === name)?.title ?? name
const allowed = useAllowed()
const woods = ref([over || 'oak', over === 'beech' ? 'oak' : 'beech'])
const wanted = ref(targetId ? targetId.toString() : '')
const asked = computed(() => ({ light: preferences.value.light, unit: preferences.value.unit }))
const { data, error, isFetching } = useQuery({
  queryKey: computed(() => ['woods', id.value, woods.value, wanted.value, allowed.value, asked.value]),
  enabled: computed(() => id.value !== undefined),
  placeholderData: keepPreviousData,
  retry: false,
  queryFn: async () =>
    unwrap(
      await api.POST('/api/jobs/{job_id}/over/woods', {
        params: { path: { job_id: id.value ?? 0 }, query: asked.value },
        body: { ...allowed.value, woods: woods.value, target_id: wanted.value ? Number(wanted.value) : null },
      }),
    ),
})
const capital = (words: string) => words.charAt(0).toUpperCase() + words.slice(1)

function choose(at: number, ground: string) {
  woods.value = woods.value.map((wood, n) => (n === at ? ground : wood))
}
</script>

<template>
  <section class="woods" aria-label="Woods made one">
    <div class="ask">
      <label v-for="(wood, at) in woods" :key="at"
        >{{ at === 0 ? 'Bring' : 'and' }}
        <GroundChoice :model-value="wood" own @update:model-value="choose(at, $event)" />
      </label>
      <BButton v-if="woods.length < 3" variant="plain" class="link" @click="woods = [...woods, 'pine']"
        >and a third</BButton
      >
      <BButton v-else variant="plain" class="link" @click="woods = woods.slice(0, 2)">only two</BButton>
      <label
        >together
        <BFormSelect v-model="wanted">
          <option value="">wherever they meet</option>
          <option v-for="one in job?.targets" :key="one.id" :value="one.id.toString()">
            near {{ one.title }}
          </option>
        </BFormSelect></label
      >
    </div>
    <ErrorLine v-if="error" :error="error" />
    <p v-else-if="!data && isFetching" role="status">Trying stains on both…</p>
    <template v-if="data && !error">
      <p>Bare they are {{ data.before }}.</p>
      <ul>
        <li v-for="(way, at) in data.ways" :key="at">
          <WoodGrain
            :fields="[
              ...data.grounds.map((ground) => ({ name: `bare ${ground.name}`, tones: ground.streaks.dry })),
              ...way.woods.map((wood, n) => ({
                name: `${data?.grounds[n]?.name ?? ''} then`,
                tones: wood.streaks.dry,
              })),
            ]"
          />
          <div>
            <h2>{{ capital(way.words) }}: {{ way.how }}</h2>
            <p v-for="(wood, n) in way.woods" :key="n">
              <b>{{ data.grounds[n]?.name }}: </b>
              <template v-for="(step, k) in wood.steps" :key="k"
                ><template v-if="k > 0">, then </template>{{ step.title }} of {{ step.mix }},
                {{ step.how }}</template
              ><template v-if="wood.steps.length === 0"> nothing</template>
            </p>
            <p class="soft">
              <template v-for="(one, n) in way.apart" :key="one.light"
                ><template v-if="n > 0"> · </template>{{ titleOf(one.light) }}:
                {{ one.likely }} apart</template
              ><template v-if="way.from_target !== null">
                · up to {{ way.from_target }} from the colour</template
              >
            </p>
          </div>
        </li>
      </ul>
      <p v-if="data.strips.length > 0">
        <b>Try first, on scraps:</b> {{ data.strips.join('; ') }}. How much goes in is what is usual until a
        strip says better.
      </p>
    </template>
  </section>
</template>

<style scoped>
.woods {
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
  gap: var(--space-m);
}

li {
  display: grid;
  grid-template-columns: minmax(220px, 420px) minmax(0, 1fr);
  gap: var(--space-l);
}

h2 {
  font-size: var(--type-body);
}

p {
  margin: var(--space-hair) 0 0;
}

@media (max-width: 860px) {
  li {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
