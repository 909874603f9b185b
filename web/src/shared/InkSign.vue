<script setup lang="ts">
import { computed } from 'vue'

/** A drawing of our own in the ink of the jugs, 24 × 24, as tall as the words beside it; those name what it shows. */
const { name } = defineProps<{ name: string }>()
const DRAWN = import.meta.glob<string>('../signs/*.svg', { query: '?raw', import: 'default', eager: true })
const drawing = computed(() => DRAWN[`../signs/${name}.svg`] ?? '')
</script>

<template>
  <!-- eslint-disable-next-line vue/no-v-html -- the project's own files, none of them typed by anybody -->
  <span class="sign" aria-hidden="true" v-html="drawing" />
</template>

<style scoped>
.sign {
  display: inline-flex;
  flex: none;
  width: 1.25em;
  height: 1.25em;
}

.sign :deep(svg) {
  width: 100%;
  height: 100%;
}
</style>
