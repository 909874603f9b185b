<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'

import { api, unwrap } from '../api/client'
import { preferences } from './preferences'
import { useJob } from './useJob'
import FindSelect from './FindSelect.vue'

/**
 * What lies below the paint: bare woods, what was there before; with `own` the colours caught for the job, with `jugs`
 * its jugs as they dry. With `solid` it may be nothing, since the colour hides it; then every other one is said to be
 * gone over.
 */
const { own, jugs, solid } = defineProps<{ own?: boolean; jugs?: boolean; solid?: boolean }>()
const chosen = defineModel<string>({ required: true })
const { id, job } = useJob()
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
const { data: strips } = useQuery({
  queryKey: computed(() => ['strips', id.value, preferences.value.light]),
  enabled: computed(() => jugs && id.value !== undefined),
  queryFn: async () =>
    unwrap(
      await api.GET('/api/jobs/{job_id}/strips', {
        params: { path: { job_id: id.value ?? 0 }, query: { light: preferences.value.light } },
      }),
    ),
})
/** What the faces of the job's pieces are, by the piece. */
const onPieces = computed(() =>
  jugs
    ? (job.value?.pieces ?? []).flatMap((piece) =>
        Object.entries(piece.grounds)
          .filter(([, key]) => !key.startsWith('last:'))
          .map(([face, key]) => ({ key, name: `${titleOf(key)}, ${face || piece.name}` })),
      )
    : [],
)
const titleOf = (key: string) => (data.value?.find((one) => one.key === key)?.title ?? key).toLowerCase()
const over = computed(() => (solid ? 'over ' : ''))
const said = (title: string) => (solid ? over.value + title.charAt(0).toLowerCase() + title.slice(1) : title)
</script>

<template>
  <FindSelect v-model="chosen" find="what lies below">
    <option v-if="solid" value="">as solid colour</option>
    <option v-if="chosen.startsWith('last:')" :value="chosen">as last painted</option>
    <optgroup v-for="group in groups" :key="group.title" :label="group.title">
      <option v-for="one in group.grounds" :key="one.key" :value="one.key">{{ said(one.title) }}</option>
    </optgroup>
    <optgroup v-if="onPieces.length > 0" label="on your pieces">
      <option v-for="(one, at) in onPieces" :key="at" :value="one.key">{{ over }}{{ one.name }}</option>
    </optgroup>
    <optgroup v-if="jugs && strips?.length" label="an offcut or strip, as it was read">
      <option v-for="one in strips" :key="one.id" :value="`strip:${one.id}`">
        {{ over }}{{ one.name }} on {{ one.ground ? titleOf(one.ground) : 'it'
        }}{{ one.how ? `, ${one.how}` : '' }}
      </option>
    </optgroup>
    <optgroup v-if="mixed.length > 0" label="a jug of this job, dried">
      <option v-for="one in mixed" :key="one.id" :value="`mix:${one.id}`">{{ over }}{{ one.name }}</option>
    </optgroup>
    <optgroup v-if="caught.length > 0" label="a caught colour, as wood">
      <option v-for="one in caught" :key="one.id" :value="`wood:${one.id}`">
        {{ over }}{{ one.name }}, wood
      </option>
    </optgroup>
    <optgroup v-if="caught.length > 0" label="a caught colour, even">
      <option v-for="one in caught" :key="one.id" :value="`found:${one.id}`">
        {{ over }}{{ one.name }}, even
      </option>
    </optgroup>
  </FindSelect>
</template>
