<script setup lang="ts">
import { computed } from 'vue'

import { prefer, preferences } from '../../shared/preferences'
import { useShelf } from '../../shared/useShelf'
import PickOne from '../../shared/PickOne.vue'

/** Which tins must be in it, and which must not: chips to toggle. */
const { data: shelf } = useShelf()
const tins = computed(() => (shelf.value ?? []).filter((tin) => tin.mixable))
const nameOf = (key: string) => tins.value.find((tin) => tin.key === key)?.name ?? key
const free = computed(() =>
  tins.value.filter((tin) => !preferences.value.use.includes(tin.key) && !preferences.value.avoid.includes(tin.key)),
)
const suggested = computed(() => free.value.filter((tin) => tin.use_up).slice(0, 2))

function add(to: 'use' | 'avoid', key: string) {
  prefer({ [to]: [...preferences.value[to], key].slice(-4) })
}

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
.wishes {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: center;
}

.chip {
  min-height: 36px;
  padding: 0 12px;
  border: 1.5px solid #767676;
  border-radius: 18px;
  background: var(--sheet);
  color: var(--ink);
}

.chip.on {
  background: var(--ink);
  border-color: var(--ink);
  color: var(--sheet);
}

:deep(.form-select) {
  width: 168px;
}
</style>
