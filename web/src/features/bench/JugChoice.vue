<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { ref } from 'vue'

import { api, type Schemas, unwrap } from '../../api/client'

/** Which jug it is poured into: one that stands about, or one's own, measured or known by water. */
const { pot, change } = defineProps<{ pot: Schemas['PotOut']; change: (jug: string) => Promise<void> }>()
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

const number = (text: string) => (text.trim() ? Number(text.replace(',', '.')) : null)

/** "250 at 40, 500 at 75" → pairs of millilitres and millimetres. */
function marks(): [number, number][] {
  return [...water.value.matchAll(/([\d.]+)\D+([\d.]+)/g)].map((pair) => [Number(pair[1]), Number(pair[2])])
}

async function pick(event: Event) {
  const field = event.target as HTMLSelectElement
  if (field.value === '') {
    open.value = true
    field.value = pot.jug
    return
  }
  try {
    await change(field.value)
    wrong.value = ''
  } catch (problem) {
    wrong.value = problem instanceof Error ? problem.message : ''
    field.value = pot.jug
  }
}

async function add() {
  try {
    const body = {
      name: name.value,
      bottom: number(bottom.value),
      top: number(top.value),
      neck: null,
      height: number(height.value),
      marks: marks(),
    }
    const jug = unwrap(await api.POST('/api/jugs', { body }))
    await refetch()
    await change(jug.name)
    open.value = false
    wrong.value = ''
  } catch (problem) {
    wrong.value = problem instanceof Error ? problem.message : 'It could not be kept.'
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
  <p v-if="wrong" class="bad" role="alert">{{ wrong }}</p>
  <form v-if="open" class="own" @submit.prevent="add">
    <b>A jug of my own, measured inside</b>
    <label>name <BFormInput v-model="name" maxlength="40" /></label>
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
  flex: 1 1 100%;
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: end;
  padding: 12px;
  border-radius: 12px;
  background: var(--sheet);
  color: var(--ink);
}

.own b {
  flex: 1 1 100%;
}

.own label {
  display: grid;
  width: 130px;
}

.own label:nth-of-type(5) {
  width: 210px;
}
</style>
