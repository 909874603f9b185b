<script setup lang="ts">
import { nextTick, onBeforeUnmount, onMounted, shallowRef, useId, useTemplateRef, watch } from 'vue'

/**
 * Why something typed was refused: beside the field that was changed last in what surrounds it, or the one named by its
 * id; that field is marked, and has the focus. Without such a field the words stand where they are written.
 */
const { words, at = '' } = defineProps<{ words: string; at?: string }>()
const here = useTemplateRef('here')
const id = useId()
const field = shallowRef<HTMLElement>()
const holder = shallowRef<Element>()
let changed: HTMLElement | undefined
let around: HTMLElement | null | undefined

function remember({ target }: Event) {
  if (target instanceof HTMLElement && target.matches('input, select, textarea')) changed = target
}

onMounted(() => {
  around = here.value?.closest<HTMLElement>('form, section, aside, fieldset, [role=dialog], main')
  for (const kind of ['input', 'change']) around?.addEventListener(kind, remember, true)
  mark()
})
onBeforeUnmount(() => {
  for (const kind of ['input', 'change']) around?.removeEventListener(kind, remember, true)
  release()
})

function release() {
  field.value?.removeAttribute('aria-invalid')
  field.value?.removeAttribute('aria-describedby')
  field.value = undefined
  holder.value = undefined
}

function mark() {
  release()
  if (!words) return
  const found = (at && document.getElementById(at)) || (changed?.isConnected ? changed : undefined)
  if (!found) return
  field.value = found
  holder.value = found.closest('label, td, .field') ?? found.parentElement ?? undefined
  found.setAttribute('aria-invalid', 'true')
  found.setAttribute('aria-describedby', id)
  void nextTick(() => {
    found.focus({ preventScroll: true })
    // In the middle: at the foot of a phone's screen the signs of the places would lie over the words.
    found.scrollIntoView({ block: 'center' })
  })
}
watch([() => words, () => at], mark, { flush: 'post' })
</script>

<template>
  <span ref="here" hidden />
  <Teleport :to="holder" :disabled="!holder">
    <small v-if="words" :id="id" class="wrong refused" role="alert">{{ words }}</small>
  </Teleport>
</template>

<style scoped>
.refused {
  display: block;
}
</style>
