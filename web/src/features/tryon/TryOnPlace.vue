<script setup lang="ts">
import { computed, ref, useTemplateRef, watch } from 'vue'

import PickOne from '../../shared/PickOne.vue'
import InkSign from '../../shared/InkSign.vue'
import PieceChoice from '../../shared/PieceChoice.vue'
import { opens } from '../../shared/usePieces'
import { useUndoKeys } from '../../shared/useKeys'
import { useSettled } from '../../shared/useWaiting'
import KeepLook from './KeepLook.vue'
import LadderPanel from './LadderPanel.vue'
import LayerList from './LayerList.vue'
import LayerSettings from './LayerSettings.vue'
import LookMenu from './LookMenu.vue'
import LookRemarks from './LookRemarks.vue'
import PhotoFaces from './PhotoFaces.vue'
import PointReadout from './PointReadout.vue'
import SideBySide from './SideBySide.vue'
import RoomChoice from './RoomChoice.vue'
import StageSlider from './StageSlider.vue'
import PieceStage from '../../shared/PieceStage.vue'
import ViewChoice from './ViewChoice.vue'
import { useFinishPicture } from './useFinishPicture'
import LayoutView from './pattern/LayoutView.vue'
import AccentsPanel from './AccentsPanel.vue'
import FoldOut from '../../shared/FoldOut.vue'
import { useLayersInHand, useLaying } from './useLayersInHand'
import { useJudged, useKeptOf, useRoughness } from './useJudged'
import { useLayable } from './useLayable'
import { useLook } from './useLook'
import { usePickedPoint } from './usePickedPoint'

const wear = useLook()
const { job, pieces, piece, look, layers, canUndo, canRedo } = wear
const layable = useLayable()
const { book, colours } = layable
const view = ref<'piece' | 'beside' | 'photo' | 'ladder'>('piece')
const inHand = useLayersInHand(layers, wear.change, layable)
const { chosen, layer, offeredNow, below } = inHand
const stageOn = useTemplateRef('stageOn')
const size = computed(() => stageOn.value?.size)
const picture = useFinishPicture(piece, layers, size, () => view.value === 'piece')
const { opened, room, raking, sliding, solo, peeked, stageAt, src, wrong } = picture
const accents = ref(false)
const settled = useSettled(() => JSON.stringify(layers.value))
const kept = useKeptOf(settled, wear)
const { data: judged, isPlaceholderData } = useJudged(piece, kept)
const judgedBefore = computed(() => isPlaceholderData.value || kept.value !== JSON.stringify(layers.value))
const { data: rough } = useRoughness(piece, kept)
const { point, at, target, targetId, pick } = usePickedPoint(piece, picture.shown, size, settled, opened)

const { laying, layOut, stop } = useLaying(layers)
const layingTitle = computed(
  () =>
    book.value?.kinds.find((one) => one.key === layers.value[laying.value ?? -1]?.kind)?.title ?? 'Pattern',
)

watch([() => piece.value?.id, () => look.value?.id], () => {
  chosen.value = Math.max(0, layers.value.length - 1)
  solo.value = stageAt.value = point.value = undefined
})

useUndoKeys(wear)
/** A look from a file; the same file can be chosen again. */
function openFile(event: Event) {
  const field = event.target as HTMLInputElement
  const file = field.files?.[0]
  if (file) void wear.open(file)
  field.value = ''
}
</script>

