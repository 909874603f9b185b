<script setup lang="ts">
import { computed, ref, watch } from 'vue'

import type { Colour } from '../../api/client'
import { useJob } from '../useJob'
import PhotoCatch from './PhotoCatch.vue'
import PhotoPicker from './PhotoPicker.vue'
import ThingSource from './ThingSource.vue'
import { useLook } from './useLook'
import RefusedLine from '../RefusedLine.vue'

/** A colour by any way of Catch, with the swatch that it gives. */
const { label } = defineProps<{ label: string }>()
const colour = defineModel<Colour | undefined>('colour', { required: true })
const { job } = useJob()
const from = ref<'thing' | 'photo'>('thing')
const photoId = ref<number>()
const photo = computed(
  () => job.value?.photos.find((one) => one.id === photoId.value) ?? job.value?.photos[0],
)
const { chip, wrong } = useLook(colour)
watch([from, photoId], () => {
  colour.value = undefined
})
</script>

<template>
  <fieldset>
    <legend>{{ label }}</legend>
    <div class="said-so">
      <span class="mat bed"><span class="chip" :style="{ background: chip?.hex ?? 'transparent' }" /></span>
      <span>
        <b v-if="chip" data-any-colour>{{ chip.name }}</b><span v-else class="soft">not said yet</span>
        <small v-if="chip" class="soft">{{ chip.sureness }}</small>
      </span>
      <BButton variant="plain" class="turn" @click="from = from === 'thing' ? 'photo' : 'thing'">
        {{ from === 'thing' ? 'take it from a photo' : 'not from a photo' }}
      </BButton>
    </div>
    <RefusedLine :words="wrong" />
    <p v-for="warning in chip?.warnings" :key="warning" class="note">{{ warning }}</p>
    <ThingSource v-if="from === 'thing'" v-model:colour="colour" />
    <template v-else>
      <PhotoPicker :photos="job?.photos ?? []" :chosen="photo?.id" @choose="(id) => (photoId = id)" />
      <PhotoCatch v-if="photo" v-model:colour="colour" :photo="photo" :faults="chip?.faults" class="photo" />
    </template>
  </fieldset>
</template>

<style scoped>
fieldset {
  width: 100%;
  display: grid;
  gap: var(--space-m);
}

legend {
  font: 650 var(--type-body) var(--said);
}

.said-so {
  display: flex;
  gap: var(--space-m);
  align-items: center;
}

.note {
  margin: 0;
  border-left: var(--line-heavy) solid var(--ink);
  padding-left: var(--space-s);
  font-size: var(--type-small);
}

.bed {
  flex: none;
  padding: var(--space-s);
}

.chip {
  display: block;
  width: 64px;
  height: 40px;
  border-radius: var(--round-m);
  border: var(--line-thin) dashed rgb(0 0 0 / 30%);
}

.said-so small {
  display: block;
}

.turn {
  margin-left: auto;
  border: 0;
  background: none;
  color: var(--act);
  font-weight: 650;
}

.photo {
  height: 420px;
}

p {
  margin: 0;
}
</style>
