<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'

import { api, unwrap } from '../../api/client'
import ErrorLine from '../../shared/ErrorLine.vue'
import PickOne from '../../shared/PickOne.vue'
import KeptInput from '../../shared/KeptInput.vue'
import { readNumber, sayMoney, sayNumber, toType } from '../../shared/say/numbers'
import { preferences } from '../../shared/preferences'
import { sayWrong } from '../../shared/useNotice'
import type { PlanActs } from './usePlan'

/** What the plan takes: tins against what is left, what is bought, what it costs, a price and what is left of it. */
const { jobId, acts } = defineProps<{ jobId: number; acts: PlanActs }>()
const { data, error } = useQuery({
  queryKey: computed(() => ['money', jobId, preferences.value.unit]),
  staleTime: 0,
  queryFn: async () =>
    unwrap(
      await api.GET('/api/jobs/{job_id}/plan/money', {
        params: { path: { job_id: jobId }, query: { unit: preferences.value.unit } },
      }),
    ),
})
const tables = computed(() => [
  { title: 'Tins', lines: data.value?.tins ?? [] },
  { title: 'What is used up', lines: data.value?.goods ?? [] },
])
const said = (amount: number | null | undefined) =>
  amount === null || amount === undefined ? 'no price' : sayMoney(amount)

/** Lay another tin where the shop has none; an empty one takes that back. */
function swap(colour: string, other: string) {
  const kept = (data.value?.swapped ?? []).filter((one) => one.key !== colour && one.title !== colour)
  const swaps = Object.fromEntries([
    ...kept.map((one) => [one.key, one.title]),
    ...(other ? [[colour, other]] : []),
  ])
  void acts.change({ swaps, no_due: false, by_forecast: false })
}

function price(text: string) {
  const { value, ask } = text.trim() === '' ? { value: 0, ask: '' } : readNumber(text)
  if (value === undefined) sayWrong(new Error(ask || 'Give a price as a number.'))
  else void acts.change({ asked: value, no_due: false, by_forecast: false })
}
</script>

<template>
  <div class="money">
    <ErrorLine v-if="error" :error="error" />
    <template v-if="data">
      <p class="sum">
        <span
          >to pay <b>{{ said(data.cash) }}</b></span
        >
        <span
          >used up, with what is there <b>{{ said(data.share) }}</b></span
        >
        <span
          >hands <b>{{ sayNumber(data.hours, 1) }} h</b></span
        >
        <span v-if="data.hardware"
          >new handles <b>{{ said(data.hardware) }}</b></span
        >
        <label
          >price asked
          <KeptInput
            :value="data.asked === null ? '' : toType(data.asked)"
            inputmode="decimal"
            placeholder="none"
            @keep="price"
        /></label>
        <span v-if="data.left !== null"
          >left of it <b>{{ said(data.left) }}</b>, {{ said(data.per_hour) }} an hour</span
        >
      </p>
      <p v-if="data.unpriced.length" class="soft">
        Without a price, and so counted as nothing: {{ data.unpriced.join(', ') }}.
      </p>
      <table v-for="{ title, lines } in tables" :key="title" class="areas">
        <caption>
          {{
            title
          }}
        </caption>
        <thead>
          <tr>
            <th scope="col">what</th>
            <th scope="col" class="area">needed</th>
            <th scope="col" class="area">there</th>
            <th scope="col">buy</th>
            <th scope="col" class="area">to pay</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="line in lines" :key="line.key">
            <th scope="row">{{ line.title }}</th>
            <td class="area">{{ line.needed_words }}</td>
            <td class="area">{{ line.there_words }}</td>
            <td>
              {{ line.buy || 'enough is there' }}
              <PickOne
                v-if="line.buy && line.instead.length > 0"
                size="sm"
                :aria-label="`Sold out: instead of ${line.title}`"
                @pick="swap(line.key, $event)"
              >
                <option value="">sold out? take…</option>
                <option v-for="one in line.instead" :key="one.key" :value="one.key">{{ one.title }}</option>
              </PickOne>
            </td>
            <td class="area">{{ line.buy ? said(line.cash) : '' }}</td>
          </tr>
        </tbody>
      </table>
      <p v-for="one in data.swapped" :key="one.key">
        Laid instead of {{ one.key.split(':')[1]?.replaceAll('_', ' ') }}:
        {{ one.title.split(':')[1]?.replaceAll('-', ' ') }}
        <BButton variant="plain" class="link" @click="swap(one.key, '')">undo</BButton>
      </p>
      <ul v-if="data.pieces.length > 1">
        <li v-for="one in data.pieces" :key="one.piece">
          {{ one.name }}: {{ said(one.share) }} of what is used up, {{ sayNumber(one.hours, 1) }} h
        </li>
      </ul>
      <a :href="`/api/jobs/${jobId.toString()}/shopping.csv`" download>Shopping list as a table (CSV)</a>
    </template>
  </div>
</template>

<style scoped>
.money {
  display: grid;
  gap: var(--space-m);
  overflow-x: auto;
}

.sum {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-s) var(--space-xl);
  align-items: end;
  margin: 0;
  font-size: var(--type-lead);
}

label {
  display: flex;
  gap: var(--space-s);
  align-items: center;
  max-width: 260px;
}

caption {
  caption-side: top;
  padding: var(--space-xs) 0;
  font-family: var(--said);
  font-weight: 700;
  color: var(--ink);
}

p,
ul {
  margin: 0;
}
</style>
