<script setup lang="ts">
import { keepPreviousData, useQuery } from '@tanstack/vue-query'
import { computed, ref, watch } from 'vue'

import { api, type Layer, type Schemas, unwrap } from '../../api/client'
import KeptInput from '../../shared/KeptInput.vue'
import PieceChoice from '../../shared/PieceChoice.vue'
import { preferences } from '../../shared/preferences'
import { useKeys } from '../../shared/useKeys'
import { sayWrong } from '../../shared/useNotice'
import { usePicture } from '../../shared/usePicture'
import { usePixels } from '../../shared/usePixels'
import { useSettled } from '../../shared/useSettled'
import { useKinds, useShelf } from '../../shared/useShelf'
import LadderPanel from './LadderPanel.vue'
import LayerList from './LayerList.vue'
import LayerSettings from './LayerSettings.vue'
import LookRemarks from './LookRemarks.vue'
import PhotoFaces from './PhotoFaces.vue'
import SideBySide from './SideBySide.vue'
import type { Laid } from './laid'
import { useLook, useLookbook } from './useLook'

const wear = useLook()
const { job, pieces, piece, look, layers, canUndo, canRedo } = wear
const { data: book } = useLookbook()
const { data: shelf } = useShelf()
const { data: kinds } = useKinds()
/** How something without a colour of its own is shown. */
const CLEAR = '#e9e6dd'
const stage = ref<HTMLElement>()
const size = usePixels(stage)
const sliding = ref(false)
const chosen = ref(0)
const solo = ref<number>()
const peeked = ref<number>()
const stageAt = ref<number>()
const view = ref<'piece' | 'beside' | 'photo' | 'ladder'>('piece')
const views = { piece: 'the piece', beside: 'looks side by side', photo: 'my photo', ladder: 'row by row' }
const layer = computed(() => layers.value[chosen.value])

watch([() => piece.value?.id, () => look.value?.id], () => {
  chosen.value = Math.max(0, layers.value.length - 1)
  solo.value = stageAt.value = point.value = undefined
})

/** What can be laid: the jugs of the job, the pots on the shelf, waxes and gildings; `kind` is what each is. */
const colours = computed(() => {
  const found: Record<string, Laid> = {}
  for (const mix of job.value?.mixes ?? [])
    found[`mix:${mix.id.toString()}`] = { name: mix.name, hex: mix.recipe.hex, group: 'jugs', kind: mix.kind }
  for (const pot of shelf.value ?? [])
    found[`pot:${pot.key}`] = { name: pot.name, hex: pot.hex ?? CLEAR, group: 'pots on the shelf', kind: pot.kind }
  const waxes: Record<string, string> = {
    'clear wax': '#e8e0cc',
    'black wax': '#1f1e1d',
    'brown wax': '#5a3d24',
    'white wax': '#f3f1ec',
  }
  const metals: Record<string, string> = { gold: '#c19a49', bronze: '#8a6746', silver: '#b5b6b5', copper: '#b77a5a' }
  for (const name of book.value?.waxes ?? [])
    found[name] = { name, hex: waxes[name] ?? '#888', group: 'waxes', kind: 'waxes' }
  for (const name of book.value?.metals ?? [])
    found[name] = { name, hex: metals[name] ?? '#888', group: 'gilding', kind: 'metals' }
  return found
})
/** What can be laid in a kind of layer: the pots and jugs of its kinds, and only those. */
const offered = (kind: Schemas['LayerKindOut']) =>
  Object.keys(colours.value).filter((key) => {
    const what = colours.value[key]?.kind ?? ''
    return kind.takes.includes(what) || kind.generic === what
  })

