<script setup lang="ts">
import type { Schemas } from '../../api/client'
import KeptInput from '../../shared/KeptInput.vue'
import { readNumber } from '../../shared/say/numbers'
import { usePieceWords } from '../../shared/usePieces'

/** What a piece is for, how old it is, how many there are of it, and which set it belongs to. */
const { piece } = defineProps<{ piece: Schemas['PieceOut'] }>()
const emit = defineEmits<{ change: [part: Partial<Schemas['PieceChangeIn']>]; refuse: [why: string] }>()
const words = usePieceWords()

function use(key: string, on: boolean) {
  const uses = on ? [...piece.uses, key] : piece.uses.filter((one) => one !== key)
  emit('change', { uses: uses as Schemas['PieceChangeIn']['uses'] })
}

function many(text: string) {
  const { value, ask } = readNumber(text)
  if (value === undefined || !Number.isInteger(value) || value < 1 || value > 24)
    emit('refuse', ask || 'Give a whole number from 1 to 24.')
  else emit('change', { count: value })
}
</script>

<template>
  <fieldset class="uses">
    <legend>On it, or with it</legend>
    <BFormCheckbox
      v-for="one in words?.uses"
      :key="one.key"
      :model-value="piece.uses.includes(one.key)"
      @update:model-value="use(one.key, $event === true)"
    >
      {{ one.title }}
    </BFormCheckbox>
  </fieldset>
  <div class="facts">
    <label
      ><span>Made or last painted</span>
      <BFormSelect
        :model-value="piece.age"
        @update:model-value="emit('change', { age: $event as 'unknown' })"
      >
        <option v-for="one in words?.ages" :key="one.key" :value="one.key">{{ one.title }}</option>
      </BFormSelect>
    </label>
    <label
      ><span>How many alike</span>
      <KeptInput :key="piece.id" inputmode="numeric" :value="String(piece.count)" @keep="many" />
    </label>
    <label class="wide"
      ><span>Belongs to the set</span>
      <KeptInput
        :key="piece.id"
        maxlength="60"
        placeholder="dining room, for instance"
        :value="piece.belongs"
        @keep="emit('change', { belongs: $event })"
      />
    </label>
  </div>
</template>

<style scoped>
.uses {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-hair) var(--space-m);
}

legend,
span {
  display: block;
  margin: 0;
  font-size: var(--type-small);
}

.facts {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: var(--space-s) var(--space-m);
}

.wide {
  grid-column: 1 / -1;
}
</style>
