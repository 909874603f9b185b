<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { ref } from 'vue'

import { wordsOf } from '../../api/reach'
import { typedOrNothing } from '../../shared/number'
import { api, type Schemas, unwrap } from '../../api/client'

/** Which jug it is poured into: one that stands about, or one's own, measured or known by water. */
const { pot, change } = defineProps<{ pot: Schemas['BatchOut']; change: (jug: string) => Promise<void> }>()
const { data: jugs, refetch } = useQuery({
  queryKey: ['jugs'],
  queryFn: async () => unwrap(await api.GET('/api/jugs')),
  staleTime: Infinity,
})
const open = ref(false)
const name = ref('')
const bottom = ref('')
const top = ref('')
const height = ref('')
const water = ref('')
const wrong = ref('')

/** "250 at 40, 500 at 75" → pairs of millilitres and millimetres. */
function marks(): [number, number][] {
  return [...water.value.matchAll(/([\d.]+)\D+([\d.]+)/g)].map((pair) => [Number(pair[1]), Number(pair[2])])
}

async function pick(event: Event) {
  const field = event.target as HTMLSelectElement
  if (field.value === '') {
    open.value = true
    wrong.value = ''
    field.value = pot.jug
    return
  }
  try {
    await change(field.value)
    wrong.value = ''
  } catch (problem) {
    wrong.value = wordsOf(problem)
    field.value = pot.jug
  }
}

async function add() {
  try {
    const body = {
      name: name.value,
      bottom: typedOrNothing(bottom.value),
      top: typedOrNothing(top.value),
      neck: null,
      height: typedOrNothing(height.value),
      marks: marks(),
    }
    const jug = unwrap(await api.POST('/api/jugs', { body }))
    await refetch()
    await change(jug.name)
    open.value = false
    wrong.value = ''
  } catch (problem) {
    wrong.value = wordsOf(problem, 'It could not be kept.')
  }
}
</script>

<template>
  <label
    >into
    <select class="form-select" aria-label="Jug" :value="pot.jug" @change="pick">
      <option v-for="jug in jugs" :key="jug.name" :value="jug.name">
        {{ jug.name }} ({{ Math.round(jug.capacity) }} ml)
      </option>
      <option value="">one of my own…</option>
    </select>
  </label>
  <p v-if="wrong && !open" class="bad" role="alert">{{ wrong }}</p>
  <form v-if="open" class="own" @submit.prevent="add" @keydown.esc.stop="open = false">
    <b>A jug of my own, measured inside</b>
    <p v-if="wrong" class="bad" role="alert">{{ wrong }}</p>
    <label>name <BFormInput v-model="name" maxlength="40" autofocus /></label>
    <label>bottom, mm <BFormInput v-model="bottom" inputmode="decimal" /></label>
    <label>top, mm <BFormInput v-model="top" inputmode="decimal" /></label>
    <label>height, mm <BFormInput v-model="height" inputmode="decimal" /></label>
    <label>or by water: ml at mm <BFormInput v-model="water" placeholder="250 at 40, 500 at 75" /></label>
    <BButton type="submit" variant="primary">Keep it</BButton>
    <BButton variant="outline-secondary" @click="open = false">Leave it</BButton>
  </form>
</template>

<style scoped>
.bad {
  margin: 0;
  padding: 4px 10px;
  border-radius: 8px;
  background: #1b1b1b;
  color: #fff;
}

.own {
  position: fixed;
  z-index: 5;
  inset: 50% auto auto 50%;
  translate: -50% -50%;
  width: min(94vw, 28rem);
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: 10px 12px;
  padding: 18px;
  border: 2px solid var(--ink);
  border-radius: 14px;
  background: var(--sheet);
  color: var(--ink);
}

.own b,
.own .bad,
.own label:first-of-type,
.own label:last-of-type {
  grid-column: 1 / -1;
}

form.own > label {
  display: grid;
  gap: 2px;
}
</style>
