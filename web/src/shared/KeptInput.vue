<script setup lang="ts">
import { ref, watch } from 'vue'

/** A field that keeps what is typed: the kept value comes in when it changes, and never over what is being typed. */
const { value } = defineProps<{ value: string }>()
const emit = defineEmits<{ keep: [text: string] }>()
const draft = ref(value)
watch(
  () => value,
  (now) => {
    draft.value = now
  },
)
</script>

<template>
  <BFormInput v-model="draft" @change="emit('keep', draft)" />
</template>
