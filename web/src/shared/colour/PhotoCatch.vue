<script setup lang="ts">
import { computed, onScopeDispose, ref, watch } from 'vue'

import { api, type Area, type Colour, type Schemas, unwrap } from '../../api/client'
import { preferences } from '../preferences'
import { type Mark, type Point, spotAt } from './areas'
import MethodBar from './MethodBar.vue'
import PhotoStage from './PhotoStage.vue'
import { usePhotoLight } from './usePhotoLight'
import { pictureOf } from '../usePicture'

/** A photo in which something known and the colour wanted are marked. */
const {
  photo,
  faults = [],
  extra = [],
} = defineProps<{ photo: Schemas['PhotoOut']; faults?: string[]; extra?: Mark[] }>()
const colour = defineModel<Colour | undefined>('colour', { required: true })

const light = usePhotoLight(() => photo.id)
const target = ref<Area>()
const freehand = ref(false)
const ring = ref<string>()

watch(
  () => photo.id,
  () => {
    target.value = undefined
    colour.value = undefined
  },
)
watch(
  [target, light.lighting],
  ([area, lighting]) => {
    colour.value = area ? { source: 'photo', photo_id: photo.id, area, lighting } : undefined
  },
  { deep: true },
)

function take(area: Area) {
  if (light.asks.value) light.mark(area)
  else target.value = area
}

function white(area: Area) {
  if (light.method.value !== 'white' && light.method.value !== 'two_whites') light.choose('white')
  light.mark(area)
}

let timer: ReturnType<typeof setTimeout> | undefined
let newest = 0

/** The loupe's ring shows the averaged colour under it, as the program would take it. */
function hover(at: Point) {
  clearTimeout(timer)
  timer = setTimeout(() => {
    const mine = ++newest
    const body = {
      colour: {
        source: 'photo' as const,
        photo_id: photo.id,
        area: spotAt(at),
        lighting: light.lighting.value,
      },
    }
    void api
      .POST('/api/colours/look', { params: { query: { light: preferences.value.light } }, body })
      .then((answer) => {
        if (mine === newest) ring.value = answer.response.ok ? unwrap(answer).hex : undefined
      })
  }, 70)
}
onScopeDispose(() => {
  clearTimeout(timer)
})

const marks = computed<Mark[]>(() => [
  ...light.marks.value,
  ...extra,
  ...(target.value
    ? [
        faults.length > 0
          ? { area: target.value, word: `colour: ${faults.join(', ')}`, tone: 'wrong' as const }
          : { area: target.value, word: 'colour' },
      ]
    : []),
])
const hint = computed(() => light.asks.value || 'Now tap the colour you want, or drag over it.')
defineExpose({ light, hint })
</script>

<template>
  <div class="catch">
    <MethodBar :light="light" />
    <div class="mat bed">
      <PhotoStage
        :src="pictureOf(photo)"
        :width="photo.width"
        :height="photo.height"
        :name="photo.name"
        :marks="marks"
        :freehand="freehand"
        :ring="ring"
        @take="take"
        @white="white"
        @point="hover"
      />
      <div class="foot">
        <p aria-live="polite">{{ hint }}</p>
        <BFormCheckbox v-model="freehand">draw around it</BFormCheckbox>
      </div>
    </div>
  </div>
</template>

<style scoped>
.catch {
  display: flex;
  flex-direction: column;
  gap: var(--space-s);
  min-height: 0;
}

.bed {
  flex: 1;
  display: flex;
  flex-direction: column;
  gap: var(--space-s);
  padding: var(--space-m) var(--space-m) var(--space-s);
  min-height: 240px;
}

.foot {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  gap: var(--space-xs) var(--space-l);
}

.foot p {
  margin: 0;
  font: 600 var(--type-body) var(--said);
}

@media (max-width: 860px) {
  .bed {
    flex: none;
    height: 96vw;
    max-height: 70vh;
  }
}

.tick {
  display: flex;
  gap: var(--space-s);
  align-items: center;
}
</style>
