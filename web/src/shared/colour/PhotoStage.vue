<script setup lang="ts">
import { computed, ref, watch } from 'vue'

import { type Area } from '../../api/client'
import { areaBetween, areaInside, frameOf, type Mark, type Point, spotAt } from './areas'

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
const emit = defineEmits<{ take: [area: Area]; white: [area: Area]; hover: [at: Point] }>()

const view = ref<HTMLElement>()
const cursor = ref<Point>()
const line = ref<Point[]>([])
const zoom = ref(1)
const shift = ref<Point>({ x: 0, y: 0 })
const fingers = new Map<number, Point>()
let pinch = 0

watch(
  () => src,
  () => {
    zoom.value = 1
    shift.value = { x: 0, y: 0 }
    cursor.value = undefined
  },
)

function pointAt(event: { clientX: number; clientY: number }): Point {
  const box = view.value?.getBoundingClientRect()
  if (!box) return { x: 0, y: 0 }
  const x = ((event.clientX - box.left - shift.value.x) / (box.width * zoom.value)) * width
  const y = ((event.clientY - box.top - shift.value.y) / (box.height * zoom.value)) * height
  return { x: Math.min(Math.max(x, 0), width - 1), y: Math.min(Math.max(y, 0), height - 1) }
}

/** Zoom about a place of the view, never past the photo's edges. */
function zoomTo(wanted: number, at?: Point) {
  const box = view.value?.getBoundingClientRect()
  if (!box) return
  const now = Math.min(Math.max(wanted, 1), 12)
  const centre = at ?? { x: box.width / 2, y: box.height / 2 }
  const grown = now / zoom.value
  move(
    {
      x: centre.x - (centre.x - shift.value.x) * grown,
      y: centre.y - (centre.y - shift.value.y) * grown,
    },
    now,
    box,
  )
}

function move(to: Point, at: number, box: DOMRect) {
  zoom.value = at
  shift.value = {
    x: Math.min(0, Math.max(to.x, box.width * (1 - at))),
    y: Math.min(0, Math.max(to.y, box.height * (1 - at))),
  }
}

function wheel(event: WheelEvent) {
  const box = view.value?.getBoundingClientRect()
  if (!box) return
  if (event.shiftKey) {
    move({ x: shift.value.x - event.deltaY, y: shift.value.y - event.deltaX }, zoom.value, box)
    return
  }
  zoomTo(zoom.value * Math.exp(-event.deltaY / 500), { x: event.clientX - box.left, y: event.clientY - box.top })
}

function spread() {
  const [a, b] = [...fingers.values()]
  return a && b ? Math.hypot(a.x - b.x, a.y - b.y) : 0
}

function down(event: PointerEvent) {
  fingers.set(event.pointerId, { x: event.clientX, y: event.clientY })
  view.value?.setPointerCapture(event.pointerId)
  if (fingers.size > 1) {
    line.value = []
    pinch = spread()
    return
  }
  cursor.value = pointAt(event)
  line.value = [cursor.value]
}

function moved(event: PointerEvent) {
  const before = fingers.get(event.pointerId)
  if (before) fingers.set(event.pointerId, { x: event.clientX, y: event.clientY })
  const box = view.value?.getBoundingClientRect()
  if (fingers.size > 1 && before && box) {
    const now = spread()
    const [a, b] = [...fingers.values()]
    if (a && b) zoomTo((zoom.value * now) / pinch, { x: (a.x + b.x) / 2 - box.left, y: (a.y + b.y) / 2 - box.top })
    const by = { x: (event.clientX - before.x) / 2, y: (event.clientY - before.y) / 2 }
    move({ x: shift.value.x + by.x, y: shift.value.y + by.y }, zoom.value, box)
    pinch = now
    return
  }
  cursor.value = pointAt(event)
  if (line.value.length > 0) line.value.push(cursor.value)
  emit('hover', cursor.value)
}

function up(event: PointerEvent) {
  const drawn = fingers.size === 1 ? line.value : []
  fingers.delete(event.pointerId)
  line.value = []
  const [first] = drawn
  const last = drawn.at(-1)
  if (!first || !last) return
  emit('take', freehand ? areaInside(drawn) : areaBetween(first, last))
}

