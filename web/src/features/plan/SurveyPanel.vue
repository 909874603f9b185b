<script setup lang="ts">
import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, ref, watch } from 'vue'

import { api, type Schemas, unwrap } from '../../api/client'
import { note } from '../../api/versions'
import ErrorLine from '../../shared/ErrorLine.vue'
import { sayWrong } from '../../shared/useNotice'
import { versioned } from '../../shared/versioned'

/** What a piece is before anything is done, in two minutes: damage, layers, what stays, what can hurt. */
const { jobId } = defineProps<{ jobId: number }>()
const emit = defineEmits<{ kept: [] }>()
const queries = useQueryClient()
const { data, error } = useQuery({
  queryKey: computed(() => ['surveys', jobId]),
  queryFn: async () => {
    const now = unwrap(await api.GET('/api/jobs/{job_id}/surveys', { params: { path: { job_id: jobId } } }))
    for (const one of now.pieces) note('piece', one.piece, one.version)
    return now
  },
})
const chosen = ref<number>()
const piece = computed(
  () => data.value?.pieces.find((one) => one.piece === chosen.value) ?? data.value?.pieces[0],
)
const part = ref('')
const draft = ref<Schemas['SurveyIn']>()
/** How many changes of it are on their way: what is shown follows what is kept when none is. */
const writing = ref(0)
watch(
  [piece, writing],
  ([now], [before]) => {
    if (!now || (writing.value > 0 && now.piece === before?.piece)) return
    if (now.piece !== before?.piece) part.value = ''
    draft.value = JSON.parse(JSON.stringify(now.survey)) as Schemas['SurveyIn']
  },
  { immediate: true },
)
type Part = Schemas['PartSurveyIn']
const seen = computed<Part>(
  () => draft.value?.parts[part.value] ?? { damage: [], layers: null, treatment: '' },
)
const partName = computed(() => piece.value?.parts.find((one) => one.key === part.value)?.title ?? '')

function setPart(change: Partial<Part>) {
  if (!draft.value) return
  draft.value.parts = { ...draft.value.parts, [part.value]: { ...seen.value, ...change } }
  void keep()
}

function toggle<T extends string>(list: T[] | undefined, key: string, on: boolean): T[] {
  const rest = (list ?? []).filter((one) => one !== key)
  return on ? [...rest, key as T] : rest
}

async function keep() {
  if (!piece.value || !draft.value) return
  writing.value += 1
  try {
    const { piece: id, name } = piece.value
    const params = { path: { piece_id: id } }
    const body = draft.value
    await versioned(
      'piece',
      id,
      `What is said of ${name}`,
      async (headers) => unwrap(await api.PUT('/api/pieces/{piece_id}/survey', { params, body, headers })),
      () => queries.invalidateQueries({ queryKey: ['surveys'] }),
    )
    emit('kept')
  } catch (problem) {
    sayWrong(problem)
  } finally {
    writing.value -= 1
  }
}

function layers(text: string) {
  const said = text.trim()
  const unknown = said === ''
  if (!unknown && !/^\d{1,2}$/.test(said)) {
    sayWrong(new Error('Give a whole number of coats, or nothing where you do not know.'))
    return
  }
  setPart({ layers: unknown ? null : Number(said) })
}
</script>

