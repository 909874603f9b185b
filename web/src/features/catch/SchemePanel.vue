<script setup lang="ts">
import { keepPreviousData, useQuery } from '@tanstack/vue-query'
import { computed, ref, watch } from 'vue'

import ErrorLine from '../../shared/ErrorLine.vue'
import { api, type Colour, type Schemas, unwrap } from '../../api/client'
import MethodBar from '../../shared/colour/MethodBar.vue'
import { type Mark, spotAt } from '../../shared/colour/areas'
import PhotoStage from '../../shared/colour/PhotoStage.vue'
import { usePhotoLight } from '../../shared/colour/usePhotoLight'
import { preferences } from '../../shared/preferences'
import { useStoppable } from '../../shared/useWaiting'
import WorkLine from '../../shared/WorkLine.vue'
import { say, sayWrong } from '../../shared/useNotice'
import { useTargets } from './useTargets'
import { pictureOf } from '../../shared/usePicture'
import { sayNumber, sayShare } from '../../shared/say/numbers'

/** The dominant colours of a whole picture, and which of them would pair. */
const { photo, jobId } = defineProps<{ photo: Schemas['PhotoOut']; jobId: number }>()
const colour = defineModel<Colour | undefined>('colour', { required: true })
const light = usePhotoLight(() => photo.id)
const { keep } = useTargets()
const most = ref(6)
const dropped = ref(new Set<number>())

const queryKey = computed(() => [
  'scheme',
  photo.id,
  light.lighting.value,
  most.value,
  preferences.value.light,
])
const { data, error, isFetching, isPlaceholderData } = useQuery({
  queryKey,
  placeholderData: keepPreviousData,
  retry: false,
  queryFn: async ({ signal }) =>
    unwrap(
      await api.POST('/api/photos/{photo_id}/scheme', {
        params: { path: { photo_id: photo.id }, query: { light: preferences.value.light } },
        body: { lighting: light.lighting.value, most: most.value },
        signal,
      }),
    ),
})
// Another light shows the same colours; another number of them, or another honesty, finds others.
watch([() => photo.id, () => JSON.stringify(light.lighting.value), most], () => {
  dropped.value = new Set()
})
const kept = computed(() => (data.value?.colours ?? []).map((one, at) => ({ one, at })))
const whole = computed(() =>
  kept.value.filter(({ at }) => !dropped.value.has(at)).reduce((sum, { one }) => sum + one.share, 0),
)
const pairs = computed(() =>
  (data.value?.pairs ?? []).filter(
    (pair) => !dropped.value.has(pair.first) && !dropped.value.has(pair.second),
  ),
)
const marks = computed<Mark[]>(() => [
  ...light.marks.value,
  ...kept.value
    .filter(({ at }) => !dropped.value.has(at))
    .map(({ one, at }) => ({ area: spotAt({ x: one.x, y: one.y }), word: (at + 1).toString() })),
])

const work = useStoppable(isFetching, queryKey)
/** Till something in it is known its colours are as the photo shows them. */
const says = computed(() =>
  light.asks.value ? `${light.asks.value} Till then they are as the photo has them.` : '',
)

function colourOf(one: Schemas['DominantOut']): Colour {
  const [L, a, b] = one.Lab
  return {
    source: 'scheme',
    photo_id: photo.id,
    lighting: light.lighting.value,
    Lab: [Math.min(Math.max(L ?? 0, 0), 100), a ?? 0, b ?? 0],
  }
}

function toggle(at: number) {
  const now = new Set(dropped.value)
  if (!now.delete(at)) now.add(at)
  dropped.value = now
}

async function keepAll() {
  try {
    const names: string[] = []
    for (const { one, at } of kept.value)
      if (!dropped.value.has(at)) {
        const name = `${photo.name.slice(0, 60)}: ${one.name}`
        await keep(jobId, { name, colour: colourOf(one), tolerance: 2, light: 'window' })
        names.push(one.name)
      }
    say(`${names.length.toString()} colours are kept with this job.`)
  } catch (problem) {
    sayWrong(problem)
  }
}
</script>

