<script setup lang="ts">
import InkSign from '../../shared/InkSign.vue'

/** There is no such batch on the bench: where the jugs are that can be poured. */
</script>

<template>
  <div class="nothing-yet">
    <InkSign name="jugs" />
    <p>The jugs that you kept stand beside your recipes.</p>
    <RouterLink :to="{ name: 'mingle' }" class="btn btn-primary">Back to Mingle</RouterLink>
  </div>
</template>
