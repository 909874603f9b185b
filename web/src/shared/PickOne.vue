<script setup lang="ts">
import { nextTick, ref, watch } from 'vue'

import FindSelect from './FindSelect.vue'

/** A menu that does something with what is picked, as its first line says, and is ready for the next pick at once. */
const { find = 'one' } = defineProps<{ find?: string }>()
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
  <FindSelect v-model="picked" :find="find" acts><slot /></FindSelect>
</template>
