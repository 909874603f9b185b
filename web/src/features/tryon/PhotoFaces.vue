<script setup lang="ts">
import { computed, ref } from 'vue'

import type { Layer, Schemas } from '../../api/client'
import GroundChoice from '../../shared/GroundChoice.vue'
import { readWithin } from '../../shared/number'
import { useJob } from '../../shared/useJob'
import { sayWrong } from '../../shared/useNotice'
import { usePicture } from '../../shared/usePicture'
import { ZONE_TITLES } from './settings'
import { type Corner, useMarks } from './useMarks'

/** A look on one's own photo: four corners a face, the finish laid in with the photo's light; before and after wiped. */
const { layers } = defineProps<{ layers: Layer[] }>()
const { job } = useJob()
const photoId = ref<number>()
const photo = computed(() => job.value?.photos.find((one) => one.id === photoId.value) ?? job.value?.photos[0])
const { faces, wood, white, corners, change } = useMarks(photo)
type Zone = NonNullable<Schemas['FaceIn']['zone']>
const wantsWhite = ref(false)
const wipe = ref(50)
const stage = ref<HTMLElement>()
const dragged = ref<{ face: number; corner: number }>()

/** The light of the photo, made honest by its white where that was tapped. */
const lighting = computed((): NonNullable<Schemas['DressIn']['lighting']> =>
  white.value
    ? { method: 'white', grey: false, area: { shape: 'spot', x: white.value[0], y: white.value[1], radius: 10 } }
    : { method: 'none' },
)

const { src, busy, wrong } = usePicture(() =>
  photo.value && faces.value.length > 0 && !dragged.value
    ? {
        url: `/api/photos/${photo.value.id.toString()}/dress`,
        body: {
          faces: faces.value,
          layers,
          lighting: lighting.value,
          wood: wood.value,
        } satisfies Schemas['DressIn'],
      }
    : undefined,
)

function placeOf(event: PointerEvent): Corner {
  const box = stage.value?.getBoundingClientRect()
  if (!box || !photo.value) return [0, 0]
  const clamp = (value: number, most: number) => Math.round(Math.min(Math.max(value, 0), 1) * most * 10) / 10
  return [
    clamp((event.clientX - box.left) / box.width, photo.value.width),
    clamp((event.clientY - box.top) / box.height, photo.value.height),
  ]
}

function mark(event: PointerEvent) {
  if (dragged.value) return
  if (wantsWhite.value) {
    change({ white: placeOf(event) })
    wantsWhite.value = false
    return
  }
  corners.value = [...corners.value, snapped(placeOf(event))]
  if (corners.value.length === 4) {
    add(corners.value)
    corners.value = []
  }
}

/** The next face is as wide, and of the same zone, as the one before it. */
function add(four: Corner[]) {
  const last = faces.value.at(-1)
  change({ faces: [...faces.value, { corners: four, zone: last?.zone ?? 'front', width: last?.width ?? 0.5 }] })
}

/** A corner close to one that is marked already becomes the same: faces share their edges. */
function snapped(point: Corner): Corner {
  const near = (photo.value?.width ?? 1000) * 0.012
  const marked = faces.value.flatMap((face) => face.corners)
  return marked.find((other) => Math.hypot(other[0] - point[0], other[1] - point[1]) < near) ?? point
}

function changeFace(at: number, part: Partial<Schemas['FaceIn']>) {
  change({ faces: faces.value.map((face, n) => (n === at ? { ...face, ...part } : face)) })
}

function moveCorner(face: number, corner: number, to: (from: Corner) => Corner) {
  changeFace(face, { corners: faces.value[face]?.corners.map((one, n) => (n === corner ? to(one) : one)) ?? [] })
}

function drag(event: PointerEvent) {
  const held = dragged.value
  if (held) moveCorner(held.face, held.corner, () => placeOf(event))
}

