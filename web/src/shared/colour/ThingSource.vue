<script lang="ts">
/** The way that was taken last, in this window: who types one colour types the next. */
let last = ''
</script>

<script setup lang="ts">
import { computed, ref, watch } from 'vue'

import type { Colour } from '../../api/client'
import { useDevices } from '../useSettings'
import FilePanel from './FilePanel.vue'
import OthersPanel from './OthersPanel.vue'
import ReaderPanel from './ReaderPanel.vue'

/** A colour from anything but a photo: the reader, typed, a file, another colour. */
const { only = ['picker', 'typed', 'others', 'file', 'reader'] } = defineProps<{ only?: string[] }>()
const devices = useDevices()
/** A reader is offered where there is one. */
const ways = computed(() => only.filter((name) => name !== 'reader' || devices.value?.reader))
const colour = defineModel<Colour | undefined>('colour', { required: true })
const titles: Record<string, string> = {
  picker: 'Pick by eye',
  reader: 'Colour reader',
  typed: 'Type it',
  file: 'A file',
  others: 'A tin or another colour',
}
const way = ref(only.includes(last) ? last : (only[0] ?? 'typed'))
const text = ref('')

const picked = ref('#8a8a8a')
function pick(hex: string) {
  picked.value = hex
  colour.value = { source: 'text', text: hex }
}

watch(way, (now) => {
  last = now
  colour.value = undefined
})

function typed() {
  colour.value = text.value.trim() ? { source: 'text', text: text.value } : undefined
}
</script>

<template>
  <div class="thing">
    <div class="ways" role="group" aria-label="Where the colour comes from">
      <BButton
        v-for="name in ways"
        :key="name"
        variant="plain"
        :aria-pressed="way === name"
        @click="way = name"
      >
        {{ titles[name] }}
      </BButton>
    </div>
    <label v-if="way === 'picker'" class="pick"
      >Pick it by eye
      <input type="color" :value="picked" @input="pick(($event.target as HTMLInputElement).value)" />
      <span class="soft">{{ picked }}</span></label
    >
    <ReaderPanel v-else-if="way === 'reader'" v-model:colour="colour" />
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
.pick {
  display: flex;
  gap: var(--space-m);
  align-items: center;
}

.pick input {
  width: 88px;
  height: 56px;
  padding: var(--space-xs);
  border: var(--line-firm) solid var(--line);
  border-radius: var(--round-m);
}

.thing {
  display: grid;
  gap: var(--space-m);
  align-content: start;
}

.ways {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-s);
}

.ways button {
  min-height: 38px;
  padding: 0 var(--space-m);
  border: var(--line-firm) solid var(--edge);
  border-radius: var(--round-pill);
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
  gap: var(--space-s);
  max-width: 420px;
}
</style>
