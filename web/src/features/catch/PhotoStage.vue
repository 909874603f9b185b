<script setup lang="ts">
import { computed, ref } from 'vue'

import { type Area, areaBetween, frameOf, type Point } from './areas'

const { src, width, height, name } = defineProps<{ src: string; width: number; height: number; name: string }>()
const mode = defineModel<'white' | 'colour'>('mode', { required: true })
const white = defineModel<Area | undefined>('white', { required: true })
const target = defineModel<Area | undefined>('target', { required: true })

const picture = ref<HTMLElement>()
const cursor = ref<Point>()
const from = ref<Point>()
const focused = ref(false)

function pointAt(event: PointerEvent): Point {
  const box = picture.value?.getBoundingClientRect()
  if (!box) return { x: 0, y: 0 }
  const x = ((event.clientX - box.left) / box.width) * width
  const y = ((event.clientY - box.top) / box.height) * height
  return { x: Math.min(Math.max(x, 0), width - 1), y: Math.min(Math.max(y, 0), height - 1) }
}

function take(area: Area, as: 'white' | 'colour') {
  if (as === 'white') {
    white.value = area
    mode.value = 'colour'
  } else {
    target.value = area
  }
}

function down(event: PointerEvent) {
  picture.value?.setPointerCapture(event.pointerId)
  from.value = cursor.value = pointAt(event)
}

function up(event: PointerEvent) {
  if (from.value) take(areaBetween(from.value, pointAt(event)), mode.value)
  from.value = undefined
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
  } else if (event.key === 'Enter' || event.key === ' ') take(areaBetween(at, at), 'colour')
  else if (event.key === 'p' || event.key === 'P') take(areaBetween(at, at), 'white')
  else return
  event.preventDefault()
  event.stopPropagation()
}

/** The loupe shows the photo eight times as large around the cursor. */
const loupe = computed(() => {
  if (!cursor.value) return undefined
  const { x, y } = cursor.value
  return {
    left: `${((x / width) * 100).toFixed(2)}%`,
    top: `${((y / height) * 100).toFixed(2)}%`,
    backgroundImage: `url("${src}")`,
    backgroundSize: `${(width * 4).toString()}px ${(height * 4).toString()}px`,
    backgroundPosition: `${(59 - x * 4).toFixed(0)}px ${(59 - y * 4).toFixed(0)}px`,
  }
})
const above = computed(() => cursor.value !== undefined && cursor.value.y > height * 0.35)
const dragged = computed(() => (from.value && cursor.value ? areaBetween(from.value, cursor.value) : undefined))
</script>

<template>
  <div class="stage" :style="{ '--ratio': width / height }">
    <!-- eslint-disable-next-line vuejs-accessibility/no-static-element-interactions -- a photo is tapped, by pointer or keys -->
    <div
      ref="picture"
      class="photo"
      role="application"
      tabindex="0"
      :aria-label="`${name}. Arrow keys move the loupe, P marks something white, Enter takes the colour.`"
      @pointerdown="down"
      @pointermove="cursor = pointAt($event)"
      @pointerup="up"
      @pointerleave="cursor = from ? cursor : undefined"
      @keydown="key"
      @focus="focused = true"
      @blur="focused = false"
    >
      <img :src="src" :alt="name" draggable="false" />
      <span v-if="white" class="tap white" :style="frameOf(white, width, height)"><b>white</b></span>
      <span v-if="target" class="tap" :style="frameOf(target, width, height)"><b>colour</b></span>
      <span v-if="dragged" class="tap drag" :style="frameOf(dragged, width, height)" />
      <span v-if="loupe" class="loupe" :class="{ above }" :style="loupe"><i /></span>
    </div>
  </div>
</template>

<style scoped>
.stage {
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
}

img {
  display: block;
  width: 100%;
  height: 100%;
}

.tap {
  position: absolute;
  min-width: 16px;
  min-height: 16px;
  transform: translate(0, 0);
  border: 2px solid #fff;
  outline: 2px solid #000;
  border-radius: 3px;
  pointer-events: none;
}

.tap b {
  position: absolute;
  left: -2px;
  top: calc(100% + 5px);
  padding: 1px 7px;
  border-radius: 6px;
  background: #000;
  color: #fff;
  font-size: 0.78rem;
  font-weight: 600;
}

.tap.white b {
  background: #fff;
  color: #000;
}

.tap.drag {
  outline-style: dashed;
}

.loupe {
  position: absolute;
  width: 122px;
  height: 122px;
  margin: 26px 0 0 -61px;
  border: 2px solid #fff;
  outline: 2px solid #000;
  border-radius: 50%;
  background-repeat: no-repeat;
  background-color: #000;
  image-rendering: pixelated;
  pointer-events: none;
  z-index: 2;
}

.loupe.above {
  margin-top: -150px;
}

.loupe i {
  position: absolute;
  left: 50%;
  top: 50%;
  width: 64px;
  height: 64px;
  transform: translate(-50%, -50%);
  border: 1.5px solid #fff;
  outline: 1px solid #000;
}
</style>
