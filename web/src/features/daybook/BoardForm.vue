<script setup lang="ts">
import { computed, ref } from 'vue'

import type { Area, Colour, Lighting, Schemas } from '../../api/client'
import { wordsOf } from '../../api/reach'
import type { Mark } from '../../shared/colour/areas'
import ThingSource from '../../shared/colour/ThingSource.vue'
import GroundChoice from '../../shared/GroundChoice.vue'
import BoardField from './BoardField.vue'
import BoardPicture from './BoardPicture.vue'
import { type FieldDraft, laidField, newField, onField } from './field'
import RefusedLine from '../../shared/RefusedLine.vue'

/** A whole stain board to keep: its fields and the bare wood beside them, tapped in one picture or read in turn. */
const { boards, add } = defineProps<{ boards: string[]; add: (body: Schemas['BoardIn']) => Promise<void> }>()
interface Row {
  draft?: FieldDraft
  area?: Area
  read?: Colour
}
const name = ref('')
const ground = ref('oak')
const from = ref<'photo' | 'thing'>('photo')
/** The bare wood first, then the fields. */
const rows = ref<Row[]>([{}, { draft: newField() }, { draft: newField() }])
const active = ref(0)
const wrong = ref('')
const busy = ref(false)

const picture = ref<{ photo_id: number; lighting: Lighting }>()
function forget() {
  for (const row of rows.value) row.area = undefined
  active.value = 0
}

const wordOf = (at: number) => (at === 0 ? 'bare wood' : `field ${at.toString()}`)
const colours = computed(() =>
  rows.value.map((row): Colour | undefined => {
    if (from.value === 'thing') return row.read
    return row.area && picture.value ? { source: 'photo', area: row.area, ...picture.value } : undefined
  }),
)
const marks = computed<Mark[]>(() =>
  rows.value.flatMap(({ area }, at) => (area ? [{ area, word: at === 0 ? 'bare' : at.toString() }] : [])),
)
const at = (n: number) => (n === 0 ? 'the bare wood beside the fields' : wordOf(n))
const hint = computed(() => {
  if (rows.value.every((row) => row.area))
    return 'All are marked; a tap marks the one in the blue frame anew.'
  return `Now tap ${at(active.value)}, or drag over it.`
})
const read = computed({
  get: () => rows.value[active.value]?.read,
  set: (colour) => {
    const row = rows.value[active.value]
    if (row) row.read = colour
  },
})

/** A tap is one field after another. */
function take(area: Area) {
  const row = rows.value[active.value]
  if (row) {
    row.area = area
    const next = rows.value.findIndex((one) => !one.area)
    if (next >= 0) active.value = next
  }
}

/** The next field is mostly as the one before, but for one thing. */
function more() {
  const last = rows.value.at(-1)?.draft
  rows.value.push({ draft: { ...(last ?? newField()) } })
  active.value = rows.value.length - 1
}

function without(n: number) {
  rows.value.splice(n, 1)
  active.value = Math.min(active.value, rows.value.length - 1)
}

async function keep() {
  const fields = rows.value.flatMap(({ draft }, n) => {
    const colour = colours.value[n]
    return draft && colour
      ? [{ ...onField(draft), colour, laid: laidField(draft, ground.value), notes: '' }]
      : []
  })
  const missing = rows.value.findIndex(({ draft }, n) => draft && !colours.value[n])
  if (missing > 0) {
    active.value = missing
    wrong.value = `Say which colour ${wordOf(missing)} dried to, or take the field away.`
    return
  }
  busy.value = true
  try {
    await add({ name: name.value, bare: colours.value[0] ?? null, fields })
  } catch (problem) {
    wrong.value = wordsOf(problem, 'The board was not kept: try again.')
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <form class="board" @submit.prevent="keep">
    <div class="head">
      <label
        >name of the board <BFormInput v-model="name" maxlength="60" list="known-boards" required /><datalist
          id="known-boards"
        >
          <option v-for="known in boards" :key="known">{{ known }}</option>
        </datalist></label
      >
      <label>its wood <GroundChoice v-model="ground" own jugs /></label>
      <BButton variant="plain" class="turn" @click="from = from === 'thing' ? 'photo' : 'thing'">
        {{ from === 'thing' ? 'take all from one picture' : 'not from a picture: read each' }}
      </BButton>
    </div>
    <div class="work">
      <div class="source">
        <BoardPicture
          v-if="from === 'photo'"
          v-model:picture="picture"
          :marks="marks"
          :hint="hint"
          @take="take"
          @other="forget"
        />
        <template v-else>
          <p aria-live="polite">{{ `Of ${at(active)}:` }}</p>
          <ThingSource :key="active" v-model:colour="read" />
        </template>
      </div>
      <ol aria-label="What is on the board">
        <BoardField
          v-for="(row, n) in rows"
          :key="n"
          v-model:draft="row.draft"
          :word="wordOf(n)"
          :colour="colours[n]"
          :active="n === active"
          :removable="n > 0 && rows.length > 2"
          @pick="active = n"
          @remove="without(n)"
        />
        <li>
          <BButton size="sm" variant="outline-secondary" @click="more">One more field</BButton>
        </li>
      </ol>
    </div>
    <RefusedLine :words="wrong" />
    <BButton type="submit" variant="primary" :disabled="busy">Keep the board</BButton>
  </form>
</template>

<style scoped>
.board {
  display: grid;
  gap: var(--space-m);
  justify-items: start;
  padding: var(--space-l) var(--space-l);
  border-radius: var(--round-l);
  background: var(--sheet);
}

.head {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-m) var(--space-l);
  align-items: end;
}

.head label {
  max-width: 260px;
}

.turn {
  min-height: var(--reach);
  border: 0;
  background: none;
  color: var(--act);
  font-weight: 650;
}

.work {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: var(--space-l);
  width: 100%;
}

.source {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: var(--space-s);
  align-content: start;
}

.source p {
  font: 600 var(--type-body) var(--said);
}

ol {
  display: grid;
  gap: var(--space-s);
  align-content: start;
  margin: 0;
  padding: 0;
  list-style: none;
}

p {
  margin: 0;
}

@media (max-width: 860px) {
  .work {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
