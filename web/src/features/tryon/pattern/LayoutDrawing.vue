<script setup lang="ts">
import { computed } from 'vue'

import { drawn } from '../../../shared/say/numbers'
import type { Laid } from './layouts'

/** The lines over the piece laid flat: its faces, what is masked, what is spared, the position that is laid next. */
const { laid, now } = defineProps<{ laid: Laid; now: Laid['positions'][number] | undefined }>()
/** Millimetres of the drawing in a metre. */
const scale = 1000
const place = ({ x, y, w, h }: Record<'x' | 'y' | 'w' | 'h', number>) => ({
  x: x * scale,
  y: y * scale,
  width: w * scale,
  height: h * scale,
})
const box = computed(() => `0 0 ${drawn(laid.width * scale)} ${drawn(laid.height * scale)}`)
</script>

<template>
  <svg :viewBox="box" aria-hidden="true">
    <defs>
      <pattern id="taped" width="16" height="16" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <rect width="16" height="16" fill="#fff" fill-opacity="0.35" />
        <rect width="8" height="16" fill="#fff" />
      </pattern>
    </defs>
    <rect
      v-for="(one, n) in laid.faces.filter((face) => !face.bare)"
      :key="`f${n}`"
      class="face"
      v-bind="place(one)"
    />
    <rect v-for="(one, n) in laid.masked" :key="`m${n}`" v-bind="place(one)" fill="url(#taped)" />
    <rect
      v-for="(one, n) in laid.spares"
      :key="`s${n}`"
      class="spare"
      v-bind="place(one)"
      :rx="one.why === 'knob' ? (one.w * scale) / 2 : 0"
    />
    <rect v-if="now" class="now" v-bind="place(now)" />
  </svg>
</template>

<style scoped>
svg {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  pointer-events: none;
}

.face {
  fill: none;
  stroke: #000;
  stroke-opacity: 0.45;
  stroke-width: 1;
  vector-effect: non-scaling-stroke;
}

.spare {
  fill: none;
  stroke: #fff;
  stroke-width: 2;
  stroke-dasharray: 4 3;
  vector-effect: non-scaling-stroke;
  filter: drop-shadow(0 0 1px #000);
}

.now {
  fill: #fff;
  fill-opacity: 0.22;
  stroke: #000;
  stroke-width: 3;
  vector-effect: non-scaling-stroke;
  filter: drop-shadow(0 0 1.5px #fff);
}
</style>
