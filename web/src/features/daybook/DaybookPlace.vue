<script setup lang="ts">
import { computed, ref } from 'vue'

import type { Schemas } from '../../api/client'
import ErrorLine from '../../shared/ErrorLine.vue'
import { useJob } from '../../shared/useJob'
import { sayAmount } from '../../shared/say/amounts'
import { longDay } from '../../shared/say/times'
import BoardForm from './BoardForm.vue'
import FindPast from './FindPast.vue'
import JobRecord from './JobRecord.vue'
import LooseStrips from './LooseStrips.vue'
import OffcutForm from './OffcutForm.vue'
import StainBoard from './StainBoard.vue'
import { useDaybook } from './useDaybook'
import { usePast } from './useFind'
import { useStrips } from './useStrips'

/** What was mixed, how it dried, and how to have it again. */
const { id, job } = useJob()
const { data: past, error: noPast } = usePast()
const { strips, boards, error: noStrips, add, addBoard, renameBoard, remove } = useStrips(id)
/** What is not a field of a board. */
const loose = computed(() => strips.value?.filter((strip) => !strip.board))
/** As many as are looked over at once; the others are found by words or colour, or shown on demand. */
const MOST = 24
const whole = ref(false)
const near = computed(() => (whole.value ? (past.value ?? []) : (past.value ?? []).slice(0, MOST)))
const adding = ref<'offcut' | 'board'>()

async function keepBoard(body: Schemas['BoardIn']) {
  await addBoard(body)
  adding.value = undefined
}
const { data: record, error: noRecord } = useDaybook()
/** All of it at once: what comes later would push away what one reads. */
const known = computed(() => [
  past.value ?? noPast.value,
  strips.value ?? noStrips.value,
  record.value ?? noRecord.value,
  job.value ?? noRecord.value,
])
const names = computed(() => (boards.value ?? []).map((one) => one.name))
const WORDS = {
  offcut: { open: 'Keep an offcut', shut: 'No offcut now' },
  board: { open: 'Keep a whole board', shut: 'No board now' },
}
</script>

<template>
  <div class="place">
    <h1>What was, and how do I have it again?</h1>
    <FindPast />
    <p v-if="!known.every(Boolean)" role="status">Opening the daybook…</p>
    <template v-else>
      <JobRecord />
      <section aria-labelledby="past">
        <h2 id="past">Every jug there was</h2>
        <ErrorLine v-if="noPast ?? noStrips" :error="noPast ?? noStrips" />
        <p v-if="past?.length === 0" class="soft">
          Keep a recipe as a jug in Mingle: from then on it stands here.
        </p>
        <ul class="mat jugs">
          <li v-for="mix in near" :key="mix.id">
            <RouterLink :to="{ name: 'again', params: { mix: mix.id } }">
              <span class="chip"
                ><i v-if="mix.over_hex" class="over" :style="{ background: mix.over_hex }" /><i
                  :style="{ background: mix.hex }"
              /></span>
              <b>{{ mix.name }}</b>
              <span v-if="mix.over" class="soft">{{ mix.how || 'one coat' }}, over {{ mix.over }}</span>
              <span class="soft">{{ mix.job_name }}, {{ longDay(mix.created) }}</span>
              <span class="soft"
                >{{ sayAmount(mix.batch) }} · {{ mix.seen ? 'as it dried' : 'as predicted'
                }}{{ mix.put_away ? ' · removed' : '' }}</span
              >
              <span class="go">mix it again</span>
            </RouterLink>
          </li>
        </ul>
        <BButton
          v-if="past && past.length > near.length"
          variant="outline-secondary"
          class="all"
          @click="whole = true"
          >Show all {{ past.length }}</BButton
        >
      </section>
      <section v-if="boards && boards.length > 0 && id !== undefined" aria-labelledby="stain-boards">
        <h2 id="stain-boards">Boards</h2>
        <div class="mat boards">
          <StainBoard
            v-for="board in boards"
            :key="board.name"
            :board="board"
            :job-id="id"
            :targets="job?.targets ?? []"
            :remove="remove"
            @rename="(name) => renameBoard(board.name, name)"
          />
        </div>
      </section>
      <section aria-labelledby="strips">
        <div class="head">
          <h2 id="strips">Strips and offcuts of this job</h2>
          <BButton
            v-for="(words, what) in WORDS"
            :key="what"
            size="sm"
            variant="outline-secondary"
            :aria-expanded="adding === what"
            @click="adding = adding === what ? undefined : what"
            >{{ adding === what ? words.shut : words.open }}</BButton
          >
        </div>
        <OffcutForm v-if="adding === 'offcut'" :boards="names" :add="add" />
        <BoardForm v-if="adding === 'board'" :boards="names" :add="keepBoard" />
        <p v-if="loose?.length === 0" class="soft">
          A strip that you read on the bench is kept here by itself; an offcut with stain or wax you keep
          yourself.
        </p>
        <LooseStrips :strips="loose ?? []" :photos="job?.photos ?? []" @remove="remove" />
      </section>
    </template>
  </div>
</template>

<style scoped>
.place,
section {
  display: grid;
  gap: var(--space-m);
  align-content: start;
}

.place {
  gap: var(--space-xl);
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

ul {
  list-style: none;
  margin: 0;
  padding: var(--space-l);
}

ul:empty {
  display: none;
}

.jugs {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(186px, 1fr));
  gap: var(--space-l);
}

.jugs a {
  display: grid;
  color: inherit;
  text-decoration: none;
}

.jugs .chip {
  display: flex;
  height: 92px;
  border-radius: var(--round-m);
  margin-bottom: var(--space-s);
  overflow: hidden;
}

.chip i {
  flex: 3;
}

.chip .over {
  flex: 1;
}

.jugs span {
  font-size: var(--type-small);
}

.jugs .go {
  font-weight: 650;
  text-decoration: underline;
}

.all {
  justify-self: start;
}

.boards {
  padding: var(--space-l);
  display: grid;
  gap: var(--space-xl);
}
</style>
