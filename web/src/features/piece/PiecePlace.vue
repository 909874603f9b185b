<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed, nextTick, ref, watch } from 'vue'

import { wordsOf } from '../../api/reach'
import { api, type Schemas, unwrap } from '../../api/client'
import GroundChoice from '../../shared/GroundChoice.vue'
import KeptInput from '../../shared/KeptInput.vue'
import { readNumber } from '../../shared/number'
import PieceChoice from '../../shared/PieceChoice.vue'
import { preferences } from '../../shared/preferences'
import { useEscape } from '../../shared/useEscape'
import { useJob } from '../../shared/useJob'
import { usePicture } from '../../shared/usePicture'
import { usePieces } from '../../shared/usePieces'
import { usePixels } from '../../shared/usePixels'

const { job } = useJob()
const { pieces, piece, choose, add, change, duplicate, remove } = usePieces()
const { data: forms } = useQuery({
  queryKey: ['forms'],
  staleTime: Infinity,
  queryFn: async () => unwrap(await api.GET('/api/forms')),
})
const form = computed(() => forms.value?.find((one) => one.key === piece.value?.form))
const stage = ref<HTMLElement>()
const size = usePixels(stage)
const { src, wrong } = usePicture(() => {
  if (!piece.value || !size.value) return undefined
  return {
    url: `/api/pieces/${piece.value.id.toString()}/picture?light=${preferences.value.light}`,
    body: { pixels_wide: size.value.wide, pixels_high: size.value.high },
    drawn: [piece.value.measures, piece.value.grounds], // a change of these asks anew
  }
})
const titles: Record<string, string> = {
  front: 'Fronts',
  body: 'Frame',
  side: 'Sides',
  top: 'Top',
  plinth: 'Plinth',
  leg: 'Legs',
  moulding: 'Mouldings',
  inside: 'Inside',
}
const zones = computed(() => Object.entries(piece.value?.areas ?? {}))
const total = computed(() => zones.value.reduce((sum, [, area]) => sum + area, 0))

const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1)
type Measure = 'width' | 'height' | 'depth' | 'base_height' | 'rows' | 'columns'
const measures = computed(() => {
  const found: { key: Measure; title: string; unit: string }[] = [
    { key: 'width', title: 'Width', unit: 'cm' },
    { key: 'height', title: 'Height', unit: 'cm' },
    { key: 'depth', title: 'Depth', unit: 'cm' },
  ]
  if (form.value?.rows) found.push({ key: 'rows', title: capital(form.value.rows), unit: '' })
  if (form.value?.columns) found.push({ key: 'columns', title: capital(form.value.columns), unit: '' })
  if (piece.value?.measures.base !== 'none') found.push({ key: 'base_height', title: 'Height of its base', unit: 'cm' })
  return found
})
const refused = ref('')
watch(
  () => piece.value?.id,
  () => {
    refused.value = ''
  },
)
const shown = (key: Measure, unit: string) => {
  const value = Number(piece.value?.measures[key] ?? 0)
  return unit === 'cm' ? Math.round(value * 1000) / 10 : value
}

async function attempt(what: () => Promise<void>) {
  try {
    await what()
    refused.value = ''
  } catch (problem) {
    refused.value = wordsOf(problem, 'It could not be changed.')
  }
}

function measure(key: Measure, unit: string, text: string) {
  const one = piece.value
  const { value, ask } = readNumber(text)
  if (!one) return
  if (value === undefined) {
    refused.value = ask
    return
  }
  if (unit !== 'cm' && !Number.isInteger(value)) {
    refused.value = 'Give a whole number.'
    return
  }
  void attempt(() => change(one.id, { measures: { [key]: unit === 'cm' ? value / 100 : value } }))
}

function style(key: 'base' | 'relief' | 'handle', value: string) {
  const one = piece.value
  if (one) void attempt(() => change(one.id, { measures: { [key]: value } }))
}

function lay(zone: string, value: string) {
  const one = piece.value
  if (one) void attempt(() => change(one.id, { grounds: { [zone]: value } }))
}

function name(text: string) {
  const one = piece.value
  if (one && text.trim()) void attempt(() => change(one.id, { name: text }))
}

/** Whether the forms are shown to choose from: where there is no piece yet, or another one is wanted. */
const choosing = ref(false)
const choice = ref<HTMLElement>()

function ask() {
  choosing.value = true
  void nextTick(() => choice.value?.querySelector('button')?.focus())
}
useEscape(() => {
  const was = choosing.value
  choosing.value = false
  return was
})

async function addForm(wanted: Schemas['FormOut']) {
  await attempt(() => add({ name: wanted.title, form: wanted.key, measures: {}, ground: 'oak' }))
  if (!refused.value) choosing.value = false
}

const styles: { key: 'base' | 'relief' | 'handle'; title: string; values: Record<string, string> }[] = [
  { key: 'base', title: 'It stands on', values: { plinth: 'a plinth', legs: 'legs', none: 'nothing' } },
  { key: 'relief', title: 'Fronts', values: { flat: 'flat', moulded: 'with a moulding', panelled: 'panelled' } },
  {
    key: 'handle',
    title: 'Handles',
    values: { knob: 'knobs', pull: 'pulls', label_knob: 'label and knob', none: 'none' },
  },
]
const value = (one: Schemas['PieceOut'], key: string) => String(one.measures[key] ?? '')
</script>

