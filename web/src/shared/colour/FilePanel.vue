<script setup lang="ts">
import { ref } from 'vue'

import { wordsOf } from '../../api/reach'
import { type Colour, type Schemas, sendFile } from '../../api/client'
import { preferences } from '../preferences'

/** Colours out of a file: palettes, tables, spectra. */
const colour = defineModel<Colour | undefined>('colour', { required: true })
const found = ref<Schemas['ColourFileOut']>()
const chosen = ref<number>()
const wrong = ref('')
const field = ref<HTMLInputElement>()

async function picked() {
  const file = field.value?.files?.[0]
  if (!file) return
  wrong.value = ''
  found.value = undefined
  try {
    const read = await sendFile<Schemas['ColourFileOut']>(`/api/colours/file?light=${preferences.value.light}`, file)
    found.value = read
    choose(0)
  } catch (error) {
    wrong.value = wordsOf(error, 'The file could not be read.')
  } finally {
    if (field.value) field.value.value = ''
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
      accept=".gpl,.csv,.txt,.cgats,.cxf,.xml,.json,.tsv"
      @change="picked"
    />
    <label for="colour-file" class="btn btn-outline-secondary">Open a file of colours</label>
    <p class="soft">
      GIMP palette, CSV, CGATS or ISO 28178 text, CxF3, JSON, or two columns of wavelength and reflectance.
    </p>
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <p v-for="note in found?.notes" :key="note" class="note">{{ note }}</p>
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
  gap: 8px;
  justify-items: start;
  align-content: start;
}

p {
  margin: 0;
}

.note {
  border-left: 4px solid var(--ink);
  padding-left: 9px;
  font-size: 0.92rem;
}

.visually-hidden:focus-visible + label {
  outline: 3px solid var(--act);
  outline-offset: 2px;
}

ul {
  list-style: none;
  margin: 0;
  padding: 12px;
  width: 100%;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
  gap: 8px;
  max-height: 46vh;
  overflow: auto;
}

li button {
  width: 100%;
  display: grid;
  border: 0;
  padding: 4px;
  border-radius: 10px;
  background: none;
  color: inherit;
  text-align: left;
}

li button[aria-pressed='true'] {
  box-shadow: inset 0 0 0 3px #1b1b1b;
}

.chip {
  height: 48px;
  border-radius: 8px;
}
</style>
