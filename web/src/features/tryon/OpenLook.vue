<script setup lang="ts">
import { ref } from 'vue'

/** Open a look from a file. */
const emit = defineEmits<{ open: [file: File] }>()
const field = ref<HTMLInputElement>()

function opened() {
  const file = field.value?.files?.[0]
  if (file) emit('open', file)
  if (field.value) field.value.value = ''
}
</script>

<template>
  <div>
    <input
      id="look-file"
      ref="field"
      class="visually-hidden"
      type="file"
      accept="application/json,.json"
      @change="opened"
    />
    <label for="look-file" class="btn btn-outline-secondary">Open a look from a file</label>
  </div>
</template>
