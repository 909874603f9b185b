<script setup lang="ts">
import { computed } from 'vue'

import { prefer, preferences } from '../../shared/preferences'
import { useShelf } from '../../shared/useShelf'
import { useFreeTins } from './useChosen'

/** Which tins must be in it, and which must not: chips to take away, and those to use up. */
const { data: shelf } = useShelf()
const nameOf = (key: string) => shelf.value?.find((tin) => tin.key === key)?.name ?? key
const free = useFreeTins()
const suggested = computed(() => free.value.filter((tin) => tin.use_up).slice(0, 2))

function drop(from: 'use' | 'avoid', key: string) {
  prefer({ [from]: preferences.value[from].filter((one) => one !== key) })
}
</script>

<template>
  <div class="wishes">
    <BButton
      v-for="tin in suggested"
      :key="tin.key"
      variant="plain"
      class="chip"
      @click="prefer({ use: [...preferences.use, tin.key] })"
    >
      Must have <b>{{ tin.name }}</b>
    </BButton>
    <BButton
      v-for="key in preferences.use"
      :key="key"
      variant="plain"
      class="chip on"
      :aria-label="`Remove: must have ${nameOf(key)}`"
      @click="drop('use', key)"
    >
      must have <b>{{ nameOf(key) }}</b> ×
    </BButton>
    <BButton
      v-for="key in preferences.avoid"
      :key="key"
      variant="plain"
      class="chip on"
      :aria-label="`Remove: must not have ${nameOf(key)}`"
      @click="drop('avoid', key)"
    >
      must not have <b>{{ nameOf(key) }}</b> ×
    </BButton>
  </div>
</template>

<style scoped>
.wishes {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-s);
  align-items: center;
}

.chip {
  min-height: 36px;
  padding: 0 var(--space-m);
  border: var(--line-firm) solid var(--edge);
  border-radius: var(--round-pill);
  background: var(--sheet);
  color: var(--ink);
}

.chip.on {
  background: var(--ink);
  border-color: var(--ink);
  color: var(--sheet);
}
</style>
