<script setup lang="ts">
import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, ref, watch } from 'vue'

import { api, type Schemas, unwrap } from '../../api/client'
import { note } from '../../api/versions'
import { wordsOf } from '../../api/reach'
import ErrorLine from '../../shared/ErrorLine.vue'
import RefusedLine from '../../shared/RefusedLine.vue'
import { say, sayWrong } from '../../shared/useNotice'
import { versioned } from '../../shared/versioned'
import { sayTemperature } from '../../shared/say/numbers'
import { zoneHere } from '../../shared/say/times'

/** When there is time: week by week, single days, two pairs of hands, noise, daylight; and a calendar that is read. */
const emit = defineEmits<{ kept: [] }>()
const queries = useQueryClient()
const { data, error } = useQuery({
  queryKey: ['hours'],
  queryFn: async () => unwrap(await api.GET('/api/hours')),
})
const DAYS = {
  mon: 'Monday',
  tue: 'Tuesday',
  wed: 'Wednesday',
  thu: 'Thursday',
  fri: 'Friday',
  sat: 'Saturday',
  sun: 'Sunday',
}
type Day = keyof typeof DAYS
const draft = ref<Record<Day, string>>()
const hands = ref(1)
const touched = ref(false)
const wrong = ref<unknown>()
/** The field in which something is written wrongly, by its id. */
const wrongAt = ref('')

const said = (spans: Schemas['SpanIn'][] | undefined) =>
  (spans ?? []).map((one) => `${one.start}–${one.end}`).join(', ')
watch(
  [data, touched],
  ([now]) => {
    if (!now || (draft.value && touched.value)) return
    // Of the version that is typed over: a newer one is not known until it is shown.
    if (now.set) note('setting', now.id, now.version)
    draft.value = Object.fromEntries(
      Object.keys(DAYS).map((day) => [day, said(now.hours.week[day as Day])]),
    ) as Record<Day, string>
    hands.value = now.hours.hands
  },
  { immediate: true },
)

/** What is typed, as times: "18:30-20:30, 21-22". */
function spans(text: string, day: string): Schemas['SpanIn'][] {
  return text
    .split(/[,;]/)
    .map((one) => one.trim())
    .filter(Boolean)
    .map((one) => {
      const found = /^(\d{1,2})(?:[:.](\d{2}))?\s*(?:-|–|to)\s*(\d{1,2})(?:[:.](\d{2}))?$/.exec(one)
      const at = (h = '', m = '00') => `${h.padStart(2, '0')}:${m}`
      const [start, end] = [at(found?.[1], found?.[2]), at(found?.[3], found?.[4])]
      if (!found || start > '23:59' || end > '23:59' || /:[6-9]/.test(start + end))
        throw new Error(`${day}: write times as 18:30–20:30, not “${one}”; nothing where you have none.`)
      if (start >= end)
        throw new Error(`${day}: ${start} to ${end} has no length: it ends on the day it begins.`)
      return { start, end }
    })
}

const zone = zoneHere()
const otherDay = ref('')
const otherTimes = ref('')

/** A single day on which it is otherwise. */
async function keepDay() {
  try {
    const own = spans(otherTimes.value, otherDay.value)
    await send({ days: { ...data.value?.hours.days, [otherDay.value]: own } })
    if (!wrong.value) otherTimes.value = ''
  } catch (problem) {
    ;[wrong.value, wrongAt.value] = [problem, 'hours-one-day']
  }
}
const days = computed(() => Object.entries(data.value?.hours.days ?? {}).sort())

async function send(change: Partial<Schemas['HoursIn']>) {
  if (!data.value) return
  wrong.value = undefined
  try {
    const body = { ...data.value.hours, zone: data.value.set ? data.value.hours.zone : zone, ...change }
    await versioned(
      'setting',
      data.value.id,
      'When there is time',
      async (headers) => unwrap(await api.PUT('/api/hours', { body, headers })),
      async () => {
        await queries.invalidateQueries({ queryKey: ['hours'] })
        touched.value = false
      },
    )
    emit('kept')
  } catch (problem) {
    wrong.value = problem
  }
}

