<script setup lang="ts">
import { keepPreviousData, useQuery } from '@tanstack/vue-query'
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'

import DifferenceKey from '../../shared/DifferenceKey.vue'
import ErrorLine from '../../shared/ErrorLine.vue'
import { api, unwrap } from '../../api/client'
import AmountInput from '../../shared/AmountInput.vue'
import { preferences } from '../../shared/preferences'
import RecipeRow from '../../shared/RecipeRow.vue'
import { sameMix, useMixes } from '../../shared/useMixes'
import { useJob, useLights } from '../../shared/useJob'
import TinsThere from './TinsThere.vue'
import { usePast } from './useFind'
import FindSelect from '../../shared/FindSelect.vue'

/** A colour of the past at any size, from today's shelf. */
const route = useRoute()
const router = useRouter()
const { id: jobId, job } = useJob()
const { data: lights } = useLights()
const { keep } = useMixes()
const { data: past } = usePast()
const id = computed(() => Number(route.params.mix))
const asked = typeof route.query.ml === 'string' ? route.query.ml : undefined
const ml = ref(Math.min(20_000, Number(asked) || preferences.value.batch))
const wrong = ref('')
const fine = computed(() => wrong.value === '')
const titles = computed(() =>
  Object.fromEntries((lights.value ?? []).map((light) => [light.name, light.title])),
)

const { data, error } = useQuery({
  queryKey: computed(() => {
    const { tool, light, unit } = preferences.value
    return ['shelf', 'again', id.value, ml.value, tool, light, unit]
  }),
  enabled: fine,
  placeholderData: keepPreviousData,
  retry: false,
  queryFn: async () =>
    unwrap(
      await api.GET('/api/past-mixes/{mix_id}', {
        params: {
          path: { mix_id: id.value },
          query: {
            batch: ml.value,
            tool: preferences.value.tool,
            light: preferences.value.light,
            unit: preferences.value.unit,
          },
        },
      }),
    ),
})
const rows = computed(() => (data.value?.same ? [data.value.same] : (data.value?.substitutes ?? [])))
const chosen = ref(0)
watch(rows, (now, old) => {
  const mine = old[chosen.value]
  chosen.value = mine
    ? Math.max(
        0,
        now.findIndex((recipe) => sameMix(recipe, mine)),
      )
    : 0
})
function turn(mix: unknown) {
  void router.replace({ name: 'again', params: { mix: String(mix) } })
}

/** How it is laid; a ground that belongs to another job is not known in this one. */
const laidHere = computed(() => {
  const laid = data.value?.laid
  const here = job.value?.mixes.some((one) => one.id === id.value) ?? false
  return laid && (here || !laid.over.includes(':')) ? laid : null
})

async function keepIt() {
  const recipe = rows.value[chosen.value]
  const mix = job.value?.mixes.find((one) => one.id === id.value)
  if (!recipe || !data.value || jobId.value === undefined) return
  await keep(jobId.value, {
    name: data.value.name,
    target_id: mix?.target_id ?? null,
    batch: ml.value,
    tool: preferences.value.tool,
    pours: recipe.pours.map(({ material, parts, ml: of }) => ({ material, parts, ml: of })),
    laid: laidHere.value,
  })
}
</script>

<template>
  <div class="place">
    <h1>
      <label for="which">Mix</label>
      <FindSelect
        id="which"
        find="a jug"
        aria-label="Jug to mix again"
        :model-value="id"
        @update:model-value="turn"
      >
        <option v-for="mix in past" :key="mix.id" :value="mix.id">{{ mix.name }}, {{ mix.job_name }}</option>
      </FindSelect>
      again,
      <AmountInput
        :ml="ml"
        class="number"
        aria-label="How much"
        :aria-invalid="!fine"
        @keep="ml = $event"
        @wrong="wrong = $event"
      />
    </h1>
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <ErrorLine v-if="error" :error="error" />
    <template v-if="data">
      <p v-if="data.over" class="over">
        <span class="mat" aria-hidden="true"
          ><i :style="{ background: data.over_hex ?? '' }" /><i :style="{ background: data.hex }"
        /></span>
        {{ data.how || 'one coat' }}, over {{ data.over }}
      </p>
      <TinsThere :tins="data.tins" />
      <p v-if="data.words" class="far" role="status">
        {{ data.words }} These come nearest with what stands there, against
        {{ data.seen ? 'the strip that dried then' : 'the colour that it was mixed to' }}:
      </p>
      <p v-else class="soft">
        All of it still stands on the shelf. Against
        {{ data.seen ? 'the strip that dried then' : 'what is predicted' }}:
      </p>
      <fieldset class="mat rows">
        <legend class="visually-hidden">Ways to mix it again, the nearest first</legend>
        <label v-for="(recipe, at) in rows" :key="at" :class="{ chosen: at === chosen }">
          <input v-model="chosen" class="visually-hidden" type="radio" name="way" :value="at" />
          <RecipeRow :recipe="recipe" :target="data.hex" target-name="as it was" :light-titles="titles" />
        </label>
      </fieldset>
      <DifferenceKey />
      <div class="foot">
        <RouterLink :to="{ name: 'daybook' }" class="btn btn-outline-secondary"
          >Back to the daybook</RouterLink
        >
        <BButton variant="primary" :disabled="!fine || rows.length === 0" @click="keepIt"
          >Keep as a jug</BButton
        >
      </div>
    </template>
  </div>
</template>

<style scoped>
.place {
  display: flex;
  flex-direction: column;
  gap: var(--space-m);
  min-height: 100%;
}

h1 {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-xs) var(--space-m);
  align-items: center;
}

.over {
  display: flex;
  gap: var(--space-m);
  align-items: center;
  margin: 0;
}

.over .mat {
  display: flex;
  padding: var(--space-xs);
}

.over i {
  width: 52px;
  height: 34px;
}

h1 :deep(select) {
  font: inherit;
  color: inherit;
  border: 0;
  border-bottom: var(--line-heavy) solid var(--ink);
  background: none;
  max-width: 60vw;
}

h1 option {
  font: var(--type-body) var(--bs-body-font-family);
  background: var(--sheet);
}

.number {
  width: 110px;
  font: inherit;
}

.far {
  margin: 0;
  border-left: var(--line-heavy) solid var(--ink);
  padding-left: var(--space-m);
  font-weight: 600;
}

p {
  margin: 0;
}

.rows {
  display: grid;
  align-content: start;
  overflow: hidden;
}

.rows label {
  border-bottom: var(--line-thin) solid var(--mat-line);
  cursor: pointer;
}

.rows label.chosen {
  box-shadow: inset 6px 0 0 #1b1b1b;
  background: rgb(255 255 255 / 22%);
}

.rows label:has(:focus-visible) {
  outline: 3px solid #000;
  outline-offset: -4px;
}

.foot {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  gap: var(--space-m);
}
</style>
