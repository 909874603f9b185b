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
      <BButton
        v-if="removable"
        variant="plain"
        :aria-label="`Without ${word}`"
        class="away"
        @click="emit('remove')"
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
  gap: var(--space-s);
  padding: var(--space-m);
  border: var(--line-firm) solid var(--line);
  border-radius: var(--round-m);
}

li.active {
  border-color: var(--act);
}

.said-so {
  display: flex;
  gap: var(--space-s);
}

.chip {
  flex: 1;
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-xs) var(--space-m);
  align-items: center;
  min-height: 52px;
  padding: var(--space-s);
  border: 0;
  color: inherit;
  text-align: left;
}

.chip i {
  width: 84px;
  height: 40px;
  border: var(--line-thin) dashed rgb(0 0 0 / 30%);
  border-radius: var(--round-m);
}

.away {
  min-width: var(--reach);
  border: 0;
  background: none;
  color: inherit;
}

.inputs {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(132px, 1fr));
  gap: var(--space-s) var(--space-m);
  align-items: end;
}

.inputs :deep(label:first-child) {
  grid-column: span 2;
}

p {
  margin: 0;
}
</style>
