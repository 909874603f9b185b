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
  border-radius: 10px;
  overflow: hidden;
  min-height: 92px;
}

.pair div {
  flex: 1;
  display: flex;
  align-items: flex-end;
  padding: 6px;
  font-size: 0.8rem;
  min-width: 0;
}

/* Readable on every colour, whatever it is. */
.pair span {
  padding: 0 6px;
  border-radius: 6px;
  background: rgb(255 255 255 / 82%);
  color: #000;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
</style>
