<script setup lang="ts">
import { ref } from 'vue'

import type { Layer, Schemas } from '../../api/client'
import { preferences } from '../../shared/preferences'
import { usePicture, usePixels } from '../../shared/usePicture'

/** One piece in some layers, as large as there is room. */
const { piece, layers, name } = defineProps<{ piece: Schemas['PieceOut']; layers: Layer[]; name: string }>()
const stage = ref<HTMLElement>()
const size = usePixels(stage)
const { src, wrong } = usePicture(() =>
  size.value
    ? {
        url: `/api/pieces/${piece.id.toString()}/picture?light=${preferences.value.light}`,
        body: { layers, pixels_wide: size.value.wide, pixels_high: size.value.high },
        drawn: [piece.measures, piece.grounds],
      }
    : undefined,
)
</script>

<template>
  <div ref="stage" class="stage">
    <img v-if="src" :src="src" :alt="`${piece.name} in ${name}`" />
    <p v-if="wrong" role="alert">{{ wrong }}</p>
  </div>
</template>

<style scoped>
.stage {
  position: relative;
  min-height: 0;
  overflow: hidden;
}

img {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  object-fit: contain;
}
</style>
