<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'

import type { Colour } from '../../api/client'
import PhotoCatch from '../../shared/colour/PhotoCatch.vue'
import InkSign from '../../shared/InkSign.vue'
import ThingSource from '../../shared/colour/ThingSource.vue'
import { useLook } from '../../shared/colour/useLook'
import { useJob } from '../../shared/useJob'
import { sayWrong } from '../../shared/useNotice'
import ChipCard from './ChipCard.vue'
import PhotoPicker from '../../shared/colour/PhotoPicker.vue'
import SchemePanel from './SchemePanel.vue'
import TargetStrip from './TargetStrip.vue'
import { usePhotos } from '../../shared/colour/usePhotos'
import { useTargets } from './useTargets'

const { id, job } = useJob()
const { addSample, wrong: refused } = usePhotos()
const { keep, rename, remove } = useTargets()
const route = useRoute()
const router = useRouter()

const photo = computed(() => {
  const wanted = Number(route.query.photo)
  return job.value?.photos.find((known) => known.id === wanted) ?? job.value?.photos[0]
})
const from = ref<'photo' | 'scheme' | 'thing'>('photo')
const colour = ref<Colour>()
const background = ref<Colour>()
const { chip, wrong } = useLook(colour, background)

function choose(photoId: number) {
  if (from.value === 'thing') from.value = 'photo'
  void router.replace({ query: { photo: photoId } })
}

function show(now: typeof from.value) {
  from.value = now
  colour.value = undefined
}

async function trySample() {
  const added = id.value === undefined ? undefined : await addSample(id.value)
  if (added !== undefined) choose(added)
}

async function keepAs(name: string, tolerance: number) {
  if (id.value === undefined || !colour.value) return
  await keep(id.value, {
    name,
    colour: colour.value,
    tolerance,
    light: 'window',
    background: background.value ?? null,
  })
}

const hint = computed(() =>
  from.value === 'photo'
    ? photo.value
      ? 'The colour that you mark stands here.'
      : 'Add a photo first.'
    : from.value === 'scheme'
      ? 'Choose one of the colours of the picture.'
      : 'Say where the colour comes from.',
)
</script>

<template>
  <p v-if="!job" role="status">Opening the job…</p>
  <div v-else class="place">
    <div class="ask">
      <h1>Which colour do you want?</h1>
      <div class="modes" role="group" aria-label="Where it comes from">
        <BButton variant="plain" :aria-pressed="from === 'photo'" @click="show('photo')"
          >A spot in a photo</BButton
        >
        <BButton variant="plain" :aria-pressed="from === 'scheme'" @click="show('scheme')"
          >A whole picture</BButton
        >
        <BButton variant="plain" :aria-pressed="from === 'thing'" @click="show('thing')"
          >Without a photo</BButton
        >
      </div>
    </div>
    <template v-if="from !== 'thing'">
      <PhotoCatch
        v-if="photo && from === 'photo'"
        v-model:colour="colour"
        :photo="photo"
        :faults="chip?.faults"
      />
      <SchemePanel
        v-else-if="photo && id !== undefined"
        v-model:colour="colour"
        :photo="photo"
        :job-id="id"
      />
      <div v-else class="mat none">
        <InkSign name="catch" />
        <p>
          Add a photo of what you want to match: a jug, a fabric, a finished piece. A sheet of white paper in
          it helps.
        </p>
        <BButton variant="outline-secondary" @click="trySample">Try it with a sample photo</BButton>
        <p v-if="refused" class="wrong" role="alert">{{ refused }}</p>
      </div>
    </template>
    <ThingSource v-else v-model:colour="colour" class="thing" />
    <ChipCard
      v-model:background="background"
      class="chip-card"
      :chip="chip"
      :wrong="wrong"
      :hint="hint"
      :keep="keepAs"
      :targets="job?.targets ?? []"
    />
    <PhotoPicker v-if="job" class="photos" :photos="job.photos" :chosen="photo?.id" @choose="choose" />
    <TargetStrip
      class="targets"
      :targets="job?.targets ?? []"
      :job-id="id"
      @rename="rename"
      @remove="(at) => remove(at).catch(sayWrong)"
    />
  </div>
</template>

<style scoped>
.place {
  height: 100%;
  display: grid;
  grid-template: auto auto minmax(0, 1fr) auto / minmax(0, 1fr) calc(var(--side) - 48px);
  gap: var(--space-m) var(--space-l);
}

.ask {
  grid-column: 1 / -1;
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  justify-content: space-between;
  gap: var(--space-s) var(--space-l);
}

.modes {
  display: flex;
  border: var(--line-firm) solid var(--edge);
  border-radius: var(--round-pill);
  overflow: hidden;
}

.modes button {
  min-height: 40px;
  padding: 0 var(--space-l);
  border: 0;
  background: var(--sheet);
  color: var(--ink);
}

.modes button[aria-pressed='true'] {
  background: var(--ink);
  color: var(--sheet);
  font-weight: 650;
}

.modes button:focus-visible {
  outline-offset: -3px;
}

.none p {
  margin: 0 0 var(--space-m);
}

.none {
  display: grid;
  align-content: center;
  place-items: center;
  margin: 0;
  padding: var(--space-xxl);
  text-align: center;
  font: 600 var(--type-body) var(--said);
}

/* The photo at the left, its choice below; at the right the chip, and all that is kept in what room it leaves. */
.place > :not(.ask, .chip-card, .targets, .photos) {
  grid-area: 2 / 1 / 4 / 2;
  min-height: 0;
}

.photos {
  grid-area: 4 / 1 / 5 / 2;
}

.thing,
.chip-card {
  overflow: auto;
  padding: var(--space-xs);
}

.targets {
  grid-area: 3 / 2 / 5 / 3;
  min-width: 0;
}

@media (max-width: 860px) {
  .place {
    display: flex;
    flex-direction: column;
    height: auto;
  }

  .chip-card,
  .thing {
    overflow: visible;
  }
}
</style>
