<script setup lang="ts">
import { ref, watch } from 'vue'

import { say } from './useNotice'
import { isoHere } from './say/times'
import { type Job, useJobs, useStates } from './useJob'
import SheetModal from './SheetModal.vue'
import RefusedLine from './RefusedLine.vue'

/** What is said of a job, or of one to begin: its name, for whom, its room, what it is, by when, notes. */
const { job } = defineProps<{ job?: Job | undefined }>()
const shown = defineModel<boolean>({ required: true })
const { begin, change } = useJobs()
const states = useStates()

const blank = { name: '', room: '', client: '', notes: '', state: 'in_work', due: '' }
const said = ref({ ...blank })
const wrong = ref('')
const busy = ref(false)
watch(
  shown,
  (now) => {
    if (!now) return
    wrong.value = ''
    if (!job) said.value = { ...blank }
    else {
      const { name, room, client, notes, state, due } = job
      said.value = { name, room, client, notes, state, due: due ? isoHere(new Date(due)) : '' }
    }
  },
  { immediate: true },
)

/** A date is the end of that day, where this browser is. */
const endOf = (day: string) => new Date(`${day}T20:00`).toISOString()

async function done() {
  if (busy.value) return
  if (!said.value.name.trim()) {
    wrong.value = 'A job needs a name.'
    return
  }
  busy.value = true
  const { name, room, client, notes, state, due } = said.value
  const dated = due !== (job?.due ? isoHere(new Date(job.due)) : '')
  const before = job
  const kept = job
    ? await change(job.id, {
        name,
        room,
        client,
        notes,
        state: state as 'sold',
        ...(dated ? (due ? { due: endOf(due) } : { no_due: true }) : {}),
      })
    : await begin({ name, room, client })
  busy.value = false
  if (!kept) return
  shown.value = false
  if (before)
    say(`${name} is as you said now.`, () => {
      const { id, due: day, name, room, client, notes, state } = before
      return change(id, { name, room, client, notes, state, ...(day ? { due: day } : { no_due: true }) })
    })
}
</script>

<template>
  <SheetModal
    v-model="shown"
    :title="job ? 'About this job' : 'Begin a new job'"
    focus="job-name"
    @ok.prevent="done"
  >
    <form class="fields" @submit.prevent="done">
      <label
        >Its name <BFormInput id="job-name" v-model="said.name" maxlength="120" autocomplete="off"
      /></label>
      <label
        >For whom
        <BFormInput v-model="said.client" maxlength="120" autocomplete="off" placeholder="may stay empty" />
      </label>
      <label
        >For which room
        <BFormInput v-model="said.room" maxlength="120" autocomplete="off" placeholder="may stay empty" />
      </label>
      <template v-if="job">
        <label
          >It is
          <BFormSelect v-model="said.state">
            <option v-for="one in states" :key="one.key" :value="one.key">{{ one.title }}</option>
          </BFormSelect>
        </label>
        <label>Needed by <BFormInput v-model="said.due" type="date" /></label>
        <label>Notes <textarea v-model="said.notes" class="form-control" rows="4" maxlength="4000" /></label>
      </template>
      <RefusedLine :words="wrong" />
      <BButton variant="plain" type="submit" class="visually-hidden" tabindex="-1" aria-hidden="true"
        >Keep</BButton
      >
    </form>
    <template #footer>
      <BButton variant="outline-secondary" @click="shown = false">Cancel</BButton>
      <BButton variant="primary" :disabled="busy" @click="done">{{ job ? 'Keep' : 'Begin' }}</BButton>
    </template>
  </SheetModal>
</template>
