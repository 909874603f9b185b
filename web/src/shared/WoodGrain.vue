<script setup lang="ts">
import { useId } from 'vue'
import { drawn } from './say/numbers'

/** Fields side by side on one board: each in the tones of its streaks, dark to pale, or one even colour. */
const { fields } = defineProps<{ fields: { name: string; tones: string[] }[] }>()

const WIDE = 110
const HIGH = 96
const id = useId()

/** The same board in every drawing: its lines follow a fixed sequence. */
function lines(wide: number) {
  let seed = 7
  const next = () => {
    seed = (seed * 16807) % 2147483647
    return seed / 2147483647
  }
  return Array.from({ length: 38 }, (_, n) => {
    const y = ((n + 0.5) * HIGH) / 38 + 2 * (next() - 0.5)
    const [up, far] = [7 * (next() - 0.5), wide / 3]
    const d = `M-4 ${drawn(y, 1)}C${drawn(far, 0)} ${drawn(y + up, 1)} ${drawn(2 * far, 0)} ${drawn(y - up, 1)} ${(wide + 4).toString()} ${drawn(y + up / 3, 1)}`
    return { d, tone: [1, 3, 0, 4, 1, 3, 2][Math.floor(7 * next())] ?? 2, width: 0.7 + 3.4 * next() }
  })
}
</script>

<template>
  <div class="board">
    <svg
      :viewBox="`0 0 ${fields.length * WIDE} ${HIGH}`"
      preserveAspectRatio="none"
      aria-hidden="true"
      focusable="false"
    >
      <g v-for="(field, at) in fields" :key="field.name">
        <clipPath :id="`${id}-${at}`"><rect :x="at * WIDE" y="0" :width="WIDE" :height="HIGH" /></clipPath>
        <rect :x="at * WIDE" y="0" :width="WIDE" :height="HIGH" :fill="field.tones[2] ?? field.tones[0]" />
        <g v-if="field.tones.length > 1" :clip-path="`url(#${id}-${at})`">
          <path
            v-for="(line, n) in lines(fields.length * WIDE)"
            :key="n"
            :d="line.d"
            fill="none"
            :stroke="field.tones[line.tone]"
            :stroke-width="line.width"
          />
        </g>
      </g>
    </svg>
    <span v-for="field in fields" :key="field.name" class="name"
      ><i>{{ field.name }}</i></span
    >
  </div>
</template>

<style scoped>
.board {
  position: relative;
  display: flex;
  min-height: 92px;
  border-radius: var(--round-m);
  overflow: hidden;
}

svg {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
}

.name {
  position: relative;
  flex: 1;
  min-width: 0;
  display: flex;
  align-items: flex-end;
  padding: var(--space-xs);
  font-size: var(--type-tiny);
}

/* Readable on every colour, whatever it is. */
.name i {
  font-style: normal;
  max-width: 100%;
  padding: 0 var(--space-s);
  border-radius: var(--round-s);
  background: rgb(255 255 255 / 82%);
  color: #000;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
</style>
