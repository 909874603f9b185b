<script setup lang="ts">
import { computed, ref } from 'vue'

import { wordsOf } from '../../api/reach'
import type { Colour, Schemas } from '../../api/client'
import AnyColour from '../../shared/colour/AnyColour.vue'
import GroundChoice from '../../shared/GroundChoice.vue'
import { say } from '../../shared/useNotice'
import KnownScale from './KnownScale.vue'
import TinReadings from './TinReadings.vue'
import { drawn, sayDifference } from '../../shared/say/numbers'
import RefusedLine from '../../shared/RefusedLine.vue'

/** How well a tin is known, and the small tests that would tell more. */
const { tin, test, withdraw, believe } = defineProps<{
  tin: Schemas['MaterialWholeOut']
  test: (
    body:
      Schemas['MasstoneIn'] | Schemas['TintIn'] | Schemas['CardIn'] | Schemas['CoatsIn'] | Schemas['FilmIn'],
  ) => Promise<void>
  withdraw: (reading: number) => Promise<void>
  believe: (reading: number) => Promise<void>
}>()
type Task = Schemas['TaskOut']['task']
const open = ref<Task>()
const colour = ref<Colour>()
const other = ref<Colour>()
const coats = ref(3)
const ground = ref('walnut')
const hid = ref(true)
const parts = ref(4)
const wrong = ref('')
const busy = ref(false)

const widest = computed(() => Math.max(...tin.tasks.map((task) => task.before), 1))
const percent = (value: number) => `${drawn((100 * value) / widest.value, 0)}%`

function toggle(task: Task) {
  open.value = open.value === task ? undefined : task
  colour.value = other.value = undefined
  wrong.value = ''
}

function bodyOf(task: Task) {
  if (task === 'coats') return { task, coats: coats.value, ground: ground.value, hid: hid.value }
  if (!colour.value) throw new Error('First say which colour it has.')
  if (task === 'card') {
    if (!other.value) throw new Error('It takes both colours, over the black and over the white.')
    return { task, over_black: colour.value, over_white: other.value }
  }
  if (task === 'tint' || task === 'spectrum') {
    if (!tin.white) throw new Error('There is no white on the shelf to make a tint with.')
    return { task: 'tint' as const, colour: colour.value, white: tin.white, parts_white: parts.value }
  }
  return task === 'film'
    ? { task, colour: colour.value }
    : { task: 'masstone' as const, colour: colour.value }
}

async function keep(task: Task) {
  busy.value = true
  try {
    await test(bodyOf(task))
    open.value = undefined
    say(`${tin.name} is known better now.`)
  } catch (problem) {
    wrong.value = wordsOf(problem, 'It could not be kept.')
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <section aria-labelledby="known-title">
    <h2 id="known-title">How well do we know it?</h2>
    <p>
      <KnownScale :filled="tin.level_filled" :words="tin.level_words" />
      <span aria-hidden="true"> {{ tin.level ? 'by' : '' }} {{ tin.level_words }}</span>
    </p>
    <ul class="tasks">
      <li v-for="task in tin.tasks" :key="task.task">
        <BButton variant="plain" class="task" :aria-expanded="open === task.task" @click="toggle(task.task)">
          <b>{{ task.title }}</b>
          <span class="gain">
            <span class="bar" aria-hidden="true"
              ><i :style="{ width: percent(task.before) }" /><u :style="{ width: percent(task.after) }"
            /></span>
            a mix is right within {{ sayDifference(task.before) }} now, within
            {{ sayDifference(task.after) }} after it
          </span>
        </BButton>
        <div v-if="open === task.task" class="do">
          <p>{{ task.how }}</p>
          <template v-if="task.task === 'coats'">
            <label>coats <BFormInput v-model.number="coats" type="number" min="1" max="20" /></label>
            <label>over <GroundChoice v-model="ground" /></label>
            <BFormCheckbox v-model="hid">nothing showed through</BFormCheckbox>
          </template>
          <template v-else-if="task.task === 'card'">
            <a
              :href="`/api/shelf/card.pdf?tin=${encodeURIComponent(tin.name)}`"
              target="_blank"
              rel="noopener"
              >Print the card (PDF)</a
            >
            <AnyColour v-model:colour="colour" label="Over the black" />
            <AnyColour v-model:colour="other" label="Over the white" />
          </template>
          <template v-else>
            <label v-if="task.task === 'tint' || task.task === 'spectrum'"
              >parts of white
              <BFormInput v-model.number="parts" type="number" min="1" max="40" />
            </label>
            <AnyColour v-model:colour="colour" label="Its colour, dried" />
          </template>
          <RefusedLine :words="wrong" />
          <BButton variant="primary" :disabled="busy" @click="keep(task.task)">Keep this test</BButton>
        </div>
      </li>
    </ul>
    <TinReadings :readings="tin.readings" :withdraw :believe />
  </section>
</template>

<style scoped>
section {
  display: grid;
  gap: var(--space-s);
}

p {
  margin: 0;
}

ul {
  list-style: none;
  margin: 0;
  padding: 0;
}

.tasks li {
  border-top: var(--line-thin) solid var(--line);
}

.task {
  width: 100%;
  min-height: var(--reach);
  padding: var(--space-s) 0;
  border: 0;
  background: none;
  color: var(--ink);
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-hair) var(--space-m);
  justify-content: space-between;
  text-align: left;
}

.gain {
  display: flex;
  gap: var(--space-s);
  align-items: center;
  font-size: var(--type-small);
  font-variant-numeric: tabular-nums;
}

.bar {
  position: relative;
  width: 84px;
  height: 12px;
}

.bar i,
.bar u {
  position: absolute;
  inset: 0 auto 0 0;
  border-radius: var(--round-s);
  background: var(--line);
}

.bar u {
  background: var(--ink);
}

.do {
  display: grid;
  gap: var(--space-m);
  padding: var(--space-s) 0 var(--space-m);
  justify-items: start;
}

.do label {
  display: grid;
  gap: var(--space-xs);
}

.do .tick {
  display: flex;
  gap: var(--space-s);
}
</style>