const shown = computed(() =>
  solo.value === undefined ? layers.value : layers.value.map((one, n) => ({ ...one, on: n === solo.value })),
)
const settledPeek = useSettled(() => peeked.value)
const { src, wrong } = usePicture(() => {
  if (!piece.value || !size.value || view.value !== 'piece') return undefined
  // A picture under a moving slider is small: it has to follow the hand.
  const part = sliding.value ? Math.min(1, 440 / size.value.wide) : 1
  return {
    url: `/api/pieces/${piece.value.id.toString()}/picture?light=${preferences.value.light}`,
    body: {
      layers: shown.value,
      pixels_wide: Math.max(64, Math.round(size.value.wide * part)),
      pixels_high: Math.max(64, Math.round(size.value.high * part)),
      stage: stageAt.value ?? null,
      field: sliding.value ? null : (settledPeek.value ?? null),
      sketch: sliding.value,
    } satisfies Omit<Schemas['PictureIn'], 'shaded'>,
    sketch: sliding.value,
    drawn: [piece.value.measures, piece.value.grounds],
  }
})

const settled = useSettled(() => JSON.stringify(layers.value))
const { data: judged } = useQuery({
  queryKey: computed(() => [
    'shelf',
    'judged',
    piece.value?.id,
    piece.value?.measures,
    piece.value?.grounds,
    settled.value,
    preferences.value.light,
  ]),
  enabled: computed(() => piece.value !== undefined),
  placeholderData: keepPreviousData,
  retry: false,
  queryFn: async () =>
    unwrap(
      await api.POST('/api/pieces/{piece_id}/judge', {
        params: { path: { piece_id: piece.value?.id ?? 0 }, query: { light: preferences.value.light } },
        body: { layers: JSON.parse(settled.value) as Layer[] },
      }),
    ),
})

const point = ref<Schemas['PointOut']>()
const targetId = ref<number>()
const target = computed(() => job.value?.targets.find((one) => one.id === targetId.value) ?? job.value?.targets[0])
const at = ref<{ x: number; y: number }>()

async function pick(event: MouseEvent) {
  const box = stage.value?.getBoundingClientRect()
  if (!box) return
  at.value = { x: (event.clientX - box.left) / box.width, y: (event.clientY - box.top) / box.height }
  await lookAt()
}

async function lookAt() {
  if (!piece.value || !size.value || !at.value) return
  try {
    const answer = await api.POST('/api/pieces/{piece_id}/point', {
      params: { path: { piece_id: piece.value.id }, query: { light: preferences.value.light } },
      body: {
        layers: shown.value,
        x: Math.min(Math.max(at.value.x, 0), 1),
        y: Math.min(Math.max(at.value.y, 0), 1),
        pixels_wide: size.value.wide,
        pixels_high: size.value.high,
        target_id: target.value?.id ?? null,
      },
    })
    point.value = unwrap(answer)
  } catch {
    point.value = undefined // beside the piece
  }
}
watch([settled, targetId, () => preferences.value.light], () => {
  if (point.value) void lookAt()
})

function set(one: Layer) {
  wear.change(layers.value.map((before, n) => (n === chosen.value ? one : before)))
}

function add(event: Event) {
  const field = event.target as HTMLSelectElement
  const kind = book.value?.kinds.find((one) => one.key === field.value)
  field.value = ''
  if (!kind) return
  const usual: Record<string, string> = { wax: 'brown wax', metallic: 'gold' }
  const fits = usual[kind.key] ? [usual[kind.key]] : offered(kind)
  if (kind.least > 0 && fits.length === 0) {
    sayWrong(new Error(missing(kind)))
    return
  }
  const own = Array.from({ length: kind.least }, (_, n) => fits[Math.min(n, fits.length - 1)] ?? '')
  wear.change([...layers.value, { ...kind.usual, colours: own }])
  chosen.value = layers.value.length - 1
}

/** Say what a layer needs that neither stands on the shelf nor is a jug of this job. */
function missing(kind: Schemas['LayerKindOut']) {
  const titles = kind.takes.map((key) => kinds.value?.find((one) => one.key === key)?.title.toLowerCase() ?? key)
  const needs = titles.length > 3 ? 'a paint or a jug' : titles.join(' or ')
  return `${kind.title} takes ${needs}, and there is none: add a pot on the Shelf, or keep a jug in Mingle.`
}

