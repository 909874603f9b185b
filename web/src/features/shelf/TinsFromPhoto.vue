<script setup lang="ts">
import { sayCount } from '../../shared/say/numbers'
import { computed, ref, useId } from 'vue'

import { wordsOf } from '../../api/reach'
import { api, type Area, unwrap } from '../../api/client'
import type { Mark } from '../../shared/colour/areas'
import AddPhotos from '../../shared/colour/AddPhotos.vue'
import MethodBar from '../../shared/colour/MethodBar.vue'
import PhotoStage from '../../shared/colour/PhotoStage.vue'
import { usePhotoLight } from '../../shared/colour/usePhotoLight'
import { useJob } from '../../shared/useJob'
import { say } from '../../shared/useNotice'
import { useKinds, useShelf, useShelfChanged } from '../../shared/useShelf'
import { pictureOf } from '../../shared/usePicture'
import RefusedLine from '../../shared/RefusedLine.vue'

/** Many tins from one photo of swatches or lids: tap each, name each. */
const emit = defineEmits<{ added: [] }>()
const { job } = useJob()
const { data: kinds } = useKinds()
const changed = useShelfChanged()
const photoId = ref<number>()
const photo = computed(
  () => job.value?.photos.find((one) => one.id === photoId.value) ?? job.value?.photos.at(-1),
)
const { data: shelf } = useShelf()
/** Tins that stand there by their names: they wait for a colour. */
const waiting = computed(() =>
  (shelf.value ?? []).filter(
    (one) => one.hex === null && kinds.value?.some((kind) => kind.key === one.kind && kind.has_colour),
  ),
)
const offered = computed(() => {
  const taken = new Set(tins.value.map((tin) => tin.name.trim().toLowerCase()))
  return waiting.value.filter((one) => !taken.has(one.name.toLowerCase()))
})
const stands = (name: string) =>
  waiting.value.find((one) => one.name.toLowerCase() === name.trim().toLowerCase())
const known = useId()
const light = usePhotoLight(() => photo.value?.id)
const tins = ref<{ name: string; area: Area }[]>([])
const kind = ref('chalk_paint')
const wrong = ref('')
const wrongAt = ref('')
const fieldOf = (at: number) => `${known}-${at.toString()}`
const marks = computed<Mark[]>(() => [
  ...light.marks.value,
  ...tins.value.map(({ area, name }, at) => ({ area, word: name || (at + 1).toString() })),
])

function take(area: Area) {
  if (light.asks.value) light.mark(area)
  else tins.value.push({ name: '', area })
}

/** Give the first tin that has no name yet one that waits for a colour. */
function nameNext(name: string) {
  const tin = tins.value.find((one) => !one.name.trim())
  if (tin) tin.name = name
}

async function add() {
  if (!photo.value) return
  const nameless = tins.value.findIndex((tin) => !tin.name.trim())
  wrongAt.value = nameless < 0 ? '' : fieldOf(nameless)
  wrong.value = nameless < 0 ? '' : 'Every tin needs a name.'
  if (wrong.value) return
  try {
    const keys = unwrap(
      await api.POST('/api/shelf/from-photo', {
        body: {
          photo_id: photo.value.id,
          lighting: light.lighting.value,
          tins: tins.value.map((tin) => ({ ...tin, kind: kind.value })),
        },
      }),
    )
    await changed()
    say(sayCount(keys.length, 'tin has its colour.', 'tins have their colours.'))
    emit('added')
  } catch (problem) {
    wrong.value = wordsOf(problem, 'They could not be added.')
  }
}
</script>

<template>
  <div class="many">
    <h2>Many tins from one photo</h2>
    <p v-if="!photo">
      Photograph the dried lids, or a board of swatches, beside a sheet of white paper; then tap each, and
      name it.
    </p>
    <AddPhotos field="lids-file" :took="(sent) => (photoId = sent.id)" />
    <template v-if="photo">
      <BFormSelect
        :model-value="photo.id"
        aria-label="Which photo"
        @update:model-value="photoId = Number($event)"
      >
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
          <option v-for="one in kinds?.filter((kind) => kind.has_colour)" :key="one.key" :value="one.key">
            {{ one.title }}
          </option>
        </BFormSelect></label
      >
      <p v-if="offered.length > 0" class="soft">
        Waiting for a colour:
        <BButton
          v-for="one in offered"
          :key="one.key"
          variant="plain"
          class="link"
          :disabled="!tins.some((tin) => !tin.name.trim())"
          @click="nameNext(one.name)"
          >{{ one.name }}</BButton
        >
      </p>
      <datalist :id="known">
        <option v-for="one in offered" :key="one.key" :value="one.name" />
      </datalist>
      <ol>
        <li v-for="(tin, at) in tins" :key="at">
          <BFormInput
            :id="fieldOf(at)"
            v-model="tin.name"
            :aria-label="`Name of tin ${at + 1}`"
            :list="known"
            maxlength="120"
          />
          <BButton variant="plain" :aria-label="`Remove tin ${at + 1}`" @click="tins.splice(at, 1)"
            >×</BButton
          >
          <small v-if="stands(tin.name)" class="soft">stands on the shelf: it gets this colour</small>
        </li>
      </ol>
      <RefusedLine :words="wrong" :at="wrongAt" />
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