<template>
  <div class="survey">
    <ErrorLine v-if="error" :error="error" />
    <p v-if="data?.pieces.length === 0">
      There is no piece yet. <RouterLink :to="{ name: 'piece' }">Add one in Piece</RouterLink>: what it is
      made of and how old it is stands there.
    </p>
    <template v-if="data && piece && draft">
      <div class="which" role="group" aria-label="Piece">
        <BButton
          v-for="one in data.pieces"
          :key="one.piece"
          :variant="one.piece === piece.piece ? 'primary' : 'outline-secondary'"
          :aria-pressed="one.piece === piece.piece"
          size="sm"
          @click="chosen = one.piece"
          >{{ one.name }}{{ one.surveyed ? '' : ' ·'
          }}<span v-if="!one.surveyed" class="visually-hidden"> not looked over yet</span></BButton
        >
      </div>
      <div class="columns">
        <fieldset>
          <legend>What is wrong with it</legend>
          <label class="field"
            >Where
            <BFormSelect v-model="part">
              <option v-for="one in piece.parts" :key="one.key" :value="one.key">{{ one.title }}</option>
            </BFormSelect>
          </label>
          <BFormCheckbox
            v-for="one in data.damage"
            :key="one.key"
            :model-value="seen.damage?.includes(one.key as 'dents')"
            @update:model-value="setPart({ damage: toggle(seen.damage, one.key, $event === true) })"
            >{{ one.title }}</BFormCheckbox
          >
          <label class="field"
            >Old coats believed to lie on {{ partName }}
            <BFormInput
              :model-value="seen.layers?.toString() ?? ''"
              inputmode="numeric"
              placeholder="I don't know"
              @change="layers(($event.target as HTMLInputElement).value)"
            />
          </label>
          <label class="field"
            >What becomes of them
            <BFormSelect
              :model-value="seen.treatment"
              @update:model-value="setPart({ treatment: $event as '' })"
            >
              <option v-for="one in data.treatments" :key="one.key" :value="one.key">{{ one.title }}</option>
            </BFormSelect>
          </label>
        </fieldset>
        <fieldset>
          <legend>In it, or on it</legend>
          <BFormCheckbox
            v-for="one in data.causes"
            :key="one.key"
            :model-value="draft.causes?.includes(one.key as 'glass')"
            @update:model-value="((draft.causes = toggle(draft.causes, one.key, $event === true)), keep())"
            >{{ one.title }}</BFormCheckbox
          >
          <label v-if="piece.old_paint || draft.lead !== 'unknown'" class="field"
            >Lead in its old paint
            <BFormSelect v-model="draft.lead" @update:model-value="keep()">
              <option v-for="one in data.lead" :key="one.key" :value="one.key">{{ one.title }}</option>
            </BFormSelect>
          </label>
          <label class="field"
            >Its insides
            <BFormSelect v-model="draft.interiors" @update:model-value="keep()">
              <option value="">leave them</option>
              <option value="line">line the drawers</option>
              <option value="feed">feed bare wood with butter</option>
            </BFormSelect>
          </label>
          <BFormCheckbox v-model="draft.deliver" @update:model-value="keep()"
            >it goes to somebody else</BFormCheckbox
          >
        </fieldset>
        <fieldset>
          <legend>I don't know…</legend>
          <template v-for="one in data.tests" :key="one.key">
            <BFormCheckbox
              :model-value="draft.unknown?.includes(one.key as 'wax')"
              @update:model-value="
                ((draft.unknown = toggle(draft.unknown, one.key, $event === true)), keep())
              "
              >{{ one.title.replace('?', '') }}</BFormCheckbox
            >
            <p v-if="draft.unknown?.includes(one.key as 'wax')" class="soft">
              {{ one.test }} <b>Meanwhile:</b> {{ one.meanwhile }}
            </p>
          </template>
        </fieldset>
      </div>
      <div v-if="!piece.surveyed">
        <BButton variant="primary" @click="keep()"
          >Nothing more to see: {{ piece.name }} is looked over</BButton
        >
      </div>
    </template>
  </div>
</template>

<style scoped>
.survey,
fieldset {
  display: grid;
  gap: var(--space-s);
  align-content: start;
}

.which {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-s);
}

.columns {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(240px, 100%), 1fr));
  gap: var(--space-l) var(--space-xl);
}

legend {
  font-family: var(--said);
  font-size: var(--type-body);
  font-weight: 700;
}

.field {
  display: grid;
  gap: var(--space-hair);
  font-size: var(--type-small);
}

p {
  margin: 0;
  font-size: var(--type-small);
}
</style>
