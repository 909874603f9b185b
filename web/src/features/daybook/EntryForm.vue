<script setup lang="ts">
import { computed, ref } from 'vue'

import { wordsOf } from '../../api/reach'
import type { Schemas } from '../../api/client'
import { readNumber, saying } from '../../shared/say/numbers'
import { isoHere } from '../../shared/say/times'
import type { Entry, EntrySaid } from './useDaybook'
import RefusedLine from '../../shared/RefusedLine.vue'

/** Something to write down of a job, or to write otherwise. */
const { kinds, pieces, photos, entry, keep } = defineProps<{
  kinds: Record<string, string>
  pieces: Schemas['PieceOut'][]
  photos: Schemas['PhotoOut'][]
  entry?: Entry | undefined
  keep: (said: EntrySaid) => Promise<void>
}>()
const emit = defineEmits<{ done: [] }>()

const text = (value: number | null | undefined) =>
  value === null || value === undefined ? '' : value.toString()
const said = ref({
  kind: entry?.kind ?? 'note',
  at: isoHere(entry ? new Date(entry.at) : new Date()),
  words: entry?.words ?? '',
  step: entry?.step ?? '',
  product: entry?.product ?? '',
  tool: entry?.tool ?? '',
  grit: text(entry?.grit),
  minutes: text(entry?.minutes),
  waited: text(entry?.waited),
  money: text(entry?.money),
  piece: text(entry?.piece_id),
  photo: text(entry?.photo_id),
})
const ofMoney = computed(() => ['spent', 'got', 'bought'].includes(said.value.kind))
const ofWork = computed(() => said.value.kind === 'work')
const wrong = ref('')

/** A number that was typed, null for an empty field; throws what to ask. */
function number(value: string, whole = false) {
  if (!value.trim()) return null
  const read = readNumber(value)
  if (read.value === undefined) throw new Error(read.ask)
  return whole ? Math.round(read.value) : read.value
}

async function done() {
  try {
    const { kind, at, words, step, product, tool, grit, minutes, waited, money, piece, photo } = said.value
    const moved = !entry || at !== isoHere(new Date(entry.at))
    await keep({
      kind,
      words,
      ...(moved ? { at: (at === isoHere() ? new Date() : new Date(`${at}T12:00`)).toISOString() } : {}),
      step,
      product,
      tool,
      grit: number(grit, true),
      minutes: number(minutes),
      waited: number(waited),
      money: number(money),
      piece_id: number(piece),
      photo_id: number(photo),
    })
    emit('done')
  } catch (problem) {
    wrong.value = wordsOf(problem, 'It was not kept: try again.')
  }
}
</script>

<template>
  <form class="entry" @submit.prevent="done">
    <label
      >What it is
      <BFormSelect v-model="said.kind">
        <option v-for="(title, key) in kinds" :key="key" :value="key">{{ title }}</option>
      </BFormSelect>
    </label>
    <label>On <BFormInput v-model="said.at" type="date" /></label>
    <label v-if="ofMoney"
      >How much{{ saying.currency ? `, ${saying.currency}` : '' }}
      <BFormInput v-model="said.money" inputmode="decimal" />
    </label>
    <template v-if="ofWork">
      <label>Step <BFormInput v-model="said.step" maxlength="120" placeholder="sanded the top" /></label>
      <label>With which product <BFormInput v-model="said.product" maxlength="120" /></label>
      <label>With which tool <BFormInput v-model="said.tool" maxlength="120" /></label>
      <label>Grit <BFormInput v-model="said.grit" inputmode="numeric" /></label>
      <label>Hands, minutes <BFormInput v-model="said.minutes" inputmode="decimal" /></label>
      <label>Dried or soaked, minutes <BFormInput v-model="said.waited" inputmode="decimal" /></label>
    </template>
    <label v-if="pieces.length > 0"
      >Of
      <BFormSelect v-model="said.piece">
        <option value="">the whole job</option>
        <option v-for="one in pieces" :key="one.id" :value="one.id.toString()">{{ one.name }}</option>
      </BFormSelect>
    </label>
    <label v-if="photos.length > 0"
      >Photo
      <BFormSelect v-model="said.photo">
        <option value="">none</option>
        <option v-for="one in photos" :key="one.id" :value="one.id.toString()">{{ one.name }}</option>
      </BFormSelect>
    </label>
    <label class="wide"
      >{{ said.kind === 'endured' ? 'How it looks by now' : 'In words' }}
      <textarea v-model="said.words" class="form-control" rows="2" maxlength="4000" />
    </label>
    <RefusedLine :words="wrong" />
    <div class="wide acts">
      <BButton type="submit" variant="primary">Keep</BButton>
      <BButton variant="outline-secondary" @click="emit('done')">Cancel</BButton>
    </div>
  </form>
</template>

<style scoped>
.entry {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(180px, 1fr));
  gap: var(--space-m) var(--space-m);
  align-items: end;
  max-width: 900px;
}

.wide {
  grid-column: 1 / -1;
}

.acts {
  display: flex;
  gap: var(--space-s);
}

p {
  margin: 0;
}
</style>
