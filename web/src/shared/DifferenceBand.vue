<script setup lang="ts">
import { computed } from 'vue'
import { drawn } from './say/drawn'

/** A difference as it is likely: in words first, then in numbers, then how wide it may turn out, 0 to 10 on the bar. */
const { words, likely, value, low, high } = defineProps<{
  words: string
  likely: string
  value: number
  low: number
  high: number
}>()

const percent = (x: number) => `${drawn(Math.min(x, 10) * 10, 1)}%`
const band = computed(() => ({ left: percent(low), right: `calc(100% - ${percent(high)})` }))
const capital = computed(() => words.charAt(0).toUpperCase() + words.slice(1))
</script>

<template>
  <div>
    <div class="said words">{{ capital }}</div>
    <div class="numbers">
      <span class="bar" aria-hidden="true"><i :style="band" /><u :style="{ left: percent(value) }" /></span>
      <span title="How far the dried mix is likely to be from the colour wanted (CIEDE2000): under 1 nobody can tell"
        >{{ likely }} <span class="soft">off</span></span
      >
    </div>
  </div>
</template>

<style scoped>
.words {
  font-size: 1.3rem;
}

.numbers {
  display: flex;
  align-items: center;
  flex-wrap: wrap;
  gap: 4px 10px;
  font-size: 0.92rem;
}

.bar {
  position: relative;
  width: 120px;
  height: 9px;
  border-radius: 5px;
  background: rgb(0 0 0 / 18%);
}

.bar i {
  position: absolute;
  top: 0;
  bottom: 0;
  min-width: 4px;
  border-radius: 5px;
  background: #1b1b1b;
}

.bar u {
  position: absolute;
  top: -4px;
  width: 3px;
  height: 17px;
  margin-left: -1px;
  background: #fff;
  border: 0.5px solid #1b1b1b;
}
</style>
