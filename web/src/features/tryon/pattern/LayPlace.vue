<script setup lang="ts">
import { useWakeLock } from '@vueuse/core'
import { computed, onMounted, useTemplateRef, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'

import { wordsOf } from '../../../api/reach'
import { useKeys } from '../../../shared/useKeys'
import { useLook } from '../useLook'
import { withLayout } from './layouts'
import LayoutStage from './LayoutStage.vue'
import { useLayout } from './useLayout'

/** A pattern laid position after position, with wet hands: the whole screen is the button. */
const route = useRoute()
const router = useRouter()
const wear = useLook()
const { piece, layers } = wear
const number = computed(() => Number(route.params.layer))
watch(
  () => wear.pieces.value.length,
  () => {
    wear.choose(Number(route.params.piece))
  },
  { immediate: true },
)
const stage = useTemplateRef('stage')
const size = computed(() => stage.value?.size)
const known = computed(() => piece.value)
const { laid, error, src, wrong } = useLayout(known, layers, number, size)
const layout = computed(() => layers.value[number.value]?.layout ?? laid.value?.layout)
const shown = computed(() =>
  laid.value && layout.value ? { ...laid.value, layout: layout.value } : undefined,
)
const done = computed(() => layout.value?.placed ?? 0)
const next = computed(() => shown.value?.positions[done.value])

function place(count: number) {
  if (layout.value) wear.change(withLayout(layers.value, number.value, { ...layout.value, placed: count }))
}

function placed() {
  if (next.value) place(done.value + 1)
}
const back = () => router.push({ name: 'tryon', query: { layout: number.value.toString() } })

useKeys((event) => {
  if (event.key === ' ' || event.key === 'Enter') placed()
  else if (event.key === 'Backspace' && done.value > 0) place(done.value - 1)
  else if (event.key === 'Escape') void back()
  else return false
  return true
})
const awake = useWakeLock()
onMounted(() => {
  if (awake.isSupported.value) awake.request('screen').catch(() => undefined)
})
</script>

<template>
  <div class="lay">
    <div class="top">
      <BButton variant="outline-secondary" @click="back">Back to the layout</BButton>
      <h1>Lay the pattern</h1>
      <BButton v-if="done > 0" variant="outline-secondary" @click="place(done - 1)">One back</BButton>
    </div>
    <p v-if="error" role="alert" class="wrong">{{ wordsOf(error) }}</p>
    <LayoutStage
      v-if="shown"
      ref="stage"
      :laid="shown"
      :src="src"
      :wrong="wrong"
      :next="next?.number"
      :chosen="undefined"
      still
    />
    <p v-else-if="!error" role="status">
      {{ piece && !layers[number] ? 'The look of this piece has no such layer.' : 'Laying it out…' }}
    </p>
    <BButton variant="plain" class="whole" data-whole-screen :disabled="!next" @click="placed">
      <template v-if="next">
        <span class="count">{{ next.number }} of {{ shown?.positions.length }}</span>
        <span>left edge: {{ next.left }}</span>
        <span>top edge: {{ next.top }}</span>
        <small>{{ next.way_up }}, on {{ next.parts.slice(0, 4).join(', ') }}</small>
        <small v-if="next.prints">{{ next.prints }}</small>
        <b>Tap anywhere here when it is placed</b>
      </template>
      <span v-else-if="shown" class="count">All are laid</span>
    </BButton>
  </div>
</template>

<style scoped>
.lay {
  height: 100vh;
  padding: var(--space-m);
  display: grid;
  grid-template: auto minmax(0, 1fr) / minmax(0, 1fr) minmax(340px, 0.8fr);
  gap: var(--space-m) var(--space-l);
}

.top {
  grid-column: 1 / -1;
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: var(--space-s) var(--space-l);
}

.whole,
.whole:hover {
  display: flex;
  flex-direction: column;
  justify-content: center;
  gap: var(--space-m);
  border-radius: var(--round-pill);
  background: var(--sheet);
  color: var(--ink);
  font-size: var(--type-far);
  font-weight: 700;
  text-align: center;
}

.count {
  font-size: 1.5em;
}

small,
b {
  font-size: 0.6em;
}

@media (max-width: 860px) {
  .lay {
    display: flex;
    flex-direction: column;
    height: auto;
  }

  .whole {
    min-height: 320px;
  }
}
</style>