<template>
  <div class="scheme">
    <MethodBar :light="light" />
    <ErrorLine v-if="error" :error="error" />
    <WorkLine
      :busy="isFetching"
      words="Looking for its colours"
      :old="isPlaceholderData"
      :stopped="work.stopped.value"
      @stop="work.stop"
      @again="work.again"
    />
    <p v-if="says" role="status">{{ says }}</p>
    <div class="mat bed" :aria-busy="isFetching">
      <PhotoStage
        :src="pictureOf(photo)"
        :width="photo.width"
        :height="photo.height"
        :name="photo.name"
        :marks="marks"
        @take="light.asks.value && light.mark($event)"
        @white="light.mark($event)"
      />
      <ol class="band" aria-label="Colours of the picture, by area">
        <li
          v-for="{ one, at } in kept"
          :key="at"
          :style="{ flexGrow: dropped.has(at) ? 0.02 : Math.max(one.share / Math.max(whole, 0.01), 0.06) }"
          :class="{ gone: dropped.has(at) }"
        >
          <BButton
            variant="plain"
            class="colour"
            :style="{ background: one.hex }"
            :aria-label="`${one.name}, ${sayShare(one.share)} of the picture`"
            @click="colour = colourOf(one)"
          />
          <span class="word">{{ at + 1 }} · {{ sayShare(one.share) }}</span>
          <BButton variant="plain" class="drop" @click="toggle(at)">{{
            dropped.has(at) ? 'include' : 'leave out'
          }}</BButton>
        </li>
      </ol>
    </div>
    <div class="foot">
      <label
        >how many
        <BFormInput v-model.number="most" type="range" min="3" max="7" :aria-valuetext="most.toString()"
      /></label>
      <ul aria-label="Pairs to blend">
        <li v-for="pair in pairs.slice(0, 3)" :key="`${pair.first}-${pair.second}`">
          <span
            class="ends"
            :style="{
              background: `linear-gradient(90deg, ${data?.colours[pair.first]?.hex ?? ''} 50%, ${data?.colours[pair.second]?.hex ?? ''} 50%)`,
            }"
          />
          {{ pair.first + 1 }} and {{ pair.second + 1 }}: {{ sayNumber(pair.apart) }} apart,
          {{ pair.muddy ? 'muddy between' : 'clean between' }}
        </li>
      </ul>
      <BButton variant="outline-secondary" @click="keepAll">Keep these colours</BButton>
    </div>
  </div>
</template>

<style scoped>
.scheme {
  overflow: auto;
  display: flex;
  flex-direction: column;
  gap: var(--space-s);
  min-height: 0;
}

.bed {
  display: flex;
  flex-direction: column;
  gap: var(--space-m);
  padding: var(--space-m);
  flex: 1 0 auto;
  min-height: 240px;
}

@media (max-width: 860px) {
  .bed {
    flex: none;
    height: 120vw;
    max-height: 74vh;
  }
}

.band {
  display: flex;
  list-style: none;
  margin: 0;
  padding: 0;
  border-radius: var(--round-m);
  overflow: hidden;
}

.band li {
  flex: 1 1 58px;
  display: grid;
  min-width: 52px;
  font-size: var(--type-tiny);
}

.band li.gone .colour {
  opacity: 0.25;
}

.colour {
  height: 64px;
  border: 0;
}

.drop {
  border: 0;
  background: none;
  color: var(--mat-ink);
  text-decoration: underline;
  min-height: 28px;
  text-align: left;
  padding: 0;
}

p {
  margin: 0;
  font-weight: 600;
}

.foot {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-s) var(--space-l);
  align-items: center;
}

.foot ul {
  flex: 1;
  list-style: none;
  margin: 0;
  padding: 0;
  font-size: var(--type-small);
}

.ends {
  display: inline-block;
  width: 44px;
  height: 16px;
  border-radius: var(--round-s);
  vertical-align: middle;
  margin-right: var(--space-s);
}
</style>
