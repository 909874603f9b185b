<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query'
import { computed, ref } from 'vue'

import { api, type Schemas, unwrap } from '../../api/client'
import { say, sayWrong } from '../../shared/useNotice'
import { dayAndClock } from '../../shared/say/times'
import { useSending } from '../../shared/useWaiting'
import WorkLine from '../../shared/WorkLine.vue'
import SheetModal from '../../shared/SheetModal.vue'

/** An archive brought back: what it holds and what would happen is said first; then all of it, or some jobs beside. */
const { all } = defineProps<{ all?: boolean }>()
const queries = useQueryClient()
const field = ref<HTMLInputElement>()
const found = ref<Schemas['ArchiveOut']>()
const chosen = ref<number[]>([])
const busy = ref('')
const reading = useSending()
const shown = computed({
  get: () => found.value !== undefined,
  set: (open: boolean) => {
    if (!open) void drop()
  },
})

async function send() {
  const file = field.value?.files?.[0]
  if (field.value) field.value.value = ''
  if (!file) return
  try {
    found.value = await reading.send<Schemas['ArchiveOut']>('/api/archives', file)
    if (!found.value) return
    chosen.value = found.value.jobs.filter((job) => !job.here).map((job) => job.id)
    if (chosen.value.length === 0) chosen.value = found.value.jobs.map((job) => job.id)
  } catch (error) {
    sayWrong(error)
  }
}

async function drop() {
  const token = found.value?.token
  found.value = undefined
  if (token) await api.DELETE('/api/archives/{token}', { params: { path: { token } } })
}

async function bring(what: 'import' | 'restore') {
  const archive = found.value
  if (!archive || busy.value) return
  busy.value = 'Bringing it in'
  const params = { path: { token: archive.token } }
  try {
    if (what === 'restore') {
      const { aside } = unwrap(await api.POST('/api/archives/{token}/restore', { params }))
      say(`All is as it was in the archive. What was here is kept as ${aside}.`)
    } else {
      const { jobs } = unwrap(
        await api.POST('/api/archives/{token}/import', { params, body: { jobs: chosen.value } }),
      )
      say(
        jobs.length === 1
          ? 'The job stands beside yours.'
          : `${jobs.length.toString()} jobs stand beside yours.`,
      )
    }
    found.value = undefined
    await queries.invalidateQueries()
  } catch (error) {
    sayWrong(error)
  } finally {
    busy.value = ''
  }
}

function turn(id: number, on: boolean) {
  chosen.value = on ? [...chosen.value, id] : chosen.value.filter((one) => one !== id)
}
const holds = (counts: Record<string, number>) =>
  Object.entries(counts)
    .filter(([, many]) => many > 0)
    .map(([words, many]) => `${many.toString()} ${words}`)
    .join(', ')
</script>

<template>
  <div class="bring">
    <input
      :id="`archive-${all}`"
      ref="field"
      class="visually-hidden"
      type="file"
      accept=".zip"
      @change="send"
    />
    <WorkLine :busy="reading.sending.value" words="Reading the archive" @stop="reading.stop" />
    <WorkLine :busy="busy !== ''" :words="busy" firm />
    <label
      v-if="!reading.sending.value"
      :for="`archive-${all}`"
      class="btn btn-outline-secondary"
      :class="{ disabled: busy }"
      >{{ all ? 'Bring an archive back…' : 'Bring a job in…' }}</label
    >
    <SheetModal v-model="shown" title="What is in this archive" no-footer>
      <div v-if="found" class="said-first">
        <p>
          Made {{ dayAndClock(found.made) }}. It holds {{ holds(found.brings)
          }}<template v-if="found.new_photos > 0"
            >; {{ found.new_photos }} of its photos are not here yet</template
          >.
        </p>
        <fieldset>
          <legend>Bring in beside what is here</legend>
          <BFormCheckbox
            v-for="job in found.jobs"
            :key="job.id"
            :model-value="chosen.includes(job.id)"
            @update:model-value="turn(job.id, $event === true)"
            >{{ job.name }}
            <small class="soft">{{
              job.here ? 'stands here, too: it would stand twice' : holds(job.counts)
            }}</small>
          </BFormCheckbox>
        </fieldset>
        <p class="soft">
          Tins that these need and that are not on your shelf are put there; yours stay as they are.
        </p>
        <BButton variant="primary" :disabled="chosen.length === 0 || busy !== ''" @click="bring('import')"
          >Bring in {{ chosen.length === 1 ? 'this job' : `these ${chosen.length} jobs` }}</BButton
        >
        <template v-if="all && found.of === 'everything'">
          <hr />
          <p>
            Or put all of it <b>in the place of</b> what is here:
            {{ holds(found.replaces) || 'nothing yet' }}. That is kept as a copy in the data folder.
          </p>
          <BButton variant="outline-secondary" :disabled="busy !== ''" @click="bring('restore')"
            >Replace everything</BButton
          >
        </template>
      </div>
    </SheetModal>
  </div>
</template>

<style scoped>
.said-first {
  display: grid;
  gap: var(--space-m);
}

p {
  margin: 0;
}

legend {
  font-size: var(--type-body);
  font-weight: 650;
}

hr {
  margin: var(--space-xs) 0;
}
</style>
