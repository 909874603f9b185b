<script setup lang="ts">
import { computed } from 'vue'

import type { Point } from './areas'
import { drawn } from '../say/numbers'

/** The photo four times as large around a place, ringed by the colour that is there. */
const { src, width, height, at, zoom, ring } = defineProps<{
  src: string
  width: number
  height: number
  at: Point
  zoom: number
  ring: string
}>()
const style = computed(() => ({
  left: `${drawn((at.x / width) * 100, 2)}%`,
  top: `${drawn((at.y / height) * 100, 2)}%`,
  transform: `scale(${drawn(1 / zoom, 4)})`,
  backgroundImage: `url("${src}")`,
  backgroundSize: `${(width * 4).toString()}px ${(height * 4).toString()}px`,
  backgroundPosition: `${drawn(59 - at.x * 4, 0)}px ${drawn(59 - at.y * 4, 0)}px`,
  borderColor: ring,
}))
</script>

<template>
  <span class="loupe" :class="{ above: at.y > height * 0.35 }" :style="style"><i /></span>
</template>

<style scoped>
.loupe {
  position: absolute;
  width: 130px;
  height: 130px;
  margin: var(--space-xl) 0 0 -65px;
  border: var(--line-heavy) solid #fff;
  outline: 2px solid #000;
  border-radius: 50%;
  background-repeat: no-repeat;
  background-color: #000;
  image-rendering: pixelated;
  pointer-events: none;
  z-index: 2;
  transform-origin: 65px -26px;
}

.loupe.above {
  margin-top: -158px;
  transform-origin: 65px 158px;
}

.loupe i {
  position: absolute;
  left: 50%;
  top: 50%;
  width: 64px;
  height: 64px;
  transform: translate(-50%, -50%);
  border: var(--line-firm) solid #fff;
  outline: 1px solid #000;
}
</style>
