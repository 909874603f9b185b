<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed, nextTick, ref, useTemplateRef, watch } from 'vue'

import { wordsOf } from '../../api/reach'
import { api, type Schemas, unwrap } from '../../api/client'
import PieceChoice from '../../shared/PieceChoice.vue'
import { preferences } from '../../shared/preferences'
import { useEscape } from '../../shared/useEscape'
import { useJob } from '../../shared/useJob'
import { usePicture } from '../../shared/usePicture'
import { usePieces } from '../../shared/usePieces'
import { usePixels } from '../../shared/usePixels'
import FormChoice from './FormChoice.vue'
import PieceAreas from './PieceAreas.vue'
import PieceMeasures from './PieceMeasures.vue'

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
const refused = ref('')
watch(
  () => piece.value?.id,
  () => {
    refused.value = ''
  },
)
async function attempt(what: () => Promise<void>) {
  try {
    await what()
    refused.value = ''
  } catch (problem) {
    refused.value = wordsOf(problem, 'It could not be changed.')
  }
}

function set(part: Partial<Schemas['PieceChangeIn']>) {
  const one = piece.value
  if (one) void attempt(() => change(one.id, part))
}

/** Whether the forms are shown to choose from: where there is no piece yet, or another one is wanted. */
const choosing = ref(false)
const choice = useTemplateRef('choice')

function ask() {
  choosing.value = true
  void nextTick(() => choice.value?.focus())
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
    <FormChoice
      v-if="job && (choosing || !piece)"
      ref="choice"
      :forms="forms ?? []"
      :refused="refused"
      @choose="addForm"
    />
    <div v-else-if="piece" ref="stage" class="mat stage">
      <img v-if="src" :src="src" :alt="`${piece?.name ?? 'The piece'}, bare`" />
      <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    </div>
    <section v-if="piece && !choosing" class="side" aria-label="Its measures">
      <p v-if="refused" class="wrong" role="alert">{{ refused }}</p>
      <PieceMeasures :piece="piece" :form="form" @change="set" @refuse="refused = $event" />
      <h2>To paint</h2>
      <PieceAreas :piece="piece" @lay="(zone, ground) => set({ grounds: { [zone]: ground } })" />
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

h2 {
  margin: 0;
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
