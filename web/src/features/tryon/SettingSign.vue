<script setup lang="ts">
import { computed } from 'vue'

import type { Schemas } from '../../api/client'
import InkSign from '../../shared/InkSign.vue'
import { sayValue } from './settings'

/** What is wiped back, and how it shines, drawn beside its slider: it is judged by eye, not by its number. */
const { setting, value } = defineProps<{ setting: Schemas['SettingOut']; value: number }>()
/** As much of the film as a wipe leaves, from all of it to what lies in the grain. */
const WIPED: [number, string][] = [
  [0.05, 'wipe-none'],
  [0.4, 'wipe-little'],
  [0.75, 'wipe-half'],
  [Infinity, 'wipe-most'],
]
const name = computed(() => {
  if (setting.key === 'wipe') return WIPED.find(([below]) => value < below)?.[1]
  return setting.key === 'veil' ? `sheen-${sayValue(setting, value)}` : undefined
})
</script>

<template><InkSign v-if="name" :name="name" /></template>
