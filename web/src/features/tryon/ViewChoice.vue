<script setup lang="ts">
/** What is shown of a look. */
const views = {
  piece: 'the piece',
  beside: 'looks side by side',
  photo: 'my photo',
  ladder: 'ombre, row by row',
}
const view = defineModel<keyof typeof views>('view', { required: true })
</script>

<template>
  <BButtonGroup class="views" aria-label="What is shown">
    <BButton
      v-for="(title, name) in views"
      :key="name"
      variant="plain"
      :aria-pressed="view === name"
      @click="view = name"
    >
      {{ title }}
    </BButton>
  </BButtonGroup>
</template>

<style scoped>
.views {
  margin-left: auto;
  display: flex;
  border: var(--line-firm) solid var(--edge);
  border-radius: var(--round-pill);
  overflow: hidden;
  background: var(--sheet);
}

.views button {
  min-height: 36px;
  padding: 0 var(--space-m);
  border: 0;
  border-radius: 0;
  background: none;
  color: var(--ink);
}

.views button[aria-pressed='true'] {
  background: var(--ink);
  color: var(--sheet);
  font-weight: 650;
}

@media (max-width: 860px) {
  .views {
    margin: 0;
  }

  .views button {
    padding: 0 var(--space-s);
    min-width: 0;
  }
}
</style>
