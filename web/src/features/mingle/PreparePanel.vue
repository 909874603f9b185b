<script setup lang="ts">
import { keepPreviousData, useQuery } from '@tanstack/vue-query'
import { computed, ref, watch } from 'vue'

import { api, unwrap } from '../../api/client'
import ErrorLine from '../../shared/ErrorLine.vue'
import GroundChoice from '../../shared/GroundChoice.vue'
import { readWithin } from '../../shared/say/numbers'
import { preferences } from '../../shared/preferences'
import { useJob } from '../../shared/useJob'
import { sizeOf, useMeasuring } from '../../shared/useMeasuring'
import { useMixes } from '../../shared/useMixes'
import { useShelf } from '../../shared/useShelf'
import OwnPreparation from './OwnPreparation.vue'
import PreparedSays from './PreparedSays.vue'
import FindSelect from '../../shared/FindSelect.vue'

/** Washes, waxes and the like: a part of this to a part of that, at any size; what it does; kept as a jug. */
const { data: all } = useQuery({
  queryKey: ['shelf', 'preparations'],
  queryFn: async () => unwrap(await api.GET('/api/preparations')),
})
const { data: shelf } = useShelf()
const { id, job } = useJob()
const { sizes, inSize, known: measuring } = useMeasuring()
const { keep } = useMixes()
const nameOf = (key: string) =>
  job.value?.mixes.find(
    ({ id, poured }) => key === `mix:${id.toString()}` || key === `batch:${(poured ?? 0).toString()}`,
  )?.name ??
  shelf.value?.find((tin) => tin.key === key)?.name ??
  key
/** What was poured, and something of it may be left. */
const poured = computed(() => (job.value?.mixes ?? []).filter((mix) => mix.poured != null))
const chosen = ref('wash')
const cast = ref<Record<string, string>>({})
const parts = ref<Record<string, string>>({})
const ground = ref('oak')
const amount = ref(preferences.value.batch.toString())
const size = ref('ml')
const of = ref('')
watch(
  measuring,
  () => {
    size.value = sizeOf(preferences.value.unit)
    amount.value = inSize(preferences.value.batch, size.value)
  },
  { immediate: true },
)
const one = computed(() => all.value?.find((known) => known.key === chosen.value))
const missing = computed(
  () => one.value?.roles.filter((role) => !role.at_hand && !cast.value[role.key]) ?? [],
)
watch(
  one,
  (now) => {
    const before = cast.value
    cast.value = Object.fromEntries(
      (now?.roles ?? []).flatMap((role) => {
        const tin =
          role.tins.find((key) => key === before[role.key]) ??
          role.tins[0] ??
          (role.tap ? 'water' : undefined)
        return tin ? [[role.key, tin]] : []
      }),
    )
    parts.value = Object.fromEntries((now?.roles ?? []).map((role) => [role.key, role.parts.toString()]))
    of.value = ''
  },
  { immediate: true },
)

const typed = computed(() => {
  const much = readWithin(amount.value, 0.01, 20_000, '')
  const shares = Object.entries(parts.value).map(
    ([key, text]) => [key, readWithin(text, 0.01, 1000, 'parts')] as const,
  )
  const wrong = much.ask ?? shares.find(([, share]) => share.ask)?.[1].ask ?? ''
  return {
    wrong,
    batch: much.value ?? 0,
    parts: Object.fromEntries(shares.map(([key, { value = 1 }]) => [key, value])),
  }
})
const ready = computed(() => one.value !== undefined && missing.value.length === 0 && !typed.value.wrong)
const asked = computed(() => ({
  cast: cast.value,
  parts: typed.value.parts,
  batch: typed.value.batch,
  size: size.value as 'ml',
  of: of.value || null,
  ground: ground.value,
  job_id: id.value ?? null,
}))
const { data, error } = useQuery({
  queryKey: computed(() => [
    'prepared',
    chosen.value,
    asked.value,
    preferences.value.light,
    preferences.value.unit,
  ]),
  enabled: ready,
  placeholderData: keepPreviousData,
  retry: false,
  queryFn: async () =>
    unwrap(
      await api.POST('/api/preparations/{key}', {
        params: {
          path: { key: chosen.value },
          query: { light: preferences.value.light, unit: preferences.value.unit },
        },
        body: asked.value,
      }),
    ),
})

/** Whether anything but water is poured from a tin. */
const pourable = computed(
  () => data.value?.pours.some((pour) => pour.material && pour.material !== 'water') ?? false,
)

function makeThatMuch(ml: number) {
  amount.value = inSize(ml, size.value)
  of.value = ''
}

