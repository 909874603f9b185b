<script setup lang="ts">
import { ref } from 'vue'

import KeptInput from './KeptInput.vue'
import { readWithin, toType } from './say/numbers'

/** A field for a number within bounds, in the unit that its label says. */
const { value, least, most, whole } = defineProps<{
  value: number
  least: number
  most: number
  /** Whether only whole numbers mean something. */
  whole?: boolean
}>()
const emit = defineEmits<{ keep: [value: number] }>()
defineOptions({ inheritAttrs: false })
const wrong = ref('')

function read(text: string) {
  const typed = readWithin(text, least, most, '')
  wrong.value = typed.ask ?? ''
  if (typed.value !== undefined) emit('keep', whole ? Math.round(typed.value) : typed.value)
}
</script>

<template>
  <KeptInput
    v-bind="$attrs"
    :value="toType(value)"
    :inputmode="least < 0 ? 'text' : 'decimal'"
    autocomplete="off"
    :state="wrong ? false : undefined"
    @keep="read"
  />
  <small v-if="wrong" role="alert" class="wrong">{{ wrong }}</small>
</template>
