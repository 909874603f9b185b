<script setup lang="ts">
import { computed } from 'vue'

import { useShelf } from '../../shared/useShelf'
import HandSlider from './HandSlider.vue'
import { type Film, filmsOf, type Way } from './useWays'
import { sayCount, sayNumber } from '../../shared/say/numbers'
import RefusedLine from '../../shared/RefusedLine.vue'

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
const placeOf = (minutes: number) =>
  Math.round((100 * Math.log(minutes / SHORTEST)) / Math.log(LONGEST / SHORTEST))
function minutesAt(place: number) {
  const minutes = SHORTEST * (LONGEST / SHORTEST) ** (place / 100)
  const step = minutes < 1 ? 1 / 6 : minutes < 10 ? 0.5 : minutes < 60 ? 1 : 10
  return Math.min(LONGEST, Math.max(SHORTEST, Math.round(minutes / step) * step))
}
function sayWait(minutes: number) {
  if (minutes < 1.65) return `${Math.round(minutes * 60).toString()} seconds`
  return minutes < 100 ? `${sayNumber(minutes, 1)} minutes` : `${sayNumber(minutes / 60, 1)} hours`
}
const sayWipe = (wipe: number) =>
  WIPES.reduce((a, b) => (Math.abs(b.at - wipe) < Math.abs(a.at - wipe) ? b : a)).words

function change(at: number, part: Partial<Film>) {
  emit(
    'set',
    shown.value.map((film, n) => (n === at ? { ...film, ...part } : film)),
  )
}

function setParts(at: number, place: number, parts: number) {
  const film = shown.value[at]
  if (film && parts >= 1 && parts <= 999)
    change(at, {
      parts: film.parts.map((one, n): [string, number] => (n === place ? [one[0], parts] : [...one])),
    })
}
</script>

<template>
  <section class="by-hand" aria-label="By hand">
    <h2>By hand</h2>
    <slot />
    <RefusedLine :words="wrong" />
    <div v-for="(film, at) in shown" :key="at" class="film">
      <b v-if="shown.length > 1" class="title">{{ way.steps[at]?.title }}</b>
      <HandSlider
        v-for="(one, place) in film.parts"
        :key="one[0]"
        :title="nameOf(one[0])"
        :value="one[1]"
        :said="sayCount(one[1], 'part')"
        :min="1"
        :max="Math.max(24, one[1])"
        @slide="setParts(at, place, $event)"
      />
      <HandSlider
        v-if="film.water > 0 || film.kind === 'wash'"
        title="water to one part"
        :value="film.water"
        :said="film.water.toString()"
        :max="10"
        :step="0.25"
        @slide="change(at, { water: $event })"
      />
      <HandSlider
        v-if="takes"
        title="wait before wiping"
        :value="placeOf(film.wait)"
        :said="sayWait(film.wait)"
        :max="100"
        @slide="change(at, { wait: minutesAt($event) })"
      />
      <HandSlider
        title="wiped"
        :value="film.wipe"
        :said="sayWipe(film.wipe)"
        :max="1"
        :step="0.05"
        @slide="change(at, { wipe: $event })"
      />
      <HandSlider
        title="coats"
        :value="film.coats"
        :said="film.coats.toString()"
        :min="1"
        :max="6"
        @slide="change(at, { coats: $event })"
      />
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
  gap: var(--space-m);
  padding: var(--space-m) var(--space-l);
  background: var(--sheet);
  border-radius: var(--round-l);
}

.film {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(210px, 1fr));
  gap: var(--space-s) var(--space-xl);
  align-items: end;
}

.title {
  grid-column: 1 / -1;
  font-size: var(--type-body);
}

label {
  display: grid;
  font-size: var(--type-small);
}

p {
  margin: 0;
}
</style>