function keepIt() {
  if (!data.value || !one.value || id.value === undefined) return
  const pours = data.value.pours.flatMap(({ material, parts: share, ml }) =>
    material ? [{ material, parts: share, ml: Math.max(ml, 0.01) }] : [],
  )
  // It is called by its paint; what has none by the first that is no water.
  const tins = one.value.roles.filter((role) => !role.loose && !role.tap)
  const first = tins.find((role) => role.key === 'paint') ?? tins[0]
  const colour = first ? nameOf(cast.value[first.key] ?? '') : ''
  void keep(id.value, {
    name: `${one.value.title.split(',')[0] ?? ''} of ${colour}`,
    target_id: null,
    batch: pours.reduce((sum, pour) => sum + pour.ml, 0),
    tool: 'parts',
    pours,
    laid: data.value.laid ?? null,
    from_batches: data.value.from_batches.map(({ batch_id, ml }) => ({ batch_id, ml })),
  })
}
</script>

<template>
  <section class="prepare" aria-label="Standard preparations">
    <div class="choose">
      <label
        >Preparation
        <BFormSelect v-model="chosen">
          <option v-for="known in all?.filter((each) => !each.own)" :key="known.key" :value="known.key">
            {{ known.title }}
          </option>
          <optgroup v-if="all?.some((each) => each.own)" label="your own">
            <option v-for="known in all.filter((each) => each.own)" :key="known.key" :value="known.key">
              {{ known.title }}
            </option>
          </optgroup>
        </BFormSelect></label
      >
      <template v-if="one">
        <div v-for="role in one.roles" :key="role.key" class="role">
          <label v-if="role.tins.length > 0 || !role.at_hand"
            >{{ role.title }}
            <FindSelect v-model="cast[role.key]" find="a tin or a jug">
              <option v-for="tin in role.tins" :key="tin" :value="tin">{{ nameOf(tin) }}</option>
              <optgroup v-if="job?.mixes.length" label="a jug of this job">
                <option v-for="mix in job.mixes" :key="mix.id" :value="`mix:${mix.id}`">
                  {{ mix.name }}
                </option>
              </optgroup>
              <optgroup v-if="poured.length" label="what is left of a jug">
                <option v-for="mix in poured" :key="mix.id" :value="`batch:${mix.poured}`">
                  left: {{ mix.name }}
                </option>
              </optgroup>
            </FindSelect></label
          >
          <span v-else class="loose">{{ role.tap ? `${role.title}, from the tap` : role.title }}</span>
          <label class="parts"
            >parts
            <BFormInput
              v-model="parts[role.key]"
              inputmode="decimal"
              :aria-label="`parts of ${role.title}`"
            />
          </label>
        </div>
        <div class="size">
          <label>make <BFormInput v-model="amount" inputmode="decimal" /></label>
          <label
            ><span class="visually-hidden">unit</span><BFormSelect v-model="size" :options="sizes"
          /></label>
          <label
            >of
            <BFormSelect v-model="of">
              <option value="">all of it</option>
              <option v-for="role in one.roles" :key="role.key" :value="role.key">{{ role.title }}</option>
            </BFormSelect></label
          >
        </div>
        <label>over <GroundChoice v-model="ground" own jugs /></label>
      </template>
    </div>
    <div v-if="one" class="says">
      <p v-if="missing.length > 0" class="wrong" role="alert">
        There is no {{ missing.map((role) => role.title).join(' and no ') }} on the shelf: add it there.
      </p>
      <p v-else-if="typed.wrong" class="wrong" role="alert">{{ typed.wrong }}</p>
      <template v-else-if="data">
        <PreparedSays :preparation="one" :made="data" @much="makeThatMuch" />
        <div>
          <BButton v-if="one.keepable && pourable" variant="primary" @click="keepIt"
            >Keep it as a jug</BButton
          >
          <p v-else-if="one.keepable">
            A jug is poured from tins: put one of its tins on the shelf to keep it as one.
          </p>
          <OwnPreparation v-if="one.own" :key="one.key" :one="one" @removed="chosen = 'wash'" />
        </div>
      </template>
      <ErrorLine v-if="error" :error="error" />
    </div>
  </section>
</template>

<style scoped>
.prepare {
  display: grid;
  grid-template-columns: minmax(200px, 0.8fr) minmax(0, 1.3fr);
  gap: var(--space-xl);
  padding: var(--space-l) var(--space-l);
  background: var(--sheet);
  border-radius: var(--round-l);
}

.choose,
.says {
  display: grid;
  gap: var(--space-s);
  align-content: start;
}

.role {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 84px;
  gap: var(--space-s);
  align-items: end;
}

.loose {
  align-self: center;
}

.size {
  display: grid;
  grid-template-columns: 92px minmax(0, 1fr) minmax(0, 1fr);
  gap: var(--space-s);
  align-items: end;
}

p {
  margin: 0;
}

@media (max-width: 860px) {
  .prepare {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
