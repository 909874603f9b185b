<script setup lang="ts">
import { useEscape } from './useKeys'

/** A sheet over the place, as all of them are: made when it is opened, and closed by Escape from the first moment. */
const open = defineModel<boolean>({ required: true })
defineOptions({ inheritAttrs: false })
// A dialog hears the key only once it has the focus; on a slow machine a person is faster.
useEscape(() => {
  const was = open.value
  open.value = false
  return was
})
</script>

<template>
  <BModal v-bind="$attrs" v-model="open" lazy unmount-lazy title-tag="h2" scrollable centered no-animation>
    <slot />
    <template v-if="$slots.footer" #footer><slot name="footer" /></template>
  </BModal>
</template>
