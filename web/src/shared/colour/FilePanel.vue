<script setup lang="ts">
import { computed, ref } from 'vue'

import { wordsOf } from '../../api/reach'
import { type Colour, type Schemas, sendFile } from '../../api/client'
import { preferences } from '../preferences'
import { sayNumber } from '../say/numbers'

/** Colours out of a file: palettes, tables, spectra. */
const colour = defineModel<Colour | undefined>('colour', { required: true })
const found = ref<Schemas['ColourFileOut']>()
const chosen = ref<number>()
const wrong = ref('')
const field = ref<HTMLInputElement>()

const WHITES = [
  { value: 'D50', text: 'D50, of print' },
  { value: 'D55', text: 'D55' },
  { value: 'D65', text: 'D65, of daylight' },
  { value: 'D75', text: 'D75' },
  { value: 'A', text: 'A, of a bulb' },
  { value: 'C', text: 'C' },
  { value: 'E', text: 'E, equal energy' },
]
/** So many colours are shown at once. */
const AT_ONCE = 200
/** Which part of a long file is shown. */
const part = computed(() => {
  const { found: many, first, colours } = found.value ?? { found: 0, first: 0, colours: [] }
  return many === 0
    ? 'no colour of that name'
    : `${sayNumber(first + 1)} to ${sayNumber(first + colours.length)} of ${sayNumber(many)} colours`
})
const file = ref<File>()
const words = ref('')

async function picked() {
  file.value = field.value?.files?.[0]
  words.value = ''
  found.value = undefined
  await read()
  if (field.value) field.value.value = ''
}

/** Read the file, or another part of it. */
async function read(asked: { white?: string; first?: number } = {}) {
  if (!file.value) return
  wrong.value = ''
  const query = new URLSearchParams({
    light: preferences.value.light,
    name: file.value.name.slice(0, 200),
    find: words.value,
    first: (asked.first ?? 0).toString(),
  })
  const white = asked.white ?? (found.value?.white_known === 'chosen' ? found.value.white : undefined)
  if (white) query.set('white', white)
  try {
    found.value = await sendFile<Schemas['ColourFileOut']>(
      `/api/colours/file?${query.toString()}`,
      file.value,
    )
    chosen.value = undefined
    if (!words.value && !asked.first) choose(0)
  } catch (error) {
    wrong.value = wordsOf(error, 'The file could not be read.')
  }
}

function choose(at: number) {
  const one = found.value?.colours[at]
  if (!one) return
  chosen.value = at
  const { R, name, measured, noise } = one
  // What the file says of it goes on with it: what was a guess stays one.
  colour.value = { source: 'spectrum', R, name, measured, noise, how: one.how as '' }
}
</script>

<template>
  <div class="file">
    <input
      id="colour-file"
      ref="field"
      class="visually-hidden"
      type="file"
      accept=".gpl,.csv,.txt,.cgats,.cie,.ti1,.ti2,.ti3,.dat,.cxf,.xml,.json,.tsv,.xlsx,.ods"
      @change="picked"
    />
    <label for="colour-file" class="btn btn-outline-secondary">Open a file of colours</label>
    <p class="soft">
      GIMP palette, a table as text, .xlsx or .ods, CGATS or ISO 28178 text, CxF3, JSON; spectra, Lab, XYZ,
      RGB or hex.
    </p>
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <p v-for="note in found?.notes" :key="note" class="note">{{ note }}</p>
    <div v-if="found && (found.white || found.total > found.colours.length)" class="which">
      <label v-if="found.white"
        ><span>Its colours stand under</span>
        <BFormSelect
          :model-value="found.white"
          :options="WHITES"
          @update:model-value="read({ white: String($event) })"
        />
      </label>
      <template v-if="found.total > found.colours.length">
        <label
          ><span>{{ part }}</span>
          <BFormInput
            v-model="words"
            type="search"
            placeholder="find a colour"
            autocomplete="off"
            @change="read()"
          />
        </label>
        <BButton
          v-if="found.first > 0"
          size="sm"
          variant="outline-secondary"
          @click="read({ first: Math.max(0, found.first - AT_ONCE) })"
          >Those before</BButton
        >
        <BButton
          v-if="found.first + found.colours.length < found.found"
          size="sm"
          variant="outline-secondary"
          @click="read({ first: found.first + found.colours.length })"
          >The next ones</BButton
        >
      </template>
    </div>
    <ul v-if="found" class="mat" aria-label="Colours of the file">
      <li v-for="(one, at) in found.colours" :key="at">
        <BButton variant="plain" :aria-pressed="at === chosen" @click="choose(at)">
          <span class="chip" :style="{ background: one.hex }" />{{ one.name }}
          <small v-if="one.measured">measured</small>
        </BButton>
      </li>
    </ul>
  </div>
</template>

<style scoped>
.file {
  display: grid;
  gap: var(--space-s);
  justify-items: start;
  align-content: start;
}

p {
  margin: 0;
}

.which {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-s) var(--space-m);
  align-items: flex-end;
}

.which span {
  display: block;
  font-size: var(--type-small);
}

.note {
  border-left: var(--line-heavy) solid var(--ink);
  padding-left: var(--space-s);
  font-size: var(--type-small);
}

ul {
  list-style: none;
  margin: 0;
  padding: var(--space-m);
  width: 100%;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
  gap: var(--space-s);
  max-height: 46vh;
  overflow: auto;
}

li button {
  width: 100%;
  display: grid;
  border: 0;
  padding: var(--space-xs);
  border-radius: var(--round-m);
  background: none;
  color: inherit;
  text-align: left;
}

li button[aria-pressed='true'] {
  box-shadow: inset 0 0 0 3px #1b1b1b;
}

.chip {
  height: 48px;
  border-radius: var(--round-m);
}
</style>
