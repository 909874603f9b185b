<script setup lang="ts">
import { computed, ref, watch } from 'vue'

import ErrorLine from '../../shared/ErrorLine.vue'
import InkSign from '../../shared/InkSign.vue'
import FoldOut from '../../shared/FoldOut.vue'
import { useJob } from '../../shared/useJob'
import AirPanel from './AirPanel.vue'
import DayRows from './DayRows.vue'
import DryingList from './DryingList.vue'
import HoursPanel from './HoursPanel.vue'
import MoneyPanel from './MoneyPanel.vue'
import NowCard from './NowCard.vue'
import SessionStrip from './SessionStrip.vue'
import StepList from './StepList.vue'
import StepSheet from './StepSheet.vue'
import SurveyPanel from './SurveyPanel.vue'
import { clock, day, long, when } from '../../shared/say/times'
import { usePlan, useSurveying } from './usePlan'
import { sayCount, sayTemperature } from '../../shared/say/numbers'

/** The whole job in the hours there are: what to do now, what dries meanwhile, this session, the days. */
const acts = usePlan()
const { id, plan, error, tick } = acts
const { job } = useJob()
const opened = ref<string>()
const wrong = ref(false)
const sheet = computed({
  get: () => opened.value !== undefined,
  set: (on) => {
    if (!on) opened.value = undefined
  },
})
const step = computed(() => plan.value?.steps.find((one) => one.key === opened.value))
const first = computed(() => plan.value?.days.find((one) => one.slots.length > 0))
const later = computed(
  () => plan.value?.days.filter((one) => one !== first.value && one.start > (first.value?.start ?? '')) ?? [],
)
const shown = ref(7)
const today = computed(() => {
  if (!plan.value || !first.value) return ''
  const now = new Date(plan.value.moment)
  const [a, b] = [new Date(first.value.start), new Date(first.value.end)]
  if (now < a || now > b) return ''
  return `${long((b.getTime() - now.getTime()) / 60_000)} left`
})

// What is not laid into hours as it stands now is laid anew.
watch(
  plan,
  (now) => {
    if (now?.hours && now.stale && now.steps.length > 0 && !acts.busy.value && !now.finished) void acts.make()
  },
  { immediate: true },
)
const again = () => {
  void acts.make()
}
const surveying = useSurveying(id, plan)
function wentWrong(key: string) {
  wrong.value = true
  opened.value = key
}
/** The plan as files: into a calendar, onto paper, into other programs. */
const files = computed(() => `/api/jobs/${(id.value ?? 0).toString()}/plan`)
</script>

