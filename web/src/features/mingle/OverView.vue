<script setup lang="ts">
import { computed, ref, watch } from 'vue'

import { isAway } from '../../api/reach'
import type { Schemas } from '../../api/client'
import DifferenceKey from '../../shared/DifferenceKey.vue'
import ErrorLine from '../../shared/ErrorLine.vue'
import { preferences } from '../../shared/preferences'
import RecipeRow from '../../shared/RecipeRow.vue'
import { useJob, useLights } from '../../shared/useJob'
import { useMixes } from '../../shared/useMixes'
import FaceSwitch from './FaceSwitch.vue'
import { useRecipes } from './useRecipes'
import { useWayByHand, useWays, type Way } from './useWays'
import WorkLine from '../../shared/WorkLine.vue'
import WayByHand from './WayByHand.vue'
import WayNotes from './WayNotes.vue'
import WayRow from './WayRow.vue'

/** A colour over a ground: the ways to lay it so that it is seen through, and solid paint as the honest other. */
const { target, over } = defineProps<{ target: Schemas['TargetOut']; over: string }>()
const emit = defineEmits<{ solid: []; laid: [laid: { coats: number; spread_rate: number } | undefined] }>()
const { id } = useJob()
const { data: lights } = useLights()
const { keepWay } = useMixes()
const titles = computed(() =>
  Object.fromEntries((lights.value ?? []).map((light) => [light.name, light.title])),
)
const { data, error, isFetching, isPlaceholderData, work } = useWays(
  () => target.id,
  () => over,
)
const { data: solid } = useRecipes(() => target.id)
const paint = computed(() => solid.value?.recipes.reduce((a, b) => (b.expected < a.expected - 0.2 ? b : a)))

const chosen = ref(0)
const all = ref(false)
const face = ref<'dry' | 'wet' | 'sealed'>('dry')
const asking = ref(false)
const hand = useWayByHand(
  () => id.value,
  () => target.id,
  () => over,
)
/** The best of each kind first; the others unfold. */
const ways = computed(() => {
  const found = data.value?.ways ?? []
  return all.value
    ? found
    : found.filter((way, at) => found.findIndex((one) => one.title === way.title) === at)
})
/** With a place after the last, where solid paint may stand. */
const rows = computed<(Way | undefined)[]>(() => [...ways.value, undefined])
/** Where solid paint stands among them, by what is likely. */
const paintAt = computed(() => {
  const nearer = rows.value.findIndex((way) => way && (paint.value?.expected ?? 99) < way.expected)
  return nearer < 0 ? rows.value.length - 1 : nearer
})
const inHand = computed<Way | undefined>(() => hand.changed.value ?? rows.value[chosen.value])
/** How the film that takes most of what is poured is laid. */
watch(
  inHand,
  (way) => {
    const films = way?.steps.map((step) => ({ coats: step.laid.coats, spread_rate: step.spread_rate })) ?? []
    emit('laid', films.sort((a, b) => b.coats / b.spread_rate - a.coats / a.spread_rate)[0])
  },
  { immediate: true },
)
watch([() => target.id, () => over, all], () => {
  chosen.value = 0
  hand.forget()
})

function pick(at: number) {
  if (at !== chosen.value) hand.forget()
  chosen.value = at
}

function keep() {
  if (id.value === undefined || !inHand.value) return
  void keepWay(id.value, target, inHand.value)
}
</script>

