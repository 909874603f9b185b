<script setup lang="ts">
import { useTimestamp } from '@vueuse/core'
import { computed, onMounted, ref, useTemplateRef } from 'vue'

import { wordsOf } from '../../api/reach'
import type { Colour, Schemas } from '../../api/client'
import AnyColour from '../../shared/colour/AnyColour.vue'
import SwatchPair from '../../shared/SwatchPair.vue'
import { say } from '../../shared/useNotice'
import RescueOptions from './RescueOptions.vue'
import type { useBatchOnBench } from './useBatchOnBench'
import { sayDifference } from '../../shared/say/differences'
import { countdown } from '../../shared/say/times'

/** The jug is full: a strip is painted, dried and read; then it is good, or rescued. */
const { batch, bench } = defineProps<{ batch: Schemas['BatchOut']; bench: ReturnType<typeof useBatchOnBench> }>()
const emit = defineEmits<{ leave: [] }>()
const colour = ref<Colour>()
const anyway = ref(false)
const verdict = ref<Schemas['VerdictOut']>()
const advice = ref<Schemas['AdviceOut']>()
const busy = ref('')
const wrong = ref('')

const now = useTimestamp({ interval: 1000 })
const left = computed(() => (batch.dry_at ? Math.max(0, new Date(batch.dry_at).getTime() - now.value) / 1000 : 0))

async function act(what: string, run: () => Promise<void>) {
  busy.value = what
  wrong.value = ''
  try {
    await run()
  } catch (problem) {
    wrong.value = wordsOf(problem, 'It did not work: try again.')
  } finally {
    busy.value = ''
  }
}

const paint = () =>
  act('', async () => {
    await bench.painted()
    verdict.value = undefined
  })
const read = () =>
  act('Looking…', async () => {
    if (!colour.value) throw new Error('First say which colour the dried strip has.')
    advice.value = undefined
    verdict.value = await bench.read(colour.value, anyway.value)
    if (aimed()) advice.value = await bench.rescue()
  })
/** Whether there is a colour to reach that was not reached yet. */
const aimed = () =>
  verdict.value &&
  !verdict.value.lay &&
  !verdict.value.set_aside &&
  !verdict.value.reached &&
  verdict.value.delta_E !== null
/** Who poured the last of it by keys or by ear goes on here. */
const head = useTemplateRef<HTMLElement>('head')
onMounted(() => {
  head.value?.focus()
})
/** A strip that was read before the page was left: what it said, and how to go on. */
onMounted(() =>
  act('Looking…', async () => {
    verdict.value = await bench.verdict()
    if (aimed()) advice.value = await bench.rescue()
  }),
)
const take = (option: Schemas['RescueOut']) =>
  act('', async () => {
    await bench.add(option.additions.map(({ material, ml }) => ({ material, parts: 1, ml })))
    verdict.value = advice.value = undefined
  })
const finish = () =>
  act('', async () => {
    await bench.finish()
    say(`${batch.mix_name} is ready.`)
    emit('leave')
  })
const unlearn = () =>
  act('', async () => {
    if (verdict.value?.reading_id) await bench.unlearn(verdict.value.reading_id)
    verdict.value = advice.value = undefined
    say('That strip teaches the paints no more.')
  })
const believe = () =>
  act('Looking…', async () => {
    if (!verdict.value?.reading_id) return
    verdict.value = await bench.believe(verdict.value.reading_id)
    if (aimed()) advice.value = await bench.rescue()
  })
</script>

