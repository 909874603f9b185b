<script setup lang="ts">
import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, ref } from 'vue'

import { api, type Schemas, unwrap } from '../../api/client'
import { bringBack } from '../../shared/versioned'
import ErrorLine from '../../shared/ErrorLine.vue'
import { say, sayWrong } from '../../shared/useNotice'
import { dayAndClock } from '../../shared/say/times'

/** All that was removed: brought back, or removed for good. */
const queries = useQueryClient()
const { data, error } = useQuery({
  queryKey: ['bin'],
  queryFn: async () => unwrap(await api.GET('/api/bin')),
})
const words = ref('')
const found = computed(() => {
  const asked = words.value.toLowerCase()
  return (data.value ?? []).filter((one) =>
    `${one.name} ${one.kind} ${one.job_name}`.toLowerCase().includes(asked),
  )
})
const MOST = 100
/** What was asked to go for good: it goes at the second press. */
const going = ref<string>()
const keyOf = (one: Schemas['RemovedOut']) => `${one.kind}-${one.id.toString()}`

async function takeOut(one: Schemas['RemovedOut']) {
  try {
    await bringBack(one.kind, one.id)
    say(`${one.name} is back.`)
    await queries.invalidateQueries()
  } catch (problem) {
    sayWrong(problem)
  }
}

async function removeForGood(one: Schemas['RemovedOut']) {
  if (going.value !== keyOf(one)) {
    going.value = keyOf(one)
    return
  }
  going.value = undefined
  try {
    const path = { kind: one.kind, number: one.id }
    unwrap(await api.DELETE('/api/bin/{kind}/{number}', { params: { path } }))
    say(`${one.name} is removed for good.`)
    await queries.invalidateQueries({ queryKey: ['bin'] })
  } catch (problem) {
    sayWrong(problem)
  }
}
</script>

<template>
  <ErrorLine v-if="error" :error="error" />
  <p v-if="data?.length === 0" class="soft">
    It is empty. What you remove anywhere lies here until you bring it back.
  </p>
  <template v-else-if="data">
    <label
      ><span class="visually-hidden">Find in the bin</span>
      <BFormInput v-model="words" type="search" placeholder="find in the bin" autocomplete="off" />
    </label>
    <ul>
      <li v-for="one in found.slice(0, MOST)" :key="keyOf(one)">
        <span
          ><b>{{ one.name }}</b>
          <small class="soft"
            >{{ one.kind }}{{ one.job_name ? ` of ${one.job_name}` : '' }}, removed
            {{ dayAndClock(one.removed) }}</small
          ></span
        >
        <BButton
          size="sm"
          variant="outline-secondary"
          :aria-label="`Bring ${one.name} back`"
          @click="takeOut(one)"
          >Bring back</BButton
        >
        <BButton
          size="sm"
          variant="plain"
          :aria-label="`Remove ${one.name} for good`"
          @click="removeForGood(one)"
          >{{ going === keyOf(one) ? 'For good?' : 'Remove' }}</BButton
        >
      </li>
    </ul>
    <p v-if="found.length > MOST" class="soft">{{ found.length - MOST }} more: find them by their words.</p>
  </template>
</template>

<style scoped>
ul {
  display: grid;
  gap: var(--space-s);
  margin: 0;
  padding: 0;
  list-style: none;
}

li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto auto;
  gap: var(--space-s);
  align-items: center;
}

small {
  display: block;
}

p {
  margin: 0;
}
</style>
