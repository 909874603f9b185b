<script setup lang="ts">
/** Target and prediction, touching: nothing between them. */
defineProps<{ target: string; mix: string; targetName: string; mixName?: string }>()

/** Black or white, whichever reads on the colour. */
function ink(hex: string) {
  const [r, g, b] = [1, 3, 5].map((at) => (parseInt(hex.slice(at, at + 2), 16) / 255) ** 2.2) as [
    number,
    number,
    number,
  ]
  return 0.2126 * r + 0.7152 * g + 0.0722 * b > 0.19 ? '#000' : '#fff'
}
</script>

<template>
  <div class="pair">
    <div :style="{ background: target, color: ink(target) }">
      <span>{{ targetName }}</span>
    </div>
    <div :style="{ background: mix, color: ink(mix) }" data-mix>
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
  padding: 6px 10px;
  font-size: 0.8rem;
  min-width: 0;
}

.pair span {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
</style>
