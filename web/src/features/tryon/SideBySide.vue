<script setup lang="ts">
import { ref } from 'vue'

import type { Schemas } from '../../api/client'
import LookPicture from './LookPicture.vue'

/** Two to four looks of the piece at once, in the same light. */
const { piece, looks, worn } = defineProps<{
  piece: Schemas['PieceOut']
  looks: Schemas['FinishOut'][]
  worn: number | undefined
}>()
const emit = defineEmits<{ wear: [id: number] }>()
const held = ref<number[]>(looks.slice(0, 4).map((look) => look.id))

function turn(id: number) {
  if (held.value.includes(id)) held.value = held.value.filter((one) => one !== id)
  else if (held.value.length < 4) held.value = [...held.value, id]
}
</script>

<template>
  <div class="beside">
    <fieldset>
      <legend class="visually-hidden">Looks to hold side by side, up to four</legend>
      <BFormCheckbox
        v-for="look in looks"
        :key="look.id"
        :model-value="held.includes(look.id)"
        :disabled="!held.includes(look.id) && held.length >= 4"
        @update:model-value="turn(look.id)"
      >
        {{ look.name }}
      </BFormCheckbox>
    </fieldset>
    <div class="mat grid" :class="`n${held.length.toString()}`">
      <figure v-for="look in looks.filter((one) => held.includes(one.id))" :key="look.id">
        <LookPicture :piece="piece" :layers="look.layers" :name="look.name" />
        <figcaption>
          {{ look.name }}
          <BButton v-if="look.id !== worn" variant="plain" @click="emit('wear', look.id)"
            >Use this look</BButton
          >
          <span v-else>in use</span>
        </figcaption>
      </figure>
    </div>
  </div>
</template>

<style scoped>
.beside {
  display: grid;
  grid-template-rows: auto minmax(0, 1fr);
  gap: var(--space-s);
  min-height: 0;
}

fieldset {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-xs) var(--space-l);
}

label {
  display: flex;
  gap: var(--space-s);
  align-items: center;
  min-height: 30px;
}

.grid {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: var(--space-s);
  padding: var(--space-s);
  min-height: 0;
}

.grid.n1 {
  grid-template-columns: 1fr;
}

figure {
  margin: 0;
  min-height: 180px;
  display: grid;
  grid-template-rows: minmax(0, 1fr) auto;
}

figcaption {
  display: flex;
  justify-content: space-between;
  padding: 0 var(--space-s) var(--space-xs);
}

button {
  border: 0;
  background: none;
  color: inherit;
  font-weight: 650;
  text-decoration: underline;
  min-height: 28px;
}

@media (max-width: 860px) {
  .grid {
    grid-template-columns: 1fr;
  }
}
</style>
