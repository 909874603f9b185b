<script setup lang="ts">
import { useRouter } from 'vue-router'

import { api, unwrap } from '../api/client'
import JugDrawing from './JugDrawing.vue'
import { useJob } from './useJob'
import { useMixes } from './useMixes'
import { sayWrong } from './useNotice'

const { job } = useJob()
const router = useRouter()
const { remove, toShelf } = useMixes()

async function pour(mixId: number) {
  try {
    const body = { jug: null }
    const params = { path: { mix_id: mixId } }
    const pot = unwrap(await api.POST('/api/mixes/{mix_id}/pots', { params, body }))
    await router.push({ name: 'bench', params: { pot: pot.id } })
  } catch (error) {
    sayWrong(error)
  }
}

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
          <BButton size="sm" variant="outline-secondary" class="pour" @click="pour(mix.id)">Pour it</BButton>
          <details>
            <summary>print, keep</summary>
            <a class="keep" :href="`/api/mixes/${mix.id}/strip.pdf`" target="_blank" rel="noopener">pour strip</a>
            <a class="keep" :href="`/api/mixes/${mix.id}/card.pdf`" target="_blank" rel="noopener">recipe card</a>
            <a class="keep" :href="`/api/mixes/${mix.id}/label.pdf`" target="_blank" rel="noopener">lid label</a>
            <button type="button" class="keep" @click="toShelf(mix)">to the shelf</button>
            <RouterLink class="keep" :to="{ name: 'again', params: { mix: mix.id } }">mix it again</RouterLink>
          </details>
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

.pour {
  min-height: 34px;
  margin: 4px 0 2px;
}

summary {
  color: var(--soft);
  min-height: 26px;
}

.keep {
  text-decoration: none;
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
