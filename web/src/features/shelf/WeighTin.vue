<script setup lang="ts">
import { ref } from 'vue'

import { wordsOf } from '../../api/reach'
import { readNumber, sayNumber, typedOrNothing } from '../../shared/say/numbers'
import { api, type Schemas, unwrap } from '../../api/client'
import FoldOut from '../../shared/FoldOut.vue'
import RefusedLine from '../../shared/RefusedLine.vue'

/** What is left, by the scale: the tin as it stands, less what it weighs empty. */
const { tin, weigh } = defineProps<{
  tin: Schemas['MaterialWholeOut']
  weigh: (body: Schemas['WeighIn']) => Promise<void>
}>()
const empty = ref('90')
const busy = ref(false)
const said = ref('')
const wrong = ref('')

const pause = (milliseconds: number) => new Promise((done) => setTimeout(done, milliseconds))

async function put() {
  busy.value = true
  wrong.value = said.value = ''
  try {
    const tinGrams = typedOrNothing(empty.value) ?? 0
    if (tinGrams < 0) throw new Error('The empty tin weighs a number of grams.')
    let weight = unwrap(await api.GET('/api/devices/scale'))
    for (let tries = 0; weight.state !== 'stable' && tries < 12; tries++) {
      said.value = `${sayNumber(weight.grams)} g, settling…`
      await pause(250)
      weight = unwrap(await api.GET('/api/devices/scale'))
    }
    if (weight.state !== 'stable') throw new Error('The scale does not settle: put it on something firm.')
    await weigh({ grams: Math.max(weight.grams, 0), tin_grams: tinGrams })
    said.value = `${sayNumber(weight.grams, 1)} g with its tin: that is what is left now.`
  } catch (problem) {
    wrong.value = wordsOf(problem, 'The scale gave no answer.')
  } finally {
    busy.value = false
  }
}

/** The stand-in scale gets this tin put on it, as heavy as it would be. */
async function load() {
  const density = Number(tin.facts.find((fact) => fact.name === 'density')?.value ?? 1)
  const grams = tin.left_ml * density * 0.94 + (readNumber(empty.value).value ?? 0)
  await api.POST('/api/devices/scale/load', { body: { grams: Math.max(0, grams) } })
  said.value = 'It stands on the stand-in scale.'
}
</script>

<template>
  <FoldOut title="Weigh what is left">
    <div class="weigh">
      <label>empty tin, g <BFormInput v-model="empty" inputmode="decimal" /></label>
      <BButton variant="outline-secondary" :disabled="busy" @click="load">Put it on the scale</BButton>
      <BButton variant="outline-secondary" :disabled="busy" @click="put">Weigh it</BButton>
    </div>
    <p role="status">{{ said }}</p>
    <RefusedLine :words="wrong" />
  </FoldOut>
</template>

<style scoped>
.weigh {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-s);
  align-items: end;
  margin-top: var(--space-s);
}

label {
  width: 110px;
}

p {
  margin: var(--space-xs) 0 0;
}
</style>
