<script setup lang="ts" generic="Key extends string">
/** A setting that is one of several. */
defineProps<{ title: string; options: { value: Key; text: string }[]; value: Key }>()
const emit = defineEmits<{ choose: [key: Key] }>()
</script>

<template>
  <label
    ><span>{{ title }}</span>
    <BFormSelect
      :aria-label="title"
      :options="options"
      :model-value="value"
      @update:model-value="emit('choose', $event as Key)"
    />
  </label>
</template>

<style scoped>
span {
  display: block;
  font-size: var(--type-small);
}
</style>
