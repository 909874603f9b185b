<script setup lang="ts">
import { computed, ref } from 'vue'

import { wordsOf } from '../../api/reach'
import { typedOrNothing } from '../../shared/number'
import type { Colour, Schemas } from '../../api/client'
import AnyColour from '../../shared/colour/AnyColour.vue'
import FoldOut from '../../shared/FoldOut.vue'
import GroundChoice from '../../shared/GroundChoice.vue'
import { useJob } from '../../shared/useJob'
import { useShelf } from '../../shared/useShelf'

/** An offcut to keep: what is on it, over what, and how it dried; with a board's name it is one field of that board. */
const { boards, add } = defineProps<{ boards: string[]; add: (body: Schemas['OffcutIn']) => Promise<void> }>()
const { job } = useJob()
const { data: shelf } = useShelf()
const what = ref('')
const ground = ref('oak')
const coats = ref('1')
const wiped = ref('')
const board = ref('')
const notes = ref('')
const wipe = ref(1)
const prepared = ref<Prepared>('as sanded')
const finish = ref<Finish>('')
const bare = ref<Colour>()
const colour = ref<Colour>()
const wrong = ref('')
const busy = ref(false)
type Field = NonNullable<Schemas['OffcutIn']['laid']>
type Prepared = Field['prepared']
type Finish = Field['finish']
const READY: Prepared[] = ['as sanded', 'sanded fine', 'sanded coarse', 'end grain', 'sealed first']
const WIPES = [
  { value: 1, text: 'wiped hard' },
  { value: 0.75, text: 'wiped' },
  { value: 0.45, text: 'wiped lightly' },
]
const FINISHES = [
  { value: '', text: 'nothing' },
  { value: 'oiled', text: 'oil' },
  { value: 'sealed', text: 'clear coat' },
]
/** What is seen through was wiped, or is a jug that is laid so: then the wait says what the wood took. */
const seenThrough = computed(
  () => wiped.value !== '' || job.value?.mixes.some((mix) => mix.laid && mix.id === onIt.value.mix_id) === true,
)
const onIt = computed(() => {
  const [kind, key] = [what.value.slice(0, 3), what.value.slice(4)]
  return kind === 'mix' ? { mix_id: Number(key), material: null } : { mix_id: null, material: key || null }
})

async function keep() {
  if (!colour.value) {
    wrong.value = 'First say which colour it dried to.'
    return
  }
  busy.value = true
  try {
    await add({
      ...onIt.value,
      colour: colour.value,
      ground: ground.value,
      ...(seenThrough.value
        ? {
            laid: {
              over: ground.value,
              wait: typedOrNothing(wiped.value) ?? 5,
              wipe: wiped.value === '' ? 0 : wipe.value,
              coats: typedOrNothing(coats.value) ?? 1,
              prepared: prepared.value,
              finish: finish.value,
            },
            bare: bare.value ?? null,
          }
        : {}),
      coats: typedOrNothing(coats.value) ?? 1,
      wiped_after: typedOrNothing(wiped.value),
      board: board.value,
      notes: notes.value,
    })
    wrong.value = ''
    notes.value = ''
    wiped.value = ''
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
      <label
        >On it
        <BFormSelect v-model="what" required>
          <option value="" disabled>a jug or a tin…</option>
          <optgroup label="Jugs of this piece">
            <option v-for="mix in job?.mixes" :key="mix.id" :value="`mix ${mix.id}`">{{ mix.name }}</option>
          </optgroup>
          <optgroup label="Tins on the shelf">
            <option v-for="tin in shelf" :key="tin.key" :value="`pot ${tin.key}`">{{ tin.name }}</option>
          </optgroup>
        </BFormSelect></label
      >
      <label>over <GroundChoice v-model="ground" own jugs /></label>
      <label>coats <BFormInput v-model="coats" inputmode="numeric" /></label>
      <label
        >wiped back after, minutes <BFormInput v-model="wiped" inputmode="decimal" placeholder="not wiped"
      /></label>
      <label
        >field of the board <BFormInput v-model="board" maxlength="60" list="boards" placeholder="none" /><datalist
          id="boards"
        >
          <option v-for="name in boards" :key="name">{{ name }}</option>
        </datalist></label
      >
      <template v-if="seenThrough">
        <label>how far <BFormSelect v-model="wipe" :options="WIPES" :disabled="wiped === ''" /></label>
        <label>the wood was <BFormSelect v-model="prepared" :options="READY" /></label>
        <label>then over it <BFormSelect v-model="finish" :options="FINISHES" /></label>
      </template>
      <label>notes <BFormInput v-model="notes" maxlength="500" /></label>
    </div>
    <AnyColour v-model:colour="colour" label="It dried to" />
    <FoldOut v-if="seenThrough" title="the bare wood beside it, where you read that, too: it makes the field surer">
      <AnyColour v-model:colour="bare" label="Bare, it is" />
    </FoldOut>
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <BButton type="submit" variant="primary" :disabled="busy">Keep the offcut</BButton>
  </form>
</template>

<style scoped>
.offcut {
  display: grid;
  gap: 14px;
  justify-items: start;
  padding: 16px 18px;
  border-radius: 14px;
  background: var(--sheet);
}

.fields {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(170px, 1fr));
  gap: 10px 14px;
  width: 100%;
}

p {
  margin: 0;
}
</style>
