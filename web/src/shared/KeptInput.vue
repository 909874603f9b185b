<script setup lang="ts">
import { ref, watch } from 'vue'

/**
 * A field that keeps what is typed. The kept value comes in when it changes, and never over what is being typed: where
 * it was changed elsewhere meanwhile, both are offered.
 */
const { value } = defineProps<{ value: string }>()
const emit = defineEmits<{ keep: [text: string] }>()
defineOptions({ inheritAttrs: false })
const draft = ref(value)
const typing = ref(false)
/** What it became elsewhere while something else was typed here. */
const other = ref<string>()
watch(
  () => value,
  (now, before) => {
    if (typing.value && draft.value !== before && draft.value !== now) other.value = now
    else draft.value = now
  },
)

function keep() {
  typing.value = false
  if (other.value === undefined) emit('keep', draft.value)
}

function mine() {
  other.value = undefined
  emit('keep', draft.value)
}

function theirs() {
  draft.value = value
  other.value = undefined
}
</script>

<template>
  <BFormInput v-bind="$attrs" v-model="draft" @input="typing = true" @change="keep" />
  <span v-if="other !== undefined" class="both" role="alert">
    Elsewhere it became “{{ other }}”.
    <BButton size="sm" variant="outline-secondary" @click="mine">Keep mine</BButton>
    <BButton size="sm" variant="outline-secondary" @click="theirs">Take the other</BButton>
  </span>
</template>

<style scoped>
.both {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-xs) var(--space-s);
  align-items: center;
  font-weight: 600;
}
</style>
