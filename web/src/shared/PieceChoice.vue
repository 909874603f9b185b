<script setup lang="ts">
import { computed } from 'vue'

import type { Schemas } from '../api/client'
import FindSelect from './FindSelect.vue'
import InkSign from './InkSign.vue'
import { useNarrow } from './useAddress'

/** Which piece of the job is in hand: side by side, or, where they would take more than two lines, in a menu. */
const { pieces } = defineProps<{ pieces: Schemas['PieceOut'][]; chosen: number | undefined }>()
const narrow = useNarrow()
const many = computed(() => pieces.length > (narrow.value ? 4 : 8))
const emit = defineEmits<{ choose: [id: number] }>()
</script>

<template>
  <FindSelect
    v-if="many"
    find="a piece"
    aria-label="Piece"
    :model-value="chosen"
    @update:model-value="emit('choose', Number($event))"
  >
    <option v-for="piece in pieces" :key="piece.id" :value="piece.id">{{ piece.name }}</option>
  </FindSelect>
  <div v-else class="pieces" role="group" aria-label="Piece">
    <BButton
      v-for="piece in pieces"
      :key="piece.id"
      variant="plain"
      :aria-pressed="piece.id === chosen"
      @click="emit('choose', piece.id)"
    >
      <InkSign :name="`form-${piece.form}`" />{{ piece.name }}
    </BButton>
  </div>
</template>

<style scoped>
.pieces {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-s);
}

button {
  display: inline-flex;
  gap: var(--space-s);
  align-items: center;
  min-height: 38px;
  padding: 0 var(--space-m);
  border: var(--line-firm) solid var(--edge);
  border-radius: var(--round-pill);
  background: var(--sheet);
  color: var(--ink);
}

button[aria-pressed='true'] {
  background: var(--ink);
  color: var(--sheet);
  font-weight: 650;
}
</style>