async function keep() {
  const typed = draft.value
  if (!typed) return
  const week: Partial<Record<Day, Schemas['SpanIn'][]>> = {}
  for (const [day, name] of Object.entries(DAYS) as [Day, string][]) {
    try {
      week[day] = spans(typed[day], name)
    } catch (problem) {
      ;[wrong.value, wrongAt.value] = [problem, `hours-${day}`]
      return
    }
  }
  wrongAt.value = ''
  await send({ week, hands: hands.value })
}

async function giveBack(day: string) {
  const rest = Object.fromEntries(Object.entries(data.value?.hours.days ?? {}).filter(([one]) => one !== day))
  await send({ days: rest })
}

async function read(event: Event) {
  const field = event.target as HTMLInputElement
  const file = field.files?.[0]
  if (!file) return
  try {
    const found = unwrap(await api.POST('/api/hours/busy', { body: { calendar: await file.text() } }))
    queries.setQueryData(['hours'], found)
    say(`${found.busy.toString()} times are taken by ${file.name}.`, forget)
    emit('kept')
  } catch (problem) {
    sayWrong(problem)
  }
  field.value = ''
}

async function forget() {
  queries.setQueryData(['hours'], unwrap(await api.DELETE('/api/hours/busy')))
  emit('kept')
}
</script>

<template>
  <form v-if="draft && data" class="hours" @submit.prevent="keep" @input="touched = true">
    <p v-if="!data.set">These are an example. Change them to yours: two evenings are enough to begin.</p>
    <div class="week">
      <label v-for="(name, day) in DAYS" :key="day"
        >{{ name }}
        <BFormInput :id="`hours-${day}`" v-model="draft[day]" placeholder="no time" autocomplete="off"
      /></label>
      <label
        >Pairs of hands
        <BFormSelect v-model="hands">
          <option :value="1">one</option>
          <option :value="2">two</option>
        </BFormSelect>
      </label>
    </div>
    <BFormCheckbox :model-value="data.hours.heated" @update:model-value="send({ heated: $event === true })"
      >the workshop is heated; else its air is that of the forecast, and nothing is laid below
      {{ sayTemperature(10) }}</BFormCheckbox
    >
    <ErrorLine :error="error" />
    <RefusedLine :words="wrong ? wordsOf(wrong) : ''" :at="wrongAt" />
    <div class="acts">
      <BButton type="submit" variant="primary">{{
        data.set ? 'Keep these hours' : 'Use these hours'
      }}</BButton>
      <label class="file"
        >Read what is taken from a calendar (.ics)
        <input type="file" accept=".ics,text/calendar" class="form-control" @change="read" />
      </label>
      <template v-if="data.busy > 0">
        <span
          >{{ data.busy }} times taken{{
            data.busy_words.length ? `: ${data.busy_words.join(', ')}` : ''
          }}</span
        >
        <BButton variant="plain" class="link" @click="forget">forget them</BButton>
      </template>
    </div>
    <p class="soft">
      Noise
      {{ data.hours.quiet ? `from ${data.hours.quiet.start} to ${data.hours.quiet.end}` : 'at any time' }};
      outdoors
      {{
        data.hours.outdoors
          ? `from ${data.hours.outdoors.start} to ${data.hours.outdoors.end}, when it is dry`
          : 'never'
      }}. Times by the clock of {{ data.set ? data.hours.zone : zone }}.
    </p>
    <div class="acts">
      <label>On one day only <BFormInput v-model="otherDay" type="date" /></label>
      <label
        >from – to
        <BFormInput id="hours-one-day" v-model="otherTimes" placeholder="no time" autocomplete="off"
      /></label>
      <BButton variant="outline-secondary" :disabled="otherDay === ''" @click="keepDay"
        >Keep that day</BButton
      >
    </div>
    <ul v-if="days.length" aria-label="Days that differ">
      <li v-for="[day, own] in days" :key="day">
        {{ day }}: {{ own.length ? said(own) : 'no time' }}
        <BButton variant="plain" class="link" @click="giveBack(day)">as usual after all</BButton>
      </li>
    </ul>
  </form>
  <ErrorLine v-else-if="error" :error="error" />
</template>

<style scoped>
.hours {
  display: grid;
  gap: var(--space-m);
}

.week {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
  gap: var(--space-m);
}

label {
  display: grid;
  gap: var(--space-hair);
  font-size: var(--type-small);
}

.acts {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-m) var(--space-l);
  align-items: end;
}

p,
ul {
  margin: 0;
}
</style>
