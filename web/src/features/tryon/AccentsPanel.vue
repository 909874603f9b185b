<script setup lang="ts">
import { keepPreviousData, useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, ref } from 'vue'

import { api, type Layer, type Schemas, unwrap } from '../../api/client'
import ErrorLine from '../../shared/ErrorLine.vue'
import SwatchPair from '../../shared/SwatchPair.vue'
import { preferences } from '../../shared/preferences'
import { jobKey } from '../../shared/useJob'
import { say, sayWrong } from '../../shared/useNotice'
import { sayNumber, sayPlaces } from '../../shared/say/numbers'
import { useSettled } from '../../shared/useWaiting'

/** Colours that would answer the look, as this shelf can mix them, and how loud each would be on the piece. */
const { job, piece, layers, room } = defineProps<{
  job: Schemas['JobWholeOut']
  piece: Schemas['PieceOut']
  layers: Layer[]
  room: { wall?: string | undefined; floor?: string | undefined }
}>()
const emit = defineEmits<{ lay: [layer: Partial<Layer> & { kind: string; colours: string[] }] }>()
const queries = useQueryClient()
type To = Schemas['AccentsIn']['to']
type Place = Schemas['AccentsIn']['place']
const to = ref<To>('piece')
const place = ref<Place>('edges')
const TO: Record<To, string> = {
  piece: 'the piece',
  print: 'a print on it',
  handles: 'its handles',
  floor: 'the floor',
  wall: 'the wall',
}
const PLACES: Record<Place, string> = {
  edges: 'its edges',
  high: 'raised parts',
  handles: 'the handles',
  inside: 'insides of drawers',
}
const settled = useSettled(() => JSON.stringify(layers))
const ask = computed(() => ({
  layers: settled.value,
  to: to.value,
  place: place.value,
  wall: room.wall ?? null,
  floor: room.floor ?? null,
  light: preferences.value.light,
}))
const { data, error } = useQuery({
  queryKey: computed(() => ['shelf', 'accents', piece.id, ask.value]),
  placeholderData: keepPreviousData,
  retry: false,
  queryFn: async () => {
    const { light, layers: asked, ...rest } = ask.value
    return unwrap(
      await api.POST('/api/pieces/{piece_id}/accents', {
        params: { path: { piece_id: piece.id }, query: { light, unit: preferences.value.unit } },
        body: { ...rest, layers: JSON.parse(asked) as Layer[] },
      }),
    )
  },
})

/** Lay an accent on the piece: its jug is kept, unless one tin, or a gilding, is its colour. */
async function lay(one: Schemas['AccentOut']) {
  try {
    const pours = one.recipe.pours
    const only = pours.length === 1 ? pours[0] : undefined
    const colour = one.metal || (only ? `pot:${only.material}` : await keep(one))
    const at = place.value
    if (at === 'handles' || at === 'inside')
      emit('lay', {
        kind: one.metal ? 'metallic' : 'paint',
        colours: [colour],
        zones: [at === 'handles' ? 'hardware' : 'within'],
        coats: 2,
        place: 'everywhere',
      })
    else emit('lay', { kind: one.metal ? 'metallic' : 'knife', colours: [colour], place: at })
  } catch (problem) {
    sayWrong(problem)
  }
}

async function keep(one: Schemas['AccentOut']): Promise<string> {
  const made = unwrap(
    await api.POST('/api/jobs/{job_id}/mixes', {
      params: { path: { job_id: job.id } },
      body: {
        name: `Accent: ${one.name}`,
        batch: one.recipe.pours.reduce((sum, pour) => sum + pour.ml, 0),
        tool: 'parts',
        pours: one.recipe.pours.map(({ material, parts, ml }) => ({ material, parts, ml })),
      },
    }),
  )
  await queries.invalidateQueries({ queryKey: jobKey() })
  say(`${made.name} stands with your jugs.`)
  return `mix:${made.id.toString()}`
}
</script>

<template>
  <div class="accents">
    <div class="ask">
      <label
        >to answer
        <BFormSelect v-model="to">
          <option v-for="(title, key) in TO" :key="key" :value="key">{{ title }}</option>
        </BFormSelect>
      </label>
      <label
        >on
        <BFormSelect v-model="place">
          <option v-for="(title, key) in PLACES" :key="key" :value="key">{{ title }}</option>
        </BFormSelect>
      </label>
    </div>
    <ErrorLine v-if="error" :error="error" />
    <ul v-if="data && !error">
      <li v-for="one in data" :key="one.key">
        <SwatchPair :target="one.hex" :mix="one.recipe.hex" target-name="wanted" mix-name="from your shelf" />
        <b>{{ one.title }}: {{ one.name }}</b>
        <span>{{ one.why }}</span>
        <span class="soft"
          >{{ one.metal || one.recipe.pours.map((pour) => pour.name).join(' + ')
          }}<template v-if="!one.metal">: {{ one.recipe.words }}, {{ one.recipe.likely }}</template></span
        >
        <span class="soft"
          >It {{ one.words === 'speaks' || one.words === 'shouts' ? one.words : `is ${one.words}` }} there: on
          {{ sayPlaces(100 * one.share, 1) }} % of the painted area, loudness
          {{ sayNumber(one.loud, 1) }}.</span
        >
        <BButton variant="outline-secondary" size="sm" @click="lay(one)">Try it on the piece</BButton>
      </li>
    </ul>
    <p class="soft">
      Loudness is how far it differs from what is around it, times the root of its share: 5 speaks.
    </p>
  </div>
</template>

<style scoped>
.accents,
li {
  display: grid;
  gap: var(--space-s);
}

.ask {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: var(--space-s);
}

label {
  display: grid;
  font-size: var(--type-small);
}

ul {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: var(--space-m);
}

li {
  font-size: var(--type-small);
}

p {
  margin: 0;
  font-size: var(--type-small);
}
</style>
