<script setup lang="ts">
import { sayCount } from '../../shared/say/numbers'
import { ref } from 'vue'

import { wordsOf } from '../../api/reach'
import type { Schemas } from '../../api/client'
import { say } from '../../shared/useNotice'
import { useSending } from '../../shared/useWaiting'
import WorkLine from '../../shared/WorkLine.vue'
import { useShelfChanged } from '../../shared/useShelf'

/** The shelf as a table: out, and in, with the bad rows named before anything is taken. */
const emit = defineEmits<{ taken: [] }>()
const changed = useShelfChanged()
const field = ref<HTMLInputElement>()
const file = ref<File>()
const table = useSending()
const found = ref<Schemas['TableOut']>()
const wrong = ref('')

async function check() {
  file.value = field.value?.files?.[0]
  found.value = undefined
  wrong.value = ''
  if (!file.value) return
  try {
    found.value = await table.send<Schemas['TableOut']>('/api/shelf/table/check', file.value)
  } catch (problem) {
    wrong.value = wordsOf(problem, 'The table could not be read.')
  } finally {
    if (field.value) field.value.value = ''
  }
}

async function take() {
  if (!file.value) return
  try {
    const keys = await table.send<string[]>('/api/shelf/table', file.value)
    if (!keys) return
    await changed()
    say(`${keys.length.toString()} tins stand on the shelf.`)
    emit('taken')
  } catch (problem) {
    wrong.value = wordsOf(problem, 'The table could not be taken.')
  }
}
</script>

<template>
  <div class="table">
    <h2>The shelf as a table</h2>
    <a href="/api/shelf/table.csv" class="btn btn-outline-secondary" download>Save it as CSV</a>
    <input
      id="table-file"
      ref="field"
      class="visually-hidden"
      type="file"
      accept=".csv,.tsv,.txt,.xlsx,.ods,text/csv"
      @change="check"
    />
    <label for="table-file" class="btn btn-outline-secondary">Open a table of tins</label>
    <p class="soft">
      Text with commas, semicolons or tabs, .xlsx or .ods. The first row names the columns: name and kind, and
      any of left_ml, full_ml, price, opened, place, use_up, hex or L a b, volume_solids, density,
      spread_rate, sheen, notes.
    </p>
    <WorkLine :busy="table.sending.value" words="Reading the table" @stop="table.stop" />
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <template v-if="found">
      <p v-for="note in found.notes" :key="note" class="note">{{ note }}</p>
      <div v-if="found.bad.length > 0" role="alert">
        <h3>{{ sayCount(found.bad.length, 'row') }} cannot be taken</h3>
        <ul>
          <li v-for="row in found.bad" :key="row.row">row {{ row.row }}: {{ row.reason }}</li>
        </ul>
      </div>
      <h3>{{ sayCount(found.good.length, 'tin') }} can</h3>
      <p>{{ found.good.join(' · ') }}</p>
      <BButton variant="primary" :disabled="found.good.length === 0" @click="take"
        >Put these {{ found.good.length }} on the shelf</BButton
      >
    </template>
  </div>
</template>

<style scoped>
.table {
  display: grid;
  gap: var(--space-m);
  justify-items: start;
  margin: 0;
}

h3 {
  font-size: var(--type-body);
}

p {
  margin: 0;
}

.note {
  border-left: var(--line-heavy) solid var(--ink);
  padding-left: var(--space-s);
}
</style>
