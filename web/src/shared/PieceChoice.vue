<script setup lang="ts">
import type { Schemas } from '../api/client'

/** Which piece of the set is in hand. */
defineProps<{ pieces: Schemas['PieceOut'][]; chosen: number | undefined }>()
const emit = defineEmits<{ choose: [id: number] }>()
</script>

<template>
  <div class="pieces" role="group" aria-label="Piece">
    <BButton
      v-for="piece in pieces"
      :key="piece.id"
      variant="plain"
      :aria-pressed="piece.id === chosen"
      @click="emit('choose', piece.id)"
    >
      {{ piece.name }}
    </BButton>
  </div>
</template>

<style scoped>
.pieces {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}

button {
  min-height: 38px;
  padding: 0 14px;
  border: 1.5px solid #767676;
  border-radius: 19px;
  background: var(--sheet);
  color: var(--ink);
}

button[aria-pressed='true'] {
  background: var(--ink);
  color: var(--sheet);
  font-weight: 650;
}
</style>
