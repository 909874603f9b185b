<script setup lang="ts">
import { computed, ref } from 'vue'

import { wordsOf } from '../../api/reach'
import type { Colour, Schemas } from '../../api/client'
import AnyColour from '../../shared/colour/AnyColour.vue'
import FoldOut from '../../shared/FoldOut.vue'
import GroundChoice from '../../shared/GroundChoice.vue'
import { typedOrNothing } from '../../shared/say/numbers'
import { useJob } from '../../shared/useJob'
import { laidField, newField, onField } from './field'
import FieldInputs from './FieldInputs.vue'
import RefusedLine from '../../shared/RefusedLine.vue'

/** An offcut to keep: what is on it, over what, and how it dried; with a board's name it is one field of that board. */
const { boards, add } = defineProps<{ boards: string[]; add: (body: Schemas['OffcutIn']) => Promise<void> }>()
const { job } = useJob()
const field = ref(newField())
const ground = ref('oak')
const board = ref('')
const notes = ref('')
const bare = ref<Colour>()
const colour = ref<Colour>()
const wrong = ref('')
const busy = ref(false)
/** What is seen through was wiped, or is a jug that is laid so: then the wait says what the wood took. */
const seenThrough = computed(
  () =>
    field.value.wiped !== '' ||
    job.value?.mixes.some((mix) => mix.laid && mix.id === onField(field.value).mix_id) === true,
)

async function keep() {
  if (!colour.value) {
    wrong.value = 'First say which colour it dried to.'
    return
  }
  busy.value = true
  try {
    await add({
      ...onField(field.value),
      colour: colour.value,
      ground: ground.value,
      ...(seenThrough.value ? { laid: laidField(field.value, ground.value), bare: bare.value ?? null } : {}),
      coats: typedOrNothing(field.value.coats) ?? 1,
      wiped_after: typedOrNothing(field.value.wiped),
      board: board.value,
      notes: notes.value,
    })
    wrong.value = ''
    notes.value = ''
    field.value.wiped = ''
  } catch (problem) {
    wrong.value = wordsOf(problem, 'It was not kept: try again.')
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <form class="offcut" @submit.prevent="keep">
    <div class="fields">
      <FieldInputs v-model="field" :laid="seenThrough">
        <label>over <GroundChoice v-model="ground" own jugs /></label>
      </FieldInputs>
      <label
        >field of the board
        <BFormInput v-model="board" maxlength="60" list="boards" placeholder="none" /><datalist id="boards">
          <option v-for="name in boards" :key="name">{{ name }}</option>
        </datalist></label
      >
      <label>notes <BFormInput v-model="notes" maxlength="500" /></label>
    </div>
    <AnyColour v-model:colour="colour" label="It dried to" />
    <FoldOut
      v-if="seenThrough"
      title="the bare wood beside it, where you read that, too: it makes the field surer"
    >
      <AnyColour v-model:colour="bare" label="Bare, it is" />
    </FoldOut>
    <RefusedLine :words="wrong" />
    <BButton type="submit" variant="primary" :disabled="busy">Keep the offcut</BButton>
  </form>
</template>

<style scoped>
.offcut {
  display: grid;
  gap: var(--space-m);
  justify-items: start;
  padding: var(--space-l) var(--space-l);
  border-radius: var(--round-l);
  background: var(--sheet);
}

.fields {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(170px, 1fr));
  gap: var(--space-m) var(--space-m);
  width: 100%;
}

p {
  margin: 0;
}
</style>
