<script setup lang="ts">
import { computed } from 'vue'
import { drawn } from './say/numbers'

const {
  layers,
  size = 110,
  fill = 0.82,
} = defineProps<{
  layers: { hex: string; ml: number }[]
  size?: number
  /** How high it stands, of the jug. */
  fill?: number
}>()

const top = 14
const foot = 106
const left = (y: number) => 14 + (4 * (y - 8)) / 98
const right = (y: number) => 68 - (4 * (y - 8)) / 98

/** Layers from the foot up, in pouring order, as high as their volume. */
const bands = computed(() => {
  const total = layers.reduce((sum, layer) => sum + layer.ml, 0) || 1
  let y = foot
  return layers.map((layer) => {
    const high = y - ((foot - top) * fill * layer.ml) / total
    const d = [
      `M${drawn(left(high), 2)} ${drawn(high, 2)}`,
      `L${drawn(right(high), 2)} ${drawn(high, 2)}`,
      `L${drawn(right(y), 2)} ${drawn(y, 2)}`,
      `L${drawn(left(y), 2)} ${drawn(y, 2)}Z`,
    ].join('')
    const band = { d, hex: layer.hex, y: high, mark: right(high) }
    y = high
    return band
  })
})
</script>

<template>
  <svg :width="(size * 92) / 112" :height="size" viewBox="0 0 92 112" aria-hidden="true" class="jug">
    <path v-for="(band, place) in bands" :key="place" :d="band.d" :fill="band.hex" />
    <path
      v-for="(band, place) in bands"
      :key="`mark-${place}`"
      :d="`M${band.mark - 9} ${band.y}h12`"
      class="pour-mark"
    />
    <path
      d="M12 8 L18 105 a3.5 3.5 0 0 0 3.5 3.5 H60.500 a3.500 3.500 0 0 0 3.500-3.500 L70 8"
      class="line"
    />
    <path d="M12 8 q-4-3-7-2" class="line" />
    <path d="M69 26 c18-5 22 12 17 26 c-3 9-10 15-19 17" class="line" />
  </svg>
</template>

<style scoped>
.line {
  fill: none;
  stroke: #1b1b1b;
  stroke-width: 2.6;
  stroke-linejoin: round;
  stroke-linecap: round;
}

.pour-mark {
  stroke: #1b1b1b;
  stroke-width: 1.5;
}

[data-bs-theme='dark'] .on-chrome .line,
[data-bs-theme='dark'] .on-chrome .pour-mark {
  stroke: #f1f1f1;
}
</style>
