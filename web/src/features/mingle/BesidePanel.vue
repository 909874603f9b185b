<script setup lang="ts">
import { keepPreviousData, useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'

import ErrorLine from '../../shared/ErrorLine.vue'
import { api, type Schemas, unwrap } from '../../api/client'
import { preferences } from '../../shared/preferences'
import { sayDifference, sayMoney } from '../../shared/say/numbers'
import { useLights } from '../../shared/useJob'
import { useSettled } from '../../shared/useWaiting'

/** Two recipes and the colour they are for, touching: the one laid aside, what is wanted, the one in hand. */
const { first, second, targetId } = defineProps<{
  first: Schemas['RecipeOut']
  second: Schemas['RecipeOut']
  targetId: number
}>()
const { data: lights } = useLights()
const titleOf = (name: string) => lights.value?.find((light) => light.name === name)?.title ?? name
const asked = (recipe: Schemas['RecipeOut']) =>
  recipe.pours.map(({ material, parts, ml }) => ({ material, parts, ml }))
const both = useSettled(() => ({ first: asked(first), second: asked(second) }))

const { data, error } = useQuery({
  queryKey: computed(() => ['beside', targetId, both.value, preferences.value.light]),
  placeholderData: keepPreviousData,
  retry: false,
  queryFn: async () =>
    unwrap(
      await api.POST('/api/targets/{target_id}/beside', {
        params: {
          path: { target_id: targetId },
          query: { light: preferences.value.light, unit: preferences.value.unit },
        },
        body: { ...both.value, tool: preferences.value.tool, ground: 'oak' },
      }),
    ),
})
const tins = computed(() => {
  const [one, other] = data.value?.recipes ?? []
  const names = new Map(
    [...(one?.pours ?? []), ...(other?.pours ?? [])].map((pour) => [pour.material, pour.name]),
  )
  const amount = (recipe: Schemas['RecipeOut'] | undefined, key: string) =>
    recipe?.pours.find((pour) => pour.material === key)?.words ?? '–'
  return [...names].map(([key, name]) => ({ name, one: amount(one, key), other: amount(other, key) }))
})
</script>

<template>
  <section class="beside" aria-label="Two recipes side by side">
    <ErrorLine v-if="error" :error="error" />
    <template v-if="data">
      <div class="mat">
        <div class="three">
          <span :style="{ background: data.recipes[0]?.hex }" /><span
            :style="{ background: data.target_hex }"
          /><span :style="{ background: data.recipes[1]?.hex }" />
        </div>
      </div>
      <table>
        <thead>
          <tr>
            <th scope="col"><span class="visually-hidden">What</span></th>
            <th scope="col">the first</th>
            <th scope="col">the one chosen now</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="tin in tins" :key="tin.name">
            <th scope="row">{{ tin.name }}</th>
            <td>{{ tin.one }}</td>
            <td>{{ tin.other }}</td>
          </tr>
          <tr v-for="(light, at) in data.apart" :key="light.light" class="light">
            <th scope="row">{{ titleOf(light.light) }}</th>
            <td v-for="(recipe, n) in data.recipes" :key="n">
              {{ recipe.differences[at]?.words }}, {{ recipe.differences[at]?.likely }}
            </td>
          </tr>
          <tr>
            <th scope="row">coats to hide oak</th>
            <td v-for="(coats, n) in data.coats" :key="n">{{ coats ?? 'more than 20' }}</td>
          </tr>
          <tr>
            <th scope="row">costs</th>
            <td v-for="(recipe, n) in data.recipes" :key="n">{{ sayMoney(recipe.cost) }}</td>
          </tr>
        </tbody>
      </table>
      <p>
        The two are apart by
        <template v-for="(light, at) in data.apart" :key="light.light"
          ><template v-if="at > 0">; </template>{{ sayDifference(light.delta_E) }} ({{ light.words }}) by
          {{ titleOf(light.light).toLowerCase() }}</template
        >.
      </p>
    </template>
  </section>
</template>

<style scoped>
.beside {
  display: grid;
  grid-template-columns: minmax(220px, 1fr) minmax(0, 1.2fr);
  gap: var(--space-m) var(--space-xl);
  padding: var(--space-l) var(--space-l);
  background: var(--sheet);
  border-radius: var(--round-l);
}

.beside > p {
  grid-column: 1 / -1;
  margin: 0;
}

.mat {
  padding: var(--space-l);
  min-height: 150px;
}

.three {
  display: flex;
  height: 100%;
  border-radius: var(--round-m);
  overflow: hidden;
}

.three span {
  flex: 1;
}

table {
  border-collapse: collapse;
  align-self: start;
}

th,
td {
  padding: var(--space-xs) var(--space-m) var(--space-xs) 0;
  text-align: left;
  font-weight: 400;
}

thead th {
  font-weight: 650;
}

tbody tr {
  border-top: var(--line-thin) solid var(--line);
}

@media (max-width: 860px) {
  .beside {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
