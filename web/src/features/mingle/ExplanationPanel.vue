<script setup lang="ts">
import { keepPreviousData, useQuery } from '@tanstack/vue-query'
import { computed, defineAsyncComponent, ref } from 'vue'

import ErrorLine from '../../shared/ErrorLine.vue'
import { api, type Schemas, unwrap } from '../../api/client'
import GroundChoice from '../../shared/GroundChoice.vue'
import { preferences } from '../../shared/preferences'
import { useLights } from '../../shared/useJob'
import { useSettled } from '../../shared/useWaiting'
import HandJug from './HandJug.vue'
import { sayDifference } from '../../shared/say/numbers'
import RefusedLine from '../../shared/RefusedLine.vue'

/** What lies behind a recipe, one click deeper; and the same recipe by hand. */
const { recipe, targetId, wrong } = defineProps<{
  recipe: Schemas['RecipeOut']
  targetId: number
  wrong: string
}>()
const emit = defineEmits<{ parts: [parts: number[]] }>()
const CurveChart = defineAsyncComponent(() => import('./CurveChart.vue'))
const { data: lights } = useLights()
const titleOf = (name: string) => lights.value?.find((light) => light.name === name)?.title ?? name
const ground = ref('oak')
const pours = useSettled(() => recipe.pours.map(({ material, parts, ml }) => ({ material, parts, ml })))
const ask = () => ({ path: { target_id: targetId }, query: { light: preferences.value.light } })

const { data, error } = useQuery({
  queryKey: computed(() => ['why', targetId, pours.value, ground.value, preferences.value.light]),
  placeholderData: keepPreviousData,
  retry: false,
  queryFn: async () =>
    unwrap(
      await api.POST('/api/targets/{target_id}/why', {
        params: ask(),
        body: { pours: pours.value, tool: preferences.value.tool, ground: ground.value },
      }),
    ),
})

/** The parts to set by hand: a ratio finer than anybody counts is shown as near to it as up to 48 parts come. */
const counted = computed(() => {
  const most = Math.max(...recipe.pours.map((pour) => pour.parts))
  const finer = most > 48 ? most / 48 : 1
  return recipe.pours.map((pour) => ({ ...pour, parts: Math.max(1, Math.round(pour.parts / finer)) }))
})

function setOne(at: number, text: string) {
  const parts = Math.round(Number(text))
  if (parts >= 1 && parts <= 999)
    emit(
      'parts',
      counted.value.map((pour, n) => (n === at ? parts : pour.parts)),
    )
}
</script>

<template>
  <section class="why" aria-label="Why this recipe">
    <ErrorLine v-if="error" :error="error" />
    <div class="hand">
      <h2>By hand</h2>
      <p class="soft">Drag the lines of the jug, or say the parts.</p>
      <div class="both">
        <HandJug :pours="counted" @parts="emit('parts', $event)" />
        <div>
          <label v-for="(pour, at) in counted" :key="pour.material">
            <span class="one-tin"
              ><BFormInput
                type="number"
                min="1"
                max="999"
                :model-value="pour.parts"
                :aria-label="`Parts of ${pour.name}, typed`"
                @change="setOne(at, ($event.target as HTMLInputElement).value)"
              />
              {{ pour.parts === 1 ? 'part' : 'parts' }} {{ pour.name }}
              <small class="soft">{{ pour.words }}</small></span
            >
            <BFormInput
              type="range"
              min="1"
              :max="Math.max(24, pour.parts)"
              step="1"
              :model-value="pour.parts"
              :aria-label="`Parts of ${pour.name}`"
              @input="setOne(at, ($event.target as HTMLInputElement).value)"
            />
          </label>
        </div>
      </div>
      <RefusedLine :words="wrong" />
      <template v-if="data">
        <h2>Order</h2>
        <p>{{ data.order }}</p>
        <h2>One part too much</h2>
        <ul>
          <li v-for="slip in data.slips" :key="slip.name">
            of {{ slip.name }}: as computed, {{ sayDifference(slip.before) }} off becomes
            {{ sayDifference(slip.after) }} off
          </li>
        </ul>
      </template>
    </div>
    <div v-if="data" class="curves">
      <CurveChart :wavelengths="data.wavelengths" :curves="data.curves" />
      <div class="faces mat">
        <span :style="{ background: data.dry_hex }" /><span :style="{ background: data.wet_hex }" /><span
          :style="{ background: data.sealed_hex }"
        />
        <small>dry</small><small>wet</small><small>sealed, satin</small>
      </div>
      <p>
        Over
        <GroundChoice v-model="ground" aria-label="Ground" />
        it hides in <b>{{ data.coats === null ? 'more than 20' : data.coats }}</b>
        {{ data.coats === 1 ? 'coat' : 'coats' }}.
      </p>
      <ul class="lights">
        <li v-for="one in data.differences" :key="one.light">
          {{ titleOf(one.light) }}: {{ one.words }}, {{ sayDifference(one.delta_E) }} off as computed
        </li>
      </ul>
    </div>
  </section>
</template>

<style scoped>
.why {
  display: grid;
  grid-template-columns: minmax(220px, 0.8fr) minmax(0, 1.4fr);
  gap: var(--space-xl);
  padding: var(--space-l) var(--space-l);
  background: var(--sheet);
  border-radius: var(--round-l);
}

h2 {
  font-size: var(--type-body);
  margin: var(--space-s) 0 var(--space-hair);
}

p {
  margin: 0;
}

.hand label {
  display: grid;
}

.both {
  display: grid;
  grid-template-columns: 112px minmax(0, 1fr);
  gap: var(--space-m);
  align-items: start;
}

.one-tin {
  display: flex;
  gap: var(--space-s);
  align-items: center;
}

.one-tin input {
  width: 72px;
}

ul {
  margin: 0;
  padding-left: var(--space-l);
}

.lights {
  columns: 2;
  font-size: var(--type-small);
}

.curves {
  display: grid;
  gap: var(--space-m);
  min-width: 0;
}

.faces {
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  padding: var(--space-m);
}

.faces span {
  height: 46px;
}

.form-select {
  display: inline-block;
  width: auto;
}

@media (max-width: 1000px) {
  .why {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
