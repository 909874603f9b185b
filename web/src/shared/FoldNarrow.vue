<script setup lang="ts">
import FoldOut from './FoldOut.vue'
import { useNarrow } from './useAddress'

/** What has room on a desk is one line on a phone, which unfolds. */
defineProps<{ title: string }>()
const narrow = useNarrow()
</script>

<template>
  <FoldOut v-if="narrow" :title="title"><slot /></FoldOut>
  <slot v-else />
</template>
