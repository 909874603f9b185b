<script setup lang="ts">
import { nextTick, ref, useTemplateRef } from 'vue'

/** What something is called, and how it is called otherwise: "rename" beside it, then a field in its place. */
const { name } = defineProps<{ name: string; maxlength?: string }>()
const emit = defineEmits<{ rename: [name: string] }>()
const open = ref(false)
const draft = ref('')
const field = useTemplateRef<HTMLFormElement>('field')
const button = useTemplateRef<{ $el: HTMLElement }>('button')

async function begin() {
  draft.value = name
  open.value = true
  await nextTick()
  field.value?.querySelector('input')?.select()
}

async function end(kept: boolean) {
  const said = draft.value.trim()
  open.value = false
  if (kept && said && said !== name) emit('rename', said)
  await nextTick()
  button.value?.$el.focus()
}
</script>

<template>
  <form v-if="open" ref="field" class="called" @submit.prevent="end(true)">
    <BFormInput
      v-model="draft"
      size="sm"
      :aria-label="`New name of ${name}`"
      :maxlength="maxlength ?? '120'"
      autocomplete="off"
      @keydown.esc.stop.prevent="end(false)"
    />
    <BButton type="submit" size="sm" variant="outline-secondary">Rename</BButton>
  </form>
  <BButton v-else ref="button" variant="plain" class="link" :aria-label="`Rename ${name}`" @click="begin"
    >rename</BButton
  >
</template>

<style scoped>
.called {
  display: flex;
  flex: 0 1 380px;
  gap: var(--space-s);
  align-items: center;
}
</style>
