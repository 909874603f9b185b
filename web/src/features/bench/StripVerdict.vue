<script setup lang="ts">
import type { Schemas } from '../../api/client'
import SwatchPair from '../../shared/SwatchPair.vue'
import RescueOptions from './RescueOptions.vue'
import { sayDifference } from '../../shared/say/numbers'

/** What the dried strip says: how far off it is, what the paints learnt, and how to go on. */
const { verdict, advice, batch, busy } = defineProps<{
  verdict: Schemas['VerdictOut']
  advice: Schemas['AdviceOut'] | undefined
  batch: Schemas['BatchOut']
  /** What is being done meanwhile, in words. */
  busy: string
}>()
const emit = defineEmits<{
  paint: []
  unlearn: []
  believe: []
  take: [option: Schemas['RescueOut']]
  finish: []
}>()
</script>

<template>
  <div class="verdict">
    <h2>
      <template v-if="verdict.delta_E !== null">
        {{ verdict.words.charAt(0).toUpperCase() + verdict.words.slice(1) }}:
        {{ sayDifference(verdict.delta_E) }} off<template v-if="verdict.misses"
          >, {{ verdict.misses }}</template
        >
      </template>
      <template v-else>This jug was mixed without a colour to reach. The strip teaches its paints.</template>
    </h2>
    <span v-if="!verdict.target_hex" class="mat alone" :style="{ background: verdict.hex }" />
    <SwatchPair
      v-if="verdict.target_hex"
      :target="verdict.target_hex"
      :mix="verdict.hex"
      target-name="wanted"
      mix-name="the strip"
      class="pair"
    />
    <p v-if="verdict.learnt.length > 0">
      Learnt: {{ verdict.learnt.map((one) => `${one.name} moved by ${sayDifference(one.by)}`).join(', ') }}.
      <BButton variant="plain" class="again" @click="emit('unlearn')">Forget this strip</BButton>
    </p>
    <template v-if="verdict.set_aside && !verdict.reached">
      <p role="status">
        Nothing that was poured explains this colour, so it is set aside: the paints learn nothing from it.
        Was the strip still wet, was another tin poured, or did the tap land beside it?
      </p>
      <div class="row-of-acts">
        <BButton variant="primary" @click="emit('unlearn')">Read it again</BButton>
        <BButton variant="outline-secondary" :disabled="busy !== ''" @click="emit('believe')">{{
          busy || 'It is true: learn from it'
        }}</BButton>
        <BButton variant="outline-secondary" @click="emit('finish')">Finish as it is</BButton>
      </div>
    </template>
    <template v-else-if="verdict.reached">
      <p class="clock said">That is it.</p>
      <BButton variant="primary" class="own" @click="emit('finish')">Done</BButton>
    </template>
    <template v-else-if="verdict.delta_E === null">
      <p>Is it as you want it? You decide.</p>
      <BButton variant="primary" class="own" @click="emit('finish')">Finish as it is</BButton>
    </template>
    <template v-else-if="verdict.lay">
      <p class="clock said">{{ verdict.lay }}</p>
      <p>
        Longer on the wood is darker, another coat deepens it, wiping sooner pales it. Dry a strip laid so.
      </p>
      <div class="row-of-acts">
        <BButton variant="primary" @click="emit('paint')">Painted another strip</BButton>
        <RouterLink
          class="btn btn-outline-secondary"
          :to="{ name: 'mingle', query: { over: batch.over_key || undefined } }"
          >Look for another way</RouterLink
        >
        <BButton variant="outline-secondary" @click="emit('finish')">Finish as it is</BButton>
      </div>
    </template>
    <template v-else-if="advice">
      <p class="clock said">{{ advice.words }}</p>
      <RescueOptions :advice="advice" @take="emit('take', $event)" @finish="emit('finish')" />
    </template>
    <p v-else role="status">{{ busy }}</p>
  </div>
</template>

<style scoped>
.verdict {
  display: contents;
}

.alone {
  display: block;
  height: 120px;
  max-width: 320px;
}

.pair {
  height: 150px;
}

.own {
  justify-self: start;
}

.again {
  border: 0;
  background: none;
  color: inherit;
  text-decoration: underline;
  font-weight: 650;
}
</style>
