<script setup lang="ts">
import { nextTick, ref } from 'vue'

import type { Layer, Schemas } from '../../api/client'
import { useSorted } from '../../shared/useSorted'
import { changed, moved } from './layers'

/** The layers, the topmost first: shown or not, alone, in another order; a look at one shows where it lies. */
const { layers, kinds, colours, chosen, alone } = defineProps<{
  layers: Layer[]
  kinds: Schemas['LayerKindOut'][]
  colours: Record<string, { name: string; hex: string }>
  chosen: number
  alone: number | undefined
}>()
const emit = defineEmits<{
  choose: [at: number]
  change: [layers: Layer[]]
  solo: [at: number | undefined]
  peek: [at: number | undefined]
}>()
const list = ref<HTMLOListElement>()
const said = ref('')
const titleOf = (layer: Layer) => kinds.find((kind) => kind.key === layer.kind)?.title ?? layer.kind
const ofTop = (n: number) => layers.length - 1 - n

function move(from: number, to: number) {
  const now = moved(layers, from, to)
  if (now === layers) return
  emit('change', now)
  emit('choose', to)
}
useSorted(list, 'li.layer', (from, to) => {
  move(ofTop(from), ofTop(to))
})

function set(at: number, part: Partial<Layer>) {
  emit('change', changed(layers, at, part))
}

function keys(event: KeyboardEvent, at: number) {
  if (!event.altKey || !['ArrowUp', 'ArrowDown'].includes(event.key)) return
  event.preventDefault()
  const to = event.key === 'ArrowUp' ? at + 1 : at - 1
  const layer = layers[at]
  if (!layer || to < 0 || to >= layers.length) return
  move(at, to)
  said.value = `${titleOf(layer)} is layer ${(to + 1).toString()} of ${layers.length.toString()}`
  // The layer that is moved keeps the focus, wherever it goes.
  void nextTick(() => list.value?.querySelectorAll<HTMLButtonElement>('button.name')[ofTop(to)]?.focus())
}
</script>

<template>
  <p class="visually-hidden" role="status">{{ said }}</p>
  <ol ref="list" aria-label="Layers, the topmost first">
    <li
      v-for="(_, n) in layers"
      :key="ofTop(n)"
      :class="{ on: ofTop(n) === chosen, off: !layers[ofTop(n)]?.on }"
      class="layer"
    >
      <BButton
        variant="plain"
        class="name"
        :aria-pressed="ofTop(n) === chosen"
        title="Alt and the arrow keys move it up and down"
        aria-keyshortcuts="Alt+ArrowUp Alt+ArrowDown"
        @click="emit('choose', ofTop(n))"
        @mouseenter="emit('peek', ofTop(n))"
        @mouseleave="emit('peek', undefined)"
        @focus="emit('peek', ofTop(n))"
        @blur="emit('peek', undefined)"
        @keydown="keys($event, ofTop(n))"
      >
        <span class="dots" aria-hidden="true">
          <i
            v-for="colour in layers[ofTop(n)]?.colours ?? []"
            :key="colour"
            :style="{ background: colours[colour]?.hex ?? '#888' }"
          />
        </span>
        {{ titleOf(layers[ofTop(n)] as Layer) }}
      </BButton>
      <BButton
        variant="plain"
        class="small"
        :aria-label="`${titleOf(layers[ofTop(n)] as Layer)}, layer ${(ofTop(n) + 1).toString()}: ${layers[ofTop(n)]?.on ? 'on' : 'off'}`"
        :class="{ bold: layers[ofTop(n)]?.on }"
        @click="set(ofTop(n), { on: !layers[ofTop(n)]?.on })"
      >
        {{ layers[ofTop(n)]?.on ? 'on' : 'off' }}
      </BButton>
      <BButton
        variant="plain"
        class="small"
        :aria-pressed="alone === ofTop(n)"
        :aria-label="`${titleOf(layers[ofTop(n)] as Layer)}: show only this layer`"
        @click="emit('solo', alone === ofTop(n) ? undefined : ofTop(n))"
      >
        only
      </BButton>
    </li>
    <li class="ground">the bare piece</li>
  </ol>
</template>

<style scoped>
ol {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: var(--space-xs);
}

li {
  display: flex;
  gap: var(--space-xs);
  align-items: center;
  border-radius: var(--round-m);
  background: var(--sheet);
  cursor: grab;
}

li.on {
  box-shadow: inset 0 0 0 2px var(--ink);
}

li.off .name {
  text-decoration: line-through;
  color: var(--soft);
}

.ground {
  padding: var(--space-s) var(--space-m);
  color: var(--soft);
  background: none;
  cursor: default;
}

button {
  border: 0;
  background: none;
  color: inherit;
  min-height: 36px;
}

.name {
  flex: 1;
  text-align: left;
  display: flex;
  gap: var(--space-s);
  align-items: center;
  padding: 0 var(--space-m);
  border-radius: var(--round-m);
}

.dots {
  display: flex;
}

.dots i {
  width: 16px;
  height: 22px;
}

.dots i:first-child {
  border-radius: var(--round-s) 0 0 var(--round-s);
}

.dots i:last-child {
  border-radius: 0 var(--round-s) var(--round-s) 0;
}

.dots i:only-child {
  border-radius: var(--round-s);
}

.small {
  min-width: 34px;
  padding: 0 var(--space-s);
  font-size: var(--type-tiny);
  color: var(--soft);
  border-radius: var(--round-s);
}

.small.bold,
.small[aria-pressed='true'] {
  color: var(--ink);
  font-weight: 650;
}
</style>
