<script setup lang="ts">
import { useId } from 'vue'

import { useNarrow } from './useAddress'

/** Something that is folded away until it is asked for; `narrow`: what has room on a desk is one line on a phone only. */
const { title, narrow } = defineProps<{ title: string; narrow?: boolean }>()
const isNarrow = useNarrow()
const open = defineModel<boolean>('open', { default: false })
const id = useId()
</script>

<template>
  <slot v-if="narrow && !isNarrow" />
  <div v-else class="fold">
    <BButton variant="plain" class="turn" :aria-expanded="open" :aria-controls="id" @click="open = !open">
      <span class="arrow" aria-hidden="true">{{ open ? '▾' : '▸' }}</span>
      {{ title }}
    </BButton>
    <BCollapse :id="id" v-model="open" no-animation><slot /></BCollapse>
  </div>
</template>

<style scoped>
.turn {
  display: flex;
  gap: var(--space-s);
  min-height: 30px;
  text-align: left;
  color: inherit;
}

.arrow {
  width: 1em;
}
</style>