function takeAway() {
  wear.change(layers.value.filter((_, n) => n !== chosen.value))
  chosen.value = Math.max(0, chosen.value - 1)
}

function twice() {
  const one = layer.value
  if (one)
    wear.change([...layers.value.slice(0, chosen.value + 1), { ...one }, ...layers.value.slice(chosen.value + 1)])
}

/** Lay the layer in hand sooner or later. */
function shift(by: 1 | -1) {
  const to = chosen.value + by
  const one = layer.value
  if (!one || to < 0 || to >= layers.value.length) return
  const now = layers.value.filter((_, n) => n !== chosen.value)
  now.splice(to, 0, one)
  wear.change(now)
  chosen.value = to
}

const offeredNow = computed(() => {
  const kind = book.value?.kinds.find((one) => one.key === layer.value?.kind)
  return kind ? offered(kind) : []
})

const below = computed(() => [
  'the bare piece',
  ...layers.value
    .slice(0, chosen.value)
    .map((one) => `the ${book.value?.kinds.find((kind) => kind.key === one.kind)?.title.toLowerCase() ?? one.kind}`),
])
const zones = computed(() => Object.keys(piece.value?.areas ?? {}))
const file = ref<HTMLInputElement>()

function opened() {
  const one = file.value?.files?.[0]
  if (one) void wear.open(one)
  if (file.value) file.value.value = ''
}

function turnLook(event: Event) {
  const field = event.target as HTMLSelectElement
  const value = field.value
  if (value.startsWith('preset:')) {
    const preset = book.value?.presets.find((one) => `preset:${one.key}` === value)
    if (preset) void wear.begin(preset.key, preset.title)
  } else void wear.wearLook(value ? Number(value) : null)
}

useKeys(
  (event) => {
    if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'z') return false
    if (event.shiftKey) wear.redo()
    else wear.undo()
    return true
  },
  { chords: true },
)
</script>

