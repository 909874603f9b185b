<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'

import JobDetails from './JobDetails.vue'
import MishapFinder from './MishapFinder.vue'
import { useJob, useJobs } from './useJob'
import SheetModal from './SheetModal.vue'

/** The job in hand in the top strip: another one is taken, what is said of this one, a new one begun; what went wrong. */
const { jobs, id, take } = useJobs()
const { job } = useJob()
const router = useRouter()
const mishaps = ref(false)
const details = ref(false)
const fresh = ref(false)

/** As many as one can look over; all of them have a place of their own. */
const MOST = 8
const near = computed(() => jobs.value.filter((one) => !one.archived || one.id === id.value).slice(0, MOST))
const line = computed(() => jobs.value.find((one) => one.id === id.value))
const words = (one: { client: string; room: string }) => [one.client, one.room].filter(Boolean).join(', ')
</script>

<template>
  <BDropdown class="jobs" variant="link" toggle-class="toggle said" menu-class="menu">
    <template #button-content>
      <span class="name">{{ job?.name ?? line?.name ?? 'Jug Mingle' }}</span>
      <small v-if="job && words(job)" class="soft">{{ words(job) }}</small>
      <span class="visually-hidden">, jobs</span>
    </template>
    <BDropdownItemButton
      v-for="one in near"
      :key="one.id"
      role="menuitem"
      :active="one.id === id"
      @click="take(one.id)"
    >
      {{ one.name }} <small class="soft">{{ words(one) }}</small>
    </BDropdownItemButton>
    <BDropdownItemButton role="menuitem" @click="router.push({ name: 'jobs' })"
      >All jobs… <kbd aria-hidden="true">J</kbd></BDropdownItemButton
    >
    <BDropdownDivider />
    <BDropdownItemButton v-if="line" role="menuitem" @click="details = true"
      >About this job…</BDropdownItemButton
    >
    <BDropdownItemButton role="menuitem" @click="fresh = true">Begin a new job…</BDropdownItemButton>
    <BDropdownDivider />
    <BDropdownItemButton role="menuitem" @click="mishaps = true">Something went wrong…</BDropdownItemButton>
    <BDropdownItemButton role="menuitem" @click="router.push({ name: 'settings' })"
      >Settings… <kbd aria-hidden="true">,</kbd></BDropdownItemButton
    >
  </BDropdown>
  <SheetModal v-model="mishaps" title="Something went wrong" ok-only ok-title="Close">
    <MishapFinder />
  </SheetModal>
  <JobDetails v-model="details" :job="line" />
  <JobDetails v-model="fresh" />
</template>

<style scoped>
.jobs {
  min-width: 0;
  max-width: min(46vw, 460px);
}

@media (min-width: 861px) {
  .jobs {
    flex-shrink: 0;
  }
}

.jobs :deep(.toggle) {
  display: flex;
  align-items: baseline;
  gap: var(--space-s);
  max-width: 100%;
  padding: var(--space-xs) var(--space-s);
  font-size: var(--type-head);
  color: var(--ink);
  text-decoration: none;
}

.jobs :deep(.toggle::after) {
  align-self: center;
}

.name,
.jobs :deep(small) {
  min-width: 0;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.jobs :deep(small) {
  font: 400 var(--type-small) var(--bs-body-font-family);
}

kbd {
  float: right;
  padding: 0;
  background: none;
  color: inherit;
  font: 600 var(--type-tiny) var(--bs-body-font-family);
}

.jobs :deep(.menu) {
  max-height: 70vh;
  max-width: 92vw;
  overflow: auto;
  --bs-dropdown-link-active-bg: var(--ink);
}

.jobs :deep(.active small) {
  color: inherit;
}

.jobs :deep(.dropdown-item) {
  min-height: var(--reach);
  white-space: normal;
}

@media (max-width: 1100px) {
  .jobs :deep(.toggle small) {
    display: none;
  }
}

@media (max-width: 860px) {
  .jobs {
    flex: 1 1 0;
  }

  .jobs :deep(.toggle) {
    max-width: 100%;
  }
}
</style>
