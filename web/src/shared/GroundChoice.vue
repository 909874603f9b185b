<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'

import { api, unwrap } from '../api/client'
import { useJob } from './useJob'

/**
 * What lies below the paint: bare woods, what was there before; with `own` the colours caught for the job, with `jugs`
 * its jugs as they dry. With `solid` it may be nothing, since the colour hides it; then every other one is said to be
 * gone over.
 */
const { own, jugs, solid } = defineProps<{ own?: boolean; jugs?: boolean; solid?: boolean }>()
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
const mixed = computed(() => (jugs ? (job.value?.mixes ?? []) : []))
const over = computed(() => (solid ? 'over ' : ''))
const said = (title: string) => (solid ? over.value + title.charAt(0).toLowerCase() + title.slice(1) : title)
</script>

<template>
  <BFormSelect v-model="chosen">
    <option v-if="solid" value="">as solid colour</option>
    <option v-if="chosen.startsWith('last:')" :value="chosen">as last painted</option>
    <optgroup v-for="group in groups" :key="group.title" :label="group.title">
      <option v-for="one in group.grounds" :key="one.key" :value="one.key">{{ said(one.title) }}</option>
    </optgroup>
    <optgroup v-if="mixed.length > 0" label="a jug of this job, dried">
      <option v-for="one in mixed" :key="one.id" :value="`mix:${one.id}`">{{ over }}{{ one.name }}</option>
    </optgroup>
    <optgroup v-if="caught.length > 0" label="a caught colour, as wood">
      <option v-for="one in caught" :key="one.id" :value="`wood:${one.id}`">{{ over }}{{ one.name }}, wood</option>
    </optgroup>
    <optgroup v-if="caught.length > 0" label="a caught colour, even">
      <option v-for="one in caught" :key="one.id" :value="`found:${one.id}`">{{ over }}{{ one.name }}, even</option>
    </optgroup>
  </BFormSelect>
</template>
