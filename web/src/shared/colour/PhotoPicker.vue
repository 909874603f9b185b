<script setup lang="ts">
import type { Schemas } from '../../api/client'
import { pictureOf } from '../usePicture'
import AddPhotos from './AddPhotos.vue'

/** The photos of the job, one of them chosen; what is added is chosen at once. */
defineProps<{ photos: Schemas['PhotoOut'][]; chosen: number | undefined }>()
const emit = defineEmits<{ choose: [id: number] }>()
</script>

<template>
  <div class="picker">
    <ul aria-label="Photos of this job">
      <li v-for="photo in photos" :key="photo.id">
        <BButton
          variant="plain"
          :aria-pressed="photo.id === chosen"
          :title="photo.name"
          @click="emit('choose', photo.id)"
        >
          <img :src="pictureOf(photo)" :alt="photo.name" />
        </BButton>
      </li>
    </ul>
    <AddPhotos class="add" field="photo-file" :took="(photo) => emit('choose', photo.id)" />
  </div>
</template>

<style scoped>
.picker {
  display: flex;
  align-items: center;
  gap: var(--space-m);
}

.add {
  flex: none;
  max-width: 190px;
}

@media (max-width: 860px) {
  .picker {
    display: grid;
  }

  .add {
    max-width: none;
  }
}

ul {
  display: flex;
  gap: var(--space-s);
  list-style: none;
  margin: 0;
  padding: var(--space-xs);
  min-width: 0;
  overflow-x: auto;
}

li button {
  padding: 0;
  border: 0;
  border-radius: var(--round-m);
  overflow: hidden;
  width: 84px;
  height: 63px;
  background: none;
}

li button[aria-pressed='true'] {
  box-shadow: 0 0 0 3px var(--ink);
}

img {
  width: 100%;
  height: 100%;
  object-fit: cover;
}
</style>
