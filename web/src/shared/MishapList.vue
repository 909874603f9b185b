<script setup lang="ts">
import { ref } from 'vue'

import FoldOut from './FoldOut.vue'
import MishapFinder from './MishapFinder.vue'

/** Where something can go wrong: folded away until it has. */
const open = ref(false)
</script>

<template>
  <FoldOut v-model:open="open" title="something went wrong"><MishapFinder v-if="open" /></FoldOut>
</template>
