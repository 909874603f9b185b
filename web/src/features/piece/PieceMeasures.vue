<script setup lang="ts">
import { computed } from 'vue'

import type { Schemas } from '../../api/client'
import KeptInput from '../../shared/KeptInput.vue'
import { inUnit, lengthUnit, readLength } from '../../shared/say/lengths'
import { readNumber } from '../../shared/say/numbers'

/** A piece's name, its measures, and how it is made. */
const { piece, form } = defineProps<{ piece: Schemas['PieceOut']; form: Schemas['FormOut'] | undefined }>()
const emit = defineEmits<{ change: [part: Partial<Schemas['PieceChangeIn']>]; refuse: [why: string] }>()

type Measure = 'width' | 'height' | 'depth' | 'base_height' | 'rows' | 'columns' | 'pedestals' | 'leaves'
type Style = 'base' | 'relief' | 'handle' | 'leg' | 'seat' | 'back'
const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1)
const measures = computed(() => {
  const found: { key: Measure; title: string; unit: string }[] = [
    { key: 'width', title: 'Width', unit: lengthUnit.value },
    { key: 'height', title: 'Height', unit: lengthUnit.value },
    { key: 'depth', title: 'Depth', unit: lengthUnit.value },
  ]
  const rows = piece.layout.length === 0
  if (rows && form?.rows) found.push({ key: 'rows', title: capital(form.rows), unit: '' })
  if (rows && form?.columns) found.push({ key: 'columns', title: capital(form.columns), unit: '' })
  if (piece.measures.base !== 'none')
    found.push({ key: 'base_height', title: 'Height of its base', unit: lengthUnit.value })
  if (form?.offers.includes('pedestals')) found.push({ key: 'pedestals', title: 'Pedestals', unit: '' })
  if (form?.offers.includes('leaves')) found.push({ key: 'leaves', title: 'Leaves', unit: '' })
  return found
})
const everyStyle: { key: Style; title: string; values: Record<string, string> }[] = [
  { key: 'base', title: 'It stands on', values: { plinth: 'a plinth', legs: 'legs', none: 'nothing' } },
  {
    key: 'relief',
    title: 'Fronts',
    values: { flat: 'flat', moulded: 'with a moulding', panelled: 'panelled' },
  },
  {
    key: 'handle',
    title: 'Handles',
    values: { knob: 'knobs', pull: 'pulls', label_knob: 'label and knob', none: 'none' },
  },
  { key: 'leg', title: 'Legs', values: { square: 'square', tapered: 'tapered', turned: 'turned' } },
  { key: 'seat', title: 'Seat', values: { wood: 'wood', padded: 'padded' } },
  {
    key: 'back',
    title: 'Back',
    values: { slats: 'as usual', panel: 'a board', cane: 'cane', cloth: 'cloth', none: 'none' },
  },
]
const styles = computed(() =>
  everyStyle.filter(
    (one) =>
      form?.offers.includes(one.key) &&
      (one.key !== 'leg' || piece.measures.base !== 'plinth' || !form.offers.includes('base')),
  ),
)
const shown = (key: Measure, unit: string) => {
  const value = Number(piece.measures[key] ?? 0)
  return unit ? inUnit(value) : value.toString()
}

function measure(key: Measure, unit: string, text: string) {
  const { value, ask } = unit ? readLength(text) : readNumber(text)
  if (value === undefined) emit('refuse', ask)
  else if (!unit && !Number.isInteger(value)) emit('refuse', 'Give a whole number.')
  else emit('change', { measures: { [key]: value } })
}

function name(text: string) {
  if (text.trim()) emit('change', { name: text })
}
</script>

<template>
  <label class="wide"
    >Called
    <KeptInput :key="piece.id" maxlength="120" :value="piece.name" @keep="name" />
  </label>
  <div class="measures">
    <label v-for="one in measures" :key="one.key"
      ><span
        >{{ one.title }}<template v-if="one.unit">, {{ one.unit }}</template></span
      >
      <KeptInput
        :key="piece.id"
        inputmode="decimal"
        :value="shown(one.key, one.unit)"
        @keep="measure(one.key, one.unit, $event)"
      />
    </label>
    <BFormCheckbox
      v-if="form?.offers.includes('middle_drawer')"
      :model-value="piece.measures.middle_drawer === true"
      @update:model-value="emit('change', { measures: { middle_drawer: $event === true } })"
    >
      A drawer in the middle
    </BFormCheckbox>
    <label v-for="one in styles" :key="one.key"
      ><span>{{ one.title }}</span>
      <BFormSelect
        :model-value="String(piece.measures[one.key] ?? '')"
        @update:model-value="emit('change', { measures: { [one.key]: String($event) } })"
      >
        <option v-for="(text, key) in one.values" :key="key" :value="key">{{ text }}</option>
      </BFormSelect>
    </label>
  </div>
</template>

<style scoped>
.measures {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: var(--space-s) var(--space-m);
}

.measures span {
  display: block;
  font-size: var(--type-small);
}
</style>