<template>
  <div v-if="job && !piece" class="nothing-yet">
    <InkSign name="try-on" />
    <h1>How will it look?</h1>
    <p>First say what you are painting. Then its looks can be tried here.</p>
    <RouterLink :to="{ name: 'piece' }" class="btn btn-primary">Choose a piece</RouterLink>
  </div>
  <p v-else-if="!job" role="status">Opening the job…</p>
  <LayoutView
    v-else-if="piece && laying !== undefined && layers[laying]"
    :key="`${piece.id}.${laying}`"
    :job="job"
    :piece="piece"
    :layers="layers"
    :number="laying"
    :title="layingTitle"
    @change="wear.change"
    @close="stop"
  />
  <div v-else class="place">
    <div class="ask">
      <h1>How will it look?</h1>
      <PieceChoice :pieces="pieces" :chosen="piece?.id" @choose="wear.choose" />
      <ViewChoice v-model:view="view" />
    </div>

    <div class="show">
      <SideBySide
        v-if="view === 'beside' && piece"
        :key="job.looks.length"
        :piece="piece"
        :looks="job.looks"
        :worn="look?.id"
        @wear="wear.wearLook"
      />
      <PhotoFaces v-else-if="view === 'photo'" :key="piece?.id" :layers="layers" :piece="piece?.id" />
      <LadderPanel v-else-if="view === 'ladder' && piece" :piece="piece" :mixes="job.mixes" />
      <template v-else>
        <PieceStage
          ref="stageOn"
          :src="src"
          :alt="`${piece?.name ?? 'The piece'} in ${look?.name ?? 'nothing'}`"
          :wrong="wrong"
          :note="peeked === undefined ? '' : 'where this layer lies: white for much'"
          :at="point ? at : undefined"
          @pick="pick"
        />
        <StageSlider
          v-if="layers.length > 0"
          v-model:at="stageAt"
          v-model:sliding="sliding"
          :stages="judged?.stages ?? []"
        />
        <PointReadout
          v-if="point"
          :point="point"
          :targets="job.targets"
          :target="target?.id"
          @compare="targetId = $event"
          @only="layer && inHand.set({ ...layer, zones: [$event] })"
        />
        <p class="hint">
          <BFormCheckbox v-if="piece && opens(piece)" v-model="opened">doors and drawers open</BFormCheckbox>
          <RoomChoice v-model="room" />
          <BFormCheckbox v-model="raking">by raking light</BFormCheckbox>
          <span v-if="!point" class="soft">Tap the piece to see what lies there, layer by layer.</span>
        </p>
      </template>
    </div>

    <div class="tools">
      <LookMenu
        :worn="look?.id"
        :looks="job.looks"
        :presets="book?.presets ?? []"
        :can-undo="canUndo"
        :can-redo="canRedo"
        @wear="wear.wearLook"
        @begin="wear.begin"
        @undo="wear.undo"
        @redo="wear.redo"
      />
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
      <PickOne find="a kind of layer" aria-label="Add a layer" @pick="inHand.add">
        <option value="">Add a layer on top…</option>
        <option v-for="kind in book?.kinds" :key="kind.key" :value="kind.key">{{ kind.title }}</option>
      </PickOne>
      <LayerSettings
        v-if="layer && book && piece"
        :wait="judged?.waits[inHand.chosen.value]"
        :rough="rough?.[inHand.chosen.value] ?? ''"
        :layer="layer"
        :number="chosen"
        :kinds="book.kinds"
        :colours="colours"
        :offered="offeredNow"
        :piece="piece"
        :below="below"
        @change="inHand.set"
        @sliding="sliding = $event"
        @remove="inHand.remove"
        @copy="inHand.twice"
        @refine="inHand.refine"
        @move="inHand.shift"
        @lay-out="layOut(chosen)"
      />
      <FoldOut v-if="piece && layers.length > 0" v-model:open="accents" title="accents that would answer it">
        <AccentsPanel
          v-if="accents"
          :job="job"
          :piece="piece"
          :layers="layers"
          :room="room"
          @lay="inHand.lay"
        />
      </FoldOut>
      <LookRemarks
        v-if="judged && layers.length > 0"
        :judged="judged"
        :old="judgedBefore"
        :layers="layers"
        :kinds="book?.kinds ?? []"
        @choose="chosen = $event"
      />
      <KeepLook
        v-if="look && piece && job"
        :job="job"
        :look="look"
        :piece="piece"
        :several="pieces.length > 1"
        @rename="wear.rename"
        @wear-all="wear.wearAll"
        @remove="wear.remove"
      />
      <div>
        <input
          id="look-file"
          class="visually-hidden"
          type="file"
          accept="application/json,.json"
          @change="openFile"
        />
        <label for="look-file" class="btn btn-outline-secondary">Open a look from a file</label>
      </div>
    </div>
  </div>
</template>

<style scoped>
.place {
  height: 100%;
  display: grid;
  grid-template: auto minmax(0, 1fr) / minmax(0, 1fr) var(--side);
  gap: var(--space-m) var(--space-l);
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
  grid-template-rows: minmax(0, 1fr) auto auto auto;
  gap: var(--space-s);
}

.hint {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-xs) var(--space-xl);
  margin: 0;
}

.tools {
  display: flex;
  flex-direction: column;
  gap: var(--space-m);
  overflow: auto;
  padding: var(--space-hair);
}

@media (max-width: 860px) {
  .place,
  .show {
    display: flex;
    flex-direction: column;
    height: auto;
  }
}
</style>
