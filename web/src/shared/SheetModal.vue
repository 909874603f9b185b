<script setup lang="ts">
import { nextTick, watch } from 'vue'

import { useEscape } from './useKeys'

/**
 * A sheet over the place, as all of them are: made when it is opened, closed by Escape from the first moment, and from
 * then on what is typed is in `focus`, the id of its first field.
 */
const { focus } = defineProps<{ focus?: string }>()
const open = defineModel<boolean>({ required: true })
defineOptions({ inheritAttrs: false })
// A dialog hears the key only once it has the focus; on a slow machine a person is faster.
useEscape(() => {
  const was = open.value
  open.value = false
  return was
})

// It takes the focus some frames after it is there, and what was typed meanwhile would be lost; and it gives the focus
// back to what had it then, which is its own field by now.
let before: Element | null = null
watch(open, async (opens) => {
  if (opens) before = document.activeElement
  await nextTick()
  if (opens) document.getElementById(focus ?? '')?.focus()
  else if (document.activeElement === document.body && before instanceof HTMLElement) before.focus()
})
</script>

<template>
  <!-- Made anew each time: one that is closed and opened within a frame loses count of what it is. -->
  <BModal
    v-if="open"
    v-bind="$attrs"
    v-model="open"
    :focus
    title-tag="h2"
    scrollable
    centered
    no-animation
    no-close-on-esc
  >
    <slot />
    <template v-if="$slots.footer" #footer><slot name="footer" /></template>
  </BModal>
</template>
