<script setup lang="ts">
import { computed, ref } from 'vue'

import ErrorLine from '../../shared/ErrorLine.vue'
import { sayMoney, sayNumber } from '../../shared/say/numbers'
import { dayAndClock, longDay } from '../../shared/say/times'
import EntryForm from './EntryForm.vue'
import PhotoRow from './PhotoRow.vue'
import { useDaybook } from './useDaybook'

/** What happened in the job in hand: photos, what was done, poured and written down; what it took and brought. */
const book = useDaybook()
const { job, data, error } = book
const writing = ref(false)
const changing = ref<number>()
const MOST = 12
const whole = ref(false)
const told = computed(() => {
  // Photos stand in their row above.
  const all = (data.value?.happened ?? []).filter((one) => one.kind !== 'photo')
  const shown = whole.value ? all : all.slice(0, MOST)
  // A day is said once.
  return shown.map((one, n) => {
    const day = longDay(one.at)
    const before = shown[n - 1]
    return { ...one, day: before && longDay(before.at) === day ? '' : day }
  })
})
const many = computed(() => (data.value?.happened ?? []).filter((one) => one.kind !== 'photo').length)
const entryOf = (id: number | null) => data.value?.entries.find((one) => one.id === id)
const sums = computed(() => {
  const { hours, spent, paint, got, bought, per_hour } = data.value?.sums ?? {}
  return [
    hours ? `${sayNumber(hours, 1)} h of work` : '',
    paint ? `paint poured ${sayMoney(paint)}` : '',
    spent ? `spent ${sayMoney(spent)}` : '',
    got ? `got ${sayMoney(got)}` : '',
    per_hour ? `${sayMoney(per_hour)} an hour` : '',
    bought ? `a bought equal ${sayMoney(bought)}` : '',
  ].filter(Boolean)
})
</script>

<template>
  <section v-if="job" aria-labelledby="record-title">
    <div class="head">
      <h2 id="record-title">{{ job.name }}</h2>
      <BButton size="sm" variant="outline-secondary" :aria-expanded="writing" @click="writing = !writing">{{
        writing ? 'Nothing to write now' : 'Write something down'
      }}</BButton>
    </div>
    <p v-if="sums.length > 0" class="sums">{{ sums.join(' · ') }}</p>
    <EntryForm
      v-if="writing && data"
      :kinds="data.kinds"
      :pieces="job.pieces"
      :photos="job.photos"
      :keep="book.write"
      @done="writing = false"
    />
    <PhotoRow
      :photos="job.photos"
      :change="book.changePhoto"
      :rename="book.renamePhoto"
      :remove="book.removePhoto"
    />
    <ErrorLine v-if="error" :error="error" />
    <p v-else-if="data?.happened.length === 0" class="soft">
      Nothing happened yet. What you pour, tick off and photograph stands here by itself; what you want to
      remember you write down.
    </p>
    <ol class="told">
      <li v-for="(one, n) in told" :key="n">
        <EntryForm
          v-if="data && one.entry !== null && changing === one.entry"
          :kinds="data.kinds"
          :pieces="job.pieces"
          :photos="job.photos"
          :entry="entryOf(one.entry)"
          :keep="(said) => book.rewrite(one.entry ?? 0, said)"
          @done="changing = undefined"
        />
        <template v-else>
          <time :datetime="one.at" :title="dayAndClock(one.at)">{{ one.day }}</time>
          <span
            ><b>{{ one.title }}</b> <span class="soft">{{ one.words }}</span></span
          >
          <span v-if="one.entry !== null" class="acts">
            <BButton
              size="sm"
              variant="plain"
              :aria-label="`Change ${one.title}`"
              @click="changing = one.entry"
              >Change</BButton
            >
            <BButton
              size="sm"
              variant="plain"
              :aria-label="`Remove ${one.title}`"
              @click="book.remove(one.entry)"
              >Remove</BButton
            >
          </span>
        </template>
      </li>
    </ol>
    <BButton v-if="many > MOST" variant="plain" class="link" @click="whole = !whole">{{
      whole ? 'only the newest' : `all ${many} of it`
    }}</BButton>
  </section>
</template>

<style scoped>
section {
  display: grid;
  gap: var(--space-m);
}

.head {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-s) var(--space-l);
  align-items: center;
}

p {
  margin: 0;
}

.told {
  display: grid;
  gap: var(--space-s);
  margin: 0;
  padding: 0;
  list-style: none;
}

.told li {
  display: grid;
  grid-template-columns: 150px minmax(0, 1fr) auto;
  gap: var(--space-xs) var(--space-m);
}

.told li > form {
  grid-column: 1 / -1;
}

time {
  color: var(--soft);
  font-variant-numeric: tabular-nums;
}

.link {
  justify-self: start;
  border: 0;
  background: none;
  color: var(--act);
  font-weight: 650;
}

@media (max-width: 860px) {
  .told li {
    grid-template-columns: minmax(0, 1fr) auto;
  }

  time {
    grid-column: 1 / -1;
  }
}
</style>
