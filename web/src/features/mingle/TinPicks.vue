<script setup lang="ts">
import PickOne from '../../shared/PickOne.vue'
import { prefer, preferences } from '../../shared/preferences'
import { useFreeTins } from './useChosen'

/** Tins that must be in it, and tins that must not, to pick from. */
const free = useFreeTins()

function add(to: 'use' | 'avoid', key: string) {
  prefer({ [to]: [...preferences.value[to], key].slice(-4) })
}
</script>

<template>
  <div class="picks">
    <PickOne find="a tin" aria-label="A tin that must be in it" @pick="add('use', $event)">
      <option value="">Must have…</option>
      <option v-for="tin in free" :key="tin.key" :value="tin.key">{{ tin.name }}</option>
    </PickOne>
    <PickOne find="a tin" aria-label="A tin that must not be in it" @pick="add('avoid', $event)">
      <option value="">Must not have…</option>
      <option v-for="tin in free" :key="tin.key" :value="tin.key">{{ tin.name }}</option>
    </PickOne>
  </div>
</template>

<style scoped>
.picks {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-s);
}

:deep(.form-select) {
  width: 168px;
}
</style>