function nudge(event: KeyboardEvent, face: number, corner: number) {
  const by = { ArrowLeft: [-2, 0], ArrowRight: [2, 0], ArrowUp: [0, -2], ArrowDown: [0, 2] }[event.key]
  if (!by) return
  event.preventDefault()
  moveCorner(face, corner, ([x, y]) => [x + (by[0] ?? 0), y + (by[1] ?? 0)])
}

function widen(at: number, text: string) {
  const { value, ask } = readWithin(text, 1, 1000, 'cm')
  if (value === undefined) sayWrong(new Error(`How wide is this face? ${ask}`))
  else changeFace(at, { width: value / 100 })
}

const share = (value: number, most: number) => `${((100 * value) / most).toFixed(2)}%`
const next = computed(() => ['upper left', 'upper right', 'lower right', 'lower left'][corners.value.length])

/** A whole face in the middle, to be dragged: for those who cannot tap. */
function begin() {
  if (!photo.value) return
  const { width, height } = photo.value
  const off = 0.04 * (faces.value.length % 6) // beside the one before it
  const at = (x: number, y: number): Corner => [(x + off) * width, (y + off) * height]
  add([at(0.3, 0.3), at(0.7, 0.3), at(0.7, 0.7), at(0.3, 0.7)])
}

const middle = (four: Corner[]): Corner => [
  four.reduce((sum, [x]) => sum + x / 4, 0),
  four.reduce((sum, [, y]) => sum + y / 4, 0),
]
</script>

<template>
  <div class="photo">
    <div class="bar">
      <select
        class="form-select"
        aria-label="Which photo"
        :value="photo?.id"
        @change="photoId = Number(($event.target as HTMLSelectElement).value)"
      >
        <option v-for="one in job?.photos" :key="one.id" :value="one.id">{{ one.name }}</option>
      </select>
      <label>over <GroundChoice :model-value="wood" own @update:model-value="change({ wood: $event })" /></label>
      <BButton size="sm" variant="outline-secondary" :aria-pressed="wantsWhite" @click="wantsWhite = !wantsWhite">{{
        white ? 'Another white' : 'Tap its white'
      }}</BButton>
      <BButton size="sm" variant="outline-secondary" @click="begin">Put a face on it</BButton>
      <BButton
        v-if="faces.length > 0"
        size="sm"
        variant="outline-secondary"
        @click="change({ faces: faces.slice(0, -1) })"
        >Take the last one off</BButton
      >
      <span role="status">{{
        busy
          ? 'Painting…'
          : wantsWhite
            ? 'Tap something white on the photo: its light is made honest by it.'
            : faces.length === 0 || corners.length > 0
              ? `Tap its ${next ?? ''} corner.`
              : ''
      }}</span>
    </div>
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <div v-if="photo" class="mat bed">
      <div
        ref="stage"
        class="stage"
        :style="{ aspectRatio: `${photo.width.toString()} / ${photo.height.toString()}` }"
        @pointerup="dragged ? (dragged = undefined) : mark($event)"
        @pointermove="drag"
      >
        <img :src="`/api/photos/${photo.id}/picture`" :alt="photo.name" draggable="false" />
        <img
          v-if="src"
          :src="src"
          :alt="`${photo.name}, painted`"
          class="after"
          draggable="false"
          data-dressed
          :style="{ clipPath: `inset(0 0 0 ${wipe.toString()}%)` }"
        />
        <svg :viewBox="`0 0 ${photo.width} ${photo.height}`" aria-hidden="true">
          <polygon v-for="(face, n) in faces" :key="n" :points="face.corners.map((p) => p.join(',')).join(' ')" />
          <polyline :points="corners.map((p) => p.join(',')).join(' ')" />
          <circle v-for="(p, n) in corners" :key="n" :cx="p[0]" :cy="p[1]" r="6" />
          <circle v-if="white" :cx="white[0]" :cy="white[1]" r="10" class="white" />
        </svg>
        <template v-for="(face, n) in faces" :key="n">
          <span
            class="number"
            aria-hidden="true"
            :style="{
              left: share(middle(face.corners)[0], photo.width),
              top: share(middle(face.corners)[1], photo.height),
            }"
            >{{ n + 1 }}</span
          >
          <button
            v-for="(p, m) in face.corners"
            :key="m"
            type="button"
            class="corner"
            :aria-label="`Face ${(n + 1).toString()}, ${['upper left', 'upper right', 'lower right', 'lower left'][m] ?? ''} corner`"
            :style="{ left: share(p[0], photo.width), top: share(p[1], photo.height) }"
            @pointerdown.stop.prevent="dragged = { face: n, corner: m }"
            @keydown="nudge($event, n, m)"
          />
        </template>
      </div>
    </div>
    <label v-if="src" class="wipe"
      >before
      <input v-model.number="wipe" class="form-range" type="range" min="0" max="100" aria-label="Wipe to before" />
      after
      <a :href="src" download="painted.jpg">save it</a></label
    >
    <ul v-if="faces.length > 0" class="faces" aria-label="Faces marked">
      <li v-for="(face, n) in faces" :key="n">
        {{ n + 1 }}
        <select
          class="form-select"
          :aria-label="`Face ${(n + 1).toString()} is of`"
          :value="face.zone"
          @change="changeFace(n, { zone: ($event.target as HTMLSelectElement).value as Zone })"
        >
          <option v-for="(title, zone) in ZONE_TITLES" :key="zone" :value="zone">{{ title }}</option></select
        ><input
          class="form-control"
          type="number"
          min="1"
          max="1000"
          :aria-label="`Face ${(n + 1).toString()} is so wide, in cm`"
          :value="Math.round((face.width ?? 0.5) * 1000) / 10"
          @change="widen(n, ($event.target as HTMLInputElement).value)"
        />
        cm wide
      </li>
    </ul>
    <p v-if="!photo">Add a photo in Catch first.</p>
  </div>
