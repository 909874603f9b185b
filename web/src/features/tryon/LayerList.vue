<script setup lang="ts">
import { nextTick, ref } from 'vue'

import type { Layer, Schemas } from '../../api/client'
import { useSorted } from './useLayersInHand'
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
        <span class="film" aria-hidden="true">
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
    <li class="ground"><span class="film wood" aria-hidden="true" />the bare piece</li>
  </ol>
</template>

<style scoped>
/* A section through the finish: its films lie on one another, the piece below them. */
ol {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  min-height: max-content;
  border-radius: var(--round-m);
  background: var(--sheet);
  overflow: hidden;
}

li {
  display: flex;
  gap: var(--space-xs);
  align-items: stretch;
  border-bottom: var(--line-thin) solid var(--line);
  cursor: grab;
}

li.on {
  box-shadow: inset calc(-1 * var(--line-heavy)) 0 0 var(--ink);
}

li.on .name {
  font-weight: 700;
}

li.off .name {
  text-decoration: line-through;
  color: var(--soft);
}

li.off .film {
  opacity: 0.3;
}

.ground {
  gap: var(--space-m);
  align-items: center;
  min-height: 36px;
  border: 0;
  color: var(--soft);
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
  gap: var(--space-m);
  align-items: center;
  align-self: stretch;
  padding: 0;
}

/* What has no colour of its own is seen through. */
.film {
  align-self: stretch;
  display: flex;
  flex: none;
  width: 56px;
  background: repeating-linear-gradient(135deg, var(--line) 0 1px, transparent 1px 6px);
}

.film i {
  flex: 1;
}

.wood {
  min-height: 36px;
  background: repeating-linear-gradient(176deg, #b98a58 0 5px, #a87a4a 5px 7px, #c39562 7px 12px);
}

.small {
  min-width: 34px;
  padding: 0 var(--space-s);
  font-size: var(--type-tiny);
  color: var(--soft);
}

.small.bold,
.small[aria-pressed='true'] {
  color: var(--ink);
  font-weight: 650;
}
</style>
