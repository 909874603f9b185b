<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'

import { useJob } from '../../shared/useJob'
import { sayWrong } from '../../shared/useNotice'
import ChipCard from './ChipCard.vue'
import PhotoPicker from './PhotoPicker.vue'
import PhotoStage from './PhotoStage.vue'
import TargetStrip from './TargetStrip.vue'
import { useCatch } from './useCatch'
import { usePhotos } from './usePhotos'

const { id, job } = useJob()
const { add, sending, wrong: refused } = usePhotos()
const route = useRoute()
const router = useRouter()

const photo = computed(() => {
  const wanted = Number(route.query.photo)
  return job.value?.photos.find((known) => known.id === wanted) ?? job.value?.photos[0]
})
const mode = ref<'white' | 'colour'>('white')
const { white, target, chip, wrong, keep, remove } = useCatch(() => photo.value?.id)

function choose(photoId: number) {
  mode.value = 'white'
  void router.replace({ query: { photo: photoId } })
}

async function upload(file: File) {
  const added = id.value === undefined ? undefined : await add(id.value, file)
  if (added !== undefined) choose(added)
}

async function keepAs(name: string) {
  if (id.value !== undefined) await keep(id.value, name)
}

const hint = computed(() =>
  mode.value === 'white' && !white.value
    ? 'First tap something white: a sheet of paper will do.'
    : 'Now tap the colour you want, or drag over it.',
)
</script>

<template>
  <div class="place">
    <div class="ask">
      <h1>Which colour do you want?</h1>
      <div class="modes" role="group" aria-label="What the next tap marks">
        <button type="button" :aria-pressed="mode === 'white'" @click="mode = 'white'">1 · Something white</button>
        <button type="button" :aria-pressed="mode === 'colour'" @click="mode = 'colour'">2 · The colour</button>
      </div>
    </div>
    <div class="mat stage-mat">
      <PhotoStage
        v-if="photo"
        v-model:mode="mode"
        v-model:white="white"
        v-model:target="target"
        :src="`/api/photos/${photo.id}/picture`"
        :width="photo.width"
        :height="photo.height"
        :name="photo.name"
      />
      <p v-else class="none">
        Add a photo of what you want to match: a jug, a fabric, a finished piece. A sheet of white paper in it helps.
      </p>
      <p class="next" aria-live="polite">{{ hint }}</p>
    </div>
    <ChipCard class="chip-card" :chip="chip" :wrong="wrong" :hint="hint" :keep="keepAs" />
    <PhotoPicker
      v-if="job"
      :photos="job.photos"
      :chosen="photo?.id"
      :sending="sending"
      :wrong="refused"
      @choose="choose"
      @upload="upload"
    />
    <TargetStrip class="targets" :targets="job?.targets ?? []" @remove="(at) => remove(at).catch(sayWrong)" />
  </div>
</template>

<style scoped>
.place {
  height: 100%;
  display: grid;
  grid-template: auto minmax(0, 1fr) auto / minmax(0, 1fr) 272px;
  gap: 12px 18px;
}

.ask {
  grid-column: 1 / -1;
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  justify-content: space-between;
  gap: 8px 16px;
}

.modes {
  display: flex;
  border: 1.5px solid #767676;
  border-radius: 20px;
  overflow: hidden;
}

.modes button {
  height: 40px;
  padding: 0 16px;
  border: 0;
  background: var(--sheet);
  color: var(--ink);
}

.modes button[aria-pressed='true'] {
  background: var(--ink);
  color: var(--sheet);
  font-weight: 650;
}

.stage-mat {
  display: flex;
  flex-direction: column;
  gap: 8px;
  padding: 16px 16px 10px;
  min-height: 0;
}

.next,
.none {
  margin: 0;
  font: 600 1.02rem var(--said);
}

.none {
  flex: 1;
  display: grid;
  place-items: center;
  text-align: center;
  padding: 30px;
}

.chip-card {
  overflow: auto;
}

.targets {
  min-width: 0;
}

@media (max-width: 860px) {
  .place {
    display: flex;
    flex-direction: column;
    height: auto;
  }

  .stage-mat {
    height: 62vw;
    min-height: 300px;
    padding: 10px;
  }

  .chip-card {
    overflow: visible;
  }
}
</style>
