<script setup lang="ts">
import { keepPreviousData, useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, ref } from 'vue'

import { api, type Schemas, unwrap } from '../../api/client'
import ErrorLine from '../../shared/ErrorLine.vue'
import GroundChoice from '../../shared/GroundChoice.vue'
import { readWithin } from '../../shared/say/numbers'
import { preferences } from '../../shared/preferences'
import { useJob } from '../../shared/useJob'
import { useMixes } from '../../shared/useMixes'
import { say, sayWrong } from '../../shared/useNotice'
import { useShelf } from '../../shared/useShelf'
import WoodGrain from '../../shared/WoodGrain.vue'
import FindSelect from '../../shared/FindSelect.vue'

/** A preparation of one's own: any tins by their parts, laid as one of the films or built up until it hides. */
type Kind = Schemas['OverFilmIn']['kind']
const KINDS: { value: Kind | ''; text: string }[] = [
  { value: '', text: 'paint, until it hides' },
  { value: 'wash', text: 'a wash' },
  { value: 'stain', text: 'a stain' },
  { value: 'paint_stain', text: 'a stain from paint' },
  { value: 'glaze', text: 'a glaze' },
  { value: 'wax', text: 'a wax' },
  { value: 'tinted_oil', text: 'an oil' },
]
const { id } = useJob()
const { data: shelf } = useShelf()
const { keep } = useMixes()
const name = ref('')
/** Paint, until it is said otherwise. */
const kind = ref<Kind | ''>('')
/** The tap runs in every workshop: no tin of water need stand on the shelf. */
const TAP = 'water'
const tap = computed(() => !shelf.value?.some((tin) => tin.key === TAP))
const over = ref('oak')
const rows = ref<{ tin: string; parts: string }[]>([{ tin: '', parts: '1' }])
const typed = computed(() =>
  rows.value
    .filter((row) => row.tin)
    .map((row) => ({ tin: row.tin, parts: readWithin(row.parts, 1, 1000, 'parts').value ?? 0 })),
)
const ready = computed(() => fromTins.value.length > 0 && typed.value.every(({ parts }) => parts >= 1))
const sum = (rows: { parts: number }[]) => rows.reduce((all, { parts }) => all + parts, 0)
const fromTap = computed(() => typed.value.filter(({ tin }) => tap.value && tin === TAP))
const fromTins = computed(() => typed.value.filter((row) => !fromTap.value.includes(row)))
const film = computed(() => ({
  kind: kind.value || 'wash',
  parts: fromTins.value.map(({ tin, parts }): [string, number] => [tin, Math.round(parts)]),
  water: Math.min(10, sum(fromTap.value) / Math.max(1, sum(fromTins.value))),
  wait: kind.value === 'wash' ? 1 / 6 : 5,
  wipe: kind.value === 'wash' ? 0.45 : 1,
  coats: 1,
  prepared: 'as sanded' as const,
}))
const { data, error } = useQuery({
  queryKey: computed(() => ['own', id.value, over.value, film.value, preferences.value.light]),
  enabled: computed(() => ready.value && kind.value !== '' && id.value !== undefined),
  placeholderData: keepPreviousData,
  retry: false,
  queryFn: async () => {
    const { light, unit, tool, batch } = preferences.value
    return unwrap(
      await api.POST('/api/jobs/{job_id}/over/by-hand', {
        params: { path: { job_id: id.value ?? 0 }, query: { light, unit } },
        body: { over: over.value, films: [film.value], target_id: null, tool, batch },
      }),
    )
  },
})

function set(at: number, part: Partial<{ tin: string; parts: string }>) {
  rows.value = rows.value.map((row, n) => (n === at ? { ...row, ...part } : row))
}

const queries = useQueryClient()
const keepingRecipe = ref(false)

/** Keep the roles and parts themselves, to make it of other tins another day. */
async function keepRecipe() {
  keepingRecipe.value = true
  try {
    const { wait, wipe, coats, prepared } = film.value
    const made = unwrap(
      await api.POST('/api/preparations', {
        body: {
          title: name.value.trim(),
          parts: typed.value.map(({ tin, parts }) => ({ material: tin, parts })),
          film: kind.value || null,
          laying: kind.value === '' ? null : { wait, wipe, coats, prepared },
        },
      }),
    )
    say(`${made.title} stands among the preparations.`, async () => {
      unwrap(await api.DELETE('/api/preparations/{key}', { params: { path: { key: made.key } } }))
      await changed()
    })
    await changed()
  } catch (problem) {
    sayWrong(problem)
  } finally {
    keepingRecipe.value = false
  }
}
const changed = () => queries.invalidateQueries({ queryKey: ['shelf', 'preparations'] })

function keepIt() {
  if (id.value === undefined || !ready.value) return
  const { batch, tool } = preferences.value
  const whole = sum(typed.value)
  const first = shelf.value?.find((tin) => tin.key === fromTins.value[0]?.tin)?.name ?? 'my own'
  void keep(id.value, {
    name: name.value.trim() || `Of ${first}`,
    target_id: null,
    batch,
    tool,
    pours: typed.value.map(({ tin, parts }) => ({
      material: tin,
      parts: Math.round(parts),
      ml: (batch * parts) / whole,
    })),
    laid: kind.value === '' ? null : (data.value?.steps[0]?.laid ?? null),
  })
}
</script>

<template>
  <section class="own-parts" aria-label="Your own preparation">
    <div class="choose">
      <label>Its name <BFormInput v-model="name" maxlength="120" placeholder="as you call it" /></label>
      <div v-for="(row, at) in rows" :key="at" class="row-of">
        <label
          >tin
          <FindSelect
            find="a tin"
            :model-value="row.tin"
            @update:model-value="set(at, { tin: String($event) })"
          >
            <option value="">choose…</option>
            <option v-if="tap" :value="TAP">water, from the tap</option>
            <option v-for="tin in shelf" :key="tin.key" :value="tin.key">{{ tin.name }}</option>
          </FindSelect></label
        >
        <label
          >parts
          <BFormInput
            :model-value="row.parts"
            inputmode="numeric"
            @update:model-value="set(at, { parts: String($event) })"
          />
        </label>
      </div>
      <BButton
        v-if="rows.length < 5"
        variant="plain"
        class="link"
        @click="rows = [...rows, { tin: '', parts: '1' }]"
        >one more tin</BButton
      >
      <label>laid as <BFormSelect v-model="kind" :options="KINDS" /></label>
      <label v-if="kind">over <GroundChoice v-model="over" own jugs /></label>
    </div>
    <div class="says">
      <ErrorLine v-if="error && kind" :error="error" />
      <template v-else-if="data && kind && ready">
        <WoodGrain :fields="[{ name: 'one coat', tones: data.streaks.dry }]" />
        <p>{{ data.change }}</p>
      </template>
      <p class="soft">No figure is agreed for how long it keeps: mix for the job.</p>
      <div class="keep-both">
        <BButton variant="primary" :disabled="!ready || (kind !== '' && !data)" @click="keepIt"
          >Keep it as a jug</BButton
        >
        <BButton
          variant="outline-secondary"
          :disabled="!ready || !name.trim() || keepingRecipe"
          :title="name.trim() ? undefined : 'give it a name first'"
          @click="keepRecipe"
          >Keep it among the preparations</BButton
        >
      </div>
    </div>
  </section>
</template>

<style scoped>
.own-parts {
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
  justify-items: stretch;
}

.row-of {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 84px;
  gap: var(--space-s);
}

.keep-both {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-m);
}

p {
  margin: 0;
}

@media (max-width: 860px) {
  .own-parts {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
