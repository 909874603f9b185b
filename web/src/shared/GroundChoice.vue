<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'

import { api, unwrap } from '../api/client'
import { useJob } from './useJob'

/** What lies below the paint: bare woods, what was there before, and with `own` the colours caught for the job. */
const { own } = defineProps<{ own?: boolean }>()
const chosen = defineModel<string>({ required: true })
const { job } = useJob()
const { data } = useQuery({
  queryKey: ['grounds'],
  staleTime: Infinity,
  queryFn: async () => unwrap(await api.GET('/api/grounds')),
})
const groups = computed(() => [
  { title: 'bare wood', grounds: data.value?.filter((one) => one.wood) ?? [] },
  { title: 'as it was', grounds: data.value?.filter((one) => !one.wood) ?? [] },
])
const caught = computed(() => (own ? (job.value?.targets ?? []) : []))
</script>

<template>
  <BFormSelect v-model="chosen">
    <option v-if="chosen.startsWith('last:')" :value="chosen">as last painted</option>
    <optgroup v-for="group in groups" :key="group.title" :label="group.title">
      <option v-for="one in group.grounds" :key="one.key" :value="one.key">{{ one.title }}</option>
    </optgroup>
    <optgroup v-if="caught.length > 0" label="a caught colour, as wood">
      <option v-for="one in caught" :key="one.id" :value="`wood:${one.id}`">{{ one.name }}, wood</option>
    </optgroup>
    <optgroup v-if="caught.length > 0" label="a caught colour, even">
      <option v-for="one in caught" :key="one.id" :value="`found:${one.id}`">{{ one.name }}, even</option>
    </optgroup>
  </BFormSelect>
</template>
