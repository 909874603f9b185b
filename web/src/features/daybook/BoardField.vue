<script setup lang="ts">
import type { Colour } from '../../api/client'
import { useLook } from '../../shared/colour/useLook'
import type { FieldDraft } from './field'
import FieldInputs from './FieldInputs.vue'

/** One field of a board to keep: its colour as it was taken, and how it was laid; without a `draft` the bare wood. */
const { word, colour, active } = defineProps<{
  word: string
  colour: Colour | undefined
  active: boolean
  removable?: boolean
}>()
const draft = defineModel<FieldDraft>('draft')
const emit = defineEmits<{ pick: []; remove: [] }>()
const { chip, wrong } = useLook(() => colour)
</script>

<template>
  <li :class="{ active }">
    <div class="said-so">
      <BButton variant="plain" class="mat chip" :aria-pressed="active" @click="emit('pick')">
        <i :style="{ background: chip?.hex ?? 'transparent' }" />
        <b>{{ word }}</b>
        <span v-if="chip" class="soft">{{ chip.name }}</span>
        <span v-else class="soft">{{ active ? 'tap it in the picture' : 'no colour yet' }}</span>
      </BButton>
      <BButton v-if="removable" variant="plain" :aria-label="`Without ${word}`" class="away" @click="emit('remove')"
        >×</BButton
      >
    </div>
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <p v-for="warning in chip?.warnings" :key="warning" class="soft">{{ warning }}</p>
    <div v-if="draft" class="inputs"><FieldInputs v-model="draft" laid /></div>
  </li>
</template>

<style scoped>
li {
  display: grid;
  gap: 8px;
  padding: 10px;
  border: 2px solid var(--line);
  border-radius: 12px;
}

li.active {
  border-color: var(--act);
}

.said-so {
  display: flex;
  gap: 8px;
}

.chip {
  flex: 1;
  display: flex;
  flex-wrap: wrap;
  gap: 4px 10px;
  align-items: center;
  min-height: 52px;
  padding: 6px;
  border: 0;
  color: inherit;
  text-align: left;
}

.chip i {
  width: 84px;
  height: 40px;
  border: 1px dashed rgb(0 0 0 / 30%);
  border-radius: 8px;
}

.away {
  min-width: 44px;
  border: 0;
  background: none;
  color: inherit;
}

.inputs {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(132px, 1fr));
  gap: 6px 10px;
  align-items: end;
}

.inputs :deep(label:first-child) {
  grid-column: span 2;
}

p {
  margin: 0;
}
</style>
