<script setup lang="ts">
import { computed } from 'vue'

import { prefer, preferences } from '../../shared/preferences'
import { useShelf } from '../../shared/useShelf'
import PickOne from '../../shared/PickOne.vue'

/** Which pots must be in it, and which must not: chips to toggle. */
const { data: shelf } = useShelf()
const pots = computed(() => (shelf.value ?? []).filter((pot) => pot.mixable))
const nameOf = (key: string) => pots.value.find((pot) => pot.key === key)?.name ?? key
const free = computed(() =>
  pots.value.filter((pot) => !preferences.value.use.includes(pot.key) && !preferences.value.avoid.includes(pot.key)),
)
const suggested = computed(() => free.value.filter((pot) => pot.use_up).slice(0, 2))

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
      v-for="pot in suggested"
      :key="pot.key"
      variant="plain"
      class="chip"
      @click="prefer({ use: [...preferences.use, pot.key] })"
    >
      use up <b>{{ pot.name }}</b>
    </BButton>
    <BButton v-for="key in preferences.use" :key="key" variant="plain" class="chip on" @click="drop('use', key)">
      with <b>{{ nameOf(key) }}</b> ×
    </BButton>
    <BButton v-for="key in preferences.avoid" :key="key" variant="plain" class="chip on" @click="drop('avoid', key)">
      without <b>{{ nameOf(key) }}</b> ×
    </BButton>
    <PickOne aria-label="It must have in it" @pick="add('use', $event)">
      <option value="">with…</option>
      <option v-for="pot in free" :key="pot.key" :value="pot.key">{{ pot.name }}</option>
    </PickOne>
    <PickOne aria-label="It must not have in it" @pick="add('avoid', $event)">
      <option value="">without…</option>
      <option v-for="pot in free" :key="pot.key" :value="pot.key">{{ pot.name }}</option>
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

.form-select {
  width: 112px;
}
</style>
