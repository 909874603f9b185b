<script setup lang="ts">
import { computed, nextTick, ref, watch } from 'vue'

import type { Schemas } from '../../api/client'
import { sayArea } from '../../shared/say/lengths'
import PickOne from '../../shared/PickOne.vue'
import { usePieceWords } from '../../shared/usePieces'
import PartDetails from './PartDetails.vue'
import { type Change, changeOf, freeKey, sayChange } from './parts'

/** The parts of a piece, one of them open; what was done to it; and what can be put on. */
const { piece } = defineProps<{ piece: Schemas['PieceOut'] }>()
const emit = defineEmits<{
  change: [changes: Change[]]
  lay: [face: string, ground: string]
  refuse: [why: string]
}>()
const open = defineModel<string>('open')
const words = usePieceWords()
const list = ref<HTMLElement>()
const area = (part: Schemas['PartOut']) =>
  part.faces.filter((face) => !face.when_asked).reduce((sum, face) => sum + face.area, 0)
/** A handle stands with its front: sixty drawers are sixty rows. One that was put on stands for itself. */
const shown = computed(() => piece.parts.filter((one) => one.kind !== 'handle' || one.at !== null))
const part = computed(() => {
  const one = piece.parts.find((known) => known.key === open.value)
  const handle = piece.parts.find((known) => known.key === `${open.value ?? ''} handle`)
  const its = handle?.faces.map((face) => ({ ...face, said: 'handle' })) ?? []
  return one && { ...one, faces: [...one.faces, ...its] }
})

function act(change: Change) {
  emit('change', [...piece.changes, change])
}

const groupOf = (key: string) =>
  Object.entries(piece.groups).find(([, parts]) => parts.includes(key))?.[0] ?? ''

/** What was put on is put elsewhere. */
function replace(change: Change) {
  emit(
    'change',
    piece.changes.map((one) => (one.act === 'add' && one.part === change.part ? change : one)),
  )
}

function add(kind: string) {
  const key = freeKey(kind, piece.parts, piece.changes)
  act(changeOf({ act: 'add', part: key, kind }))
  open.value = key
}

function reopen(key: string) {
  open.value = open.value === key ? undefined : key
}

// It may be opened from the picture, far from the list.
watch(open, () =>
  nextTick(() => list.value?.querySelector('[aria-expanded="true"]')?.scrollIntoView({ block: 'start' })),
)
</script>

<template>
  <ul ref="list">
    <li v-for="one in shown" :key="one.key">
      <BButton variant="plain" class="part" :aria-expanded="open === one.key" @click="reopen(one.key)">
        <span>{{ one.name }}</span>
        <span v-if="area(one) > 0" class="area">{{ sayArea(area(one)) }}</span>
        <span v-else class="area soft">when asked</span>
      </BButton>
      <PartDetails
        v-if="part && open === one.key"
        :key="one.key"
        :part="part"
        :group="groupOf(one.key)"
        :groups="Object.keys(piece.groups)"
        :added="piece.changes.find((change) => change.act === 'add' && change.part === one.key)"
        @act="act"
        @place="replace"
        @lay="(face, ground) => emit('lay', face, ground)"
        @refuse="emit('refuse', $event)"
      />
    </li>
  </ul>
  <PickOne find="a part" aria-label="Put a part on" @pick="add">
    <option value="">Add a part…</option>
    <option v-for="kind in words?.parts" :key="kind.key" :value="kind.key">{{ kind.title }}</option>
  </PickOne>
  <section v-if="piece.changes.length > 0" aria-labelledby="done">
    <h3 id="done">What is not as its form has it</h3>
    <ul class="done">
      <li v-for="(change, n) in piece.changes" :key="n">
        <span>{{ sayChange(change) }}</span>
        <BFormCheckbox
          :model-value="!change.ours"
          @update:model-value="
            emit(
              'change',
              piece.changes.map((one, k) => (k === n ? { ...one, ours: $event !== true } : one)),
            )
          "
          >came so</BFormCheckbox
        >
        <BButton
          variant="plain"
          class="link"
          :aria-label="`Undo: ${sayChange(change)}`"
          @click="
            emit(
              'change',
              piece.changes.filter((_, k) => k !== n),
            )
          "
          >undo</BButton
        >
      </li>
    </ul>
  </section>
</template>

<style scoped>
ul {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
}

.part {
  width: 100%;
  display: flex;
  justify-content: space-between;
  gap: var(--space-m);
  min-height: 36px;
  padding: var(--space-hair) var(--space-s) var(--space-hair) 0;
  border: 0;
  border-radius: 0;
  background: none;
  color: var(--ink);
  text-align: left;
}

.part[aria-expanded='true'] {
  font-weight: 700;
}

.done li {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-xs) var(--space-m);
  align-items: center;
}

.done li span {
  flex: 1 1 120px;
}

h3 {
  margin: 0;
  font-size: var(--type-body);
}
</style>
