<script setup lang="ts">
import type { Schemas } from '../../api/client'
import { readWithin } from '../../shared/number'
import { sayWrong } from '../../shared/useNotice'
import type { Face } from './faces'
import { ZONE_TITLES } from './settings'

/** Of which zone each face is, and how wide; from one that was measured the others follow, with their error. */
defineProps<{ faces: Face[]; sizes: (Schemas['SizeOut'] | null)[] }>()
const emit = defineEmits<{ change: [at: number, part: Partial<Face>] }>()

const tenth = (metres: number) => (Math.round(metres * 1000) / 10).toString()

function widen(at: number, text: string) {
  const { value, ask } = readWithin(text, 1, 1000, 'cm')
  if (value === undefined) sayWrong(new Error(`How wide is this face? ${ask}`))
  else emit('change', at, { width: value / 100, known: true })
}
</script>

<template>
  <p v-if="faces.length > 1 && !faces.some((face) => face.known)" class="soft">
    Measure one face on the piece and say how wide it is: those that share a corner with it follow.
  </p>
  <ul aria-label="Faces marked">
    <li v-for="(face, n) in faces" :key="n">
      {{ n + 1 }}
      <BFormSelect
        :aria-label="`Face ${(n + 1).toString()} is of`"
        :model-value="face.zone"
        @update:model-value="emit('change', n, { zone: $event as NonNullable<Face['zone']> })"
      >
        <option v-for="(title, zone) in ZONE_TITLES" :key="zone" :value="zone">{{ title }}</option></BFormSelect
      ><BFormInput
        type="number"
        min="1"
        max="1000"
        :aria-label="`Face ${(n + 1).toString()} is so wide, in cm`"
        :model-value="Math.round((face.width ?? 0.5) * 1000) / 10"
        @change="widen(n, ($event.target as HTMLInputElement).value)"
      />
      cm wide<template v-if="!face.known && sizes[n]"> ± {{ tenth(sizes[n].width_error) }}</template>
      <template v-if="sizes[n]">, {{ tenth(sizes[n].height) }} ± {{ tenth(sizes[n].height_error) }} high</template>
      <BFormCheckbox
        :aria-label="`Face ${(n + 1).toString()} was measured`"
        :model-value="face.known"
        @update:model-value="emit('change', n, { known: $event === true })"
        >measured</BFormCheckbox
      >
    </li>
  </ul>
</template>

<style scoped>
p {
  margin: 0;
}

ul {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 18px;
  margin: 0;
  padding: 0;
  list-style: none;
}

li {
  display: flex;
  gap: 6px;
  align-items: center;
}

select {
  width: auto;
}

input {
  width: 84px;
}
</style>
