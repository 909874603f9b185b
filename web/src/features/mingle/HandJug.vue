<script setup lang="ts">
import { computed, ref } from 'vue'

/** The jug of a recipe, its layers moved with a finger; what is drawn is what will be asked for. */
const { pours } = defineProps<{ pours: { name: string; hex: string; parts: number; ml: number }[] }>()
const emit = defineEmits<{ parts: [parts: number[]] }>()

const TOP = 10
const FOOT = 150
const FINEST = 36
const drawing = ref<SVGSVGElement>()
const held = ref<number>()

const total = computed(() => pours.reduce((sum, pour) => sum + pour.parts, 0))
/** Heights of the lines between layers, from the foot up; the last one is the rim of the mix. */
const lines = computed(() => {
  let sum = 0
  return pours.map((pour) => {
    sum += pour.parts
    return FOOT - ((FOOT - TOP) * sum) / total.value
  })
})

function divisor(a: number, b: number): number {
  return b === 0 ? a : divisor(b, a % b)
}

/** The line between two layers goes to a height: one gets more, the other less, the whole stays. */
function drag(event: PointerEvent) {
  const at = held.value
  const box = drawing.value?.getBoundingClientRect()
  if (at === undefined || !box) return
  moveTo(at, ((event.clientY - box.top) / box.height) * 160)
}

function moveTo(at: number, y: number) {
  const fine = Math.max(1, Math.ceil(FINEST / total.value))
  const parts = pours.map((pour) => pour.parts * fine)
  const whole = total.value * fine
  const below = parts.slice(0, at).reduce((sum, part) => sum + part, 0)
  const both = (parts[at] ?? 0) + (parts[at + 1] ?? 0)
  const share = Math.round(((FOOT - y) / (FOOT - TOP)) * whole) - below
  parts[at] = Math.min(both - 1, Math.max(1, share))
  parts[at + 1] = both - parts[at]
  const common = parts.reduce((a, b) => divisor(a, b))
  const now = parts.map((part) => part / common)
  if (now.some((part, n) => part !== pours[n]?.parts)) emit('parts', now)
}

/** By keys a line goes a thirty-sixth of the jug up or down. */
function key(event: KeyboardEvent, at: number) {
  const by = { ArrowUp: -1, ArrowRight: -1, ArrowDown: 1, ArrowLeft: 1 }[event.key]
  const line = lines.value[at]
  if (by === undefined || line === undefined) return
  event.preventDefault()
  moveTo(at, line + (by * (FOOT - TOP)) / FINEST)
}

/** How high a line stands. [%] */
const high = (at: number) => Math.round((100 * (FOOT - (lines.value[at] ?? FOOT))) / (FOOT - TOP))

function hold(at: number, event: PointerEvent) {
  held.value = at
  ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
}
</script>

<template>
  <svg
    ref="drawing"
    viewBox="0 0 112 160"
    class="hand-jug"
    role="group"
    aria-label="The jug, its lines to be moved"
  >
    <rect
      v-for="(pour, at) in pours"
      :key="pour.name"
      x="16"
      width="64"
      :y="lines[at]"
      :height="(at === 0 ? FOOT : (lines[at - 1] ?? FOOT)) - (lines[at] ?? TOP)"
      :fill="pour.hex"
    />
    <path d="M14 4V148a5 5 0 0 0 5 5H77a5 5 0 0 0 5-5V4M82 30c22-4 24 34 0 56" class="line" />
    <g
      v-for="(y, at) in lines.slice(0, -1)"
      :key="at"
      class="grip"
      role="slider"
      tabindex="0"
      aria-orientation="vertical"
      :aria-label="`Line between ${pours[at]?.name ?? ''} and ${pours[at + 1]?.name ?? ''}`"
      :aria-valuenow="high(at)"
      aria-valuemin="0"
      aria-valuemax="100"
      :aria-valuetext="`${high(at).toString()} % of the jug`"
      :class="{ held: held === at }"
      @keydown="key($event, at)"
      @pointerdown.prevent="hold(at, $event)"
      @pointermove="drag"
      @pointerup="held = undefined"
      @pointercancel="held = undefined"
    >
      <rect x="8" width="90" :y="y - 12" height="24" fill="transparent" />
      <path :d="`M10 ${y}H90`" />
      <circle cx="92" :cy="y" r="7" />
    </g>
  </svg>
</template>

<style scoped>
.hand-jug {
  width: 112px;
  touch-action: none;
}

.line {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2.6;
  stroke-linejoin: round;
  stroke-linecap: round;
}

.grip {
  cursor: ns-resize;
}

.grip path {
  stroke: var(--ink);
  stroke-width: 2;
}

.grip circle {
  fill: var(--sheet);
  stroke: var(--ink);
  stroke-width: 2.5;
}

.grip.held circle,
.grip:hover circle {
  fill: var(--ink);
}
</style>
