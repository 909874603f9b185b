<script setup lang="ts">
import { computed, ref, watch } from 'vue'

import type { Colour } from '../../api/client'
import { useJob } from '../useJob'
import { useShelf } from '../useShelf'
import FindSelect from '../FindSelect.vue'

/** A colour from another: a kept one, a mix, a tin; between two; or steps from one. */
const colour = defineModel<Colour | undefined>('colour', { required: true })
const { job } = useJob()
const { data: shelf } = useShelf()

interface Known {
  id: string
  title: string
  hex: string
  colour: Colour
}
const groups = computed<{ title: string; known: Known[] }[]>(() => [
  {
    title: 'Kept colours',
    known: (job.value?.targets ?? []).map((one) => ({
      id: `t${one.id.toString()}`,
      title: one.title,
      hex: one.hex,
      colour: { source: 'target', target_id: one.id },
    })),
  },
  {
    title: 'Mixes',
    known: (job.value?.mixes ?? []).map((one) => ({
      id: `m${one.id.toString()}`,
      title: one.over ? `${one.name}, over ${one.over}` : one.name,
      hex: one.recipe.hex,
      colour: { source: 'mix', mix_id: one.id },
    })),
  },
  {
    title: 'Tins',
    known: (shelf.value ?? []).flatMap((one) =>
      one.hex
        ? [
            {
              id: `p-${one.key}`,
              title: one.name,
              hex: one.hex,
              colour: { source: 'material' as const, key: one.key },
            },
          ]
        : [],
    ),
  },
])
const all = computed(() => groups.value.flatMap((group) => group.known))
const first = ref('')
const second = ref('')
const share = ref(50)
const pairs = [
  ['darker', 'lighter'],
  ['cooler', 'warmer'],
  ['greyer', 'clearer'],
] as const
const moved = ref([0, 0, 0])

watch(
  [first, second, share, moved, all],
  () => {
    const one = all.value.find((known) => known.id === first.value)?.colour
    const other = all.value.find((known) => known.id === second.value)?.colour
    if (!one) {
      colour.value = undefined
      return
    }
    const base: Colour = other
      ? { source: 'between', first: one, second: other, share: share.value / 100 }
      : one
    const steps = Object.fromEntries(
      pairs.flatMap(([less, more], at) => {
        const by = moved.value[at] ?? 0
        return by === 0 ? [] : [[by < 0 ? less : more, Math.abs(by)]]
      }),
    )
    colour.value =
      Object.keys(steps).length > 0 ? ({ source: 'stepped', of: base, ...steps } as Colour) : base
  },
  { deep: true },
)
</script>

<template>
  <div class="others">
    <label>
      From
      <FindSelect v-model="first" find="a tin or a colour">
        <option value="">choose a colour…</option>
        <optgroup v-for="group in groups" :key="group.title" :label="group.title">
          <option v-for="one in group.known" :key="one.id" :value="one.id">{{ one.title }}</option>
        </optgroup>
      </FindSelect>
    </label>
    <label>
      towards
      <FindSelect v-model="second" find="a tin or a colour">
        <option value="">nothing: just that one</option>
        <optgroup v-for="group in groups" :key="group.title" :label="group.title">
          <option v-for="one in group.known" :key="one.id" :value="one.id">{{ one.title }}</option>
        </optgroup>
      </FindSelect>
    </label>
    <label v-if="second">
      how far: {{ share }} %
      <BFormInput v-model.number="share" type="range" min="0" max="100" />
    </label>
    <fieldset :disabled="!first">
      <legend>and then, in steps that the eye can just tell</legend>
      <label v-for="([less, more], at) in pairs" :key="less" class="step">
        <span>{{ less }}</span>
        <BFormInput
          v-model.number="moved[at]"
          type="range"
          min="-10"
          max="10"
          step="1"
          :aria-label="`${less} to ${more}`"
          :aria-valuetext="`${Math.abs(moved[at] ?? 0).toString()} steps ${(moved[at] ?? 0) < 0 ? less : more}`"
        />
        <span>{{ more }}</span>
      </label>
    </fieldset>
  </div>
</template>

<style scoped>
.others {
  display: grid;
  gap: var(--space-m);
  align-content: start;
  max-width: 460px;
}

.others > label {
  display: grid;
  gap: var(--space-xs);
}

legend {
  font-size: var(--type-body);
}

.step {
  display: grid;
  grid-template-columns: 64px 1fr 64px;
  gap: var(--space-m);
  align-items: center;
  min-height: 40px;
}

.step span:first-child {
  text-align: right;
}
</style>