<template>
  <div class="place">
    <header class="head">
      <h1>What do I do now?</h1>
      <span v-if="plan" class="soft"
        >{{ day(plan.moment, plan.zone) }}, {{ clock(plan.moment, plan.zone)
        }}{{ today ? ` · ${today}` : '' }}</span
      >
      <span v-if="plan" class="soft air"
        >{{ sayTemperature(plan.air.temperature) }} · {{ plan.air.humidity }} %<template
          v-if="plan.air.says[0]"
        >
          · {{ plan.air.says[0] }}</template
        ></span
      >
    </header>
    <ErrorLine v-if="error && !plan" :error="error" />
    <p v-else-if="!plan" role="status">Opening the plan…</p>
    <template v-if="plan && id !== undefined">
      <div v-if="plan.steps.length === 0" class="nothing-yet">
        <InkSign name="plan" />
        <p>A plan begins with a piece. Dress it in Try on, and what is to do stands here.</p>
        <RouterLink :to="{ name: 'piece' }" class="btn btn-primary">Choose a piece</RouterLink>
      </div>
      <section v-else-if="!plan.hours" class="card" aria-labelledby="ask-hours">
        <h2 id="ask-hours">When have you time?</h2>
        <p>
          {{ plan.hands_left_words }} of work in {{ plan.steps.length }} steps wait for hours. Waits and
          windows are minded for you.
        </p>
        <HoursPanel @kept="again" />
      </section>
      <template v-else>
        <div class="front">
          <NowCard
            :plan="plan"
            :acts="acts"
            :job-id="id"
            @why="opened = $event.key"
            @wrong="wentWrong($event.key)"
          />
          <DryingList :plan="plan" :tick="tick" />
        </div>
        <ul v-if="plan.clashes.length > 0" class="clashes" aria-label="What stands against it">
          <li v-for="one in plan.clashes" :key="one.words">
            <b>{{ one.words }}</b> {{ one.helps }}
            <BButton
              v-if="one.steps.length > 0"
              variant="plain"
              class="link"
              @click="opened = one.steps[one.steps.length - 1]"
              >show the step</BButton
            >
          </li>
        </ul>
        <p v-if="plan.unsurveyed.length + plan.without_look.length > 0" class="hint">
          <template v-if="plan.unsurveyed.length > 0"
            >Not looked over yet: {{ plan.unsurveyed.join(', ') }}; they are planned as they are usual. </template
          ><template v-if="plan.without_look.length > 0"
            >Without a look: {{ plan.without_look.join(', ') }}.
            <RouterLink :to="{ name: 'tryon' }">Dress them in Try on</RouterLink></template
          >
        </p>
        <p v-if="plan.changed" class="hint" role="status">{{ plan.changed }}</p>
        <SessionStrip v-if="first" :plan="plan" :session="first" @open="opened = $event || undefined" />
        <p class="usable" role="status">
          <b v-if="plan.usable"
            >{{ plan.allowed.length > 0 ? 'light use' : 'done' }}
            {{ when(plan.usable, plan.moment, plan.zone) }}</b
          >
          <span
            v-for="one in plan.allowed.filter((a) => a.words !== 'light use' && a.words !== 'tape on it')"
            :key="one.piece + one.words"
            :title="one.why"
            >{{ one.piece }}: {{ one.words }} {{ day(one.at, plan.zone) }}</span
          >
          <span v-if="plan.begin_by"
            >begin by {{ when(plan.begin_by, plan.moment, plan.zone) }} at the latest</span
          >
          <span class="soft">
            {{ sayCount(plan.sessions, 'session') }} ·
            {{ plan.proven ? 'no plan is sooner' : 'the soonest found' }}
            ·
            <BButton variant="plain" class="link" :disabled="acts.busy.value" @click="acts.make(true)"
              >make it anew</BButton
            >
            <template v-if="plan.bettering">
              · <BSpinner small aria-hidden="true" /> looking for a better one
              <BButton variant="plain" class="link" @click="acts.stop()">stop</BButton></template
            >
          </span>
        </p>
        <DayRows :plan="plan" :days="later.slice(0, shown)" @skip="acts.skipDay($event)" />
        <BButton
          v-if="later.length > shown"
          variant="outline-secondary"
          size="sm"
          class="more"
          @click="shown += 14"
          >{{ later.length - shown }} more days</BButton
        >
      </template>
      <div v-if="plan.steps.length > 0" class="more-of-it">
        <FoldOut v-model:open="surveying" title="What is each piece now? (two minutes)">
          <SurveyPanel :job-id="id" @kept="again" />
        </FoldOut>
        <FoldOut v-if="plan.hours" title="When have I time?"><HoursPanel @kept="again" /></FoldOut>
        <FoldOut title="Air, date, sprayer"><AirPanel :plan="plan" :acts="acts" /></FoldOut>
        <FoldOut title="All steps">
          <StepList :plan="plan" @open="opened = $event" @back="acts.bringBack($event)" />
        </FoldOut>
        <FoldOut title="Shopping and money"><MoneyPanel :job-id="id" :acts="acts" /></FoldOut>
        <FoldOut title="Take it with you">
          <ul class="files">
            <li><a :href="`${files}.ics`" download>into a calendar, with alarms (.ics)</a></li>
            <li><a :href="`${files}.pdf`" target="_blank">plan sheet (PDF)</a></li>
            <li><a :href="files.replace('plan', 'step-cards.pdf')" target="_blank">step cards (PDF)</a></li>
            <li><a :href="`${files}.csv`" download>table (CSV)</a></li>
            <li>
              <a :href="`${files}.json`" download>file of {{ job?.name ?? '' }} (JSON)</a>
            </li>
          </ul>
        </FoldOut>
      </div>
      <StepSheet v-model="sheet" v-model:wrong="wrong" :plan="plan" :acts="acts" :step="step" />
    </template>
  </div>
</template>

<style scoped>
.place {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: var(--space-m);
  align-content: start;
}

.head {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-xs) var(--space-l);
  align-items: baseline;
}

.air {
  margin-left: auto;
}

.front {
  display: grid;
  grid-template-columns: minmax(0, 1fr) var(--side);
  gap: var(--space-m);
}

.card,
.more-of-it {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: var(--space-s);
  padding: var(--space-l) var(--space-xl);
  border-radius: var(--round-l);
  background: var(--sheet);
}

.clashes {
  margin: 0;
  padding: var(--space-m) var(--space-l);
  border-radius: var(--round-m);
  border: var(--line-firm) solid var(--wrong);
  background: var(--sheet);
  list-style: none;
}

.usable {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-hair) var(--space-l);
  margin: 0;
}

.usable .soft {
  margin-left: auto;
}

.files,
.hint {
  margin: 0;
}

.more {
  justify-self: start;
}

@media (max-width: 1100px) {
  .front {
    grid-template-columns: minmax(0, 1fr);
  }

  .air {
    margin-left: 0;
  }
}
</style>