function cancel(event: PointerEvent) {
  fingers.delete(event.pointerId)
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
    emit('hover', cursor.value)
  } else if (event.key === 'Enter' || event.key === ' ') emit('take', spotAt(at))
  else if (event.key === 'p' || event.key === 'P') emit('white', spotAt(at))
  else if (event.key === '+' || event.key === '=') zoomTo(zoom.value * 1.5)
  else if (event.key === '-') zoomTo(zoom.value / 1.5)
  else return
  event.preventDefault()
  event.stopPropagation()
}

/** The loupe shows the photo four times as large around the cursor. */
const loupe = computed(() => {
  if (!cursor.value || fingers.size > 1) return undefined
  const { x, y } = cursor.value
  return {
    left: `${((x / width) * 100).toFixed(2)}%`,
    top: `${((y / height) * 100).toFixed(2)}%`,
    transform: `scale(${(1 / zoom.value).toFixed(4)})`,
    backgroundImage: `url("${src}")`,
    backgroundSize: `${(width * 4).toString()}px ${(height * 4).toString()}px`,
    backgroundPosition: `${(59 - x * 4).toFixed(0)}px ${(59 - y * 4).toFixed(0)}px`,
    borderColor: ring,
  }
})
const above = computed(() => cursor.value !== undefined && cursor.value.y > height * 0.35)
const dragged = computed(() => {
  const [first] = line.value
  const last = line.value.at(-1)
  return !freehand && first && last ? areaBetween(first, last) : undefined
})
const outlines = computed(() => {
  const shown = marks.flatMap(({ area }) =>
    area.shape === 'freehand' ? [area.points.map(([x, y]) => `${x.toFixed(1)},${y.toFixed(1)}`).join(' ')] : [],
  )
  if (freehand && line.value.length > 1)
    shown.push(line.value.map((p) => `${p.x.toFixed(1)},${p.y.toFixed(1)}`).join(' '))
  return shown
})
const plane = computed(() => ({
  transform: `translate(${shift.value.x.toFixed(1)}px, ${shift.value.y.toFixed(1)}px) scale(${zoom.value.toFixed(4)})`,
  '--back': (1 / zoom.value).toFixed(4),
}))
</script>

<template>
  <div class="stage" :style="{ '--ratio': width / height }">
    <!-- eslint-disable-next-line vuejs-accessibility/no-static-element-interactions -- a photo is tapped, by pointer or keys -->
    <div
      ref="view"
      class="photo"
      role="application"
      tabindex="0"
      :aria-label="`${name}. Arrow keys move the loupe, Enter takes what is under it, P marks something white, plus and minus zoom.`"
      @pointerdown="down"
      @pointermove="moved"
      @pointerup="up"
      @pointercancel="cancel"
      @pointerleave="cursor = line.length ? cursor : undefined"
      @wheel.prevent="wheel"
      @keydown="key"
    >
      <div class="plane" :style="plane">
        <img :src="src" :alt="name" draggable="false" />
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
        <span v-if="loupe" class="loupe" :class="{ above }" :style="loupe"><i /></span>
      </div>
    </div>
    <div class="zoom" role="group" aria-label="Zoom">
      <button type="button" aria-label="Closer" @click="zoomTo(zoom * 1.6)">+</button>
      <button type="button" aria-label="Further" :disabled="zoom === 1" @click="zoomTo(zoom / 1.6)">−</button>
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

img,
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
  border-radius: calc(3px * var(--back));
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
  padding: 1px 7px;
  border-radius: 6px;
  background: #000;
  color: #fff;
  font-size: 0.78rem;
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

.loupe {
  position: absolute;
  width: 130px;
  height: 130px;
  margin: 26px 0 0 -65px;
  border: 8px solid #fff;
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
  border: 1.5px solid #fff;
  outline: 1px solid #000;
}

.zoom {
  position: absolute;
  right: 8px;
  bottom: 8px;
  display: grid;
  gap: 6px;
}

.zoom button {
  width: 40px;
  height: 40px;
  border: 2px solid #1b1b1b;
  border-radius: 50%;
  background: #fff;
  color: #1b1b1b;
  font-size: 1.2rem;
  line-height: 1;
}

.zoom button:disabled {
  color: #8a8a8a;
  border-color: #8a8a8a;
}
</style>
