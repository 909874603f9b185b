<script setup lang="ts">
import { computed } from 'vue'

import type { Schemas } from '../../api/client'
import KeptInput from '../../shared/KeptInput.vue'
import { readNumber } from '../../shared/number'

/** What fills the front of a case, row by row from above: drawers and doors, open rows, panels. */
type Row = Schemas['RowOfFronts']
const { piece, filling } = defineProps<{ piece: Schemas['PieceOut']; filling: Row['filling'] }>()
const emit = defineEmits<{ lay: [rows: Row[]]; refuse: [why: string] }>()
const fillings: Record<string, string> = { drawers: 'drawers', doors: 'doors', open: 'open', panels: 'panels' }
const rows = computed(() => piece.layout)

function begin() {
  const { rows: high, columns } = piece.measures
  emit(
    'lay',
    Array.from({ length: Number(high) }, () => ({ filling, count: Number(columns), share: 1 })),
  )
}

function set(at: number, part: Partial<Row>) {
  emit(
    'lay',
    rows.value.map((row, n) => (n === at ? { ...row, ...part } : row)),
  )
}

function number(at: number, key: 'count' | 'share', text: string) {
  const { value, ask } = readNumber(text)
  if (value === undefined) emit('refuse', ask)
  else if (key === 'count' && !Number.isInteger(value)) emit('refuse', 'Give a whole number.')
  else set(at, { [key]: value })
}
</script>

<template>
  <fieldset>
    <legend>Its front, row by row</legend>
    <BButton v-if="rows.length === 0" variant="outline-secondary" size="sm" @click="begin"
      >Doors, drawers, open rows…</BButton
    >
    <template v-else>
      <div v-for="(row, n) in rows" :key="n" class="row-of-fronts">
        <BFormSelect
          :aria-label="`Row ${n + 1}`"
          :model-value="row.filling"
          @update:model-value="set(n, { filling: $event as Row['filling'] })"
        >
          <option v-for="(title, key) in fillings" :key="key" :value="key">{{ title }}</option>
        </BFormSelect>
        <label
          >how many<KeptInput inputmode="numeric" :value="String(row.count)" @keep="number(n, 'count', $event)"
        /></label>
        <label
          >height<KeptInput inputmode="decimal" :value="String(row.share)" @keep="number(n, 'share', $event)"
        /></label>
        <BButton
          variant="plain"
          class="link"
          :aria-label="`Row ${n + 1} away`"
          @click="
            emit(
              'lay',
              rows.filter((_, k) => k !== n),
            )
          "
          >away</BButton
        >
      </div>
      <p class="soft">Heights are shares of the whole: 2 is twice as high as 1.</p>
      <BButton
        variant="outline-secondary"
        size="sm"
        @click="emit('lay', [...rows, { filling: 'doors', count: 2, share: 2 }])"
        >+ a row below</BButton
      >
    </template>
  </fieldset>
</template>

<style scoped>
fieldset {
  display: grid;
  gap: 6px;
  justify-items: start;
}

legend {
  font-size: 0.86rem;
  margin: 0;
}

.row-of-fronts {
  width: 100%;
  display: grid;
  grid-template-columns: minmax(0, 1.4fr) minmax(0, 1fr) minmax(0, 1fr) auto;
  gap: 8px;
  align-items: end;
}

label {
  font-size: 0.8rem;
}

p {
  margin: 0;
  font-size: 0.86rem;
}
</style>
