<script setup lang="ts">
import { computed } from 'vue'

import type { Layer, Schemas } from '../../api/client'
import LayerSetting from './LayerSetting.vue'
import LayerPlaces from './LayerPlaces.vue'
import TechniqueCard from './TechniqueCard.vue'
import type { Laid } from './useLayable'
import FindSelect from '../../shared/FindSelect.vue'

/** What one layer is laid with, and how; every number begins from common practice. */
const { layer, number, kinds, colours, offered, piece, below, wait, rough } = defineProps<{
  layer: Layer
  number: number
  kinds: Schemas['LayerKindOut'][]
  colours: Record<string, Laid>
  /** What belongs in this kind of layer. */
  offered: string[]
  piece: Schemas['PieceOut']
  below: string[]
  /** How long it waits, where that is known yet. */
  wait: string | undefined
  /** How rough it is, in words; empty where it is smooth. */
  rough: string
}>()
const emit = defineEmits<{
  change: [layer: Layer]
  sliding: [now: boolean]
  remove: []
  copy: []
  refine: []
  move: [by: 1 | -1]
  layOut: []
}>()
const kind = computed(() => kinds.find((one) => one.key === layer.kind))
/** What can be chosen, by group; what the layer has already stays among it, also if it is not of its kind. */
const choices = computed(() => {
  const found: Record<string, [string, string][]> = {}
  for (const key of new Set([...offered, ...layer.colours])) {
    const one = colours[key]
    if (one) (found[one.group] ??= []).push([key, one.name])
  }
  return found
})
const wants = computed(() => Math.max(layer.colours.length, kind.value?.least ?? 0))
const moves = computed(() => kind.value?.settings.some((one) => one.key === 'size'))
const gilding = computed(() => kind.value?.generic === 'metals')
const addWords = computed(() =>
  wants.value > 0 ? 'one colour more' : gilding.value ? 'another leaf' : 'choose the tin',
)
const dropWords = computed(() =>
  wants.value > 1 ? 'one colour less' : gilding.value ? 'plain gold' : 'any tin',
)

function set(part: Partial<Layer>) {
  emit('change', { ...layer, ...part })
}

function colour(at: number, value: string) {
  const now = [...layer.colours]
  now[at] = value
  set({ colours: now })
}

function more() {
  const last = layer.colours.at(-1) ?? offered[0]
  if (last) set({ colours: [...layer.colours, last] })
}

function fewer() {
  set({ colours: layer.colours.slice(0, -1) })
}
</script>

<template>
  <section class="settings" :aria-label="`Layer ${(number + 1).toString()}: ${kind?.title ?? ''}`">
    <h2>{{ kind?.title }}</h2>
    <p class="soft">Usual: {{ kind?.why }}.</p>
    <TechniqueCard v-if="kind" :card="kind.card" />
    <label v-for="n in wants" :key="n"
      >{{ wants === 1 ? 'colour' : ['from', 'to', 'and'][n - 1] }}
      <FindSelect
        find="a colour"
        :model-value="layer.colours[n - 1] ?? ''"
        @update:model-value="colour(n - 1, String($event))"
      >
        <optgroup v-for="(ones, group) in choices" :key="group" :label="group">
          <option v-for="[key, name] in ones" :key="key" :value="key">{{ name }}</option>
        </optgroup>
      </FindSelect>
    </label>
    <div v-if="kind && kind.most > kind.least" class="acts">
      <BButton v-if="wants < kind.most" variant="plain" class="link" @click="more">{{ addWords }}</BButton>
      <BButton v-if="wants > kind.least" variant="plain" class="link" @click="fewer">{{ dropWords }}</BButton>
    </div>
    <LayerSetting
      v-for="one in kind?.settings"
      :key="one.key"
      :layer="layer"
      :setting="one"
      :below="below"
      @set="set"
      @sliding="emit('sliding', $event)"
    />
    <BButton v-if="kind?.laid_out" variant="primary" @click="emit('layOut')">Lay it out…</BButton>
    <LayerPlaces :names="layer.zones" :piece="piece" @set="set({ zones: $event })" />
    <div class="acts">
      <BButton variant="plain" class="link" @click="emit('move', 1)">Move up</BButton>
      <BButton variant="plain" class="link" @click="emit('move', -1)">Move down</BButton>
      <BButton variant="plain" class="link" @click="emit('copy')">Duplicate</BButton>
      <BButton v-if="moves" variant="plain" class="link" @click="emit('refine')">Shift the last coat</BButton>
      <BButton variant="plain" class="link" @click="emit('remove')">Remove</BButton>
    </div>
    <!-- Both are worked out, and come late: what is pressed stands above them and does not move. -->
    <p v-if="rough">How rough: {{ rough }}.</p>
    <p v-if="wait && wait !== 'none'">Then wait: {{ wait }}.</p>
  </section>
</template>

<style scoped>
.settings {
  display: grid;
  gap: var(--space-s);
}

h2 {
  font-size: var(--type-lead);
}

p {
  margin: 0;
  font-size: var(--type-small);
}

label {
  display: grid;
  font-size: var(--type-small);
}

.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 0 var(--space-l);
}
</style>
