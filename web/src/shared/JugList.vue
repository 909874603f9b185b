<script setup lang="ts">
import { computed, ref } from 'vue'

import type { Schemas } from '../api/client'
import JugDrawing from './JugDrawing.vue'
import KeptInput from './KeptInput.vue'
import { printOf } from './prints'
import { useJob } from './useJob'
import { useMixes } from './useMixes'
import FoldOut from './FoldOut.vue'
import { sayAmount } from './say/amounts'
import { sayDifference } from './say/numbers'

/** The mixes of the job in hand as jugs: poured, printed, put on the shelf, dragged onto a piece. */
const emit = defineEmits<{ leave: [] }>()
const { job } = useJob()
const { pour, remove, rename, toShelf } = useMixes()
/** More are found by their words. */
const MANY = 8
const words = ref('')
const mixes = computed(() => job.value?.mixes ?? [])
const found = computed(() => {
  const wanted = words.value.trim().toLowerCase()
  if (mixes.value.length <= MANY || !wanted) return mixes.value
  return mixes.value.filter((mix) =>
    [mix.name, ...mix.recipe.pours.map((pour) => pour.name)].some((name) =>
      name.toLowerCase().includes(wanted),
    ),
  )
})

async function begin(id: number) {
  await pour(id)
  emit('leave')
}

function carry(event: DragEvent, id: number) {
  event.dataTransfer?.setData('application/x-jug', id.toString())
}

/** How far today's prediction is from that of then, where it moved so that one can see it. */
const moved = (mix: Schemas['MixOut']) => mix.then?.moved
</script>

<template>
  <p v-if="job?.mixes.length === 0" class="soft">Mingle a colour and keep it: its jug will stand here.</p>
  <BFormInput
    v-if="mixes.length > MANY"
    v-model="words"
    type="search"
    size="sm"
    placeholder="find a jug or a tin in it"
    aria-label="Find a jug"
  />
  <ul aria-label="Jugs">
    <!-- eslint-disable-next-line vuejs-accessibility/no-static-element-interactions -- dragging is a short cut: its link leads to the same -->
    <li v-for="mix in found" :key="mix.id" draggable="true" @dragstart="carry($event, mix.id)">
      <JugDrawing :layers="mix.recipe.pours" :size="58" class="on-chrome" />
      <div class="words">
        <b>{{ mix.name }}</b>
        <span class="soft">{{ sayAmount(mix.batch) }}</span>
        <span v-if="mix.recipe.words" class="soft">{{ mix.recipe.words }}</span>
        <span v-if="mix.over" class="soft">{{ mix.how || 'one coat' }}, over {{ mix.over }}</span>
        <span v-if="mix.same_as" class="soft">same as {{ mix.same_as }}</span>
        <BButton size="sm" variant="outline-secondary" class="pour" @click="begin(mix.id)">Pour it</BButton>
        <FoldOut title="print, rename, mix again">
          <KeptInput
            class="keep"
            :aria-label="`Rename ${mix.name}`"
            :value="mix.name"
            maxlength="120"
            @keep="rename(mix, $event)"
          />
          <a class="keep" :href="printOf(mix.id, 'strip')" target="_blank" rel="noopener">pour strip</a>
          <a class="keep" :href="printOf(mix.id, 'card')" target="_blank" rel="noopener">recipe card</a>
          <a class="keep" :href="printOf(mix.id, 'label')" target="_blank" rel="noopener">lid label</a>
          <BButton variant="plain" class="keep" @click="toShelf(mix)">put it on the shelf</BButton>
          <RouterLink class="keep" :to="{ name: 'again', params: { mix: mix.id } }" @click="emit('leave')"
            >mix it again</RouterLink
          >
          <p v-if="mix.then" class="then">
            <span class="dots" aria-hidden="true"
              ><i :style="{ background: mix.then.hex }" /><i :style="{ background: mix.recipe.hex }"
            /></span>
            Predicted {{ mix.then.at === 'filled in' ? 'later than it was kept' : 'when it was kept' }}:
            {{ mix.then.likely || 'this colour' }}.
            {{
              moved(mix)
                ? `Now: ${mix.recipe.likely || 'another'}, ${sayDifference(mix.then.apart)} from then.`
                : ''
            }}
          </p>
        </FoldOut>
      </div>
      <span class="chip">
        <i v-if="mix.over_hex" :style="{ background: mix.over_hex }" />
        <i :style="{ background: mix.recipe.hex }" :data-jug="mix.id" />
      </span>
      <BButton variant="plain" class="away" :aria-label="`Remove ${mix.name}`" @click="remove(mix)"
        >×</BButton
      >
    </li>
  </ul>
</template>

<style scoped>
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}

li {
  position: relative;
  display: grid;
  grid-template-columns: 48px 1fr;
  gap: var(--space-xs) var(--space-m);
  align-items: center;
  padding: var(--space-m) 0;
  border-top: var(--line-thin) solid var(--line);
  cursor: grab;
}

.words {
  font-size: var(--type-small);
  min-width: 0;
  padding-right: var(--space-xl);
}

.words > span,
.words b {
  display: block;
}

.words b {
  font-size: var(--type-body);
  overflow-wrap: break-word;
}

.chip {
  grid-column: 1 / -1;
  display: flex;
  height: 26px;
  border-radius: var(--round-s);
  overflow: hidden;
}

.chip i {
  flex: 3;
}

/* The ground that it is seen over stands beside it. */
.chip i:first-child:not(:last-child) {
  flex: 1;
}

.pour {
  min-height: var(--reach);
  margin: var(--space-xs) 0 var(--space-hair);
}

.fold {
  color: var(--soft);
  min-height: 26px;
}

.keep {
  text-decoration: none;
  display: block;
  min-height: 30px;
  padding: 0;
  border: 0;
  background: none;
  color: var(--act);
  font-weight: 600;
}

.then {
  margin: var(--space-xs) 0 0;
  color: var(--soft);
}

.dots {
  display: inline-flex;
}

.dots i {
  width: 14px;
  height: 14px;
}

.away {
  position: absolute;
  top: 4px;
  right: -6px;
  width: 36px;
  height: 36px;
  border: 0;
  border-radius: var(--round-m);
  background: none;
  color: var(--soft);
  font-size: var(--type-lead);
}

.away:hover {
  background: var(--chrome);
  color: var(--ink);
}

@media (max-width: 860px) {
  .away {
    width: 44px;
    height: 44px;
  }

  .keep,
  .fold :deep(.turn) {
    min-height: var(--reach);
    line-height: 44px;
  }
}
</style>
