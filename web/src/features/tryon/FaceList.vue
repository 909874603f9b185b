<script setup lang="ts">
import type { Schemas } from '../../api/client'
import { inUnit, lengthUnit, readLengthWithin } from '../../shared/say/lengths'
import { sayWrong } from '../../shared/useNotice'
import type { Face } from './faces'
import { ZONE_TITLES } from './settings'

/** Of which zone each face is, and how wide; from one that was measured the others follow, with their error. */
defineProps<{ faces: Face[]; sizes: (Schemas['SizeOut'] | null)[] }>()
const emit = defineEmits<{ change: [at: number, part: Partial<Face>] }>()

function widen(at: number, text: string) {
  const { value, ask } = readLengthWithin(text, 0.01, 10)
  if (value === undefined) sayWrong(new Error(`How wide is this face? ${ask}`))
  else emit('change', at, { width: value, known: true })
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
        <option v-for="(title, zone) in ZONE_TITLES" :key="zone" :value="zone">
          {{ title }}
        </option></BFormSelect
      ><BFormInput
        inputmode="decimal"
        :aria-label="`Face ${(n + 1).toString()} is so wide, in ${lengthUnit}`"
        :model-value="inUnit(face.width ?? 0.5)"
        @change="widen(n, ($event.target as HTMLInputElement).value)"
      />
      {{ lengthUnit }} wide<template v-if="!face.known && sizes[n]">
        ± {{ inUnit(sizes[n].width_error) }}</template
      >
      <template v-if="sizes[n]"
        >, {{ inUnit(sizes[n].height) }} ± {{ inUnit(sizes[n].height_error) }} high</template
      >
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
  gap: var(--space-s) var(--space-l);
  margin: 0;
  padding: 0;
  list-style: none;
}

li {
  display: flex;
  gap: var(--space-s);
  align-items: center;
}

select {
  width: auto;
}

input {
  width: 84px;
}
</style>
