<script setup lang="ts">
import { useWakeLock } from '@vueuse/core'
import { computed, onMounted, ref, useTemplateRef, watch } from 'vue'
import { useRouter } from 'vue-router'

import { wordsOf } from '../../api/reach'
import ErrorLine from '../../shared/ErrorLine.vue'
import TimersStrip from '../../shared/TimersStrip.vue'
import UnitChoice from '../../shared/UnitChoice.vue'
import { useDevices } from '../../shared/useSettings'
import { useKeys } from '../../shared/useKeys'
import JugChoice from './JugChoice.vue'
import MishapList from '../../shared/MishapList.vue'
import PourNow from './PourNow.vue'
import InkSign from '../../shared/InkSign.vue'
import StripStage from './StripStage.vue'
import { useBatchInAddress, useBatchOnBench } from './useBatchOnBench'
import { useScale } from './useScale'
import { sayAmount } from '../../shared/say/amounts'

const router = useRouter()
const bench = useBatchOnBench(useBatchInAddress())
const { data: batch, error } = bench
const scale = useScale()
const devices = useDevices()
const pouring = useTemplateRef('pouring')
const wrong = ref('')
const busy = ref(false)

const made = computed(() => batch.value?.steps.filter((step) => step.made) ?? [])
const next = computed(() => batch.value?.steps.find((step) => !step.made))
watch(
  () => next.value?.material,
  () => {
    scale.tare()
  },
)

/** What the scale says is in the jug of this pour, in millilitres. */
const live = computed(() => {
  if (!scale.on.value || !scale.shown.value || !next.value) return undefined
  const density = next.value.grams / next.value.ml
  return Math.max(0, (scale.shown.value.grams - scale.zero.value) / density)
})
const share = computed(() => (live.value === undefined || !next.value ? 0 : live.value / next.value.ml))
const cue = computed(() =>
  share.value > 1.02 ? 'Too much' : share.value >= 0.98 ? 'Stop' : share.value > 0.8 ? 'Slowly' : '',
)

/** So soon after a tap that poured or took back, the next one is still the same: wet hands tap twice. [ms] */
const SAME_TAP = 350
let tappedAt = 0

async function act(what: () => Promise<unknown>) {
  if (busy.value || Date.now() - tappedAt < SAME_TAP) return
  tappedAt = Date.now()
  busy.value = true
  try {
    await what()
    wrong.value = ''
  } catch (problem) {
    wrong.value = wordsOf(problem, 'It was not written down: try again.')
  } finally {
    busy.value = false
  }
}

function poured() {
  const step = next.value
  if (!step) return
  const weighed = live.value !== undefined && live.value > 0.5
  if (scale.on.value && scale.shown.value?.trouble) {
    wrong.value = scale.shown.value.trouble
    return
  }
  void act(async () => {
    await bench.pour({
      place: made.value.length,
      material: step.material,
      ml: weighed ? Math.round(100 * live.value) / 100 : step.ml,
      how: weighed ? 'scale' : 'eye',
    })
    scale.tare()
  })
}

function turnScale() {
  if (scale.on.value) scale.stop()
  else scale.start()
  pouring.value?.focus() // so that Space pours, whatever was pressed before
}

function putOn(grams: number) {
  void scale.put(grams)
  pouring.value?.focus()
}

function undo() {
  const last = made.value.length - 1
  if (last >= 0) void act(() => bench.undo(last))
}

useKeys((event) => {
  const button =
    event.target instanceof HTMLElement && event.target.closest('button, summary, a, input, select, label')
  if (event.key === ' ' && next.value && !button) poured()
  else if (event.key === 'Backspace' || event.key === 'u') undo()
  else if (event.key === 'Escape') leave()
  else return false
  return true
})

// Where the browser gives it, the screen stays awake while one pours.
const awake = useWakeLock()
onMounted(() => {
  if (awake.isSupported.value) awake.request('screen').catch(() => undefined)
})

function leave() {
  void router.push({ name: 'mingle' })
}
</script>

<template>
  <div class="bench mat">
    <header>
      <h1>{{ batch?.mix_name ?? 'The bench' }}</h1>
      <span v-if="batch" class="soft" role="status"
        >{{ made.length }} of {{ batch.steps.length }} poured · {{ sayAmount(batch.poured_ml) }} of
        {{ sayAmount(batch.batch) }} in the {{ batch.jug }}</span
      >
      <TimersStrip />
      <div class="tools">
        <JugChoice v-if="batch && next" :batch="batch" :change="bench.change" />
        <label v-if="batch"
          >in
          <UnitChoice aria-label="Unit" />
        </label>
        <BButton
          v-if="next && devices?.scale"
          variant="outline-secondary"
          :aria-pressed="scale.on.value"
          @click="turnScale"
          >{{ scale.on.value ? 'Without the scale' : 'With the scale' }}</BButton
        >
        <template v-if="batch">
          <BButton variant="outline-secondary" :disabled="made.length === 0 || busy" @click="undo"
            >Undo</BButton
          >
          <BButton variant="outline-secondary" @click="leave">Pause</BButton>
        </template>
      </div>
    </header>
    <ErrorLine v-if="error" :error="error" class="bad" />
    <div v-if="error && !batch" class="nothing-yet">
      <InkSign name="jugs" />
      <p>The jugs that you kept stand beside your recipes.</p>
      <RouterLink :to="{ name: 'mingle' }" class="btn btn-primary">Back to Mingle</RouterLink>
    </div>
    <p v-if="wrong" class="bad" role="alert">{{ wrong }}</p>
    <p v-if="batch?.words" class="note" role="status">{{ batch.words }}</p>

    <template v-if="batch && next">
      <PourNow
        ref="pouring"
        :batch="batch"
        :step="next"
        :busy="busy"
        :live="live"
        :cue="cue"
        :weighing="scale.on.value"
        :trouble="scale.shown.value?.trouble"
        @poured="poured"
      />
      <div v-if="scale.on.value" class="standin">
        <span>stand-in scale:</span>
        <BButton v-for="grams in [100, 20, 5, 1]" :key="grams" variant="plain" @click="putOn(grams)">
          +{{ grams }} g
        </BButton>
      </div>
    </template>
    <StripStage v-else-if="batch" :batch="batch" :bench="bench" @leave="leave" />
    <p v-if="batch?.caution" class="note">{{ batch.caution }}</p>
    <MishapList v-if="batch || error" />
  </div>
</template>

<style scoped>
.bench {
  position: fixed;
  inset: 0;
  z-index: 8;
  border-radius: 0;
  display: flex;
  flex-direction: column;
  gap: var(--space-m);
  padding: var(--space-m) var(--space-l);
  overflow: auto;
}

header {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: var(--space-s) var(--space-l);
}

.tools {
  margin-left: auto;
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-s);
  align-items: center;
}

.tools :deep(label) {
  display: flex;
  gap: var(--space-s);
  align-items: center;
}

.bad,
.note {
  margin: 0;
  padding: var(--space-s) var(--space-m);
  border-radius: var(--round-m);
  background: #1b1b1b;
  color: #fff;
  font-weight: 600;
}

.note {
  background: #fff;
  color: #1b1b1b;
}

.standin {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-s);
  align-items: center;
}

.standin button {
  min-height: 36px;
  padding: 0 var(--space-m);
  border: var(--line-firm) solid #1b1b1b;
  border-radius: var(--round-pill);
  background: #fff;
  color: #1b1b1b;
}
</style>
