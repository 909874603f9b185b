<script setup lang="ts">
import { ref } from 'vue'

import type { Schemas } from '../../api/client'
import { pictureOf } from '../photos'

defineProps<{ photos: Schemas['PhotoOut'][]; chosen: number | undefined; sending: boolean; wrong: string }>()
const emit = defineEmits<{ choose: [id: number]; upload: [file: File] }>()
const field = ref<HTMLInputElement>()

function picked() {
  const file = field.value?.files?.[0]
  if (file) emit('upload', file)
  if (field.value) field.value.value = ''
}
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
    <div>
      <input
        id="photo-file"
        ref="field"
        class="visually-hidden"
        type="file"
        accept="image/jpeg,image/png,image/webp,image/heic,image/heif"
        @change="picked"
      />
      <label for="photo-file" class="btn btn-outline-secondary">{{ sending ? 'Taking it in…' : 'Add a photo' }}</label>
      <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    </div>
  </div>
</template>

<style scoped>
.picker {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 12px;
}

ul {
  display: flex;
  gap: 8px;
  list-style: none;
  margin: 0;
  padding: 3px;
  overflow-x: auto;
}

li button {
  padding: 0;
  border: 0;
  border-radius: 8px;
  overflow: hidden;
  width: 92px;
  height: 69px;
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

.visually-hidden:focus-visible + label {
  outline: 3px solid var(--act);
  outline-offset: 2px;
}

.wrong {
  margin: 6px 0 0;
  max-width: 46ch;
}
</style>
