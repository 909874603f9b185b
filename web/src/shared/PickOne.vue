<script setup lang="ts">
import { nextTick, ref, watch } from 'vue'

/** A menu that does something with what is picked, and is ready for the next pick at once. */
const emit = defineEmits<{ pick: [value: string] }>()
const picked = ref('')

watch(picked, async (value) => {
  if (value === '') return
  emit('pick', value)
  await nextTick()
  picked.value = ''
})
</script>

<template>
  <BFormSelect v-model="picked"><slot /></BFormSelect>
</template>
