<script setup lang="ts">
import { computed, ref } from 'vue'

import { drawn } from '../../../shared/say/numbers'
import { sayLength } from '../../../shared/say/lengths'
import { usePixels } from '../../../shared/usePicture'
import LayoutDrawing from './LayoutDrawing.vue'
import type { Laid } from './layouts'

/** The piece laid flat in its finish, the sheets over it; the pattern is dragged, or moved by arrow keys. */
const { laid, src, wrong, next, chosen, still } = defineProps<{
  laid: Laid
  src: string | undefined
  wrong: string
  /** The position that is laid next, of those not done. */
  next: number | undefined
  /** The motif in hand, of those put by hand. */
  chosen: number | undefined
  /** Whether nothing of it can be moved. */
  still?: boolean
}>()
const emit = defineEmits<{
  shift: [by: { x: number; y: number }]
  move: [at: number, by: { x: number; y: number }]
  choose: [at: number | undefined]
  dragging: [now: boolean]
}>()
const board = ref<HTMLElement>()
const size = usePixels(board)
defineExpose({ size })
const share = (value: number, most: number) => `${drawn((100 * value) / most, 2)}%`
const byHand = computed(() => laid.layout.singles.length > 0)
const now = computed(() => laid.positions.find((one) => one.number === next))

let from: { x: number; y: number } | undefined
let held: number | undefined
function hold(event: PointerEvent, at?: number) {
  if (!board.value || still) return
  board.value.setPointerCapture(event.pointerId)
  from = { x: event.clientX, y: event.clientY }
  held = at
  emit('choose', at)
}

function drag(event: PointerEvent) {
  if (!from || !board.value) return
  const rect = board.value.getBoundingClientRect()
  const by = {
    x: ((event.clientX - from.x) / rect.width) * laid.width,
    y: ((event.clientY - from.y) / rect.height) * laid.height,
  }
  if (Math.hypot(by.x, by.y) < 0.001) return
  emit('dragging', true)
  from = { x: event.clientX, y: event.clientY }
  give(by)
}

function release() {
  from = undefined
  emit('dragging', false)
}

function give(by: { x: number; y: number }) {
  if (held !== undefined) emit('move', held, by)
  else if (!byHand.value) emit('shift', by)
}

const STEPS: Partial<Record<string, [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
}
/** A millimetre a press, a centimetre with Shift. */
function key(event: KeyboardEvent, at?: number) {
  const by = STEPS[event.key]
  if (!by || still) return
  event.preventDefault()
  const step = event.shiftKey ? 0.01 : 0.001
  held = at
  give({ x: by[0] * step, y: by[1] * step })
}
</script>

<template>
  <div class="mat around">
    <!-- eslint-disable-next-line vuejs-accessibility/no-static-element-interactions -- the pattern is moved over the piece, by pointer or keys -->
    <div
      ref="board"
      class="board"
      role="application"
      tabindex="0"
      :style="{
        aspectRatio: `${laid.width.toString()} / ${laid.height.toString()}`,
        '--shape': laid.width / laid.height,
      }"
      :aria-label="`The piece laid flat, ${sayLength(laid.width)} wide. Arrow keys move the pattern by a millimetre, with Shift by a centimetre.`"
      @pointerdown="hold($event)"
      @pointermove="drag"
      @pointerup="release"
      @pointercancel="release"
      @keydown="key($event)"
    >
      <img v-if="src" :src="src" alt="" draggable="false" data-preview />
      <LayoutDrawing :laid="laid" :now="now" />
      <span
        v-if="now"
        class="next"
        :style="{ left: share(Math.max(0, now.x), laid.width), top: share(Math.max(0, now.y), laid.height) }"
        >{{ now.number }} of {{ laid.positions.length }} · next</span
      >
      <template v-if="byHand && !still">
        <BButton
          v-for="(one, n) in laid.positions"
          :key="n"
          variant="plain"
          class="handle"
          :class="{ chosen: chosen === n }"
          :aria-label="`Motif ${(n + 1).toString()} on ${one.parts[0] ?? ''}: arrow keys move it`"
          :aria-pressed="chosen === n"
          :style="{ left: share(one.x + one.w / 2, laid.width), top: share(one.y + one.h / 2, laid.height) }"
          @pointerdown.stop.prevent="hold($event, n)"
          @focus="emit('choose', n)"
          @keydown.stop="key($event, n)"
        />
      </template>
    </div>
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <p class="wide" aria-hidden="true">{{ sayLength(laid.width) }}</p>
  </div>
</template>

<style scoped>
.around {
  container-type: size;
  min-height: 0;
  display: grid;
  place-content: center;
  overflow: hidden;
  position: relative;
}

.board {
  position: relative;
  width: min(94cqw, calc(88cqh * var(--shape)));
  touch-action: none;
  cursor: grab;
  overflow: hidden;
}

.board img {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
}

.next {
  position: absolute;
  padding: 1px var(--space-s);
  background: #111;
  color: #fff;
  font-weight: 700;
  font-size: var(--type-small);
  pointer-events: none;
}

.handle,
.handle:hover {
  position: absolute;
  width: 26px;
  height: 26px;
  min-height: 0;
  translate: -50% -50%;
  border: var(--line-heavy) solid #fff;
  border-radius: 50%;
  background: rgb(0 0 0 / 25%);
  box-shadow: 0 0 0 1px #000;
  padding: 0;
  touch-action: none;
}

.handle.chosen {
  background: #111;
}

.wide {
  margin: var(--space-xs) 0 0;
  text-align: center;
  font-weight: 700;
  color: #111;
}

@media (max-width: 860px) {
  .around {
    container-type: inline-size;
    padding: var(--space-m) 0;
  }

  .board {
    width: 92cqw;
  }
}
</style>
