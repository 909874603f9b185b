<script setup lang="ts">
import { computed, ref, watch } from 'vue'

import type { Area, Lighting } from '../../api/client'
import type { Mark } from '../../shared/colour/areas'
import MethodBar from '../../shared/colour/MethodBar.vue'
import PhotoPicker from '../../shared/colour/PhotoPicker.vue'
import PhotoStage from '../../shared/colour/PhotoStage.vue'
import { usePhotoLight } from '../../shared/colour/usePhotoLight'
import { useJob } from '../../shared/useJob'
import { pictureOf } from '../../shared/usePicture'

/** One picture in which something known is marked, and then several things one after another. */
const { marks, hint } = defineProps<{ marks: Mark[]; hint: string }>()
const picture = defineModel<{ photo_id: number; lighting: Lighting } | undefined>('picture', {
  required: true,
})
const emit = defineEmits<{ take: [area: Area]; other: [] }>()
const { job } = useJob()
const photoId = ref<number>()
const photo = computed(
  () => job.value?.photos.find((one) => one.id === photoId.value) ?? job.value?.photos[0],
)
const light = usePhotoLight(() => photo.value?.id)
watch(
  () => photo.value?.id,
  () => {
    emit('other')
  },
)
watch(
  [() => photo.value?.id, light.lighting],
  ([photo_id, lighting]) => {
    picture.value = photo_id === undefined ? undefined : { photo_id, lighting }
  },
  { immediate: true },
)

function take(area: Area) {
  if (light.asks.value) light.mark(area)
  else emit('take', area)
}
</script>

<template>
  <PhotoPicker :photos="job?.photos ?? []" :chosen="photo?.id" @choose="(one) => (photoId = one)" />
  <template v-if="photo">
    <MethodBar :light="light" />
    <div class="mat bed">
      <PhotoStage
        :src="pictureOf(photo)"
        :width="photo.width"
        :height="photo.height"
        :name="photo.name"
        :marks="[...light.marks.value, ...marks]"
        @take="take"
        @white="light.mark"
      />
      <p aria-live="polite">{{ light.asks.value || hint }}</p>
    </div>
  </template>
</template>

<style scoped>
.bed {
  display: flex;
  flex-direction: column;
  gap: var(--space-s);
  height: 460px;
  padding: var(--space-m) var(--space-m) var(--space-s);
}

p {
  margin: 0;
  font: 600 var(--type-body) var(--said);
}

@media (max-width: 860px) {
  .bed {
    height: 96vw;
    max-height: 60vh;
  }
}
</style>
