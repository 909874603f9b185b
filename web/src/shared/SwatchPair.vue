<script setup lang="ts">
/** Target and prediction, touching: nothing between them. */
defineProps<{ target: string; mix: string; targetName: string; mixName?: string }>()
</script>

<template>
  <div class="pair">
    <div :style="{ background: target }">
      <span>{{ targetName }}</span>
    </div>
    <div :style="{ background: mix }" data-mix>
      <span>{{ mixName ?? 'mix' }}</span>
    </div>
  </div>
</template>

<style scoped>
.pair {
  display: flex;
  border-radius: var(--round-m);
  overflow: hidden;
  min-height: 92px;
}

.pair div {
  flex: 1;
  display: flex;
  align-items: flex-end;
  padding: var(--space-s);
  font-size: var(--type-tiny);
  min-width: 0;
}

/* Readable on every colour, whatever it is. */
.pair span {
  padding: 0 var(--space-s);
  border-radius: var(--round-s);
  background: rgb(255 255 255 / 82%);
  color: #000;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
</style>
