<script setup lang="ts">
import { ref, watch } from 'vue'
import { useRouter } from 'vue-router'

import MishapFinder from './MishapFinder.vue'
import MyWays from './MyWays.vue'
import { useJob, useJobs } from './useJob'

/** The job in hand in the top strip: another one is taken, this one is renamed, a new one begun; what went wrong, and one's own ways, from every place. */
const { jobs, id, take, begin, rename } = useJobs()
const { job } = useJob()
const router = useRouter()
const mishaps = ref(false)
const ways = ref(false)
const doing = ref<'new' | 'rename'>()
const name = ref('')
const room = ref('')
const wrong = ref('')

function open(what: 'new' | 'rename') {
  doing.value = what
  wrong.value = ''
  name.value = what === 'rename' ? (job.value?.name ?? '') : ''
  room.value = what === 'rename' ? (job.value?.room ?? '') : ''
}

const busy = ref(false)
async function done() {
  if (busy.value) return
  if (!name.value.trim()) {
    wrong.value = 'A job needs a name.'
    return
  }
  busy.value = true
  const begins = doing.value === 'new'
  const kept = begins ? await begin(name.value, room.value) : await rename(id.value ?? 0, name.value, room.value)
  busy.value = false
  if (!kept) return
  doing.value = undefined
  if (begins) await router.push({ name: 'piece' })
}
const shown = ref(false)
watch(doing, (now) => {
  shown.value = now !== undefined
})
watch(shown, (now) => {
  if (!now) doing.value = undefined
})
</script>

<template>
  <BDropdown class="jobs" variant="link" toggle-class="toggle said" menu-class="menu">
    <template #button-content>
      <span class="name">{{ job?.name ?? 'Jug Mingle' }}</span>
      <small v-if="job?.room" class="soft">{{ job.room }}</small>
      <span class="visually-hidden">, jobs</span>
    </template>
    <BDropdownItemButton
      v-for="one in jobs"
      :key="one.id"
      role="menuitem"
      :active="one.id === id"
      @click="take(one.id)"
    >
      {{ one.name }} <small class="soft">{{ one.room }}</small>
    </BDropdownItemButton>
    <BDropdownDivider />
    <BDropdownItemButton role="menuitem" @click="open('rename')">Rename this job…</BDropdownItemButton>
    <BDropdownItemButton role="menuitem" @click="open('new')">Begin a new job…</BDropdownItemButton>
    <BDropdownDivider />
    <BDropdownItemButton role="menuitem" @click="mishaps = true">Something went wrong…</BDropdownItemButton>
    <BDropdownItemButton role="menuitem" @click="ways = true">My ways…</BDropdownItemButton>
  </BDropdown>
  <BModal
    v-model="mishaps"
    lazy
    unmount-lazy
    title="Something went wrong"
    title-tag="h2"
    scrollable
    ok-only
    ok-title="Close"
  >
    <MishapFinder />
  </BModal>
  <BModal v-model="ways" lazy unmount-lazy title="My ways" title-tag="h2" scrollable ok-only ok-title="Close">
    <MyWays />
  </BModal>
  <BModal
    v-model="shown"
    lazy
    unmount-lazy
    :title="doing === 'rename' ? 'Rename this job' : 'Begin a new job'"
    title-tag="h2"
    focus="job-name"
    centered
    @ok.prevent="done"
  >
    <form class="fields" @submit.prevent="done">
      <label>Its name <BFormInput id="job-name" v-model="name" maxlength="120" autocomplete="off" /></label>
      <label
        >For whom, or for which room
        <BFormInput v-model="room" maxlength="120" autocomplete="off" placeholder="may stay empty" />
      </label>
      <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
      <BButton variant="plain" type="submit" class="visually-hidden" tabindex="-1">Keep</BButton>
    </form>
    <template #footer>
      <BButton variant="outline-secondary" @click="shown = false">Cancel</BButton>
      <BButton variant="primary" @click="done">{{ doing === 'rename' ? 'Rename' : 'Begin' }}</BButton>
    </template>
  </BModal>
</template>

<style scoped>
.jobs {
  min-width: 0;
}

.jobs :deep(.toggle) {
  display: flex;
  align-items: baseline;
  gap: 8px;
  max-width: min(46vw, 460px);
  padding: 4px 8px;
  font-size: 1.2rem;
  color: var(--ink);
  text-decoration: none;
}

.jobs :deep(.toggle::after) {
  align-self: center;
}

.name,
.jobs small {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.jobs :deep(small) {
  font: 400 0.85rem var(--bs-body-font-family);
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
  min-height: 44px;
  white-space: normal;
}

@media (max-width: 860px) {
  .jobs :deep(.toggle) {
    max-width: calc(100vw - 24px);
  }

  .jobs :deep(.toggle small) {
    display: none;
  }
}

.fields {
  display: grid;
  gap: 12px;
}

p {
  margin: 0;
}
</style>
