<script setup lang="ts">
import { sayCount } from '../../shared/say/numbers'
import { computed, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'

import ErrorLine from '../../shared/ErrorLine.vue'
import DifferenceKey from '../../shared/DifferenceKey.vue'
import GroundChoice from '../../shared/GroundChoice.vue'
import { isAway } from '../../api/reach'
import { preferences } from '../../shared/preferences'
import { useJob, useLights } from '../../shared/useJob'
import { useEscape } from '../../shared/useKeys'
import { useMixes } from '../../shared/useMixes'
import BesidePanel from './BesidePanel.vue'
import OverView from './OverView.vue'
import MoreWays from './MoreWays.vue'
import RecipeRows from './RecipeRows.vue'
import TellingSwatch from './TellingSwatch.vue'
import { bestOf, useAside, useChosen } from './useChosen'
import { useByHand } from './useByHand'
import { useRecipes } from './useRecipes'
import ExplanationPanel from './ExplanationPanel.vue'
import WorkLine from '../../shared/WorkLine.vue'
import WishBar from './WishBar.vue'
import InkSign from '../../shared/InkSign.vue'
import FindSelect from '../../shared/FindSelect.vue'

const { id, job } = useJob()
const { data: lights } = useLights()
const { keep } = useMixes()
const route = useRoute()
const router = useRouter()

const target = computed(() => {
  const wanted = Number(route.query.target)
  return job.value?.targets.find((known) => known.id === wanted) ?? job.value?.targets[0]
})
const { data, old, error, isFetching, work } = useRecipes(() => target.value?.id)
const titles = computed(() =>
  Object.fromEntries((lights.value ?? []).map((light) => [light.name, light.title])),
)

/** The one worth pouring, then the best of each number of tins, the fewest first; the others unfold. */
const all = ref(false)
const rows = computed(() => {
  const recipes = data.value?.recipes ?? []
  const shown = all.value
    ? recipes
    : recipes.filter((recipe, at) => recipes.findIndex((r) => r.pours.length === recipe.pours.length) === at)
  const best = shown.slice(bestOf(shown))[0]
  return best ? [best, ...shown.filter((one) => one !== best)] : shown
})
const chosen = ref(0)
const asking = ref(false)
const hand = useByHand(
  () => target.value?.id,
  () => rows.value[chosen.value],
)
const { changed: byHand, wrong: handWrong, canUndo } = hand
const inHand = computed(() => byHand.value ?? rows.value[chosen.value])

const { pick } = useChosen(() => target.value?.id, rows, chosen, hand)

/** What is found, for those who hear it. */
const ready = computed(() => {
  const best = rows.value[bestOf(rows.value)]
  if (!best || isFetching.value) return ''
  return `${sayCount(rows.value.length, 'recipe')}; the best is ${best.words}, ${best.likely} off.`
})

const { beside, layAside, putAway } = useAside(() => target.value?.id, inHand)

useEscape(() => {
  const open = asking.value || beside.value !== undefined
  asking.value = false
  putAway()
  return open
})

function change(id: unknown) {
  void router.replace({ query: { ...route.query, target: String(id) } })
}

/** What the colour is wanted over; nothing where it shall hide what is below. */
const over = computed({
  get: () => (typeof route.query.over === 'string' ? route.query.over : ''),
  set: (now: string) => {
    void router.replace({ query: { ...route.query, over: now || undefined } })
  },
})

const laid = ref<{ coats: number; spread_rate: number }>()

function keepChosen() {
  const recipe = inHand.value
  if (!recipe || !target.value || id.value === undefined) return
  const pours = recipe.pours.map(({ material, parts, ml }) => ({ material, parts, ml }))
  const name = target.value.title.charAt(0).toUpperCase() + target.value.title.slice(1)
  void keep(id.value, {
    name,
    target_id: target.value.id,
    batch: preferences.value.batch,
    tool: preferences.value.tool,
    pours,
  })
}
</script>

<template>
  <div v-if="target" class="place">
    <div class="ask">
      <h1>
        <label for="target">What do I pour for</label>
        <FindSelect id="target" find="a colour" :model-value="target.id" @update:model-value="change">
          <option v-for="known in job?.targets" :key="known.id" :value="known.id">{{ known.title }}</option>
        </FindSelect>
        <GroundChoice v-model="over" own jugs solid aria-label="Over what" />
        <span aria-hidden="true" class="d-none d-sm-inline">?</span>
      </h1>
      <WishBar :target="target?.id" :laid="over ? laid : undefined" />
    </div>
    <OverView v-if="over" :target="target" :over="over" @solid="over = ''" @laid="laid = $event" />
    <template v-else>
      <div v-if="error">
        <ErrorLine :error="error" />
        <RouterLink v-if="!isAway" :to="{ name: 'shelf' }" class="btn btn-primary">Open the shelf</RouterLink>
      </div>
      <p v-else-if="data?.nearest" class="far">{{ data.nearest }}</p>
      <WorkLine
        :busy="isFetching && (old || !data)"
        :words="old ? 'Working out other recipes' : 'Working out what to pour'"
        :old="old"
        :stopped="work.stopped.value"
        @stop="work.stop"
        @again="work.again"
      />
      <p class="visually-hidden" role="status">{{ ready }}</p>
      <RecipeRows
        v-if="data"
        :chosen="chosen"
        :rows="rows"
        :by-hand="byHand"
        :target-hex="data.target_hex"
        :target-name="target.title"
        :light-titles="titles"
        :old="old"
        :busy="isFetching"
        @update:chosen="pick"
      />
      <ExplanationPanel
        v-if="asking && inHand"
        :recipe="inHand"
        :target-id="target.id"
        :wrong="handWrong"
        @parts="hand.set"
      />
      <BesidePanel v-if="beside && inHand" :first="beside" :second="inHand" :target-id="target.id" />
      <div v-if="data" class="foot">
        <BButton variant="outline-secondary" :aria-pressed="all" @click="all = !all">{{
          all ? 'Show the best of each' : 'Show all recipes'
        }}</BButton>
        <BButton
          variant="outline-secondary"
          :aria-expanded="asking"
          :disabled="!inHand"
          @click="asking = !asking"
          >Explain, change by hand</BButton
        >
        <BButton v-if="canUndo" variant="outline-secondary" @click="hand.undo"
          >Undo the change by hand</BButton
        >
        <BButton
          variant="outline-secondary"
          :aria-pressed="beside !== undefined"
          :disabled="!inHand"
          @click="layAside"
          >{{ beside ? 'Stop comparing' : 'Compare with another' }}</BButton
        >
        <BButton variant="primary" class="keep" :disabled="rows.length === 0" @click="keepChosen"
          >Keep as a jug</BButton
        >
      </div>
      <DifferenceKey v-if="data" />
      <!-- Below what is pressed: it comes later, and would push it away from under the finger. -->
      <TellingSwatch v-if="inHand" :recipe="inHand" />
    </template>
    <MoreWays v-if="over || data || error" :over="over" :target-id="target.id" />
  </div>
  <p v-else-if="!job" role="status">Opening the job…</p>
  <div v-else class="nothing-yet">
    <InkSign name="mingle" />
    <h1>What do I pour?</h1>
    <p>First catch the colour you want, from a photo. Then its recipes stand here.</p>
    <RouterLink :to="{ name: 'catch' }" class="btn btn-primary">Catch a colour</RouterLink>
    <MoreWays over="" />
  </div>
</template>

<style scoped>
.place {
  min-height: 100%;
  display: flex;
  flex-direction: column;
  gap: var(--space-m);
}

.ask {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  align-items: center;
  gap: var(--space-m) var(--space-l);
}

h1 :deep(select) {
  display: inline-block;
  width: auto;
  border-radius: 0;
  font: inherit;
  letter-spacing: inherit;
  color: inherit;
  border: 0;
  border-bottom: var(--line-heavy) solid var(--ink);
  background: none;
  padding: 0 var(--space-hair);
  margin: 0 var(--space-xs) 0 var(--space-s);
  max-width: 52vw;
  field-sizing: content;
}

h1 :deep(option) {
  font: var(--type-body) var(--bs-body-font-family);
  background: var(--sheet);
}

.far {
  margin: 0;
  border-left: var(--line-heavy) solid var(--ink);
  padding-left: var(--space-m);
  font-weight: 600;
}

.foot {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  justify-content: space-between;
  gap: var(--space-m);
}

.keep {
  min-width: 216px;
}
</style>
