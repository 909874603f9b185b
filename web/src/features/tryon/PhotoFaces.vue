<script setup lang="ts">
import { computed, ref } from 'vue'

import type { Layer, Schemas } from '../../api/client'
import WorkLine from '../../shared/WorkLine.vue'
import GroundChoice from '../../shared/GroundChoice.vue'
import { useJob } from '../../shared/useJob'
import { pictureOf, usePicture } from '../../shared/usePicture'
import FaceHandles from './FaceHandles.vue'
import FaceList from './FaceList.vue'
import {
  changedFace,
  type Corner,
  CORNERS,
  type Face,
  inTheMiddle,
  movedCorner,
  snapped,
  withFace,
} from './faces'
import { useFaceSizes } from './useFaceSizes'
import { usePiecePhoto } from './useMarks'

/** A look on one's own photo: four corners a face, the finish laid in with the photo's light; before and after wiped. */
const { layers, piece } = defineProps<{ layers: Layer[]; piece: number | undefined }>()
const { job } = useJob()
const { photo, choosePhoto, faces, wood, white, corners, change } = usePiecePhoto(() => piece)
const wantsWhite = ref(false)
const wipe = ref(50)
const stage = ref<HTMLElement>()
/** The corner that is dragged. */
const held = ref<{ face: number; corner: number }>()

const { sizes } = useFaceSizes(photo, faces, held, (now) => {
  change({ faces: now })
})

/** The light of the photo, made honest by its white where that was tapped. */
const lighting = computed((): NonNullable<Schemas['DressIn']['lighting']> =>
  white.value
    ? {
        method: 'white',
        grey: false,
        area: { shape: 'spot', x: white.value[0], y: white.value[1], radius: 10 },
      }
    : { method: 'none' },
)

const { src, busy, wrong, stop } = usePicture(() =>
  photo.value && faces.value.length > 0 && !held.value
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
  if (!photo.value) return
  if (wantsWhite.value) {
    change({ white: placeOf(event) })
    wantsWhite.value = false
    return
  }
  corners.value = [...corners.value, snapped(placeOf(event), faces.value, photo.value)]
  if (corners.value.length < 4) return
  change({ faces: withFace(faces.value, corners.value) })
  corners.value = []
}

/** A face with a part of it changed; where its width was measured, the others follow from it alone. */
function changeFace(at: number, part: Partial<Face>) {
  const before = part.known ? faces.value.map((face) => ({ ...face, known: false })) : faces.value
  change({ faces: changedFace(before, at, part) })
}

function drag(event: PointerEvent) {
  if (!held.value) return
  change({ faces: movedCorner(faces.value, held.value.face, held.value.corner, () => placeOf(event)) })
}

function nudge(face: number, corner: number, [x, y]: Corner) {
  change({ faces: movedCorner(faces.value, face, corner, (from) => [from[0] + x, from[1] + y]) })
}

/** By pointer the next tap is the white; by keys it is in the middle first, and moved from there. */
function markWhite(event: MouseEvent) {
  if (event.detail > 0 || !photo.value) wantsWhite.value = !wantsWhite.value
  else if (!white.value) change({ white: [photo.value.width / 2, photo.value.height / 2] })
}

function nudgeWhite([x, y]: Corner) {
  if (!white.value || !photo.value) return
  const within = (value: number, most: number) => Math.min(most, Math.max(0, value))
  change({
    white: [within(white.value[0] + x, photo.value.width), within(white.value[1] + y, photo.value.height)],
  })
}

/** A whole face in the middle, to be dragged: for those who cannot tap. */
function begin() {
  if (photo.value) change({ faces: withFace(faces.value, inTheMiddle(faces.value.length, photo.value)) })
}

const next = computed(() => CORNERS[corners.value.length])
</script>

<template>
  <div class="photo">
    <div class="bar">
      <BFormSelect
        aria-label="Which photo"
        :model-value="photo?.id"
        @update:model-value="choosePhoto(Number($event))"
      >
        <option v-for="one in job?.photos" :key="one.id" :value="one.id">{{ one.name }}</option>
      </BFormSelect>
      <label
        >over <GroundChoice :model-value="wood" own @update:model-value="change({ wood: $event })"
      /></label>
      <BButton size="sm" variant="outline-secondary" :aria-pressed="wantsWhite" @click="markWhite">{{
        white ? 'Mark another white' : 'Mark something white'
      }}</BButton>
      <BButton size="sm" variant="outline-secondary" @click="begin">Mark a surface</BButton>
      <BButton
        v-if="faces.length > 0"
        size="sm"
        variant="outline-secondary"
        @click="change({ faces: faces.slice(0, -1) })"
        >Remove the last surface</BButton
      >
      <span role="status">{{
        wantsWhite
          ? 'Tap something white on the photo: its light is made honest by it.'
          : faces.length === 0 || corners.length > 0
            ? `Tap its ${next ?? ''} corner.`
            : ''
      }}</span>
    </div>
    <WorkLine :busy="busy" words="Painting it" :old="src !== undefined" @stop="stop" />
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <div v-if="photo" class="mat bed">
      <!-- eslint-disable-next-line vuejs-accessibility/no-static-element-interactions -- corners are tapped; by keys a face is put on it and moved -->
      <div
        ref="stage"
        class="stage"
        :style="{ aspectRatio: `${photo.width.toString()} / ${photo.height.toString()}` }"
        @pointerup="held ? (held = undefined) : mark($event)"
        @pointermove="drag"
      >
        <img :src="pictureOf(photo)" :alt="photo.name" draggable="false" />
        <img
          v-if="src"
          :src="src"
          :alt="`${photo.name}, painted`"
          class="after"
          draggable="false"
          data-dressed
          :style="{ clipPath: `inset(0 0 0 ${wipe.toString()}%)` }"
        />
        <FaceHandles
          :width="photo.width"
          :height="photo.height"
          :faces="faces"
          :corners="corners"
          :white="white"
          @hold="(face, corner) => (held = { face, corner })"
          @nudge="nudge"
          @nudge-white="nudgeWhite"
        />
      </div>
    </div>
    <label v-if="src" class="wipe"
      >before
      <BFormInput v-model.number="wipe" type="range" min="0" max="100" aria-label="Wipe to before" />
      after
      <a :href="src" download="painted.jpg">save it</a></label
    >
    <FaceList v-if="faces.length > 0" :faces="faces" :sizes="sizes ?? []" @change="changeFace" />
    <p v-if="!photo">Add a photo in Catch first.</p>
  </div>
</template>

<style scoped>
.photo {
  display: flex;
  flex-direction: column;
  gap: var(--space-s);
  min-height: 0;
  height: 100%;
}

.bar {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-s) var(--space-m);
  align-items: center;
}

.bar select {
  width: auto;
}

.bar label {
  display: flex;
  gap: var(--space-s);
  align-items: center;
}

.bed {
  flex: 1;
  min-height: 0;
  display: grid;
  place-items: center;
  overflow: hidden;
  padding: var(--space-m);
}

.stage {
  position: relative;
  max-width: 100%;
  max-height: 100%;
  height: 100%;
  cursor: crosshair;
  touch-action: none;
}

.wipe {
  display: flex;
  gap: var(--space-s);
  align-items: center;
}

.wipe a {
  white-space: nowrap;
}

img {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
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
