<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { watch } from 'vue'

import { useEscape } from './useKeys'

/**
 * A sheet over the place, as all of them are: made when it is opened, and closed by Escape from the first moment.
 * What is typed from then on is meant for `focus`, the id of its first field.
 */
const { focus } = defineProps<{ focus?: string }>()
const open = defineModel<boolean>({ required: true })
defineOptions({ inheritAttrs: false })
// A dialog hears the key only once it has the focus; on a slow machine a person is faster. It is the one that hears it:
// closed twice, it would not open again.
useEscape(() => {
  const was = open.value
  open.value = false
  return was
})

/** What was typed before the field was there: its frames come after the finger. */
let early = ''
watch(open, () => (early = ''))

function field() {
  const there = focus ? document.getElementById(focus) : null
  there?.focus()
  return there instanceof HTMLInputElement && document.activeElement === there ? there : null
}

function putEarly(into: HTMLInputElement) {
  if (!early) return
  const [words = '', entered] = early.split('\n')
  early = ''
  into.value += words
  into.dispatchEvent(new Event('input', { bubbles: true }))
  if (entered !== undefined) into.form?.requestSubmit()
}

useEventListener(
  window,
  'keydown',
  (event) => {
    const typed = event.key.length === 1 ? event.key : event.key === 'Enter' ? '\n' : ''
    const chord = event.ctrlKey || event.metaKey || event.altKey
    if (!open.value || !focus || !typed || chord || document.activeElement?.closest('.modal')) return
    const there = field()
    if (there) {
      putEarly(there)
      return
    }
    early += typed
    event.preventDefault()
    event.stopPropagation()
  },
  { capture: true },
)

function shown() {
  const there = early ? field() : null
  if (there) putEarly(there)
}
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
    @shown="shown"
  >
    <slot />
    <template v-if="$slots.footer" #footer><slot name="footer" /></template>
  </BModal>
</template>
