<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed, nextTick, ref, useTemplateRef, watch } from 'vue'

import { wordsOf } from '../../api/reach'
import { api, type Schemas, unwrap } from '../../api/client'
import PieceChoice from '../../shared/PieceChoice.vue'
import { opens, usePieces } from '../../shared/usePieces'
import { useEscape } from '../../shared/useKeys'
import { useJob } from '../../shared/useJob'
import { clearNotice, say } from '../../shared/useNotice'
import PieceStage from '../../shared/PieceStage.vue'
import FormChoice from './FormChoice.vue'
import FrontRows from './FrontRows.vue'
import PieceAreas from './PieceAreas.vue'
import PieceHardware from './PieceHardware.vue'
import PieceMeasures from './PieceMeasures.vue'
import PieceParts from './PieceParts.vue'
import PieceUse from './PieceUse.vue'
import { type Change, undoing } from './parts'
import { usePiecePicture } from './usePiecePicture'
import RefusedLine from '../../shared/RefusedLine.vue'

const { job } = useJob()
const { pieces, piece, dressed, choose, add, change, fit, repaint, duplicate, remove } = usePieces()
const { data: forms } = useQuery({
  queryKey: ['forms'],
  staleTime: Infinity,
  queryFn: async () => unwrap(await api.GET('/api/forms')),
})
const form = computed(() => forms.value?.find((one) => one.key === piece.value?.form))
const stage = useTemplateRef('stage')
const size = computed(() => stage.value?.size)
const { opened, before, ours, src, wrong, openPart, at, pick } = usePiecePicture(piece, size)
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

function rework(changes: Change[]) {
  set({ measures: { changes } })
}

function set(part: Partial<Schemas['PieceChangeIn']>) {
  const one = piece.value
  if (!one) return
  const back = undoing(one, part)
  clearNotice() // the undo of the step before is none of this one
  void attempt(async () => {
    await change(one.id, part)
    if (Object.keys(back).length > 0) say(`${one.name} is changed.`, () => change(one.id, back))
  })
}

function keepHardware(said: Schemas['HardwareIn']) {
  const one = piece.value
  if (!one) return
  const { act, each, new_apart, old_apart, old_each, price } = one.hardware
  const back = { act, each, new_apart, old_apart, old_each, price } as Schemas['HardwareIn']
  clearNotice()
  void attempt(async () => {
    await fit(one.id, said)
    say(`The handles of ${one.name} are changed.`, () => fit(one.id, back))
  })
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
    <div v-else-if="piece" class="show">
      <PieceStage
        ref="stage"
        :src="src"
        :alt="`${piece?.name ?? 'The piece'}, bare`"
        :wrong="wrong"
        :note="before && ours ? 'as it came' : ''"
        :at="openPart ? at : undefined"
        @pick="pick"
      />
      <div class="views">
        <BFormCheckbox v-if="opens(piece)" v-model="opened">doors and drawers open</BFormCheckbox>
        <BFormCheckbox v-if="ours" v-model="before">as it came</BFormCheckbox>
        <span class="soft">Tap a part to see what it is.</span>
      </div>
    </div>
    <section v-if="piece && !choosing" class="side" aria-label="Its measures">
      <RefusedLine :words="refused" />
      <PieceMeasures :piece="piece" :form="form" @change="set" @refuse="refused = $event" />
      <FrontRows
        v-if="form?.offers.includes('layout')"
        :key="piece.id"
        :piece="piece"
        :filling="piece.form === 'cupboard' ? 'doors' : piece.form === 'bookcase' ? 'open' : 'drawers'"
        @lay="set({ measures: { layout: $event } })"
        @refuse="refused = $event"
      />
      <h2>
        To paint<template v-if="piece.count > 1">, each of {{ piece.count }}</template>
      </h2>
      <p v-if="piece.recounted" class="soft" role="status">
        Counted anew: faces that nobody paints, such as backs and what stands under a top, count no more.
        <BButton variant="plain" class="link" @click="set({ recounted: false })">Read</BButton>
      </p>
      <PieceAreas :piece="piece" @lay="(zone, ground) => set({ grounds: { [zone]: ground } })" />
      <h2>Its parts</h2>
      <PieceParts
        :key="piece.id"
        v-model:open="openPart"
        :piece="piece"
        @change="rework"
        @lay="(face, ground) => set({ grounds: { [face]: ground } })"
        @refuse="refused = $event"
      />
      <template v-if="piece.parts.some((part) => part.kind === 'handle')">
        <h2>Its handles</h2>
        <PieceHardware :piece="piece" @keep="keepHardware" @refuse="refused = $event" />
      </template>
      <h2>What it is for</h2>
      <PieceUse :piece="piece" @change="set" @refuse="refused = $event" />
      <div class="acts">
        <BButton variant="outline-secondary" size="sm" @click="duplicate(piece.id)">Duplicate</BButton>
        <BButton
          v-if="dressed"
          variant="outline-secondary"
          size="sm"
          @click="attempt(() => repaint(piece?.id ?? 0))"
          >It is painted: start again on top</BButton
        >
        <BButton v-if="pieces.length > 1" variant="outline-secondary" size="sm" @click="remove(piece)"
          >Remove it</BButton
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
  grid-template: auto minmax(0, 1fr) / minmax(0, 1fr) var(--side);
  gap: var(--space-m) var(--space-xl);
}

.ask {
  grid-column: 1 / -1;
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: var(--space-s) var(--space-l);
}

.show {
  min-height: 0;
  display: grid;
  grid-template-rows: minmax(0, 1fr) auto;
  gap: var(--space-s);
}

.views {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-xs) var(--space-xl);
}

.side {
  overflow: auto;
  display: grid;
  gap: var(--space-m);
  align-content: start;
  padding: var(--space-hair);
}

h2 {
  margin: 0;
}

.acts {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-s);
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

  .show {
    display: flex;
    flex-direction: column;
  }
}
</style>
