<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query'

import { api, type LightName, unwrap } from '../api/client'
import { jobKey, useJob, useLights } from './useJob'
import { sayWrong } from './useNotice'
import { versioned } from './versioned'

/** The two rooms: where it is painted, and where it will stand. */
const { id, job } = useJob()
const { data: lights } = useLights()
const queries = useQueryClient()

async function refresh() {
  await queries.invalidateQueries({ queryKey: jobKey() })
  await queries.invalidateQueries({ queryKey: ['recipes'] })
}

async function set(change: { workshop_light?: LightName; room_light?: LightName }) {
  if (id.value === undefined || !job.value) return
  const { workshop_light, room_light } = job.value
  try {
    const params = { path: { job_id: id.value } }
    const body = { workshop_light, room_light, ...change }
    await versioned(
      'job',
      id.value,
      'The light of a room',
      async (headers) => {
        unwrap(await api.PUT('/api/jobs/{job_id}/rooms', { params, body, headers }))
      },
      refresh,
    )
  } catch (error) {
    sayWrong(error)
  }
}
</script>

<template>
  <div v-if="job" class="rooms">
    <label>
      painted by
      <BFormSelect
        :model-value="job.workshop_light"
        @update:model-value="set({ workshop_light: $event as LightName })"
      >
        <option v-for="light in lights" :key="light.name" :value="light.name">{{ light.title }}</option>
      </BFormSelect>
    </label>
    <label>
      it will stand by
      <BFormSelect
        :model-value="job.room_light"
        @update:model-value="set({ room_light: $event as LightName })"
      >
        <option v-for="light in lights" :key="light.name" :value="light.name">{{ light.title }}</option>
      </BFormSelect>
    </label>
  </div>
</template>

<style scoped>
.rooms {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-s) var(--space-m);
}

label {
  display: flex;
  align-items: center;
  gap: var(--space-s);
  white-space: nowrap;
}

.form-select {
  width: 136px;
}
</style>
