<script setup lang="ts">
import { computed, ref } from 'vue'

import type { Schemas } from '../../api/client'
import KeptInput from '../../shared/KeptInput.vue'
import AddPhotos from '../../shared/colour/AddPhotos.vue'
import { pictureOf } from '../../shared/usePicture'
import { longDay } from '../../shared/say/times'

/** The photos of a job by when they were taken: added, named, turned, said to be before, during or after, removed. */
type Photo = Schemas['PhotoOut']
const { photos, change, rename, remove } = defineProps<{
  photos: Photo[]
  change: (photo: Photo, said: Partial<Schemas['PhotoChangeIn']>) => Promise<void>
  rename: (photo: Photo, name: string) => Promise<void>
  remove: (photo: Photo) => Promise<void>
}>()
const stage = ref<Photo['stage']>('during')
const open = ref<number>()
const STAGES = ['before', 'during', 'after']
const when = (photo: Photo) => photo.taken ?? photo.created
const sorted = computed(() => [...photos].sort((a, b) => when(a).localeCompare(when(b))))
const took = (photo: Photo) => change(photo, { stage: stage.value })
</script>

<template>
  <div class="photos">
    <ul>
      <li v-for="photo in sorted" :key="photo.id">
        <BButton
          variant="plain"
          class="picture"
          :aria-expanded="open === photo.id"
          :aria-label="`${photo.name}: name it, turn it, remove it`"
          @click="open = open === photo.id ? undefined : photo.id"
        >
          <img :src="pictureOf(photo, 320)" alt="" loading="lazy" />
        </BButton>
        <small>{{ [photo.stage, longDay(when(photo))].filter(Boolean).join(', ') }}</small>
        <div v-if="open === photo.id" class="care">
          <label
            >Called <KeptInput :value="photo.name" maxlength="200" @keep="rename(photo, $event)"
          /></label>
          <label
            >It shows
            <BFormSelect
              :model-value="photo.stage"
              @update:model-value="change(photo, { stage: $event as Photo['stage'] })"
            >
              <option value="">anything</option>
              <option v-for="one in STAGES" :key="one" :value="one">{{ one }}</option>
            </BFormSelect></label
          >
          <BButton size="sm" variant="outline-secondary" @click="change(photo, { turn: 1 })">Turn</BButton>
          <BButton size="sm" variant="outline-secondary" @click="remove(photo)">Remove</BButton>
        </div>
      </li>
    </ul>
    <AddPhotos field="daybook-photos" :took="took">
      <label class="stage"
        >they show
        <BFormSelect v-model="stage" size="sm">
          <option v-for="one in STAGES" :key="one" :value="one">{{ one }}</option>
        </BFormSelect></label
      >
    </AddPhotos>
  </div>
</template>

<style scoped>
.photos {
  display: grid;
  gap: var(--space-s);
}

ul {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-m);
  margin: 0;
  padding: 0;
  list-style: none;
}

ul:empty {
  display: none;
}

li {
  display: grid;
  gap: var(--space-hair);
  align-content: start;
  max-width: 220px;
}

.picture {
  padding: 0;
  border: 0;
  background: none;
}

.picture img {
  width: 144px;
  height: 96px;
  object-fit: cover;
  border-radius: var(--round-m);
}

.care {
  display: grid;
  gap: var(--space-s);
}

.stage {
  display: flex;
  gap: var(--space-s);
  align-items: center;
}
</style>
