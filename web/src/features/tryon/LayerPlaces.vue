<script setup lang="ts">
import { computed } from 'vue'

import type { Schemas } from '../../api/client'
import PickOne from '../../shared/PickOne.vue'
import { usePieceWords } from '../../shared/usePieces'

/** Where a layer lies: zones of the piece, and single parts and faces of it by name. */
const { names, piece } = defineProps<{ names: string[]; piece: Schemas['PieceOut'] }>()
const emit = defineEmits<{ set: [names: string[]] }>()
const words = usePieceWords()
const usual = computed(() => Object.keys(piece.areas))
const asked = computed(() => [
  ...new Set(
    piece.parts.flatMap((part) => part.faces.filter((face) => face.when_asked).map((face) => face.zone)),
  ),
])
const titles = computed(() =>
  Object.fromEntries((words.value?.zones ?? []).map((one) => [one.key, one.title])),
)
/** What a layer lies on whose last face was taken from it. */
const NOWHERE = 'nowhere'
const single = computed(() => names.filter((name) => name !== NOWHERE && !(name in titles.value)))
const kinds = computed(() => [...new Set(piece.parts.map((part) => part.kind))].filter((kind) => kind !== ''))
const reaches = (name: string) => (names.length === 0 ? usual.value.includes(name) : names.includes(name))

function set(now: string[]) {
  const left = now.filter((one) => one !== NOWHERE)
  emit('set', left.length > 0 ? left : [NOWHERE])
}

function turn(name: string, on: boolean) {
  const all = names.length > 0 ? names.filter((one) => one !== NOWHERE) : usual.value
  const now = on ? [...all, name] : all.filter((one) => one !== name)
  const everything = now.length === usual.value.length && usual.value.every((one) => now.includes(one))
  if (everything) emit('set', [])
  else set(now)
}

/** A part that is picked first is the only place; further ones come to it. */
function pick(name: string) {
  set([...names.filter((one) => one !== name), name])
}

function say(name: string) {
  const [key = '', face] = name.split('/')
  if (key in piece.groups) return `the group “${key}”${face === undefined ? '' : `, ${face}`}`
  const part = piece.parts.find((one) => one.key === key)
  const said = part?.faces.find((one) => one.name === name)?.said ?? face
  return `${part?.name ?? `every ${key}`}${said === undefined ? '' : `, ${said}`}`
}
</script>

<template>
  <fieldset>
    <legend>on</legend>
    <BFormCheckbox
      v-for="name in [...usual, ...asked]"
      :key="name"
      :model-value="reaches(name)"
      @update:model-value="turn(name, $event === true)"
    >
      {{ titles[name] ?? name }}
    </BFormCheckbox>
  </fieldset>
  <p v-if="names.includes(NOWHERE)" role="status">
    <b>It lies nowhere.</b> Tick where it goes, or remove it.
  </p>
  <ul v-if="single.length > 0">
    <li v-for="name in single" :key="name">
      {{ say(name) }}
      <BButton
        variant="plain"
        class="link"
        :aria-label="`Not on ${say(name)}`"
        @click="set(names.filter((one) => one !== name))"
        >Remove</BButton
      >
    </li>
  </ul>
  <PickOne find="a part or face" aria-label="Lay it on a part" @pick="pick">
    <option value="">Add one part or face…</option>
    <optgroup v-if="Object.keys(piece.groups).length > 0" label="groups">
      <option v-for="(_, group) in piece.groups" :key="group" :value="group">{{ group }}</option>
    </optgroup>
    <optgroup label="every one of a kind">
      <option v-for="kind in kinds" :key="kind" :value="kind">every {{ kind }}</option>
    </optgroup>
    <optgroup v-for="part in piece.parts" :key="part.key" :label="part.name">
      <option v-for="face in part.faces" :key="face.name" :value="face.name">
        {{ part.name }}, {{ face.said }}
      </option>
    </optgroup>
  </PickOne>
</template>

<style scoped>
fieldset {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-hair) var(--space-m);
}

legend {
  font-size: var(--type-small);
  margin: 0;
}

ul {
  list-style: none;
  margin: 0;
  padding: 0;
}

li {
  display: flex;
  justify-content: space-between;
  gap: var(--space-m);
  font-size: var(--type-small);
}
</style>
