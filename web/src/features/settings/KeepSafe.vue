<script setup lang="ts">
import BringIn from '../jobs/BringIn.vue'

/** Everything as one file, and brought back; what is copied by itself. */
</script>

<template>
  <p class="soft">
    The database is copied every day by itself, the last fourteen copies are kept in the data folder. They
    help against a slip, not against a lost machine: keep an archive elsewhere, too.
  </p>
  <div class="acts">
    <a href="/api/archive" download class="btn btn-outline-secondary">Everything as one file</a>
    <BringIn all />
  </div>
</template>

<style scoped>
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-s);
}

p {
  margin: 0;
}
</style>
