<script setup lang="ts">
import { computed } from 'vue'

import GroundChoice from '../../shared/GroundChoice.vue'
import KeptInput from '../../shared/KeptInput.vue'
import { inUnit, lengthUnit, readLength, sayArea } from '../../shared/say/lengths'
import { type Change, changeOf, CUT, type Part, PLACES } from './parts'

/** One part: its name, its faces and what each is now, and what can be done to it. */
const { part, added } = defineProps<{
  part: Part
  group: string
  groups: string[]
  added: Change | undefined
}>()
const emit = defineEmits<{
  act: [change: Change]
  /** What was put on is put elsewhere, or made larger. */
  place: [change: Change]
  lay: [face: string, ground: string]
  refuse: [why: string]
}>()
const fronted = computed(() => ['drawer', 'door', 'panel', 'lid'].includes(part.kind))
const reliefs = { flat: 'flat', moulded: 'with a moulding', panelled: 'panelled' }
const handles = { knob: 'knob', pull: 'pulls', label_knob: 'label and knob', none: 'no handle' }

function cut(text: string) {
  if (!text.trim()) return
  const { value, ask } = readLength(text)
  if (value === undefined) emit('refuse', ask)
  else emit('act', changeOf({ act: 'cut', part: part.key, by: value }))
}

function put(key: (typeof PLACES)[number]['key'], text: string) {
  const { value, ask } = readLength(text)
  if (value === undefined) emit('refuse', ask)
  else if (added) emit('place', { ...added, [key]: value })
}

function call(text: string) {
  if (text.trim() && text !== part.name) emit('act', changeOf({ act: 'name', part: part.key, name: text }))
}
</script>

<template>
  <div class="details">
    <table class="areas">
      <tbody>
        <tr v-for="face in part.faces" :key="face.name">
          <th scope="row">{{ face.said }}</th>
          <td>
            <GroundChoice
              own
              :aria-label="`${part.name}, ${face.said}, as it is now`"
              :model-value="face.ground"
              @update:model-value="emit('lay', face.name, $event)"
            />
          </td>
          <td class="area">{{ sayArea(face.area) }}</td>
        </tr>
      </tbody>
    </table>
    <div class="fields">
      <label><span>Called</span><KeptInput maxlength="60" :value="part.name" @keep="call" /></label>
      <label
        ><span>In a group called</span
        ><KeptInput
          maxlength="40"
          list="groups"
          :value="group"
          @keep="emit('act', changeOf({ act: 'group', part: part.key, name: $event.trim() }))"
      /></label>
      <datalist id="groups"><option v-for="one in groups" :key="one" :value="one" /></datalist>
      <template v-if="added && part.at && part.size">
        <label v-for="one in PLACES" :key="one.key"
          ><span>{{ one.title }}, {{ lengthUnit }}</span
          ><KeptInput
            inputmode="decimal"
            :value="inUnit([...part.size, ...part.at][one.at] ?? 0)"
            @keep="put(one.key, $event)"
        /></label>
      </template>
      <label v-if="CUT.includes(part.kind)"
        ><span>Cut shorter by, {{ lengthUnit }}</span
        ><KeptInput inputmode="decimal" value="" @keep="cut"
      /></label>
      <template v-if="fronted">
        <label
          ><span>Front</span>
          <BFormSelect
            model-value=""
            @update:model-value="
              emit('act', changeOf({ act: 'dress', part: part.key, relief: $event as Change['relief'] }))
            "
          >
            <option value="" disabled>as the others</option>
            <option v-for="(title, key) in reliefs" :key="key" :value="key">{{ title }}</option>
          </BFormSelect>
        </label>
        <label
          ><span>Handle</span>
          <BFormSelect
            model-value=""
            @update:model-value="
              emit('act', changeOf({ act: 'dress', part: part.key, handle: $event as Change['handle'] }))
            "
          >
            <option value="" disabled>as the others</option>
            <option v-for="(title, key) in handles" :key="key" :value="key">{{ title }}</option>
          </BFormSelect>
        </label>
      </template>
    </div>
    <BButton
      variant="outline-secondary"
      size="sm"
      @click="emit('act', changeOf({ act: 'remove', part: part.key }))"
      >Take the {{ part.name }} off</BButton
    >
  </div>
</template>

<style scoped>
.details {
  display: grid;
  gap: var(--space-s);
  justify-items: start;
  padding: var(--space-hair) 0 var(--space-m) var(--space-m);
  border-left: var(--line-heavy) solid var(--ink);
}

.fields {
  width: 100%;
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: var(--space-s) var(--space-m);
}

label span {
  display: block;
  font-size: var(--type-small);
}
</style>
