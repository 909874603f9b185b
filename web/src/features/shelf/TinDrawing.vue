<script setup lang="ts">
import { computed } from 'vue'

/** A tin in ink, filled to what is left in it. */
const { share, hex, size } = defineProps<{ share: number; hex: string | null; size: number }>()
const height = computed(() => 40 * Math.min(Math.max(share, 0), 1))
</script>

<template>
  <svg :width="(size * 44) / 52" :height="size" viewBox="0 0 44 52" aria-hidden="true">
    <rect x="4" y="9" width="36" height="40" class="glass" />
    <rect x="4" :y="49 - height" width="36" :height="height" :fill="hex ?? '#d9d9d9'" />
    <path d="M4 9v40h36V9" class="line" />
    <path d="M2.500 4.500h39v4.500h-39z" class="line rim" />
  </svg>
</template>

<style scoped>
.glass {
  fill: rgb(255 255 255 / 45%);
}

.line {
  fill: none;
  stroke: #1b1b1b;
  stroke-width: 2;
  vector-effect: non-scaling-stroke;
  stroke-linejoin: round;
}

.rim {
  fill: #fff;
}
</style>
