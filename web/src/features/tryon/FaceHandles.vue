<script setup lang="ts">
import { type Corner, CORNERS, type Face, middle } from './faces'
import { drawn } from '../../shared/say/numbers'

/** Faces drawn on a photo, each with a handle at every corner, and what is tapped so far of the next one. */
const { width, height } = defineProps<{
  width: number
  height: number
  faces: Face[]
  corners: Corner[]
  white: Corner | null
}>()
const emit = defineEmits<{
  hold: [face: number, corner: number]
  nudge: [face: number, corner: number, by: Corner]
  nudgeWhite: [by: Corner]
}>()
const share = (value: number, most: number) => `${drawn((100 * value) / most, 2)}%`
const asText = (points: Corner[]) => points.map((p) => p.join(',')).join(' ')
const steps: Record<string, Corner> = {
  ArrowLeft: [-2, 0],
  ArrowRight: [2, 0],
  ArrowUp: [0, -2],
  ArrowDown: [0, 2],
}

function key(event: KeyboardEvent, nudge: (by: Corner) => void) {
  const by = steps[event.key]
  if (!by) return
  event.preventDefault()
  const far = event.shiftKey ? 10 : 1
  nudge([by[0] * far, by[1] * far])
}
</script>

<template>
  <svg :viewBox="`0 0 ${width} ${height}`" aria-hidden="true">
    <polygon v-for="(face, n) in faces" :key="n" :points="asText(face.corners)" />
    <polyline :points="asText(corners)" />
    <circle v-for="(p, n) in corners" :key="n" :cx="p[0]" :cy="p[1]" r="6" />
    <circle v-if="white" :cx="white[0]" :cy="white[1]" r="10" class="white" />
  </svg>
  <BButton
    v-if="white"
    variant="plain"
    class="corner"
    aria-label="What is white: arrow keys move it"
    :style="{ left: share(white[0], width), top: share(white[1], height) }"
    @keydown="key($event, (by) => emit('nudgeWhite', by))"
  />
  <template v-for="(face, n) in faces" :key="n">
    <span
      class="number"
      aria-hidden="true"
      :style="{ left: share(middle(face.corners)[0], width), top: share(middle(face.corners)[1], height) }"
      >{{ n + 1 }}</span
    >
    <BButton
      v-for="(p, m) in face.corners"
      :key="m"
      variant="plain"
      class="corner"
      :aria-label="`Face ${(n + 1).toString()}, ${CORNERS[m] ?? ''} corner`"
      :style="{ left: share(p[0], width), top: share(p[1], height) }"
      @pointerdown.stop.prevent="emit('hold', n, m)"
      @keydown="key($event, (by) => emit('nudge', n, m, by))"
    />
  </template>
</template>

<style scoped>
svg {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  pointer-events: none;
}

polygon,
polyline {
  fill: none;
  stroke: #fff;
  stroke-width: 3;
  vector-effect: non-scaling-stroke;
  filter: drop-shadow(0 0 1px #000);
}

circle {
  fill: #fff;
}

circle.white {
  fill: none;
  stroke: #fff;
  stroke-width: 3;
  vector-effect: non-scaling-stroke;
}

.number {
  position: absolute;
  translate: -50% -50%;
  padding: 0 var(--space-s);
  border-radius: var(--round-m);
  background: #000;
  color: #fff;
  font-weight: 700;
  pointer-events: none;
}

.corner,
.corner:hover {
  position: absolute;
  width: 26px;
  height: 26px;
  translate: -50% -50%;
  border: var(--line-heavy) solid #fff;
  border-radius: 50%;
  background: rgb(0 0 0 / 25%);
  box-shadow: 0 0 0 1px #000;
  padding: 0;
  touch-action: none;
}
</style>