<template>
  <div class="place">
    <div class="ask">
      <h1>What am I painting?</h1>
      <PieceChoice :pieces="pieces" :chosen="piece?.id" @choose="choose" />
      <BButton v-if="piece && !choosing" variant="outline-secondary" @click="ask">Another piece…</BButton>
      <BButton v-if="piece && choosing" variant="outline-secondary" @click="choosing = false"
        >Back to the piece</BButton
      >
    </div>
    <section v-if="job && (choosing || !piece)" ref="choice" class="forms" aria-labelledby="choose">
      <h2 id="choose">Choose what comes nearest. Its measures come next.</h2>
      <p v-if="refused" class="wrong" role="alert">{{ refused }}</p>
      <ul>
        <li v-for="one in forms" :key="one.key">
          <BButton variant="plain" class="mat" @click="addForm(one)">
            <img
              :src="`/api/forms/${one.key}/picture?light=${preferences.light}`"
              alt=""
              width="264"
              height="198"
              loading="lazy"
            />
            {{ one.title }}
          </BButton>
        </li>
      </ul>
    </section>
    <div v-else-if="piece" ref="stage" class="mat stage">
      <img v-if="src" :src="src" :alt="`${piece?.name ?? 'The piece'}, bare`" />
      <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    </div>
    <section v-if="piece && !choosing" class="side" aria-label="Its measures">
      <p v-if="refused" class="wrong" role="alert">{{ refused }}</p>
      <label class="wide"
        >Called
        <KeptInput :key="piece.id" maxlength="120" :value="piece.name" @keep="name" />
      </label>
      <div class="measures">
        <label v-for="one in measures" :key="one.key"
          ><span
            >{{ one.title }}<template v-if="one.unit">, {{ one.unit }}</template></span
          >
          <KeptInput
            :key="piece.id"
            inputmode="decimal"
            :value="shown(one.key, one.unit).toString()"
            @keep="measure(one.key, one.unit, $event)"
          />
        </label>
        <label v-for="one in styles" :key="one.key"
          ><span>{{ one.title }}</span>
          <BFormSelect :model-value="value(piece, one.key)" @update:model-value="style(one.key, String($event))">
            <option v-for="(text, key) in one.values" :key="key" :value="key">{{ text }}</option>
          </BFormSelect>
        </label>
      </div>
      <h2>To paint</h2>
      <table>
        <tbody>
          <tr v-for="[zone, area] in zones" :key="zone">
            <th scope="row">{{ titles[zone] ?? zone }}</th>
            <td>
              <GroundChoice
                own
                :aria-label="`${titles[zone] ?? zone}, as it is now`"
                :model-value="piece.grounds[zone] ?? piece.grounds[''] ?? 'oak'"
                @update:model-value="lay(zone, $event)"
              />
            </td>
            <td class="area">{{ area.toFixed(2) }} m²</td>
          </tr>
          <tr class="sum">
            <th scope="row">Together</th>
            <td />
            <td class="area">{{ total.toFixed(2) }} m²</td>
          </tr>
        </tbody>
      </table>
      <div class="acts">
        <BButton variant="outline-secondary" size="sm" @click="duplicate(piece.id)">One more of it</BButton>
        <BButton v-if="pieces.length > 1" variant="outline-secondary" size="sm" @click="remove(piece)"
          >Take it off</BButton
        >
      </div>
      <RouterLink :to="{ name: 'catch' }" class="btn btn-primary">Catch a colour for it</RouterLink>
    </section>
  </div>
</template>

<style scoped>
.place {
  height: 100%;
  display: grid;
  grid-template: auto minmax(0, 1fr) / minmax(0, 1fr) 320px;
  gap: 12px 20px;
}

.ask {
  grid-column: 1 / -1;
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 16px;
}

.forms {
  grid-column: 1 / -1;
  overflow: auto;
  display: grid;
  gap: 12px;
  align-content: start;
  padding: 2px;
}

.forms ul {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(158px, 1fr));
  gap: 12px;
}

.forms button {
  width: 100%;
  border: 0;
  padding: 8px 8px 12px;
  text-align: left;
  font: 650 1rem var(--said);
}

.forms img {
  display: block;
  width: 100%;
  height: auto;
}

.stage {
  min-height: 0;
  display: grid;
  place-items: center;
  overflow: hidden;
}

.stage img {
  width: 100%;
  height: 100%;
  object-fit: contain;
}

.side {
  overflow: auto;
  display: grid;
  gap: 12px;
  align-content: start;
  padding: 2px;
}

.measures {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px 12px;
}

.measures span {
  display: block;
  font-size: 0.86rem;
}

h2 {
  margin: 0;
}

table {
  width: 100%;
}

th,
td {
  padding: 2px 8px 2px 0;
  font-weight: 400;
  text-align: left;
}

.area {
  text-align: right;
  font-variant-numeric: tabular-nums;
  white-space: nowrap;
}

.sum > * {
  font-weight: 700;
  border-top: 1.5px solid var(--ink);
  padding-top: 6px;
}

.acts {
  display: flex;
  gap: 8px;
}

p {
  margin: 0;
}

@media (max-width: 860px) {
  .place {
    display: flex;
    flex-direction: column;
    height: auto;
  }

  .stage {
    aspect-ratio: 3 / 2.4;
  }

  .stage img {
    object-fit: cover;
  }
}
</style>
