<script setup lang="ts">
import { computed } from 'vue'

import { wordsOf } from '../api/reach'

/** What went wrong, beside what it is about; that the program is away is said at the top alone. */
const { error } = defineProps<{ error: unknown }>()
const words = computed(() => (error ? wordsOf(error) : ''))
</script>

<template>
  <p v-if="words" class="wrong" role="alert">{{ words }}</p>
</template>
