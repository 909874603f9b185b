<script setup lang="ts">
import { computed } from 'vue'

import { prefer, preferences } from '../../shared/preferences'
import { useShelf } from '../../shared/useShelf'

/** Which pots must be in it, and which must not: chips to toggle. */
const { data: shelf } = useShelf()
const pots = computed(() => (shelf.value ?? []).filter((pot) => pot.mixable))
const nameOf = (key: string) => pots.value.find((pot) => pot.key === key)?.name ?? key
const free = computed(() =>
  pots.value.filter((pot) => !preferences.value.use.includes(pot.key) && !preferences.value.avoid.includes(pot.key)),
)
const suggested = computed(() => free.value.filter((pot) => pot.use_up).slice(0, 2))

function add(to: 'use' | 'avoid', event: Event) {
  const field = event.target as HTMLSelectElement
  if (field.value) prefer({ [to]: [...preferences.value[to], field.value].slice(-4) })
  field.value = ''
}

function drop(from: 'use' | 'avoid', key: string) {
  prefer({ [from]: preferences.value[from].filter((one) => one !== key) })
}
</script>

<template>
  <div class="wishes">
    <button
      v-for="pot in suggested"
      :key="pot.key"
      type="button"
      class="chip"
      @click="prefer({ use: [...preferences.use, pot.key] })"
    >
      use up <b>{{ pot.name }}</b>
    </button>
    <button v-for="key in preferences.use" :key="key" type="button" class="chip on" @click="drop('use', key)">
      with <b>{{ nameOf(key) }}</b> ×
    </button>
    <button v-for="key in preferences.avoid" :key="key" type="button" class="chip on" @click="drop('avoid', key)">
      without <b>{{ nameOf(key) }}</b> ×
    </button>
    <select class="form-select" aria-label="It must have in it" @change="add('use', $event)">
      <option value="">with…</option>
      <option v-for="pot in free" :key="pot.key" :value="pot.key">{{ pot.name }}</option>
    </select>
    <select class="form-select" aria-label="It must not have in it" @change="add('avoid', $event)">
      <option value="">without…</option>
      <option v-for="pot in free" :key="pot.key" :value="pot.key">{{ pot.name }}</option>
    </select>
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
