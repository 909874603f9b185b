<script setup lang="ts">
import { sayCount, toType } from '../../shared/say/numbers'
import type { Schemas } from '../../api/client'
import FoldOut from '../../shared/FoldOut.vue'

/** What was read of a tin, and what of it counts. */
const { readings, withdraw, believe } = defineProps<{
  readings: Schemas['ReadingOut'][]
  withdraw: (reading: number) => Promise<void>
  believe: (reading: number) => Promise<void>
}>()
</script>

<template>
  <FoldOut v-if="readings.length > 0" :title="sayCount(readings.length, 'reading so far', 'readings so far')">
    <ul class="readings">
      <li v-for="reading in readings" :key="reading.id">
        <span v-for="hex in reading.hexes" :key="hex" class="chip" :style="{ background: hex }" />
        <span class="words">
          {{ reading.title }}
          <small class="soft">{{ reading.how }}, right within about {{ toType(reading.noise) }}</small>
          <small v-if="reading.doubted" class="doubt">contradicts the others and counts for little</small>
          <small v-if="reading.set_aside" class="doubt"
            >nothing explains it: set aside, it does not count</small
          >
        </span>
        <BButton v-if="reading.set_aside" variant="plain" class="again" @click="believe(reading.id)"
          >let it count</BButton
        >
        <BButton
          variant="plain"
          class="again"
          :aria-label="`Remove the reading: ${reading.title}`"
          @click="withdraw(reading.id)"
          >Remove</BButton
        >
      </li>
    </ul>
  </FoldOut>
</template>

<style scoped>
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}

.readings li {
  display: flex;
  gap: var(--space-s);
  align-items: center;
  padding: var(--space-xs) 0;
}

.chip {
  flex: none;
  width: 30px;
  height: 22px;
  border-radius: var(--round-s);
}

.words {
  flex: 1;
}

.words small {
  display: block;
}

.doubt {
  font-weight: 700;
}

.again {
  border: 0;
  background: none;
  color: var(--act);
  font-weight: 650;
  min-height: 32px;
}
</style>
