<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'

import { api, type Schemas, unwrap } from '../../api/client'
import { useSettled } from '../../shared/useWaiting'
import { useShelf } from '../../shared/useShelf'
import { sayDifference } from '../../shared/say/numbers'

/** The one swatch that would narrow this recipe most, where one would. */
const { recipe } = defineProps<{ recipe: Schemas['RecipeOut'] }>()
const pours = useSettled(() => recipe.pours.map(({ material, parts, ml }) => ({ material, parts, ml })))
const { data } = useQuery({
  queryKey: computed(() => ['next-swatch', pours.value]),
  retry: false,
  queryFn: async () => unwrap(await api.POST('/api/recipes/next-swatch', { body: { pours: pours.value } })),
})
const { data: shelf } = useShelf()
const nameOf = (key: string) => shelf.value?.find((tin) => tin.key === key)?.name ?? 'that tin'
</script>

<template>
  <p v-if="data?.tin" class="telling">
    What would make it surer: brush out <b>{{ data.words }}</b>, dry it and read it. How far off it may turn
    out falls from about {{ sayDifference(data.before) }} to {{ sayDifference(data.after) }}.
    <RouterLink :to="{ name: 'shelf', query: { tin: data.tin } }">Open {{ nameOf(data.tin) }}</RouterLink>
  </p>
</template>

<style scoped>
.telling {
  margin: 0;
}
</style>
