<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query'
import { computed, ref, useId } from 'vue'

import { api, type Schemas, unwrap } from '../../../api/client'
import { reach } from '../../../api/reach'
import ErrorLine from '../../../shared/ErrorLine.vue'
import LengthInput from '../../../shared/LengthInput.vue'
import { inOwnWords } from '../../../shared/say/marked'
import SheetModal from '../../../shared/SheetModal.vue'
import WorkLine from '../../../shared/WorkLine.vue'
import { boxOf } from './layouts'
import { pictureOf } from '../../../shared/usePicture'

/** A motif of one's own: from a photo of the job cut as a stencil or printed as it is, from an SVG, or from a file. */
const { job, printed, rights } = defineProps<{
  job: Schemas['JobWholeOut']
  printed: boolean
  rights: string
}>()
const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{ made: [name: string] }>()
const queries = useQueryClient()
const file = useId()
const photo = ref<number | undefined>(job.photos[0]?.id)
const use = ref<'stencil' | 'print'>(printed ? 'print' : 'stencil')
const width = ref(0.2)
const bridge = ref(0.0012)
const gap = ref(0.001)
const kerf = ref(0)
const threshold = ref<number | null>(null)
const inverted = ref(false)
const busy = ref(false)
const error = ref<unknown>()
const made = ref<Schemas['MotifOut']>()
const shown = computed(() => job.photos.find((one) => one.id === photo.value))

async function keep(work: () => Promise<Schemas['MotifOut']>) {
  busy.value = true
  error.value = undefined
  try {
    // What was cut before in this sheet was a try: the newest stands in its place.
    const before = made.value?.id
    made.value = await work()
    if (before != null)
      unwrap(await api.DELETE('/api/motifs/{motif_id}', { params: { path: { motif_id: before } } }))
    await queries.invalidateQueries({ queryKey: ['motifs'] })
    emit('made', made.value.name)
  } catch (problem) {
    error.value = problem
  }
  busy.value = false
}

const params = { path: { job_id: job.id } }
const cut = () =>
  keep(async () =>
    unwrap(
      await api.POST('/api/jobs/{job_id}/motifs/cut', {
        params,
        body: {
          photo_id: photo.value ?? 0,
          use: use.value,
          name: shown.value?.name ?? 'Motif',
          width: width.value,
          threshold: threshold.value,
          inverted: inverted.value,
          bridge: bridge.value,
          gap: gap.value,
          kerf: kerf.value,
        },
      }),
    ),
  )

async function read(event: Event) {
  const chosen = (event.target as HTMLInputElement).files?.[0]
  if (!chosen) return
  const name = chosen.name.replace(/\.[a-z.]+$/i, '').slice(0, 120) || 'Motif'
  await keep(async () => {
    if (chosen.name.toLowerCase().endsWith('.json'))
      return unwrap(
        await api.POST('/api/jobs/{job_id}/motifs/import', {
          params,
          body: JSON.parse(await chosen.text()) as Schemas['MotifFile'],
        }),
      )
    const query = new URLSearchParams({ name, bridge: bridge.value.toString(), gap: gap.value.toString() })
    const answer = await reach(`/api/jobs/${job.id.toString()}/motifs/svg?${query.toString()}`, {
      method: 'POST',
      body: chosen,
    })
    const said = inOwnWords((await answer.json()) as Schemas['MotifOut'] & { detail?: string })
    if (!answer.ok) throw new Error(said.detail ?? 'This drawing could not be read.')
    return said
  })
}
const box = computed(() => (made.value ? boxOf(made.value) : ''))
</script>

