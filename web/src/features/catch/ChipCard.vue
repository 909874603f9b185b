<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed, ref, watch } from 'vue'

import { wordsOf } from '../../api/reach'
import { api, type Colour, type Schemas, unwrap } from '../../api/client'
import FoldOut from '../../shared/FoldOut.vue'
import { sayPlaces } from '../../shared/say/numbers'

const { chip, wrong, keep, targets } = defineProps<{
  chip: Schemas['LookedOut'] | undefined
  wrong: string
  hint: string
  keep: (name: string, tolerance: number) => Promise<void>
  targets: Schemas['TargetOut'][]
}>()
const background = defineModel<Colour | undefined>('background')

const name = ref('')
const refused = ref('')
const tolerance = ref(2)
const behind = ref('')

watch(
  () => chip?.name,
  () => {
    refused.value = ''
  },
)

/** Floors and walls that a piece often stands against. */
const { data: surroundings } = useQuery({
  queryKey: ['surroundings'],
  staleTime: Infinity,
  queryFn: async () => unwrap(await api.GET('/api/surroundings')),
})

function setBehind() {
  const wall = surroundings.value?.find((known) => known.title === behind.value)
  const target = targets.find((known) => `t${known.id.toString()}` === behind.value)
  background.value = wall
    ? { source: 'text', text: wall.Lab.join(' ') }
    : target
      ? { source: 'target', target_id: target.id }
      : undefined
}

const within = computed(() =>
  tolerance.value <= 1
    ? 'nobody can tell'
    : tolerance.value <= 2
      ? 'only side by side'
      : tolerance.value <= 4
        ? 'close'
        : 'a shade off',
)

async function submit() {
  if (!chip) return
  try {
    await keep(name.value.trim() || chip.name, tolerance.value)
    name.value = ''
    refused.value = ''
  } catch (error) {
    refused.value = wordsOf(error, 'It could not be kept.')
  }
}
</script>

<template>
  <section class="card-of-chip" aria-live="polite">
    <div class="mat bed" :style="chip?.background_hex ? { background: chip.background_hex } : undefined">
      <div v-if="chip" class="chip" data-chip :style="{ background: chip.hex }" />
      <p v-else class="empty">{{ hint }}</p>
    </div>
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <template v-if="chip">
      <h2 class="name">{{ chip.name }}</h2>
      <p class="sure">{{ chip.sureness }}</p>
      <p v-for="warning in chip.warnings" :key="warning" class="warn">{{ warning }}</p>
      <form @submit.prevent="submit">
        <label for="chip-name">Call it</label>
        <BFormInput
          id="chip-name"
          v-model="name"
          :placeholder="chip.name"
          maxlength="120"
          autocomplete="off"
        />
        <p v-if="refused" class="wrong" role="alert">{{ refused }}</p>
        <BButton type="submit" variant="primary">Keep this colour</BButton>
      </form>
      <FoldOut title="Background, how near, numbers">
        <dl>
          <dt>sRGB</dt>
          <dd>{{ chip.daylight_hex }}</dd>
          <dt>Lab</dt>
          <dd>{{ chip.Lab.map((value) => sayPlaces(value, 1)).join(' · ') }}</dd>
        </dl>
        <label class="line">
          seen against
          <BFormSelect v-model="behind" @update:model-value="setBehind">
            <option value="">a neutral mat</option>
            <option v-for="wall in surroundings" :key="wall.title" :value="wall.title">
              {{ wall.title }}
            </option>
            <option v-for="target in targets" :key="target.id" :value="`t${target.id.toString()}`">
              {{ target.title }}
            </option>
          </BFormSelect>
        </label>
        <label class="line">
          <span>how near it must come: {{ within }}</span>
          <BFormInput v-model.number="tolerance" type="range" min="1" max="6" step="0.5" />
        </label>
      </FoldOut>
    </template>
  </section>
</template>

<style scoped>
.card-of-chip {
  display: flex;
  flex-direction: column;
  gap: var(--space-s);
  min-width: 0;
}

.bed {
  padding: var(--space-xl);
  display: grid;
}

.fold {
  color: var(--soft);
  min-height: 32px;
}

.chip {
  height: 132px;
  border-radius: var(--round-m);
}

.empty {
  margin: 0;
  min-height: 132px;
  display: grid;
  align-items: center;
  font: 600 var(--type-lead)/1.35 var(--said);
}

.name::first-letter {
  text-transform: uppercase;
}

p {
  margin: 0;
}

.warn {
  border-left: var(--line-heavy) solid var(--ink);
  padding-left: var(--space-s);
  font-size: var(--type-small);
}

dl {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: var(--space-hair) var(--space-m);
  margin: 0;
  font-size: var(--type-small);
}

dt {
  font-weight: 400;
  color: var(--soft);
}

dd {
  margin: 0;
  font-variant-numeric: tabular-nums;
}

.line {
  display: grid;
  gap: var(--space-hair);
  font-size: var(--type-small);
  margin: 0;
}

form {
  display: grid;
  gap: var(--space-s);
  margin-top: var(--space-xs);
}
</style>
