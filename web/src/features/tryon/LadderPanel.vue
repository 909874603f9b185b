<script setup lang="ts">
import { keepPreviousData, useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, ref } from 'vue'

import ErrorLine from '../../shared/ErrorLine.vue'
import { api, type Schemas, unwrap } from '../../api/client'
import { preferences } from '../../shared/preferences'
import { jobKey } from '../../shared/useJob'
import { say, sayWrong } from '../../shared/useNotice'
import { sayAmount } from '../../shared/say/amounts'
import { sayCount, sayDifference } from '../../shared/say/numbers'
import FindSelect from '../../shared/FindSelect.vue'

/** An ombre row by row: steps even to the eye, what each takes, and one jug that is walked down them. */
const { piece, mixes } = defineProps<{ piece: Schemas['PieceOut']; mixes: Schemas['MixOut'][] }>()
const queries = useQueryClient()
const first = ref(mixes[0]?.id)
const second = ref(mixes[1]?.id ?? mixes[0]?.id)
const coats = ref(2)
const ask = () => ({
  path: { piece_id: piece.id },
  query: {
    first_id: first.value ?? 0,
    second_id: second.value ?? 0,
    coats: coats.value,
    light: preferences.value.light,
  },
})
const { data, error } = useQuery({
  queryKey: computed(() => ['shelf', 'ladder', piece.id, piece.measures, ask()]),
  enabled: computed(() => first.value !== undefined && second.value !== undefined),
  placeholderData: keepPreviousData,
  retry: false,
  queryFn: async () => unwrap(await api.GET('/api/pieces/{piece_id}/ladder', { params: ask() })),
})
const strip = computed(() => {
  const { first_id, second_id, coats: inCoats } = ask().query
  const query = { first_id, second_id, coats: inCoats, unit: preferences.value.unit }
  const text = Object.entries(query).map(([key, value]) => `${key}=${value.toString()}`)
  return `/api/pieces/${piece.id.toString()}/ladder.pdf?${text.join('&')}`
})
const nameOf = (id: number | undefined) => mixes.find((mix) => mix.id === id)?.name ?? ''

async function keep() {
  try {
    const made = unwrap(await api.POST('/api/pieces/{piece_id}/ladder/mixes', { params: ask() }))
    say(`${made.length.toString()} steps stand with your jugs.`, async () => {
      for (const mix of made)
        unwrap(await api.DELETE('/api/mixes/{mix_id}', { params: { path: { mix_id: mix.id } } }))
      await queries.invalidateQueries({ queryKey: jobKey() })
    })
    await queries.invalidateQueries({ queryKey: jobKey() })
  } catch (problem) {
    sayWrong(problem)
  }
}
</script>

<template>
  <div class="ladder">
    <div class="choose">
      <label
        >from
        <FindSelect v-model="first" find="a jug">
          <option v-for="mix in mixes" :key="mix.id" :value="mix.id">{{ mix.name }}</option>
        </FindSelect></label
      >
      <label
        >down to
        <FindSelect v-model="second" find="a jug">
          <option v-for="mix in mixes" :key="mix.id" :value="mix.id">{{ mix.name }}</option>
        </FindSelect></label
      >
      <label
        >in
        <BFormSelect v-model="coats">
          <option v-for="n in 4" :key="n" :value="n">{{ sayCount(n, 'coat') }}</option>
        </BFormSelect></label
      >
    </div>
    <ErrorLine v-if="error" :error="error" />
    <template v-if="data && !error">
      <div class="mat rows">
        <div class="head"><span>even to the eye</span><span>in equal parts</span><span>takes</span></div>
        <div v-for="(rung, n) in data.rungs" :key="n" class="rung">
          <i :style="{ background: rung.hex }" /><i :style="{ background: rung.even_hex }" />
          <span
            >{{ n + 1 }}. row: <b>{{ sayAmount(rung.ml) }}</b></span
          >
        </div>
      </div>
      <p class="soft">
        From row to row {{ data.between.map(sayDifference).join(' · ') }}; in equal parts it would be
        {{ data.between_even.map(sayDifference).join(' · ') }}.
      </p>
      <template v-if="data.walk.length > 0">
        <h2>One jug, walked down</h2>
        <ol>
          <li v-for="(step, n) in data.walk" :key="n">
            <template v-if="n === 0"
              >Begin with <b>{{ sayAmount(step.add) }} {{ nameOf(first) }}</b></template
            >
            <template v-else
              >Add <b>{{ sayAmount(step.add) }} {{ nameOf(second) }}</b> to what is left, stir:
              {{ sayAmount(step.there) }} stand in the jug</template
            >. Paint row {{ n + 1 }} in {{ sayCount(coats, 'coat') }}.
          </li>
          <li>The last row is {{ nameOf(second) }} itself, from its own jug.</li>
        </ol>
        <p class="soft">
          All coats of a row come before the next addition: nothing can be taken out of a jug.
        </p>
        <div class="acts">
          <BButton variant="primary" @click="keep">Keep the steps between as jugs</BButton>
          <a :href="strip" class="btn btn-outline-secondary" target="_blank" rel="noopener"
            >Print the jug’s walk-down strip</a
          >
        </div>
      </template>
    </template>
  </div>
</template>

<style scoped>
.ladder {
  display: grid;
  gap: var(--space-m);
  align-content: start;
  overflow: auto;
}

.choose {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-s) var(--space-l);
}

.choose label {
  display: flex;
  gap: var(--space-s);
  align-items: center;
}

.rows {
  padding: var(--space-m) var(--space-l);
  display: grid;
}

.head,
.rung {
  display: grid;
  grid-template-columns: 1fr 1fr 130px;
  gap: 0 var(--space-m);
  align-items: center;
}

.rung i {
  height: 58px;
}

h2 {
  font-size: var(--type-lead);
}

p,
ol {
  margin: 0;
}

.acts {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-s);
}
</style>
