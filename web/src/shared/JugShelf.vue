<script setup lang="ts">
import JugDrawing from './JugDrawing.vue'
import { useJob } from './useJob'
import { useMixes } from './useMixes'

const { job } = useJob()
const { remove, toShelf } = useMixes()

function carry(event: DragEvent, id: number) {
  event.dataTransfer?.setData('application/x-jug', id.toString())
}
</script>

<template>
  <aside aria-labelledby="jugs-title">
    <h2 id="jugs-title">Jugs of this piece</h2>
    <p v-if="job?.mixes.length === 0" class="soft">Mingle a colour and keep it: its jug will stand here.</p>
    <ul>
      <li v-for="mix in job?.mixes" :key="mix.id" draggable="true" @dragstart="carry($event, mix.id)">
        <JugDrawing :layers="mix.recipe.pours" :size="58" class="on-chrome" />
        <div class="words">
          <b>{{ mix.name }}</b>
          <span class="soft">{{ Math.round(mix.batch) }} ml · {{ mix.recipe.words }}</span>
          <button type="button" class="keep" @click="toShelf(mix)">to the shelf</button>
        </div>
        <span class="chip" :style="{ background: mix.recipe.hex }" :data-jug="mix.id" />
        <button type="button" class="away" :aria-label="`Put ${mix.name} away`" @click="remove(mix)">×</button>
      </li>
    </ul>
  </aside>
</template>

<style scoped>
aside {
  background: var(--sheet);
  border-left: 1px solid var(--line);
  padding: 16px 14px;
  overflow: auto;
}

h2 {
  font-size: 1.02rem;
  margin-bottom: 10px;
}

ul {
  list-style: none;
  margin: 0;
  padding: 0;
}

li {
  position: relative;
  display: grid;
  grid-template-columns: 48px 1fr;
  gap: 4px 10px;
  align-items: center;
  padding: 10px 0;
  border-top: 1px solid var(--line);
  cursor: grab;
}

.words {
  font-size: 0.85rem;
  min-width: 0;
  padding-right: 22px;
}

.words b {
  display: block;
  font-size: 0.97rem;
  overflow-wrap: anywhere;
}

.chip {
  grid-column: 1 / -1;
  height: 26px;
  border-radius: 7px;
}

.keep {
  display: block;
  min-height: 26px;
  padding: 0;
  border: 0;
  background: none;
  color: var(--act);
  font-weight: 600;
}

.away {
  position: absolute;
  top: 6px;
  right: -4px;
  width: 30px;
  height: 30px;
  border: 0;
  border-radius: 8px;
  background: none;
  color: var(--soft);
  font-size: 1.15rem;
}

.away:hover {
  background: var(--chrome);
  color: var(--ink);
}

@media (max-width: 860px) {
  aside {
    display: none;
  }
}
</style>