<template>
  <div class="stage">
    <p v-if="wrong" class="bad" role="alert">{{ wrong }}</p>
    <template v-if="!verdict">
      <h2 ref="head" tabindex="-1">It is all in. Stir it well, and paint a strip.</h2>
      <p v-if="!batch.dry_at">
        <template v-if="batch.over">Brush out a strip as it will be used, on {{ batch.over }},</template>
        <template v-else>Brush out a strip where it hides,</template>
        and let it dry: about {{ batch.dry_words }}. Wet is darker than dry.
      </p>
      <p v-else-if="left > 0" class="clock said" role="timer">{{ countdown(Math.ceil(left)) }} until it is dry</p>
      <p v-else class="clock said">It should be dry now.</p>
      <div class="row-of-acts">
        <BButton variant="primary" @click="paint">{{
          batch.dry_at ? 'Painted another strip' : 'The strip is painted'
        }}</BButton>
        <BButton variant="outline-secondary" @click="finish">Finish as it is</BButton>
      </div>
      <!-- First it is painted, then it dries: only then there is a colour to compare. -->
      <BFormCheckbox v-if="left > 0 || !batch.dry_at" v-model="anyway">it is dry already</BFormCheckbox>
      <div v-if="anyway || (batch.dry_at && left <= 0)" class="sheet">
        <AnyColour v-model:colour="colour" label="The dried strip" />
        <BButton variant="primary" :disabled="busy !== ''" @click="read">{{ busy || 'Compare it' }}</BButton>
      </div>
    </template>
    <template v-else>
      <h2>
        <template v-if="verdict.delta_E !== null">
          {{ verdict.words.charAt(0).toUpperCase() + verdict.words.slice(1) }}:
          {{ sayDifference(verdict.delta_E) }} off<template v-if="verdict.misses">, {{ verdict.misses }}</template>
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
        <BButton variant="plain" class="again" @click="unlearn">Forget this strip</BButton>
      </p>
      <template v-if="verdict.set_aside && !verdict.reached">
        <p role="status">
          Nothing that was poured explains this colour, so it is set aside: the paints learn nothing from it. Was the
          strip still wet, was another tin poured, or did the tap land beside it?
        </p>
        <div class="row-of-acts">
          <BButton variant="primary" @click="unlearn">Read it again</BButton>
          <BButton variant="outline-secondary" :disabled="busy !== ''" @click="believe">{{
            busy || 'It is true: learn from it'
          }}</BButton>
          <BButton variant="outline-secondary" @click="finish">Finish as it is</BButton>
        </div>
      </template>
      <template v-else-if="verdict.reached">
        <p class="clock said">That is it.</p>
        <BButton variant="primary" class="own" @click="finish">Done</BButton>
      </template>
      <template v-else-if="verdict.delta_E === null">
        <p>Is it as you want it? You decide.</p>
        <BButton variant="primary" class="own" @click="finish">Finish as it is</BButton>
      </template>
      <template v-else-if="verdict.lay">
        <p class="clock said">{{ verdict.lay }}</p>
        <p>Longer on the wood is darker, another coat deepens it, wiping sooner pales it. Dry a strip laid so.</p>
        <div class="row-of-acts">
          <BButton variant="primary" @click="paint">Painted another strip</BButton>
          <RouterLink
            class="btn btn-outline-secondary"
            :to="{ name: 'mingle', query: { over: batch.over_key || undefined } }"
            >Look for another way</RouterLink
          >
          <BButton variant="outline-secondary" @click="finish">Finish as it is</BButton>
        </div>
      </template>
      <template v-else-if="advice">
        <p class="clock said">{{ advice.words }}</p>
        <RescueOptions :advice="advice" @take="take" @finish="finish" />
      </template>
      <p v-else role="status">{{ busy }}</p>
    </template>
  </div>
</template>

<style scoped>
.stage {
  display: grid;
  gap: 14px;
  align-content: start;
  max-width: 860px;
  width: 100%;
  margin: 0 auto;
}

h2 {
  font-size: clamp(1.4rem, 3vw, 2.2rem);
}

p {
  margin: 0;
}

.alone {
  display: block;
  height: 120px;
  max-width: 320px;
}

.bad {
  padding: 8px 14px;
  border-radius: 10px;
  background: #1b1b1b;
  color: #fff;
  font-weight: 600;
}

.clock {
  font-size: clamp(1.3rem, 3vw, 2rem);
}

.row-of-acts {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
}

.sheet {
  display: grid;
  gap: 12px;
  justify-items: start;
  padding: 16px;
  border-radius: 14px;
  background: var(--sheet);
  color: var(--ink);
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
