<script setup lang="ts">
import type { Schemas } from '../../api/client'
import FindSelect from '../../shared/FindSelect.vue'

/** Which look the piece wears, one of our own to begin from, and a step back or forth. */
const { presets } = defineProps<{
  worn: number | undefined
  looks: Schemas['FinishOut'][]
  presets: Schemas['PresetOut'][]
  canUndo: boolean
  canRedo: boolean
}>()
const emit = defineEmits<{
  wear: [look: number | null]
  begin: [key: string, title: string]
  undo: []
  redo: []
}>()

function turn(value: string) {
  const preset = presets.find((one) => `preset:${one.key}` === value)
  if (preset) emit('begin', preset.key, preset.title)
  else emit('wear', value ? Number(value) : null)
}
</script>

<template>
  <div class="row-of">
    <FindSelect
      find="a look"
      aria-label="Look"
      :model-value="worn ?? ''"
      @update:model-value="turn(String($event))"
    >
      <option value="">bare</option>
      <optgroup label="looks of this job">
        <option v-for="one in looks" :key="one.id" :value="one.id">{{ one.name }}</option>
      </optgroup>
      <optgroup label="begin from">
        <option v-for="one in presets" :key="one.key" :value="`preset:${one.key}`">
          {{ one.title }}: {{ one.words }}
        </option>
      </optgroup>
    </FindSelect>
    <BButton variant="plain" class="icon" :disabled="!canUndo" aria-label="Undo" @click="emit('undo')"
      >↶</BButton
    >
    <BButton variant="plain" class="icon" :disabled="!canRedo" aria-label="Redo" @click="emit('redo')"
      >↷</BButton
    >
  </div>
</template>

<style scoped>
.row-of {
  display: flex;
  gap: var(--space-s);
}

.icon {
  width: 40px;
  flex: none;
  justify-content: center;
  border: var(--line-firm) solid var(--edge);
  border-radius: var(--round-m);
  background: var(--sheet);
  color: var(--ink);
  font-size: var(--type-head);
}

.icon:disabled {
  opacity: 0.4;
}
</style>
