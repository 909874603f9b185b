<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { ref } from 'vue'

import { wordsOf } from '../../api/reach'
import { api, type Colour, type Schemas, unwrap } from '../../api/client'
import { preferences } from '../preferences'
import FoldOut from '../FoldOut.vue'

/** The colour reader: calibrate, lay something under it, read. */
const colour = defineModel<Colour | undefined>('colour', { required: true })

const {
  data: reader,
  error,
  refetch,
  isFetching,
} = useQuery({
  queryKey: ['reader'],
  retry: false,
  queryFn: async () => unwrap(await api.GET('/api/devices/reader')),
})
const sample = ref('')
const busy = ref('')
const said = ref('')
const wrong = ref('')
const last = ref<Schemas['ReaderReadingOut']>()

async function doing(what: string, act: () => Promise<string>) {
  busy.value = what
  wrong.value = said.value = ''
  try {
    said.value = await act()
  } catch (problem) {
    wrong.value = wordsOf(problem, 'The reader gave no answer.')
  } finally {
    busy.value = ''
    void refetch()
  }
}

const calibrate = () =>
  doing('Calibrating on the white tile…', async () => {
    unwrap(await api.POST('/api/devices/reader/calibrate'))
    return 'Calibrated. Put it on the dried paint.'
  })

const read = () =>
  doing('Reading…', async () => {
    const answer = await api.POST('/api/devices/reader/read', {
      params: { query: { light: preferences.value.light } },
      body: sample.value ? { sample: sample.value } : null,
    })
    last.value = unwrap(answer)
    colour.value = { source: 'reader', reading_id: last.value.id }
    return `Read: ${last.value.name}.`
  })

const faults: Schemas['ReaderFaultIn']['fault'][] = [
  'none',
  'timeout',
  'disconnect',
  'half-line',
  'out-of-range',
  'uncalibrated',
  'lies',
]
async function setFault(fault: unknown) {
  await api.POST('/api/devices/reader/fault', { body: { fault: fault as Schemas['ReaderFaultIn']['fault'] } })
  said.value = wrong.value = ''
}
</script>

<template>
  <div class="reader">
    <p v-if="reader" class="who">
      <b>{{ reader.stand_in ? 'Stand-in colour reader' : 'Colour reader' }}</b>
      <span class="soft"
        >{{ reader.model }}, number {{ reader.serial }} ·
        {{ reader.calibrated ? 'calibrated' : 'not calibrated yet' }}</span
      >
    </p>
    <p v-else-if="error" class="wrong" role="alert">
      {{ wordsOf(error) }} <BButton variant="plain" class="again" @click="refetch()">Try again</BButton>
    </p>
    <p v-else-if="isFetching" role="status">Looking for the reader…</p>
    <BButton variant="outline-secondary" :disabled="busy !== ''" @click="calibrate"
      >1 · Calibrate on white</BButton
    >
    <label v-if="reader?.stand_in">
      What lies under it
      <BFormSelect v-model="sample">
        <option value="">choose from the tray…</option>
        <option v-for="name in reader.tray" :key="name" :value="name">{{ name }}</option>
      </BFormSelect>
    </label>
    <BButton
      variant="outline-secondary"
      :disabled="busy !== '' || (reader?.stand_in && !sample)"
      @click="read"
      >2 · Read it</BButton
    >
    <p role="status" class="said">{{ busy || said }}</p>
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <FoldOut v-if="reader?.stand_in" title="Try a fault of the stand-in">
      <label>
        It shall
        <BFormSelect @update:model-value="setFault">
          <option v-for="fault in faults" :key="fault" :value="fault">
            {{ fault === 'none' ? 'work well' : fault }}
          </option>
        </BFormSelect>
      </label>
    </FoldOut>
  </div>
</template>

<style scoped>
.reader {
  display: grid;
  gap: var(--space-m);
  align-content: start;
  max-width: 420px;
}

p {
  margin: 0;
}

.who span {
  display: block;
}

label {
  display: grid;
  gap: var(--space-xs);
}

.said {
  min-height: 1.4em;
  font-size: var(--type-body);
}

.fold {
  color: var(--soft);
}

.again {
  border: 0;
  background: none;
  color: var(--act);
  font-weight: 650;
}
</style>
