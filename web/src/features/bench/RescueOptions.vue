<script setup lang="ts">
import type { Schemas } from '../../api/client'
import SwatchPair from '../../shared/SwatchPair.vue'
import { sayAmount } from '../../shared/say/amounts'

/** The ways to go on with a batch, each with the colour that it would give. */
defineProps<{ advice: Schemas['AdviceOut'] }>()
const emit = defineEmits<{ take: [option: Schemas['RescueOut']]; finish: [] }>()
const added = (option: Schemas['RescueOut']) =>
  option.additions.length === 0
    ? 'as it is'
    : option.additions.map((one) => `${one.words} ${one.name}`).join(' and ')
</script>

<template>
  <ul>
    <li v-for="(option, at) in advice.options" :key="at" :class="{ best: at === advice.best }">
      <SwatchPair :target="advice.target_hex" :mix="option.hex" target-name="wanted" mix-name="then" />
      <span>
        <b>{{ added(option) }}</b>
        <small>{{ option.words }}, {{ option.likely }} · {{ sayAmount(option.ml) }} then</small>
      </span>
      <BButton
        v-if="option.additions.length > 0"
        :variant="at === advice.best ? 'primary' : 'outline-secondary'"
        @click="emit('take', option)"
        >Add this</BButton
      >
      <BButton v-else variant="outline-secondary" @click="emit('finish')">Finish as it is</BButton>
    </li>
  </ul>
</template>

<style scoped>
ul {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: var(--space-m);
}

li {
  display: grid;
  grid-template-columns: minmax(140px, 240px) 1fr auto;
  gap: var(--space-l);
  align-items: center;
  padding: var(--space-m);
  border-radius: var(--round-l);
}

li.best {
  background: rgb(255 255 255 / 30%);
}

li small {
  display: block;
}

@media (max-width: 860px) {
  li {
    grid-template-columns: 1fr;
  }
}
</style>