<template>
  <div class="over">
    <div class="head">
      <FaceSwitch v-model="face" />
    </div>
    <div v-if="error">
      <ErrorLine :error="error" />
      <RouterLink v-if="!isAway" :to="{ name: 'shelf' }" class="btn btn-primary">Open the shelf</RouterLink>
    </div>
    <p v-if="data?.reach" class="far">{{ data.reach }}</p>
    <WorkLine
      :busy="isFetching && (isPlaceholderData || !data)"
      words="Working out what to lay over it"
      :old="isPlaceholderData"
      :stopped="work.stopped.value"
      @stop="work.stop"
      @again="work.again"
    />
    <fieldset v-if="data" class="mat rows" :class="{ old: isPlaceholderData }" :aria-busy="isFetching">
      <legend class="visually-hidden">Ways over {{ data.ground.name }}, likeliest first</legend>
      <template v-for="(way, at) in rows" :key="at">
        <div v-if="paint && solid && at === paintAt" class="solid">
          <h2>Solid paint: the {{ data.ground.takes ? 'wood' : 'ground' }} is gone</h2>
          <RecipeRow
            :recipe="paint"
            :target="solid.target_hex"
            :target-name="target.title"
            :light-titles="titles"
          />
          <BButton variant="outline-secondary" size="sm" @click="emit('solid')">Look at solid paint</BButton>
        </div>
        <label v-if="way" :class="{ chosen: at === chosen }">
          <input
            class="visually-hidden"
            type="radio"
            name="way"
            :value="at"
            :checked="at === chosen"
            @change="pick(at)"
          />
          <WayRow
            :way="at === chosen && hand.changed.value ? hand.changed.value : way"
            :ground="data.ground"
            :target="data.target_hex"
            :target-name="target.title"
            :face="face"
            :light-titles="titles"
          />
        </label>
      </template>
    </fieldset>
    <WayByHand
      v-if="asking && inHand && data"
      :way="inHand"
      :films="hand.films.value"
      :takes="data.ground.takes"
      :wrong="hand.wrong.value"
      @set="hand.set"
    >
      <WayRow
        class="mat"
        :way="inHand"
        :ground="data.ground"
        :target="data.target_hex"
        :target-name="target.title"
        :face="face"
        :light-titles="titles"
      />
    </WayByHand>
    <WayNotes v-if="inHand" :way="inHand" :takes="data?.ground.takes === true" />
    <div v-if="data" class="foot">
      <BButton variant="outline-secondary" :aria-pressed="all" @click="all = !all">{{
        all ? 'Show the best of each' : 'Show all ways'
      }}</BButton>
      <BButton
        variant="outline-secondary"
        :aria-expanded="asking"
        :disabled="!inHand"
        @click="asking = !asking"
        >Change by hand</BButton
      >
      <BButton v-if="hand.changed.value" variant="outline-secondary" @click="hand.forget"
        >Undo the change by hand</BButton
      >
      <slot />
      <BButton variant="primary" class="keep" :disabled="!inHand" @click="keep">{{
        (inHand?.steps.length ?? 1) > 1 ? 'Keep as two jugs' : 'Keep as a jug'
      }}</BButton>
    </div>
    <DifferenceKey v-if="data" />
    <p v-if="preferences.mostTins > 3 && data" class="soft">
      A film takes up to 3 tins beside what carries it.
    </p>
  </div>
</template>

<style scoped>
.over {
  display: flex;
  flex-direction: column;
  gap: var(--space-m);
}

.head {
  display: flex;
  justify-content: flex-end;
}

.rows {
  display: flex;
  flex-direction: column;
  overflow: hidden;
}

.rows label {
  cursor: pointer;
  border-bottom: var(--line-thin) solid var(--mat-line);
}

.rows label.chosen {
  box-shadow: inset 6px 0 0 #1b1b1b;
  background: rgb(255 255 255 / 22%);
}

.rows label:has(:focus-visible) {
  outline: 3px solid #000;
  outline-offset: -4px;
}

.solid {
  border-bottom: var(--line-thin) solid var(--mat-line);
  padding-bottom: var(--space-m);
}

.solid h2 {
  padding: var(--space-m) var(--space-l) 0;
}

.solid .btn {
  margin-left: var(--space-l);
}

.rows.old {
  opacity: 0.72;
}

.far {
  margin: 0;
  font-weight: 600;
}

.far {
  border-left: var(--line-heavy) solid var(--ink);
  padding-left: var(--space-m);
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
