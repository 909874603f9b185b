<script setup lang="ts">
import type { Schemas } from '../../api/client'
import { sayAmount } from '../../shared/say/amounts'

/** The tins that a jug of the past was poured from, and whether enough of each still stands on the shelf. */
defineProps<{ tins: Schemas['TinOfMixOut'][] }>()
const states: Record<Schemas['TinOfMixOut']['state'], string> = {
  there: 'there',
  short: 'too little left',
  gone: 'no longer on the shelf',
}
</script>

<template>
  <ul class="tins">
    <li v-for="tin in tins" :key="tin.name" :class="tin.state">
      <b>{{ sayAmount(tin.ml) }} {{ tin.name }}</b>
      <span class="soft"
        >{{ states[tin.state]
        }}<template v-if="tin.state !== 'gone'">: {{ sayAmount(tin.left) }}</template></span
      >
    </li>
  </ul>
</template>

<style scoped>
.tins {
  list-style: none;
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-s) var(--space-xl);
  margin: 0;
  padding: 0;
}

span {
  display: block;
  font-size: var(--type-small);
}

.gone b {
  text-decoration: line-through;
}

.gone span,
.short span {
  color: var(--ink);
  font-weight: 650;
}
</style>
