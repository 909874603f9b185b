<script setup lang="ts">
import { useTimestamp } from '@vueuse/core'
import { computed, onMounted, ref, useTemplateRef } from 'vue'

import { wordsOf } from '../../api/reach'
import type { Colour, Schemas } from '../../api/client'
import AnyColour from '../../shared/colour/AnyColour.vue'
import { say } from '../../shared/useNotice'
import StripVerdict from './StripVerdict.vue'
import type { useBatchOnBench } from './useBatchOnBench'
import { countdown } from '../../shared/say/times'

/** The jug is full: a strip is painted, dried and read; then it is good, or rescued. */
const { batch, bench } = defineProps<{
  batch: Schemas['BatchOut']
  bench: ReturnType<typeof useBatchOnBench>
}>()
const emit = defineEmits<{ leave: [] }>()
const colour = ref<Colour>()
const anyway = ref(false)
const verdict = ref<Schemas['VerdictOut']>()
const advice = ref<Schemas['AdviceOut']>()
const busy = ref('')
const wrong = ref('')

const now = useTimestamp({ interval: 1000 })
const left = computed(() =>
  batch.dry_at ? Math.max(0, new Date(batch.dry_at).getTime() - now.value) / 1000 : 0,
)

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
/** First it is painted, then it dries: only then there is a colour to compare. */
const comparing = computed(() => anyway.value || (batch.dry_at !== null && left.value <= 0))
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
      <p v-else-if="left > 0" class="clock said" role="timer">
        {{ countdown(Math.ceil(left)) }} until it is dry
      </p>
      <p v-else class="clock said">It should be dry now.</p>
      <div class="row-of-acts">
        <BButton :variant="comparing ? 'outline-secondary' : 'primary'" @click="paint">{{
          batch.dry_at ? 'Painted another strip' : 'The strip is painted'
        }}</BButton>
        <BButton variant="outline-secondary" :disabled="busy !== ''" @click="finish">Finish as it is</BButton>
      </div>
      <BFormCheckbox v-if="left > 0 || !batch.dry_at" v-model="anyway">it is dry already</BFormCheckbox>
      <div v-if="comparing" class="sheet">
        <AnyColour v-model:colour="colour" label="The dried strip" />
        <BButton variant="primary" :disabled="busy !== ''" @click="read">{{ busy || 'Compare it' }}</BButton>
      </div>
    </template>
    <StripVerdict
      v-else
      :verdict="verdict"
      :advice="advice"
      :batch="batch"
      :busy="busy"
      @paint="paint"
      @unlearn="unlearn"
      @believe="believe"
      @take="take"
      @finish="finish"
    />
  </div>
</template>

<style scoped>
.stage {
  display: grid;
  gap: var(--space-m);
  align-content: start;
  max-width: 860px;
  width: 100%;
  margin: 0 auto;
}

.stage :deep(h2) {
  font-size: var(--type-far);
}

.stage :deep(p) {
  margin: 0;
}

.bad {
  padding: var(--space-s) var(--space-m);
  border-radius: var(--round-m);
  background: #1b1b1b;
  color: #fff;
  font-weight: 600;
}

.stage :deep(.clock) {
  font-size: var(--type-far);
}

.stage :deep(.row-of-acts) {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-m);
}

.sheet {
  display: grid;
  gap: var(--space-m);
  justify-items: start;
  padding: var(--space-l);
  border-radius: var(--round-l);
  background: var(--sheet);
  color: var(--ink);
}
</style>
