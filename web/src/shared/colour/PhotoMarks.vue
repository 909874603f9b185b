<script setup lang="ts">
import { computed } from 'vue'

import type { Area } from '../../api/client'
import { areaBetween, frameOf, type Mark, type Point } from './areas'
import { drawn } from '../say/numbers'

/** What is marked on a photo, and what is being drawn now. */
const { marks, line, freehand } = defineProps<{
  width: number
  height: number
  marks: Mark[]
  line: Point[]
  freehand: boolean
}>()
const asText = (points: Point[]) => points.map((p) => `${drawn(p.x, 1)},${drawn(p.y, 1)}`).join(' ')
const outlineOf = (area: Area) =>
  area.shape === 'freehand' ? [asText(area.points.map(([x, y]) => ({ x, y })))] : []
const outlines = computed(() => [
  ...marks.flatMap(({ area }) => outlineOf(area)),
  ...(freehand && line.length > 1 ? [asText(line)] : []),
])
const dragged = computed(() => {
  const [first] = line
  const last = line.at(-1)
  return !freehand && first && last ? areaBetween(first, last) : undefined
})
</script>

<template>
  <svg :viewBox="`0 0 ${width} ${height}`" aria-hidden="true">
    <template v-for="outline in outlines" :key="outline">
      <polygon :points="outline" class="under" />
      <polygon :points="outline" />
    </template>
  </svg>
  <span
    v-for="(mark, at) in marks"
    :key="at"
    class="tap"
    :class="[mark.tone, mark.area.shape]"
    :style="frameOf(mark.area, width, height)"
    ><b>{{ mark.word }}</b></span
  >
  <span v-if="dragged" class="tap drag" :style="frameOf(dragged, width, height)" />
</template>

<style scoped>
svg {
  position: absolute;
  inset: 0;
  display: block;
  width: 100%;
  height: 100%;
}

polygon {
  fill: none;
  stroke: #fff;
  stroke-width: 2;
  vector-effect: non-scaling-stroke;
}

polygon.under {
  stroke: #000;
  stroke-width: 5;
}

.tap {
  position: absolute;
  min-width: calc(16px * var(--back));
  min-height: calc(16px * var(--back));
  border: calc(2px * var(--back)) solid #fff;
  outline: calc(2px * var(--back)) solid #000;
  border-radius: calc(var(--round-s) * var(--back));
  pointer-events: none;
}

.tap.freehand {
  border-color: transparent;
  outline: 0;
}

.tap b {
  position: absolute;
  left: 0;
  top: 100%;
  transform: scale(var(--back)) translateY(5px);
  transform-origin: 0 0;
  padding: 1px var(--space-s);
  border-radius: var(--round-s);
  background: #000;
  color: #fff;
  font-size: var(--type-tiny);
  font-weight: 600;
  white-space: nowrap;
}

.tap.white b {
  background: #fff;
  color: #000;
}

.tap.wrong b {
  background: #8f1414;
}

.tap.drag {
  outline-style: dashed;
}
</style>
