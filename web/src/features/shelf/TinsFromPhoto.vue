<script setup lang="ts">
import { computed, ref } from 'vue'

import { wordsOf } from '../../api/reach'
import { api, type Area, unwrap } from '../../api/client'
import type { Mark } from '../../shared/colour/areas'
import MethodBar from '../../shared/colour/MethodBar.vue'
import PhotoStage from '../../shared/colour/PhotoStage.vue'
import { usePhotoLight } from '../../shared/colour/usePhotoLight'
import { useJob } from '../../shared/useJob'
import { say } from '../../shared/useNotice'
import { useKinds, useShelfChanged } from '../../shared/useShelf'
import { pictureOf } from '../../shared/photos'

/** Many tins from one photo of swatches or lids: tap each, name each. */
const emit = defineEmits<{ added: [] }>()
const { job } = useJob()
const { data: kinds } = useKinds()
const changed = useShelfChanged()
const photoId = ref<number>()
const photo = computed(() => job.value?.photos.find((one) => one.id === photoId.value) ?? job.value?.photos[0])
const light = usePhotoLight(() => photo.value?.id)
const tins = ref<{ name: string; area: Area }[]>([])
const kind = ref('chalk_paint')
const wrong = ref('')
const marks = computed<Mark[]>(() => [
  ...light.marks.value,
  ...tins.value.map(({ area, name }, at) => ({ area, word: name || (at + 1).toString() })),
])

function take(area: Area) {
  if (light.asks.value) light.mark(area)
  else tins.value.push({ name: '', area })
}

async function add() {
  if (!photo.value) return
  if (tins.value.some((tin) => !tin.name.trim())) {
    wrong.value = 'Every tin needs a name.'
    return
  }
  try {
    const keys = unwrap(
      await api.POST('/api/shelf/from-photo', {
        body: {
          photo_id: photo.value.id,
          lighting: light.lighting.value,
          pots: tins.value.map((tin) => ({ ...tin, kind: kind.value })),
        },
      }),
    )
    await changed()
    say(`${keys.length.toString()} tins stand on the shelf.`)
    emit('added')
  } catch (problem) {
    wrong.value = wordsOf(problem, 'They could not be added.')
  }
}
</script>

<template>
  <div class="many">
    <h2>Many tins from one photo</h2>
    <p v-if="!photo">Add a photo of your swatches or lids in Catch first.</p>
    <template v-else>
      <BFormSelect v-model="photoId" aria-label="Which photo">
        <option v-for="one in job?.photos" :key="one.id" :value="one.id">{{ one.name }}</option>
      </BFormSelect>
      <MethodBar :light="light" />
      <div class="mat bed">
        <PhotoStage
          :src="pictureOf(photo)"
          :width="photo.width"
          :height="photo.height"
          :name="photo.name"
          :marks="marks"
          @take="take"
          @white="light.mark($event)"
        />
      </div>
      <p aria-live="polite">{{ light.asks.value || 'Now tap each swatch, and name it below.' }}</p>
      <label
        >They are
        <BFormSelect v-model="kind">
          <option v-for="known in kinds?.filter((one) => one.has_colour)" :key="known.key" :value="known.key">
            {{ known.title }}
          </option>
        </BFormSelect></label
      >
      <ol>
        <li v-for="(tin, at) in tins" :key="at">
          <BFormInput v-model="tin.name" :aria-label="`Name of tin ${at + 1}`" maxlength="120" />
          <BButton variant="plain" :aria-label="`Remove tin ${at + 1}`" @click="tins.splice(at, 1)">×</BButton>
        </li>
      </ol>
      <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
      <BButton variant="primary" :disabled="tins.length === 0" @click="add">{{
        tins.length > 0 ? `Put ${tins.length} on the shelf` : 'Put them on the shelf'
      }}</BButton>
    </template>
  </div>
</template>

<style scoped>
.many {
  display: grid;
  gap: var(--space-m);
}

.bed {
  display: flex;
  height: 320px;
  padding: var(--space-m);
}

p {
  margin: 0;
}

ol {
  margin: 0;
  padding-left: var(--space-xl);
  display: grid;
  gap: var(--space-s);
}

li::marker {
  font-weight: 650;
}

li {
  display: list-item;
}

li .form-control {
  display: inline-block;
  width: calc(100% - 48px);
}

li button {
  width: 40px;
  height: 40px;
  border: 0;
  background: none;
  color: var(--soft);
  font-size: var(--type-head);
}
</style>
