<script setup lang="ts">
import { computed } from 'vue'

import { useShelf } from '../../shared/useShelf'
import { type Film, filmsOf, type Way } from './useWays'

/** The films of a way by hand: parts, water, wait, wipe, coats, and how the wood was made ready. */
const { way, films, takes, wrong } = defineProps<{
  way: Way
  films: Film[] | undefined
  takes: boolean
  wrong: string
}>()
const emit = defineEmits<{ set: [films: Film[]] }>()
const { data: shelf } = useShelf()
const nameOf = (key: string) => shelf.value?.find((tin) => tin.key === key)?.name ?? key
const shown = computed(() => films ?? filmsOf(way))

const SHORTEST = 1 / 6
const LONGEST = 720
const READY = ['as sanded', 'sanded fine', 'sanded coarse', 'end grain', 'sealed first']
const WIPES = [
  { at: 0, words: 'left alone' },
  { at: 0.45, words: 'wiped lightly' },
  { at: 0.75, words: 'wiped' },
  { at: 1, words: 'wiped hard' },
]
/** Waits go from ten seconds to twelve hours: a slider by their logarithm. */
const placeOf = (minutes: number) => Math.round((100 * Math.log(minutes / SHORTEST)) / Math.log(LONGEST / SHORTEST))
function minutesAt(place: number) {
  const minutes = SHORTEST * (LONGEST / SHORTEST) ** (place / 100)
  const step = minutes < 1 ? 1 / 6 : minutes < 10 ? 0.5 : minutes < 60 ? 1 : 10
  return Math.min(LONGEST, Math.max(SHORTEST, Math.round(minutes / step) * step))
}
function sayWait(minutes: number) {
  if (minutes < 1.65) return `${Math.round(minutes * 60).toString()} seconds`
  return minutes < 100 ? `${Number(minutes.toFixed(1)).toString()} minutes` : `${(minutes / 60).toFixed(1)} hours`
}
const sayWipe = (wipe: number) => WIPES.reduce((a, b) => (Math.abs(b.at - wipe) < Math.abs(a.at - wipe) ? b : a)).words

function change(at: number, part: Partial<Film>) {
  emit(
    'set',
    shown.value.map((film, n) => (n === at ? { ...film, ...part } : film)),
  )
}

function setParts(at: number, place: number, text: string) {
  const parts = Math.round(Number(text))
  const film = shown.value[at]
  if (film && parts >= 1 && parts <= 999)
    change(at, { parts: film.parts.map((one, n): [string, number] => (n === place ? [one[0], parts] : [...one])) })
}
</script>

<template>
  <section class="by-hand" aria-label="By hand">
    <h2>By hand</h2>
    <slot />
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <div v-for="(film, at) in shown" :key="at" class="film">
      <b v-if="shown.length > 1" class="title">{{ way.steps[at]?.title }}</b>
      <label v-for="(one, place) in film.parts" :key="one[0]" class="slide"
        ><span>{{ nameOf(one[0]) }}</span>
        <BFormInput
          type="range"
          min="1"
          :max="Math.max(24, one[1])"
          :model-value="one[1]"
          :aria-valuetext="`${one[1]} parts`"
          @update:model-value="setParts(at, place, String($event))"
        />
        <small>{{ one[1] }} {{ one[1] === 1 ? 'part' : 'parts' }}</small>
      </label>
      <label v-if="film.water > 0 || film.kind === 'wash'" class="slide"
        ><span>water to one part</span>
        <BFormInput
          type="range"
          min="0"
          max="10"
          step="0.25"
          :model-value="film.water"
          :aria-valuetext="`${film.water} parts of water to one`"
          @update:model-value="change(at, { water: Number($event) })"
        />
        <small>{{ film.water }}</small>
      </label>
      <label v-if="takes" class="slide"
        ><span>wait before wiping</span>
        <BFormInput
          type="range"
          min="0"
          max="100"
          :model-value="placeOf(film.wait)"
          :aria-valuetext="sayWait(film.wait)"
          @update:model-value="change(at, { wait: minutesAt(Number($event)) })"
        />
        <small>{{ sayWait(film.wait) }}</small>
      </label>
      <label class="slide"
        ><span>wiped</span>
        <BFormInput
          type="range"
          min="0"
          max="1"
          step="0.05"
          :model-value="film.wipe"
          :aria-valuetext="sayWipe(film.wipe)"
          @update:model-value="change(at, { wipe: Number($event) })"
        />
        <small>{{ sayWipe(film.wipe) }}</small>
      </label>
      <label class="slide"
        ><span>coats</span>
        <BFormInput
          type="range"
          min="1"
          max="6"
          :model-value="film.coats"
          :aria-valuetext="`${film.coats} coats`"
          @update:model-value="change(at, { coats: Number($event) })"
        />
        <small>{{ film.coats }}</small>
      </label>
      <label v-if="takes"
        >the wood is
        <BFormSelect
          :model-value="film.prepared"
          :options="READY"
          @update:model-value="change(at, { prepared: String($event) as Film['prepared'] })"
        />
      </label>
    </div>
  </section>
</template>

<style scoped>
.by-hand {
  display: grid;
  gap: 10px;
  padding: 14px 18px;
  background: var(--sheet);
  border-radius: 14px;
}

.film {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(210px, 1fr));
  gap: 8px 22px;
  align-items: end;
}

.title {
  grid-column: 1 / -1;
  font-size: 1rem;
}

label {
  display: grid;
  font-size: 0.9rem;
}

.slide {
  grid-template-columns: 1fr auto;
}

.slide input {
  grid-column: 1 / -1;
  grid-row: 2;
}

p {
  margin: 0;
}
</style>
