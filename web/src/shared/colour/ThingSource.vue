<script setup lang="ts">
import { ref, watch } from 'vue'

import type { Colour } from '../../api/client'
import FilePanel from './FilePanel.vue'
import OthersPanel from './OthersPanel.vue'
import ReaderPanel from './ReaderPanel.vue'

/** A colour from anything but a photo: the reader, typed, a file, another colour. */
const { only = ['reader', 'typed', 'file', 'others'] } = defineProps<{ only?: string[] }>()
const colour = defineModel<Colour | undefined>('colour', { required: true })
const titles: Record<string, string> = {
  reader: 'Colour reader',
  typed: 'Typed',
  file: 'A file',
  others: 'Another colour',
}
const way = ref(only[0] ?? 'typed')
const text = ref('')

watch(way, () => {
  colour.value = undefined
})

function typed() {
  colour.value = text.value.trim() ? { source: 'text', text: text.value } : undefined
}
</script>

<template>
  <div class="thing">
    <div class="ways" role="group" aria-label="Where the colour comes from">
      <BButton v-for="name in only" :key="name" variant="plain" :aria-pressed="way === name" @click="way = name">
        {{ titles[name] }}
      </BButton>
    </div>
    <ReaderPanel v-if="way === 'reader'" v-model:colour="colour" />
    <div v-else-if="way === 'typed'" class="typed">
      <label for="typed-colour">Hex, RGB or Lab</label>
      <BFormInput
        id="typed-colour"
        v-model="text"
        placeholder="#4f7f80   or   rgb 79 127 128   or   53 -22 -9"
        maxlength="80"
        autocomplete="off"
        @update:model-value="typed"
      />
    </div>
    <FilePanel v-else-if="way === 'file'" v-model:colour="colour" />
    <OthersPanel v-else v-model:colour="colour" />
  </div>
</template>

<style scoped>
.thing {
  display: grid;
  gap: 14px;
  align-content: start;
}

.ways {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}

.ways button {
  min-height: 38px;
  padding: 0 14px;
  border: 1.5px solid #767676;
  border-radius: 19px;
  background: var(--sheet);
  color: var(--ink);
}

.ways button[aria-pressed='true'] {
  background: var(--ink);
  border-color: var(--ink);
  color: var(--sheet);
  font-weight: 650;
}

.typed {
  display: grid;
  gap: 6px;
  max-width: 420px;
}
</style>
