<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { ref, watch } from 'vue'

import { wordsOf } from '../../api/reach'
import { api, type Schemas, unwrap } from '../../api/client'
import { readAmount, sayAmount } from '../../shared/say/amounts'
import { fineUnit, readLength } from '../../shared/say/lengths'
import SheetModal from '../../shared/SheetModal.vue'
import RefusedLine from '../../shared/RefusedLine.vue'

/** Which jug it is poured into: one that stands about, or one's own, measured or known by water. */
const { batch, change } = defineProps<{
  batch: Schemas['BatchOut']
  change: (jug: string) => Promise<void>
}>()
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

/** "250 ml at 40 mm, 16 fl oz at 3 in" → pairs of millilitres and millimetres; throws what to ask. */
function marks(): [number, number][] {
  const pairs = water.value.split(/[;,](?!\d)/).filter((pair) => pair.trim())
  return pairs.map((pair) => {
    const [much = '', high = ''] = pair.split(/\bat\b/i)
    const ml = readAmount(much, 0.1, 50_000)
    const metres = readLength(high, fineUnit.value)
    if (ml.value === undefined) throw new Error(ml.ask)
    if (metres.value === undefined) throw new Error(metres.ask)
    return [ml.value, 1000 * metres.value]
  })
}

async function pick(jug: unknown) {
  if (jug === '') {
    open.value = true
    wrong.value = ''
    return
  }
  try {
    await change(String(jug))
    wrong.value = ''
  } catch (problem) {
    wrong.value = wordsOf(problem)
  }
}

/** What the menu shows: the jug in hand again, whatever came of the choice. */
const picked = ref<unknown>(batch.jug)
watch(
  () => batch.jug,
  (jug) => {
    picked.value = jug
  },
)
watch(picked, async (jug) => {
  if (jug === batch.jug) return
  await pick(jug)
  picked.value = batch.jug
})

/** A measure of a jug [mm], null for an empty field; throws what to ask. */
function inMillimetres(text: string): number | null {
  if (!text.trim()) return null
  const { value, ask } = readLength(text, fineUnit.value)
  if (value === undefined) throw new Error(ask)
  return 1000 * value
}

async function add() {
  try {
    const body = {
      name: name.value,
      bottom: inMillimetres(bottom.value),
      top: inMillimetres(top.value),
      neck: null,
      height: inMillimetres(height.value),
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
    <BFormSelect v-model="picked" aria-label="Jug">
      <option v-for="jug in jugs" :key="jug.name" :value="jug.name">
        {{ jug.name }} ({{ sayAmount(jug.capacity) }})
      </option>
      <option value="">one of my own…</option>
    </BFormSelect>
  </label>
  <p v-if="wrong && !open" class="bad" role="alert">{{ wrong }}</p>
  <SheetModal v-model="open" title="A jug of my own, measured inside" no-footer>
    <form class="own" @submit.prevent="add">
      <RefusedLine :words="wrong" />
      <label>name <BFormInput v-model="name" maxlength="40" /></label>
      <label>bottom, {{ fineUnit }} <BFormInput v-model="bottom" inputmode="decimal" /></label>
      <label>top, {{ fineUnit }} <BFormInput v-model="top" inputmode="decimal" /></label>
      <label>height, {{ fineUnit }} <BFormInput v-model="height" inputmode="decimal" /></label>
      <label
        >or by water: how much stands at which height
        <BFormInput
          v-model="water"
          :placeholder="
            fineUnit === 'in' ? '8 fl oz at 1 1/2 in, 16 fl oz at 3 in' : '250 ml at 40 mm, 500 ml at 75 mm'
          "
      /></label>
      <BButton type="submit" variant="primary">Keep it</BButton>
      <BButton variant="outline-secondary" @click="open = false">Cancel</BButton>
    </form>
  </SheetModal>
</template>

<style scoped>
.bad {
  margin: 0;
  padding: var(--space-xs) var(--space-m);
  border-radius: var(--round-m);
  background: #1b1b1b;
  color: #fff;
}

.own {
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: var(--space-m) var(--space-m);
}

.own .bad,
.own label:first-of-type,
.own label:last-of-type {
  grid-column: 1 / -1;
}

form.own > label {
  display: grid;
  gap: var(--space-hair);
}
</style>
