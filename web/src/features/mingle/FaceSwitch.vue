<script setup lang="ts">
import { useEventListener } from '@vueuse/core'

import { useKeys } from '../../shared/useKeys'

/** Whether films are shown as they dry, wet, or below a satin clear coat. */
const face = defineModel<'dry' | 'wet' | 'sealed'>({ required: true })
/** While W is held it is wet; let go it is as it was. */
let before: typeof face.value | undefined
useKeys((event) => {
  if (event.key.toLowerCase() !== 'w') return false
  before ??= face.value
  face.value = 'wet'
  return true
})
useEventListener(window, ['keyup', 'blur'], () => {
  if (before) face.value = before
  before = undefined
})
const FACES = [
  { value: 'dry', text: 'as it dries' },
  { value: 'wet', text: 'wet' },
  { value: 'sealed', text: 'sealed, satin' },
] as const
</script>

<template>
  <fieldset>
    <legend class="visually-hidden">How it is shown</legend>
    <label v-for="one in FACES" :key="one.value" :class="{ on: face === one.value }">
      <input v-model="face" class="visually-hidden" type="radio" name="face" :value="one.value" />{{
        one.text
      }}
    </label>
  </fieldset>
</template>

<style scoped>
fieldset {
  display: flex;
  gap: var(--space-s);
}

label {
  display: flex;
  align-items: center;
  min-height: 40px;
  padding: 0 var(--space-l);
  border: var(--line-thin) solid var(--edge);
  border-radius: var(--round-pill);
  background: var(--sheet);
  cursor: pointer;
}

label.on {
  background: var(--ink);
  color: var(--sheet);
  font-weight: 650;
}

label:has(:focus-visible) {
  outline: 3px solid var(--act);
  outline-offset: 2px;
}
</style>