<template>
  <div v-if="job && !piece" class="nothing-yet">
    <h1>How will it look?</h1>
    <p>First say what you are painting. Then its looks can be tried here.</p>
    <RouterLink :to="{ name: 'piece' }" class="btn btn-primary">Choose a piece</RouterLink>
  </div>
  <p v-else-if="!job" role="status">Opening the job…</p>
  <div v-else class="place">
    <div class="ask">
      <h1>How will it look?</h1>
      <PieceChoice :pieces="pieces" :chosen="piece?.id" @choose="wear.choose" />
      <div class="views" role="group" aria-label="What is shown">
        <button
          v-for="(title, name) in views"
          :key="name"
          type="button"
          :aria-pressed="view === name"
          @click="view = name"
        >
          {{ title }}
        </button>
      </div>
    </div>

    <div class="show">
      <SideBySide
        v-if="view === 'beside' && piece && job"
        :key="job.looks.length"
        :piece="piece"
        :looks="job.looks"
        :worn="look?.id"
        @wear="wear.wearLook"
      />
      <PhotoFaces v-else-if="view === 'photo'" :layers="layers" />
      <LadderPanel v-else-if="view === 'ladder' && piece && job" :piece="piece" :mixes="job.mixes" />
      <template v-else>
        <div ref="stage" class="mat stage" @click="pick">
          <img
            v-if="src"
            :src="src"
            :alt="`${piece?.name ?? 'The piece'} in ${look?.name ?? 'nothing'}`"
            data-preview
          />
          <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
          <span v-if="peeked !== undefined" class="peek">where this layer lies: white for much</span>
          <span
            v-if="at && point"
            class="cross"
            aria-hidden="true"
            :style="{ left: `${(100 * at.x).toString()}%`, top: `${(100 * at.y).toString()}%` }"
          />
        </div>
        <div v-if="judged && judged.stages.length > 1" class="stages">
          <input
            class="form-range"
            type="range"
            min="0"
            :max="judged.stages.length - 1"
            :value="stageAt ?? judged.stages.length - 1"
            aria-label="How far it is painted"
            :aria-valuetext="judged.stages[stageAt ?? judged.stages.length - 1]"
            @input="((sliding = true), (stageAt = Number(($event.target as HTMLInputElement).value)))"
            @change="sliding = false"
            @blur="sliding = false"
          />
          <span
            >after <b>{{ judged.stages[stageAt ?? judged.stages.length - 1] }}</b></span
          >
        </div>
        <div v-if="point" class="point" role="status">
          <ol>
            <li v-for="(one, n) in point.laid" :key="n">
              <i :style="{ background: one.hex }" /><small>{{ one.title }}</small>
            </li>
          </ol>
          <p v-if="point.target_hex">
            <span class="pair"
              ><i :style="{ background: point.hex }" /><i :style="{ background: point.target_hex }"
            /></span>
            {{ point.words }}<template v-if="point.delta_E !== null">, {{ point.delta_E.toFixed(1) }}</template> from
            <select
              class="form-select"
              aria-label="Compared with"
              :value="target?.id"
              @change="targetId = Number(($event.target as HTMLSelectElement).value)"
            >
              <option v-for="one in job?.targets" :key="one.id" :value="one.id">{{ one.title }}</option>
            </select>
          </p>
        </div>
        <p v-else class="soft hint">Tap the piece to see what lies there, layer by layer.</p>
      </template>
    </div>

    <div class="tools">
      <div class="row-of">
        <select class="form-select" aria-label="Look" :value="look?.id ?? ''" @change="turnLook">
          <option value="">bare</option>
          <optgroup label="looks of this job">
            <option v-for="one in job?.looks" :key="one.id" :value="one.id">{{ one.name }}</option>
          </optgroup>
          <optgroup label="begin from">
            <option v-for="one in book?.presets" :key="one.key" :value="`preset:${one.key}`">
              {{ one.title }}: {{ one.words }}
            </option>
          </optgroup>
        </select>
        <button type="button" class="icon" :disabled="!canUndo" aria-label="Undo" @click="wear.undo">↶</button>
        <button type="button" class="icon" :disabled="!canRedo" aria-label="Redo" @click="wear.redo">↷</button>
      </div>
      <LayerList
        :layers="layers"
        :kinds="book?.kinds ?? []"
        :colours="colours"
        :chosen="chosen"
        :alone="solo"
        @choose="chosen = $event"
        @change="wear.change"
        @solo="solo = $event"
        @peek="peeked = $event"
      />
      <select class="form-select" aria-label="Add a layer" @change="add">
        <option value="">+ a layer on top…</option>
        <option v-for="kind in book?.kinds" :key="kind.key" :value="kind.key">{{ kind.title }}</option>
      </select>
      <LayerSettings
        v-if="layer && book"
        :layer="layer"
        :number="chosen"
        :kinds="book.kinds"
        :patterns="book.patterns"
        :colours="colours"
        :offered="offeredNow"
        :zones="zones"
        :below="below"
        @change="set"
        @sliding="sliding = $event"
        @remove="takeAway"
        @copy="twice"
        @move="shift"
      />
      <LookRemarks
        v-if="judged && layers.length > 0"
        :judged="judged"
        :layers="layers"
        :kinds="book?.kinds ?? []"
        @choose="chosen = $event"
      />
      <details v-if="look && piece" class="keep">
        <summary>keep, print, give away</summary>
        <label>called <KeptInput :key="look.id" maxlength="120" :value="look.name" @keep="wear.rename" /></label>
        <a
          :href="`/api/pieces/${piece.id}/sheet.pdf?light=${preferences.light}&unit=${preferences.unit}`"
          target="_blank"
          rel="noopener"
          >finish sheet</a
        >
        <a :href="`/api/pieces/${piece.id}/look.png?light=${preferences.light}`">picture</a>
        <a :href="`/api/pieces/${piece.id}/look.png?before_after=true&light=${preferences.light}`">before and after</a>
        <a :href="`/api/looks/${look.id}/file`">the look as a file</a>
        <button v-if="pieces.length > 1" type="button" @click="wear.wearAll">all pieces wear it</button>
        <button type="button" @click="wear.remove">put it away</button>
      </details>
      <div>
        <input
          id="look-file"
          ref="file"
          class="visually-hidden"
          type="file"
          accept="application/json,.json"
          @change="opened"
        />
        <label for="look-file" class="open">open a look from a file</label>
      </div>
    </div>
  </div>