<template>
  <SheetModal v-model="open" title="A motif of your own" size="lg" no-footer>
    <div class="cut">
      <p class="soft">{{ rights }}</p>
      <p v-if="job.photos.length === 0">
        There is no photo in this job yet: add one in Catch, then it can be cut here.
      </p>
      <template v-else>
        <div class="two">
          <!-- Its room is kept before it is there: what is pressed below it does not move away. -->
          <img
            v-if="shown"
            :src="pictureOf(shown, 320)"
            :alt="shown.name"
            :width="shown.width"
            :height="shown.height"
          />
          <svg v-if="made?.path" :viewBox="box" role="img" :aria-label="`${made.title}, as it is cut`">
            <path :d="made.path" />
            <line
              v-for="(one, n) in made.bridges"
              :key="n"
              :x1="((one[0] ?? 0) * 1000) / made.width"
              :y1="((one[1] ?? 0) * 1000) / made.width"
              :x2="((one[2] ?? 0) * 1000) / made.width"
              :y2="((one[3] ?? 0) * 1000) / made.width"
            />
          </svg>
        </div>
        <p v-if="made" role="status">
          {{ made.title }} is kept{{
            made.islands > 0
              ? `: ${made.islands.toString()} would have fallen out, held by ${made.bridges.length.toString()} bridges, marked`
              : ''
          }}.
        </p>
        <div class="fields">
          <label
            >photo
            <BFormSelect v-model="photo">
              <option v-for="one in job.photos" :key="one.id" :value="one.id">{{ one.name }}</option>
            </BFormSelect>
          </label>
          <label v-if="printed"
            >as
            <BFormSelect v-model="use">
              <option value="print">a picture, printed at true size</option>
              <option value="stencil">outlines</option>
            </BFormSelect>
          </label>
          <label>wide <LengthInput :metres="width" :least="0.01" :most="3" @keep="width = $event" /></label>
          <template v-if="use === 'stencil'">
            <label
              >cut from this darkness on
              <BFormInput
                type="range"
                min="0.05"
                max="0.95"
                step="0.05"
                :model-value="threshold ?? 0.5"
                :aria-valuetext="
                  threshold === null ? 'as it parts best' : `${Math.round(100 * threshold).toString()} %`
                "
                @update:model-value="threshold = Number($event)"
              />
              <small>{{
                threshold === null ? 'as it parts best' : `${Math.round(100 * threshold)} %`
              }}</small>
            </label>
            <label
              >narrowest bridge
              <LengthInput fine :metres="bridge" :least="0.0002" :most="0.05" @keep="bridge = $event" />
            </label>
            <label
              >narrowest opening
              <LengthInput fine :metres="gap" :least="0.0002" :most="0.05" @keep="gap = $event" />
            </label>
            <label
              >width of the cut
              <LengthInput fine :metres="kerf" :least="0" :most="0.005" @keep="kerf = $event" />
            </label>
            <BFormCheckbox v-model="inverted">cut out what is light</BFormCheckbox>
          </template>
        </div>
        <BButton variant="primary" :disabled="busy || photo === undefined" @click="cut">
          {{ use === 'print' ? 'Keep as a picture' : made ? 'Cut it again' : 'Cut a stencil' }}
        </BButton>
      </template>
      <label :for="file"
        >or a drawing (SVG) or a motif from a file
        <input :id="file" type="file" class="form-control" accept=".svg,image/svg+xml,.json" @change="read" />
      </label>
      <WorkLine :busy="busy" words="Cutting it" firm />
      <ErrorLine v-if="error" :error="error" />
    </div>
  </SheetModal>
</template>

<style scoped>
.cut {
  display: grid;
  gap: var(--space-m);
}

.two {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-m);
}

.two img,
.two svg {
  height: 240px;
  background: #eee;
  border-radius: var(--round-m);
}

.two img {
  width: auto;
  max-width: 100%;
  object-fit: contain;
}

.two svg {
  width: 300px;
  padding: var(--space-s);
}

path {
  fill: #1a1a1a;
}

line {
  stroke: #d43324;
  stroke-width: 12;
}

.fields {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(190px, 1fr));
  gap: var(--space-s) var(--space-l);
}

label {
  display: grid;
  font-size: var(--type-small);
}

p {
  margin: 0;
}
</style>
