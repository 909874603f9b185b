<script setup lang="ts">
import { useEventListener, useMediaQuery } from '@vueuse/core'
import { computed, useId } from 'vue'

import type { Schemas } from '../../api/client'
import { useJob } from '../useJob'
import { usePhotos } from './usePhotos'

/** Photos for the job in hand: chosen, several at once, taken with the camera, dropped on the page or pasted. */
const { field, took } = defineProps<{ field: string; took: (photo: Schemas['PhotoOut']) => unknown }>()
const { id } = useJob()
const { addAll, sending, stop, wrong } = usePhotos()
const camera = useId()
/** A plain workshop network gives a page no live camera; the file field of a phone opens the camera itself. */
const byFinger = useMediaQuery('(any-pointer: coarse)')

function add(files: Iterable<File>) {
  const photos = [...files].filter((file) => file.type.startsWith('image/') || file.type === '')
  if (photos.length > 0 && id.value !== undefined && !sending.value) void addAll(id.value, photos, took)
  return photos.length > 0
}

function picked(event: Event) {
  const input = event.target as HTMLInputElement
  add(input.files ?? [])
  input.value = ''
}

const carriesFiles = (event: DragEvent) => event.dataTransfer?.types.includes('Files') === true
useEventListener(window, 'dragover', (event) => {
  if (carriesFiles(event)) event.preventDefault()
})
useEventListener(window, 'drop', (event) => {
  if (event.defaultPrevented || !carriesFiles(event)) return
  event.preventDefault()
  add(event.dataTransfer?.files ?? [])
})
useEventListener(window, 'paste', (event) => {
  if (!event.defaultPrevented && add(event.clipboardData?.files ?? [])) event.preventDefault()
})

const words = computed(() => {
  if (!sending.value) return 'Add photos'
  return sending.value.of === 1
    ? 'Sending the photo…'
    : `Sending ${(sending.value.done + 1).toString()} of ${sending.value.of.toString()}…`
})
</script>

<template>
  <div class="add">
    <input
      :id="field"
      class="visually-hidden"
      type="file"
      accept="image/*"
      multiple
      :disabled="!!sending"
      @change="picked"
    />
    <label :for="field" class="btn btn-outline-secondary" :class="{ disabled: sending }">{{ words }}</label>
    <span class="visually-hidden" role="status">{{ sending ? words : '' }}</span>
    <template v-if="byFinger && !sending">
      <input
        :id="camera"
        class="visually-hidden"
        type="file"
        accept="image/*"
        capture="environment"
        @change="picked"
      />
      <label :for="camera" class="btn btn-outline-secondary">Take a photo</label>
    </template>
    <BButton v-if="sending" variant="plain" class="link" @click="stop">Stop</BButton>
    <small v-else-if="!byFinger" class="soft">or drop or paste them</small>
    <slot />
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
  </div>
</template>

<style scoped>
.add {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-s) var(--space-m);
  align-items: center;
}

.wrong {
  flex-basis: 100%;
  margin: 0;
  max-width: 46ch;
}
</style>
