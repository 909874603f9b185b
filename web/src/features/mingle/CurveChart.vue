<script setup lang="ts">
import 'uplot/dist/uPlot.min.css'

import uPlot from 'uplot'
import { onBeforeUnmount, onMounted, ref, watch } from 'vue'

import type { Schemas } from '../../api/client'
import { sayShare } from '../../shared/say/numbers'

/** Reflectance curves; the one wrapper of the chart library. */
const { wavelengths, curves } = defineProps<{ wavelengths: number[]; curves: Schemas['CurveOut'][] }>()
const place = ref<HTMLElement>()
let chart: uPlot | undefined
let observer: ResizeObserver | undefined

function draw() {
  chart?.destroy()
  if (!place.value) return
  const ink = '#1b1b1b' // it lies on the mat, in both themes
  const line = 'rgb(0 0 0 / 20%)'
  const axis = {
    stroke: ink,
    grid: { stroke: line, width: 1 },
    ticks: { stroke: line },
    font: '13px sans-serif',
  }
  const dashes = [[], [9, 5], [2, 4], [2, 4], [2, 4], [2, 4]]
  chart = new uPlot(
    {
      width: Math.max(240, place.value.clientWidth),
      height: 230,
      legend: { show: false },
      cursor: { show: false },
      scales: { x: { time: false }, y: { range: [0, 1] } },
      axes: [
        { ...axis, label: 'wavelength, nm' },
        { ...axis, values: (_, ticks) => ticks.map((tick) => sayShare(tick)) },
      ],
      series: [
        {},
        ...curves.map((curve, at) => ({
          label: curve.name,
          stroke: at < 2 ? ink : curve.hex,
          width: at < 2 ? 3 : 4,
          dash: dashes[at] ?? [2, 4],
        })),
      ],
    },
    [wavelengths, ...curves.map((curve) => curve.R)],
    place.value,
  )
}

onMounted(() => {
  draw()
  observer = new ResizeObserver(([entry]) => {
    if (entry) chart?.setSize({ width: Math.max(240, entry.contentRect.width), height: 230 })
  })
  if (place.value) observer.observe(place.value)
})
watch(() => curves, draw)
onBeforeUnmount(() => {
  observer?.disconnect()
  chart?.destroy()
})
</script>

<template>
  <figure class="mat">
    <div
      ref="place"
      role="img"
      aria-label="Reflectance over the wavelengths of what is wanted, the mix and each tin"
    />
    <figcaption>
      <span v-for="(curve, at) in curves" :key="curve.name"
        ><i
          :class="{ solid: at === 0, dashed: at === 1 }"
          :style="at > 1 ? { borderColor: curve.hex } : undefined"
        />{{ curve.name }}</span
      >
    </figcaption>
  </figure>
</template>

<style scoped>
figure {
  margin: 0;
  padding: var(--space-m);
  min-width: 0;
}

figcaption {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-hair) var(--space-l);
  font-size: var(--type-small);
}

i {
  display: inline-block;
  width: 26px;
  margin-right: var(--space-s);
  vertical-align: middle;
  border-top: var(--line-heavy) dotted currentcolor;
}

i.solid {
  border-top: var(--line-heavy) solid currentcolor;
}

i.dashed {
  border-top: var(--line-heavy) dashed currentcolor;
}
</style>
