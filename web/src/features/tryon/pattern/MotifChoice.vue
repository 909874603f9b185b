<script setup lang="ts">
import { sayCount } from '../../../shared/say/numbers'
import { computed } from 'vue'

import type { Schemas } from '../../../api/client'
import { boxOf, isCutFromSheets, type Layout } from './layouts'

/** Which motif is laid: ours, the job's own, or letters; shown as it is cut. */
const { layout, motifs, book, kind } = defineProps<{
  layout: Layout
  kind: string
  motifs: Schemas['MotifOut'][]
  book: Schemas['PatternBookOut'] | undefined
}>()
const emit = defineEmits<{ set: [part: Partial<Layout>]; cut: [] }>()
const shown = computed(() => motifs.find((one) => one.name === layout.motif))
const ours = computed(() => motifs.filter((one) => one.id === null))
/** A picture is printed and not cut: it is for what is pasted. */
const printed = computed(() => isCutFromSheets(kind))
const own = computed(() =>
  motifs.filter((one) => one.id !== null && (printed.value || one.kind === 'outlines')),
)
const box = computed(() => (shown.value ? boxOf(shown.value) : ''))

function choose(name: string) {
  if (name !== 'text') {
    emit('set', { motif: name, texts: [] })
    return
  }
  emit('set', {
    motif: 'text',
    arrange: 'one',
    texts: layout.texts.length > 0 ? layout.texts : ['1', '2', '3'],
  })
}
</script>

<template>
  <div class="motif">
    <svg v-if="shown?.path" :viewBox="box" role="img" :aria-label="`${shown.title}, as it is cut`">
      <path :d="shown.path" />
      <line
        v-for="(one, n) in shown.bridges"
        :key="n"
        :x1="((one[0] ?? 0) * 1000) / shown.width"
        :y1="((one[1] ?? 0) * 1000) / shown.width"
        :x2="((one[2] ?? 0) * 1000) / shown.width"
        :y2="((one[3] ?? 0) * 1000) / shown.width"
      />
    </svg>
    <label
      >motif
      <BFormSelect :model-value="layout.motif" @update:model-value="choose(String($event))">
        <optgroup label="of our own">
          <option v-for="one in ours" :key="one.name" :value="one.name">{{ one.title }}</option>
        </optgroup>
        <optgroup v-if="own.length > 0" label="your own">
          <option v-for="one in own" :key="one.name" :value="one.name">{{ one.title }}</option>
        </optgroup>
        <option v-if="!printed" value="text">Letters and numbers</option>
      </BFormSelect>
    </label>
    <p v-if="shown && shown.islands > 0" class="soft">
      {{ sayCount(shown.islands, 'island') }} would have fallen out: held by
      {{ sayCount(shown.bridges.length, 'bridge') }}, marked above.
    </p>
    <label v-if="layout.motif === 'text'"
      >what stands on each, in their order
      <BFormInput
        :model-value="layout.texts.join(', ')"
        @change="
          emit('set', {
            texts: String($event.target.value)
              .split(',')
              .map((one: string) => one.trim())
              .filter((one: string) => one !== ''),
          })
        "
      />
    </label>
    <label v-if="layout.motif === 'text'"
      >letters
      <BFormSelect
        :model-value="layout.font"
        @update:model-value="emit('set', { font: $event as Layout['font'] })"
      >
        <option v-for="(title, key) in book?.fonts" :key="key" :value="key">{{ title }}</option>
      </BFormSelect>
    </label>
    <label v-if="printed && shown?.kind === 'outlines'"
      >printed in
      <BFormSelect
        :model-value="layout.tone"
        @update:model-value="emit('set', { tone: $event as Layout['tone'] })"
      >
        <option v-for="(title, key) in book?.tones" :key="key" :value="key">{{ title }}</option>
      </BFormSelect>
    </label>
    <BButton variant="outline-secondary" size="sm" @click="emit('cut')">From a picture or a drawing…</BButton>
  </div>
</template>

<style scoped>
.motif {
  display: grid;
  gap: var(--space-s);
}

svg {
  width: 100%;
  max-height: 120px;
  background: #eee;
  border-radius: var(--round-m);
  padding: var(--space-s);
}

path {
  fill: #1a1a1a;
}

line {
  stroke: #d43324;
  stroke-width: 14;
}

label {
  display: grid;
  font-size: var(--type-small);
}

p {
  margin: 0;
  font-size: var(--type-small);
}
</style>
