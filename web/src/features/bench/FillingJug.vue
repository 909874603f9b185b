<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'

import { api, type Schemas, unwrap } from '../../api/client'
import { drawn } from '../../shared/say/numbers'

/** The jug at its true proportions, filled to true heights, the pour under way on top. */
const { batch, live = 0 } = defineProps<{ batch: Schemas['BatchOut']; live?: number }>()

const { data: jugs } = useQuery({
  queryKey: ['jugs'],
  queryFn: async () => unwrap(await api.GET('/api/jugs')),
  staleTime: Infinity,
})
const jug = computed(() => jugs.value?.find((known) => known.name === batch.jug))
const tall = computed(() => jug.value?.heights.at(-1) ?? 100)
const wide = computed(() => Math.max(...(jug.value?.diameters ?? [100])))

/** Inner radius at a height, between the measured ones. */
function radiusAt(height: number) {
  const { heights, diameters } = jug.value ?? { heights: [0, 100], diameters: [100, 100] }
  for (let n = 1; n < heights.length; n++) {
    const [low, high] = [heights[n - 1] ?? 0, heights[n] ?? 0]
    if (height <= high) {
      const share = (height - low) / Math.max(high - low, 1e-9)
      return ((diameters[n - 1] ?? 0) * (1 - share) + (diameters[n] ?? 0) * share) / 2
    }
  }
  return (diameters.at(-1) ?? 100) / 2
}

/** How high a volume stands: the volume below each millimetre, summed. */
const table = computed(() => {
  const found = [0]
  let sum = 0
  for (let mm = 1; mm <= tall.value; mm++) {
    sum += (Math.PI * radiusAt(mm - 0.5) ** 2) / 1000
    found.push(sum)
  }
  return found
})
function heightOf(ml: number) {
  const above = table.value.findIndex((volume) => volume >= ml)
  if (above <= 0) return above === 0 ? 0 : tall.value
  const [low, high] = [table.value[above - 1] ?? 0, table.value[above] ?? 1]
  return above - 1 + (ml - low) / (high - low)
}

const bands = computed(() => {
  let total = 0
  const found: { d: string; hex: string; made: boolean; top: number }[] = []
  const add = (ml: number, hex: string, made: boolean) => {
    const [low, high] = [heightOf(total), heightOf(total + ml)]
    total += ml
    const [a, b] = [radiusAt(low), radiusAt(high)]
    const y = (height: number) => tall.value - height
    const c = wide.value / 2
    const d = `M${drawn(c - a, 1)} ${drawn(y(low), 1)}L${drawn(c - b, 1)} ${drawn(y(high), 1)}L${drawn(c + b, 1)} ${drawn(y(high), 1)}L${drawn(c + a, 1)} ${drawn(y(low), 1)}Z`
    found.push({ d, hex, made, top: y(high) })
  }
  for (const step of batch.steps.filter((one) => one.made)) add(step.ml, step.hex, true)
  const next = batch.steps.find((one) => !one.made)
  if (next && live > 0) add(live, next.hex, true)
  if (next && live < next.ml) add(next.ml - Math.max(live, 0), next.hex, false)
  return found
})
const outline = computed(() => {
  const c = wide.value / 2
  const heights = jug.value?.heights ?? [0, 100]
  const left = heights.map((h) => `${drawn(c - radiusAt(h), 1)} ${drawn(tall.value - h, 1)}`)
  const right = heights.map((h) => `${drawn(c + radiusAt(h), 1)} ${drawn(tall.value - h, 1)}`).reverse()
  return `M${[...left].reverse().join('L')}L${[...right].reverse().join('L')}`
})
</script>

<template>
  <svg :viewBox="`-6 -6 ${wide + 12} ${tall + 12}`" aria-hidden="true">
    <path
      v-for="(band, at) in bands"
      :key="at"
      :d="band.d"
      :fill="band.made ? band.hex : 'none'"
      :class="{ ghost: !band.made }"
    />
    <path :d="outline" class="line" />
  </svg>
</template>

<style scoped>
svg {
  width: 100%;
  max-height: 62vh;
}

.line {
  fill: none;
  stroke: #1b1b1b;
  stroke-width: 3;
  vector-effect: non-scaling-stroke;
  stroke-linejoin: round;
}

.ghost {
  stroke: #1b1b1b;
  stroke-width: 2;
  stroke-dasharray: 6 5;
  vector-effect: non-scaling-stroke;
}

@media (max-width: 860px) {
  svg {
    max-height: 30vh;
  }
}
</style>
