<script setup lang="ts">
import { useElementHover, useFocusWithin } from '@vueuse/core'
import { computed, ref, shallowRef, useTemplateRef, watch } from 'vue'

import { preferences } from '../../shared/preferences'
import { readNumber } from '../../shared/say/numbers'
import { useKeys } from '../../shared/useKeys'
import { sayWrong } from '../../shared/useNotice'
import TechniqueCard from '../tryon/TechniqueCard.vue'
import { clock, left, long, when } from '../../shared/say/times'
import type { Plan, PlanActs, Step } from './usePlan'

/** What to do now: what to have ready, the amount, the picture of the faces, the caution that bites. */
const { plan, acts, jobId } = defineProps<{ plan: Plan; acts: PlanActs; jobId: number }>()
const emit = defineEmits<{ why: [step: Step]; wrong: [step: Step] }>()
/**
 * The step that is shown. While a better plan is looked for another one may come first: under a hand that is on its
 * way to “Done” it stays as long as it can be done.
 */
const card = useTemplateRef('card')
const [pointed, { focused }] = [useElementHover(card), useFocusWithin(card)]
const step = shallowRef(plan.now ?? undefined)
watch([() => plan, pointed, focused], () => {
  const same = plan.steps.find((one) => one.key === step.value?.key && !one.done && !one.skipped)
  step.value =
    (plan.bettering && (pointed.value || focused.value) ? same : undefined) ?? plan.now ?? undefined
})
const asking = ref(false)
const minutes = ref('')
watch(
  () => step.value?.key,
  () => {
    asking.value = false
  },
)

const picture = computed(() =>
  step.value
    ? `/api/jobs/${jobId.toString()}/steps/picture?step=${encodeURIComponent(step.value.key)}&light=${preferences.value.light}&wide=300&high=330`
    : '',
)
const waits = computed(() => plan.next_at !== null)

function took() {
  const { value, ask } = readNumber(minutes.value)
  if (!step.value) return
  if (value === undefined || value < 0.5) sayWrong(new Error(ask || 'Give the minutes that it took.'))
  else void acts.done(step.value, value)
}

const tick = computed(() => acts.tick.value)
function startWipe() {
  if (step.value) void acts.startTimer(`Wipe: ${step.value.title}`, step.value.stands)
}

// The whole hand on the space bar ticks it off, as on the bench.
useKeys((event) => {
  if (event.key !== ' ' || !step.value || waits.value || event.repeat) return false
  if (event.target instanceof Element && event.target.matches('button, a, summary')) return false
  void acts.done(step.value)
  return true
})
</script>

<template>
  <section ref="card" class="now" aria-labelledby="now-title">
    <img v-if="step && step.faces.length > 0" :src="picture" :alt="`${step.piece_name}: where it is done`" />
    <div class="says">
      <template v-if="step">
        <p v-if="waits && plan.next_at" class="next">
          Next, {{ when(plan.next_at, plan.moment, plan.zone)
          }}<template v-if="plan.waits_for"> · {{ plan.waits_for }}</template>
        </p>
        <h2 id="now-title">{{ step.title }}</h2>
        <p class="of">{{ step.piece_name }} · about {{ long(step.minutes) }}</p>
        <p v-if="step.words" class="how">{{ step.words }}</p>
        <ul v-if="step.takes.length + step.ready.length > 0" class="ready" aria-label="Have ready">
          <li v-for="take in step.takes" :key="take.colour">
            <i v-if="step.hex" :style="{ background: step.hex }" aria-hidden="true" /><b>{{ take.words }}</b>
            {{ take.name }} <span v-if="take.left" class="soft">({{ take.left }})</span>
          </li>
          <li
            v-for="thing in step.ready.filter((one) => !step?.takes.some((take) => take.name === one))"
            :key="thing"
          >
            {{ thing }}
          </li>
        </ul>
        <p v-for="caution in step.cautions.slice(0, 2)" :key="caution" class="caution">{{ caution }}</p>
        <TechniqueCard v-if="plan.technique" :card="plan.technique" />
        <p v-if="step.stands > 0">
          <BButton variant="outline-secondary" size="sm" @click="startWipe"
            >Start the time until it is wiped:
            {{ left(new Date(tick + 1000 * step.stands).toISOString(), tick) }}</BButton
          >
        </p>
        <div class="acts">
          <BButton
            :variant="asking ? 'outline-secondary' : 'primary'"
            size="lg"
            :disabled="acts.busy.value"
            @click="acts.done(step)"
            >Done <kbd aria-hidden="true">␣</kbd></BButton
          >
          <BButton variant="outline-secondary" :aria-expanded="asking" @click="asking = !asking"
            >took longer</BButton
          >
          <BButton variant="outline-secondary" :disabled="acts.busy.value" @click="acts.tacky(step, 30)"
            >still tacky</BButton
          >
          <BButton variant="outline-secondary" @click="emit('wrong', step)">went wrong…</BButton>
          <BButton variant="plain" class="link" @click="emit('why', step)">why?</BButton>
        </div>
        <form v-if="asking" class="took" @submit.prevent="took">
          <label
            >It took, in minutes
            <BFormInput
              v-model="minutes"
              inputmode="decimal"
              :placeholder="Math.round(step.minutes).toString()"
            />
          </label>
          <BButton type="submit" variant="primary">Done in so long</BButton>
        </form>
      </template>
      <template v-else-if="plan.finished">
        <h2 id="now-title">All of it is done.</h2>
        <p v-for="one in plan.allowed" :key="one.piece + one.words" class="of">
          {{ one.piece }}: {{ one.words }} from {{ when(one.at, plan.moment, plan.zone) }}
        </p>
      </template>
      <template v-else>
        <h2 id="now-title">Nothing to do yet.</h2>
        <p v-if="plan.drying[0]">It all dries, until {{ clock(plan.drying[0].until, plan.zone) }}.</p>
      </template>
    </div>
  </section>
</template>

<style scoped>
.now {
  display: grid;
  grid-template-columns: auto minmax(0, 1fr);
  gap: var(--space-xl);
  padding: var(--space-l) var(--space-xl);
  border-radius: var(--round-l);
  background: var(--sheet);
}

img {
  width: 150px;
  height: 165px;
  object-fit: cover;
  border-radius: var(--round-m);
}

.says {
  grid-column: 2;
  display: grid;
  gap: var(--space-s);
  align-content: start;
}

.now:not(:has(img)) .says {
  grid-column: 1 / -1;
}

h2 {
  font-size: var(--type-far);
  line-height: 1.1;
}

p {
  margin: 0;
}

.next {
  font-weight: 650;
}

.of,
.how {
  font-size: var(--type-lead);
}

.ready {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-xs) var(--space-l);
  margin: 0;
  padding: 0;
  list-style: none;
  font-size: var(--type-lead);
}

.ready i {
  display: inline-block;
  width: 16px;
  height: 16px;
  margin-right: var(--space-s);
  border-radius: var(--round-s);
  vertical-align: -2px;
}

.caution {
  padding-left: var(--space-m);
  border-left: var(--line-heavy) solid var(--ink);
  font-size: var(--type-body);
}

.acts,
.took {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-s);
  align-items: end;
}

kbd {
  background: none;
  color: inherit;
}

@media (max-width: 860px) {
  .now {
    grid-template-columns: minmax(0, 1fr);
    padding: var(--space-m);
  }

  .says {
    grid-column: 1;
  }

  img {
    width: 100%;
    height: 150px;
    object-fit: contain;
    background: var(--mat);
  }
}
</style>
