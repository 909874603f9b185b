<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'

import { api, unwrap } from '../../api/client'
import { useJob } from '../../shared/useJob'
import type { Room } from './useFinishPicture'

/** What the piece stands against: the mat that colours are judged on, or a wall and a floor. */
const room = defineModel<Room>({ required: true })
const { job } = useJob()
const { data } = useQuery({
  queryKey: ['surroundings'],
  staleTime: Infinity,
  queryFn: async () => unwrap(await api.GET('/api/surroundings')),
})
const known = computed(() => data.value?.map((one) => one.title) ?? [])
const walls = computed(() => known.value.filter((title) => !title.includes('floor')))
const floors = computed(() => known.value.filter((title) => title.includes('floor')))
const places = computed(() => [
  { key: 'wall' as const, title: 'against', said: 'The wall behind it', offered: walls.value },
  { key: 'floor' as const, title: 'on', said: 'The floor under it', offered: floors.value },
])
const set = (key: 'wall' | 'floor', name: string) =>
  (room.value = { ...room.value, [key]: name || undefined })
</script>

<template>
  <label v-for="one in places" :key="one.key"
    >{{ one.title }}
    <BFormSelect
      :aria-label="one.said"
      :model-value="room[one.key] ?? ''"
      @update:model-value="set(one.key, String($event))"
    >
      <option value="">the mat</option>
      <option v-for="title in one.offered" :key="title" :value="title">{{ title }}</option>
      <optgroup v-if="job && job.targets.length > 0" label="a caught colour">
        <option v-for="target in job.targets" :key="target.id" :value="`found:${target.id}`">
          {{ target.name }}
        </option>
      </optgroup>
    </BFormSelect>
  </label>
</template>

<style scoped>
label {
  display: inline-flex;
  gap: var(--space-s);
  align-items: center;
  font-size: var(--type-small);
}

select {
  width: auto;
  max-width: 150px;
}
</style>
