<script setup lang="ts">
import { computed, nextTick, onMounted, ref, useTemplateRef } from 'vue'

import ErrorLine from '../../shared/ErrorLine.vue'
import InkSign from '../../shared/InkSign.vue'
import JobDetails from '../../shared/JobDetails.vue'
import { useNarrow } from '../../shared/useAddress'
import { type Job, useJobs } from '../../shared/useJob'
import BringIn from './BringIn.vue'
import JobCard from './JobCard.vue'
import { useDemoJob } from './useDemoJob'
import { SORTS, useJobList, VIEWS } from './useJobList'
import SheetModal from '../../shared/SheetModal.vue'

/** All jobs there are: found by words, by what they are, taken in hand, looked after. */
const { jobs, known, id, error, take, change, duplicate, remove } = useJobs()
const { words, view, sort, shown } = useJobList(jobs)
const demo = useDemoJob()
const list = useTemplateRef('list')
const fresh = ref(false)
const about = ref<Job>()
const menu = ref<Job>()
const menuShown = computed({
  get: () => menu.value !== undefined,
  set: (open: boolean) => {
    if (!open) menu.value = undefined
  },
})
/** Do something with the job whose menu is open, and close that. */
function doing(what: (job: Job) => unknown) {
  const job = menu.value
  menu.value = undefined
  if (job) void what(job)
}

/** As many as are looked through at once; the others are found by their words, or shown on demand. */
const MOST = 60
const whole = ref(false)
const near = computed(() => (whole.value ? shown.value : shown.value.slice(0, MOST)))
const details = computed({
  get: () => about.value !== undefined,
  set: (open: boolean) => {
    if (!open) about.value = undefined
  },
})

// On a phone the keyboard would cover the list that somebody came for.
const narrow = useNarrow()
onMounted(() => {
  if (!narrow.value) document.getElementById('find-job')?.focus()
})

/** Up and down go from job to job; from the field above, down goes to the first. */
async function step(event: KeyboardEvent) {
  const by = { ArrowDown: 1, ArrowUp: -1 }[event.key]
  if (by === undefined) return
  const all = [...(list.value?.querySelectorAll<HTMLElement>('.take') ?? [])]
  const at = all.findIndex((one) => one === document.activeElement)
  const next = all[at + by]
  event.preventDefault()
  await nextTick()
  if (next) next.focus()
  else if (by < 0) document.getElementById('find-job')?.focus()
}

function first() {
  const one = shown.value[0]
  if (one) void take(one.id)
}
</script>

<template>
  <!-- eslint-disable-next-line vuejs-accessibility/no-static-element-interactions -- arrows are a short cut beside Tab -->
  <div class="place" @keydown="step">
    <h1>Which piece of work?</h1>
    <div class="bar">
      <label class="words"
        ><span class="visually-hidden">Find a job by its words</span>
        <BFormInput
          id="find-job"
          v-model="words"
          type="search"
          placeholder="a name, a client, a room, a note"
          autocomplete="off"
          @keydown.enter.prevent="first"
      /></label>
      <label
        ><span class="visually-hidden">Which jobs</span>
        <BFormSelect v-model="view" :options="VIEWS" />
      </label>
      <label
        ><span class="visually-hidden">In which order</span>
        <BFormSelect v-model="sort" :options="SORTS" />
      </label>
      <BButton variant="primary" @click="fresh = true">Begin a new job</BButton>
      <BringIn />
    </div>
    <ErrorLine v-if="error" :error="error" />
    <p v-else-if="!known" role="status">Opening the jobs…</p>
    <div v-else-if="jobs.length === 0" class="nothing-yet">
      <InkSign name="piece" />
      <p>
        There is no job yet. Begin one: it holds the pieces that you paint, their colours and jugs, the plan,
        and what you want to remember.
      </p>
    </div>
    <p v-else-if="shown.length === 0" class="soft" role="status">
      No job is like that. Look among all of them?
    </p>
    <p v-else class="visually-hidden" role="status">
      {{ shown.length === 1 ? 'one job' : `${shown.length} jobs` }}
    </p>
    <ul ref="list" class="list">
      <JobCard
        v-for="one in near"
        :key="one.id"
        :job="one"
        :in-hand="one.id === id"
        @take="take(one.id)"
        @menu="menu = one"
      />
    </ul>
    <BButton v-if="shown.length > near.length" variant="outline-secondary" class="all" @click="whole = true"
      >Show all {{ shown.length }}</BButton
    >
    <SheetModal v-model="menuShown" :title="menu?.name ?? ''" no-footer>
      <div v-if="menu" class="acts">
        <BButton variant="outline-secondary" @click="doing((job) => (about = job))">About this job…</BButton>
        <BButton variant="outline-secondary" @click="doing((job) => duplicate(job.id))">Duplicate</BButton>
        <BButton
          variant="outline-secondary"
          @click="doing((job) => change(job.id, { archived: !job.archived }))"
          >{{ menu.archived ? 'Out of the archive' : 'Into the archive' }}</BButton
        >
        <a
          class="btn btn-outline-secondary"
          :href="`/api/jobs/${menu.id}/archive`"
          download
          @click="menu = undefined"
          >As a file</a
        >
        <BButton variant="outline-secondary" @click="doing(remove)">Remove</BButton>
      </div>
    </SheetModal>
    <p v-if="demo.offered.value" class="soft demo">
      <template v-if="demo.open.value"
        >The demo job and its tins stand beside your own.
        <BButton variant="plain" class="link" :disabled="demo.busy.value" @click="demo.putAway"
          >Remove the demo</BButton
        ></template
      >
      <template v-else
        >See how it looks when it is in use:
        <BButton variant="plain" class="link" :disabled="demo.busy.value" @click="demo.bringIn">{{
          demo.busy.value ? 'Making it…' : 'open a demo job beside your own'
        }}</BButton></template
      >
    </p>
    <JobDetails v-model="fresh" />
    <JobDetails v-model="details" :job="about" />
  </div>
</template>

<style scoped>
.place {
  display: grid;
  gap: var(--space-m);
  align-content: start;
}

.bar {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-s) var(--space-m);
  align-items: center;
}

.words {
  flex: 1 1 240px;
}

p {
  margin: 0;
}

.list {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(330px, 1fr));
  gap: var(--space-m);
  margin: 0;
  padding: 0;
  list-style: none;
}

.all {
  justify-self: start;
}

.acts {
  display: grid;
  gap: var(--space-s);
}

.link {
  padding: 0;
  border: 0;
  background: none;
  color: var(--act);
  font-weight: 650;
}

@media (max-width: 860px) {
  .list {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
