<script setup lang="ts">
import { ref, watch } from 'vue'

import { preferences } from './preferences'
import { amountToType, readAmount, typedUnitName } from './say/amounts'
import { measures } from './useMeasuring'

/** A field for an amount [ml]: typed in the unit that was set, or in the one typed with it. */
const { ml, least = 1, most = 20_000 } = defineProps<{ ml: number; least?: number; most?: number }>()
const emit = defineEmits<{ keep: [ml: number]; wrong: [words: string] }>()
defineOptions({ inheritAttrs: false })
const draft = ref(amountToType(ml))

/** What was typed stays as it was typed, as long as it means what is kept. */
const same = (text: string) =>
  Math.abs((readAmount(text, 0, Infinity).value ?? -1) - ml) <= 0.01 * Math.max(ml, 1)
watch([() => ml, measures], () => {
  if (!same(draft.value)) draft.value = amountToType(ml)
})
watch(
  () => preferences.value.unit,
  () => {
    draft.value = amountToType(ml)
  },
)

function type(text: string) {
  draft.value = text
  const { value, ask } = readAmount(text, least, most)
  emit('wrong', ask ?? '')
  if (value !== undefined && !same(text)) emit('keep', value)
  else if (value !== undefined && value !== ml && text.trim() !== amountToType(ml)) emit('keep', value)
}
</script>

<template>
  <BFormInput
    v-bind="$attrs"
    :model-value="draft"
    inputmode="decimal"
    autocomplete="off"
    @update:model-value="type(String($event ?? ''))"
  />
  {{ typedUnitName() }}
</template>
