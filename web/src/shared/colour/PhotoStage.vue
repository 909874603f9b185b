<script setup lang="ts">
import { computed, ref, watch } from 'vue'

import { type Area } from '../../api/client'
import { areaBetween, areaInside, type Mark, type Point, spotAt } from './areas'
import PhotoLoupe from './PhotoLoupe.vue'
import PhotoMarks from './PhotoMarks.vue'
import { usePinchZoom } from './usePinchZoom'
import { onPhoto } from './zoom'
import { drawn } from '../say/numbers'

/** A photo to take colours from: tapped, dragged over or drawn around, by pointer or keys. */
const {
  src,
  width,
  height,
  name,
  marks,
  freehand,
  ring = '#ffffff',
} = defineProps<{
  src: string
  width: number
  height: number
  name: string
  marks: Mark[]
  freehand?: boolean
  /** The colour under the loupe, its light made honest; shown as the loupe's ring. */
  ring?: string
}>()
const emit = defineEmits<{ take: [area: Area]; white: [area: Area]; point: [at: Point] }>()

const element = ref<HTMLElement>()
const hand = usePinchZoom(element)
const { view } = hand
const cursor = ref<Point>()
const line = ref<Point[]>([])

watch(
  () => src,
  () => {
    hand.reset()
    cursor.value = undefined
  },
)

function pointAt(event: PointerEvent): Point {
  const box = element.value?.getBoundingClientRect()
  if (!box) return { x: 0, y: 0 }
  return onPhoto(view.value, { x: event.clientX - box.left, y: event.clientY - box.top }, box, {
    width,
    height,
  })
}

function down(event: PointerEvent) {
  line.value = []
  if (!hand.down(event)) return
  cursor.value = pointAt(event)
  line.value = [cursor.value]
}

function moved(event: PointerEvent) {
  if (hand.move(event)) return
  cursor.value = pointAt(event)
  if (line.value.length > 0) line.value.push(cursor.value)
  emit('point', cursor.value)
}

function up(event: PointerEvent) {
  const drawn = hand.up(event) ? line.value : []
  line.value = []
  const [first] = drawn
  const last = drawn.at(-1)
  if (first && last) emit('take', freehand ? areaInside(drawn) : areaBetween(first, last))
}

function cancel(event: PointerEvent) {
  hand.up(event)
  line.value = []
}

const steps: Record<string, [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
}

function key(event: KeyboardEvent) {
  const at = cursor.value ?? { x: width / 2, y: height / 2 }
  const step = steps[event.key]
  if (step) {
    const far = event.shiftKey ? width / 20 : width / 160
    cursor.value = {
      x: Math.min(Math.max(at.x + step[0] * far, 0), width - 1),
      y: Math.min(Math.max(at.y + step[1] * far, 0), height - 1),
    }
    emit('point', cursor.value)
  } else if (event.key === 'Enter' || event.key === ' ') emit('take', spotAt(at))
  else if (event.key === 'p' || event.key === 'P') emit('white', spotAt(at))
  else if (event.key === '+' || event.key === '=') hand.zoomTo(view.value.zoom * 1.5)
  else if (event.key === '-') hand.zoomTo(view.value.zoom / 1.5)
  else return
  event.preventDefault()
  event.stopPropagation()
}

const plane = computed(() => {
  const { shift, zoom } = view.value
  return {
    transform: `translate(${drawn(shift.x, 1)}px, ${drawn(shift.y, 1)}px) scale(${drawn(zoom, 4)})`,
    '--back': drawn(1 / zoom, 4),
  }
})
</script>

<template>
  <div class="stage" :style="{ '--ratio': width / height }">
    <!-- eslint-disable-next-line vuejs-accessibility/no-static-element-interactions -- a photo is tapped, by pointer or keys -->
    <div
      ref="element"
      class="photo"
      role="application"
      tabindex="0"
      :aria-label="`${name}. Arrow keys move the loupe, Enter takes what is under it, P marks something white, plus and minus zoom.`"
      @pointerdown="down"
      @pointermove="moved"
      @pointerup="up"
      @pointercancel="cancel"
      @pointerleave="cursor = line.length ? cursor : undefined"
      @wheel.prevent="hand.wheel"
      @keydown="key"
    >
      <div class="plane" :style="plane">
        <img :src="src" :alt="name" draggable="false" />
        <PhotoMarks
          :width="width"
          :height="height"
          :marks="marks"
          :line="line"
          :freehand="freehand === true"
        />
        <PhotoLoupe
          v-if="cursor && !hand.pinching()"
          :src="src"
          :width="width"
          :height="height"
          :at="cursor"
          :zoom="view.zoom"
          :ring="ring"
        />
      </div>
    </div>
    <div class="zoom" role="group" aria-label="Zoom">
      <BButton variant="plain" aria-label="Zoom in" @click="hand.zoomTo(view.zoom * 1.6)">+</BButton>
      <BButton
        variant="plain"
        aria-label="Zoom out"
        :disabled="view.zoom === 1"
        @click="hand.zoomTo(view.zoom / 1.6)"
        >−</BButton
      >
    </div>
  </div>
</template>

<style scoped>
.stage {
  position: relative;
  display: grid;
  place-items: center;
  min-height: 0;
  container-type: size;
  flex: 1;
}

.photo {
  position: relative;
  width: min(100cqw, 100cqh * var(--ratio));
  aspect-ratio: var(--ratio);
  cursor: crosshair;
  touch-action: none;
  user-select: none;
  overflow: hidden;
}

.plane {
  position: absolute;
  inset: 0;
  transform-origin: 0 0;
}

img {
  position: absolute;
  inset: 0;
  display: block;
  width: 100%;
  height: 100%;
}

.zoom {
  position: absolute;
  right: 8px;
  bottom: 8px;
  display: grid;
  gap: var(--space-s);
}

.zoom button {
  width: 40px;
  height: 40px;
  border: var(--line-firm) solid #1b1b1b;
  border-radius: 50%;
  background: #fff;
  color: #1b1b1b;
  font-size: var(--type-head);
  line-height: 1;
}

.zoom button:disabled {
  color: #8a8a8a;
  border-color: #8a8a8a;
}
</style>
