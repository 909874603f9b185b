<script setup lang="ts">
/** Wipe between what was and what would be, and take the picture along. */
defineProps<{ src: string }>()
const wipe = defineModel<number>('wipe', { required: true })
</script>

<template>
  <label class="wipe"
    >before
    <BFormInput v-model.number="wipe" type="range" min="0" max="100" aria-label="Wipe to before" />
    after
    <a :href="src" download="painted.jpg">save it</a></label
  >
</template>

<style scoped>
.wipe {
  display: flex;
  gap: var(--space-s);
  align-items: center;
}

a {
  white-space: nowrap;
}
</style>
