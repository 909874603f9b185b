<script setup lang="ts">
import { computed } from 'vue'

import type { Schemas } from '../../api/client'
import KeptInput from '../../shared/KeptInput.vue'
import { readNumber } from '../../shared/say/numbers'

/** What fills the front of a case, row by row from above: drawers and doors, open rows, panels. */
type Row = Schemas['RowOfFronts']
const { piece, filling } = defineProps<{ piece: Schemas['PieceOut']; filling: Row['filling'] }>()
const emit = defineEmits<{ lay: [rows: Row[]]; refuse: [why: string] }>()
const fillings: Record<string, string> = {
  drawers: 'drawers',
  doors: 'doors',
  open: 'open',
  panels: 'panels',
}
const plain: Row = { filling: 'drawers', count: 1, share: 1, beside: false, wide: 1 }
const rows = computed(() => piece.layout)
const together = (n: number) => rows.value[n]?.beside === true || rows.value[n + 1]?.beside === true

function begin() {
  const { rows: high, columns } = piece.measures
  emit(
    'lay',
    Array.from({ length: Number(high) }, () => ({ ...plain, filling, count: Number(columns) })),
  )
}

function set(at: number, part: Partial<Row>) {
  emit(
    'lay',
    rows.value.map((row, n) => (n === at ? { ...row, ...part } : row)),
  )
}

/** The first row of a front stands beside none. */
function lay(now: Row[]) {
  emit(
    'lay',
    now.map((row, n) => (n === 0 ? { ...row, beside: false } : row)),
  )
}

function number(at: number, key: 'count' | 'share' | 'wide', text: string) {
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
          >how many<KeptInput
            inputmode="numeric"
            :value="String(row.count)"
            @keep="number(n, 'count', $event)"
        /></label>
        <label v-if="!row.beside"
          >height<KeptInput inputmode="decimal" :value="String(row.share)" @keep="number(n, 'share', $event)"
        /></label>
        <label v-if="together(n)"
          >width<KeptInput inputmode="decimal" :value="String(row.wide)" @keep="number(n, 'wide', $event)"
        /></label>
        <BFormCheckbox
          v-if="n > 0"
          class="beside"
          :model-value="row.beside"
          @update:model-value="set(n, { beside: $event === true })"
          >beside the one before</BFormCheckbox
        >
        <BButton
          variant="plain"
          class="link"
          :aria-label="`Row ${n + 1} away`"
          @click="lay(rows.filter((_, k) => k !== n))"
          >away</BButton
        >
      </div>
      <p class="soft">Heights and widths are shares: 2 is twice as high as 1.</p>
      <BButton
        variant="outline-secondary"
        size="sm"
        @click="lay([...rows, { ...plain, filling: 'doors', count: 2, share: 2 }])"
        >+ a row below</BButton
      >
      <BButton
        variant="outline-secondary"
        size="sm"
        @click="lay([...rows, { ...plain, count: 3, beside: true }])"
        >+ beside the last</BButton
      >
    </template>
  </fieldset>
</template>

<style scoped>
fieldset {
  display: grid;
  gap: var(--space-s);
  justify-items: start;
}

legend {
  font-size: var(--type-small);
  margin: 0;
}

.row-of-fronts {
  width: 100%;
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: var(--space-xs) var(--space-s);
  align-items: center;
  padding-bottom: var(--space-s);
  border-bottom: var(--line-thin) solid var(--line);
}

.row-of-fronts > select {
  grid-column: span 2;
}

.row-of-fronts > .link {
  grid-area: 1 / 3;
}

.beside {
  grid-column: 1 / -1;
}

label {
  font-size: var(--type-tiny);
}

p {
  margin: 0;
  font-size: var(--type-small);
}
</style>