</template>

<style scoped>
.place {
  height: 100%;
  display: grid;
  grid-template: auto minmax(0, 1fr) / minmax(0, 1fr) 292px;
  gap: 10px 18px;
}

.ask {
  grid-column: 1 / -1;
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 16px;
}

.views {
  margin-left: auto;
  display: flex;
  border: 1.5px solid #767676;
  border-radius: 19px;
  overflow: hidden;
  background: var(--sheet);
}

.views button {
  min-height: 36px;
  padding: 0 12px;
  border: 0;
  background: none;
  color: var(--ink);
}

.views button[aria-pressed='true'] {
  background: var(--ink);
  color: var(--sheet);
  font-weight: 650;
}

.show {
  min-height: 0;
  display: grid;
  grid-template-rows: minmax(0, 1fr) auto auto;
  gap: 8px;
}

.stage {
  position: relative;
  min-height: 0;
  overflow: hidden;
  cursor: crosshair;
}

.stage img {
  width: 100%;
  height: 100%;
  object-fit: contain;
}

.stage .wrong,
.peek {
  position: absolute;
  left: 14px;
  top: 10px;
}

.cross {
  position: absolute;
  width: 18px;
  height: 18px;
  translate: -50% -50%;
  border: 2px solid #fff;
  border-radius: 50%;
  box-shadow: 0 0 0 1.5px #000;
  pointer-events: none;
}

.stages {
  display: grid;
  grid-template-columns: 1fr 190px;
  gap: 14px;
  align-items: center;
}

.point {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 24px;
  align-items: center;
}

.point ol {
  list-style: none;
  margin: 0;
  padding: 0;
  display: flex;
}

.point li i {
  display: block;
  width: 62px;
  height: 26px;
}

.point li small {
  display: block;
  max-width: 62px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.point p {
  margin: 0;
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}

.point select {
  width: auto;
}

.pair {
  display: inline-flex;
}

.pair i {
  width: 34px;
  height: 26px;
}

.hint {
  margin: 0;
}

.tools {
  display: flex;
  flex-direction: column;
  gap: 12px;
  overflow: auto;
  padding: 2px;
}

.row-of {
  display: flex;
  gap: 6px;
}

.icon {
  width: 40px;
  border: 1.5px solid #767676;
  border-radius: 9px;
  background: var(--sheet);
  color: var(--ink);
  font-size: 1.2rem;
}

.icon:disabled {
  opacity: 0.4;
}

.keep > * {
  display: block;
  min-height: 30px;
}

.keep a,
.keep button,
.open {
  color: var(--act);
  font-weight: 650;
  text-decoration: none;
  border: 0;
  padding: 0;
  background: none;
  cursor: pointer;
}

.visually-hidden:focus-visible + .open {
  outline: 3px solid var(--act);
}

@media (max-width: 860px) {
  .place,
  .show {
    display: flex;
    flex-direction: column;
    height: auto;
  }

  .stage {
    aspect-ratio: 3 / 2.4;
  }

  .stages {
    grid-template-columns: 1fr;
  }

  .views {
    margin: 0;
  }

  .views button {
    padding: 0 9px;
  }
}
</style>