</template>

<style scoped>
.photo {
  display: flex;
  flex-direction: column;
  gap: 8px;
  min-height: 0;
  height: 100%;
}

.bar {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  align-items: center;
}

.bar select,
.faces select {
  width: auto;
}

.faces {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 18px;
  margin: 0;
  padding: 0;
  list-style: none;
}

.faces li {
  display: flex;
  gap: 6px;
  align-items: center;
}

.faces input {
  width: 84px;
}

.bar label,
.wipe {
  display: flex;
  gap: 8px;
  align-items: center;
}

.bed {
  flex: 1;
  min-height: 0;
  display: grid;
  place-items: center;
  overflow: hidden;
  padding: 10px;
}

.stage {
  position: relative;
  max-width: 100%;
  max-height: 100%;
  height: 100%;
  cursor: crosshair;
  touch-action: none;
}

img,
svg {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
}

svg {
  pointer-events: none;
}

polygon,
polyline {
  fill: none;
  stroke: #fff;
  stroke-width: 3;
  vector-effect: non-scaling-stroke;
  filter: drop-shadow(0 0 1px #000);
}

circle {
  fill: #fff;
}

circle.white {
  fill: none;
  stroke: #fff;
  stroke-width: 3;
  vector-effect: non-scaling-stroke;
}

.number {
  position: absolute;
  translate: -50% -50%;
  padding: 0 7px;
  border-radius: 12px;
  background: #000;
  color: #fff;
  font-weight: 700;
  pointer-events: none;
}

.wipe a {
  white-space: nowrap;
}

.corner {
  position: absolute;
  width: 26px;
  height: 26px;
  translate: -50% -50%;
  border: 3px solid #fff;
  border-radius: 50%;
  background: rgb(0 0 0 / 25%);
  box-shadow: 0 0 0 1px #000;
  padding: 0;
  touch-action: none;
}

p {
  margin: 0;
}

@media (max-width: 860px) {
  .photo {
    height: auto;
  }

  .stage {
    height: auto;
    width: 100%;
  }
}
</style>
