<script setup lang="ts">
import { computed, ref } from 'vue'

import { wordsOf } from '../../api/reach'
import { api, type Colour, unwrap } from '../../api/client'
import AmountInput from '../../shared/AmountInput.vue'
import AnyColour from '../../shared/colour/AnyColour.vue'
import { useKinds, useShelfChanged } from '../../shared/useShelf'
import FindSelect from '../../shared/FindSelect.vue'
import RefusedLine from '../../shared/RefusedLine.vue'

const emit = defineEmits<{ added: [key: string] }>()
const { data: kinds } = useKinds()
const changed = useShelfChanged()
const name = ref('')
const kind = ref('chalk_paint')
const left = ref(500)
const leftWrong = ref('')
const colour = ref<Colour>()
const wrong = ref('')
const busy = ref(false)
const chosen = computed(() => kinds.value?.find((known) => known.key === kind.value))

async function add() {
  if (!name.value.trim()) {
    wrong.value = 'A tin needs a name.'
    return
  }
  if (leftWrong.value) {
    wrong.value = `What is left in it: ${leftWrong.value}`
    return
  }
  busy.value = true
  try {
    const body = {
      name: name.value,
      kind: kind.value,
      left_ml: left.value,
      colour: chosen.value?.has_colour ? (colour.value ?? null) : null,
      price: 0,
      place: '',
      notes: '',
      use_up: false,
    }
    const tin = unwrap(await api.POST('/api/shelf', { body }))
    await changed()
    emit('added', tin.key)
  } catch (problem) {
    wrong.value = wordsOf(problem, 'It could not be added.')
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <form v-if="kinds" class="add" @submit.prevent="add">
    <h2>Add a tin</h2>
    <label>Its name <BFormInput v-model="name" maxlength="120" autocomplete="off" /></label>
    <label
      >What it is
      <FindSelect v-model="kind" find="a kind of paint, stain or wax">
        <option v-for="known in kinds" :key="known.key" :value="known.key">
          {{ known.title }} ({{ known.base }})
        </option>
      </FindSelect></label
    >
    <label
      >Left in it
      <AmountInput :ml="left" :least="0" :most="50_000" @keep="left = $event" @wrong="leftWrong = $event"
    /></label>
    <p v-if="chosen?.caution" class="note">
      {{ chosen.caution }} Follow the label, local rules and licensed trades.
    </p>
    <AnyColour v-if="chosen?.has_colour" v-model:colour="colour" label="Its colour, dried" />
    <p v-if="chosen?.has_colour && !colour" class="note">
      Without its colour no recipe can use it, and it is shown as an empty chip. You can say the colour later,
      too.
    </p>
    <RefusedLine :words="wrong" />
    <BButton type="submit" variant="primary" :disabled="busy">Put it on the shelf</BButton>
  </form>
</template>

<style scoped>
.add {
  display: grid;
  gap: var(--space-m);
}

p {
  margin: 0;
}

.note {
  border-left: var(--line-heavy) solid var(--ink);
  padding-left: var(--space-s);
  font-size: var(--type-small);
}
</style>
