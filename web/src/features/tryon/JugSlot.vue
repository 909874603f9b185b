<script setup lang="ts">
import { ref } from 'vue'

import type { Schemas } from '../../api/client'

const { mixes } = defineProps<{ label: string; mixes: Schemas['MixOut'][] }>()
const chosen = defineModel<number | null | undefined>({ required: true })
const over = ref(false)

function drop(event: DragEvent) {
  over.value = false
  const id = Number(event.dataTransfer?.getData('application/x-jug'))
  if (mixes.some((mix) => mix.id === id)) chosen.value = id
}
</script>

<template>
  <fieldset :class="{ over }" @dragover.prevent="over = true" @dragleave="over = false" @drop.prevent="drop">
    <legend>{{ label }}</legend>
    <label v-for="mix in mixes" :key="mix.id" :class="{ on: mix.id === chosen }">
      <input v-model="chosen" class="visually-hidden" type="radio" :name="label" :value="mix.id" />
      <span class="chip" :style="{ background: mix.recipe.hex }" />
      <span class="name">{{ mix.name }}</span>
    </label>
    <p v-if="mixes.length === 0" class="soft">
      No jug yet. <RouterLink :to="{ name: 'mingle' }">Mingle one</RouterLink>.
    </p>
  </fieldset>
</template>

<style scoped>
fieldset {
  min-width: 0;
  border-radius: 12px;
}

fieldset.over {
  outline: 3px dashed var(--act);
  outline-offset: 3px;
}

legend {
  font: 700 1.02rem var(--said);
  margin: 0 0 4px;
}

label {
  display: flex;
  align-items: center;
  gap: 10px;
  min-height: 44px;
  padding: 3px 6px;
  border-radius: 9px;
  cursor: pointer;
}

label.on {
  background: var(--sheet);
  box-shadow: inset 0 0 0 2px var(--ink);
  font-weight: 650;
}

label:has(:focus-visible) {
  outline: 3px solid var(--act);
}

.chip {
  flex: none;
  width: 52px;
  height: 32px;
  border-radius: 7px;
}

.name {
  min-width: 0;
  overflow-wrap: anywhere;
}
</style>
