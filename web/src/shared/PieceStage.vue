<script setup lang="ts">
import { ref } from 'vue'

import { usePixels } from './usePicture'

/** The picture of a piece on its mat; a place of it is picked by a tap. */
const { at } = defineProps<{
  src: string | undefined
  alt: string
  wrong: string
  note: string
  /** The place that was picked, in shares of width and height. */
  at: { x: number; y: number } | undefined
}>()
const emit = defineEmits<{ pick: [at: { x: number; y: number }] }>()
const stage = ref<HTMLElement>()
const size = usePixels(stage)
defineExpose({ size })

function pick(event: MouseEvent) {
  const box = stage.value?.getBoundingClientRect()
  if (box)
    emit('pick', { x: (event.clientX - box.left) / box.width, y: (event.clientY - box.top) / box.height })
}

const STEPS: Partial<Record<string, [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
}
/** Arrow keys point, a step of a fiftieth, with Shift of a tenth; from the middle where nothing was picked yet. */
function key(event: KeyboardEvent) {
  const by = STEPS[event.key]
  if (!by && event.key !== 'Enter') return
  event.preventDefault()
  const step = event.shiftKey ? 0.1 : 0.02
  const clamp = (share: number) => Math.min(1, Math.max(0, share))
  const from = at ?? { x: 0.5, y: 0.5 }
  emit('pick', { x: clamp(from.x + step * (by?.[0] ?? 0)), y: clamp(from.y + step * (by?.[1] ?? 0)) })
}
</script>

<template>
  <!-- eslint-disable-next-line vuejs-accessibility/no-static-element-interactions -- a place of a picture is pointed at, by pointer or keys -->
  <div
    ref="stage"
    class="mat stage"
    role="application"
    tabindex="0"
    :aria-label="`${alt}. Arrow keys point at a place, with Shift in larger steps, Enter says what lies there.`"
    @click="pick"
    @keydown="key"
  >
    <img v-if="src" :src="src" :alt="alt" data-preview />
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <span v-if="note" class="peek">{{ note }}</span>
    <span
      v-if="at"
      class="cross"
      aria-hidden="true"
      :style="{ left: `${(100 * at.x).toString()}%`, top: `${(100 * at.y).toString()}%` }"
    />
  </div>
</template>

<style scoped>
.stage {
  position: relative;
  min-height: 0;
  overflow: hidden;
  cursor: crosshair;
}

.stage img {
  width: 100%;
  height: 100%;
  object-fit: contain;
}

.stage .wrong,
.peek {
  position: absolute;
  left: 14px;
  top: 10px;
}

.cross {
  position: absolute;
  width: 18px;
  height: 18px;
  translate: -50% -50%;
  border: var(--line-firm) solid #fff;
  border-radius: 50%;
  box-shadow: 0 0 0 1.5px #000;
  pointer-events: none;
}

@media (max-width: 860px) {
  .stage {
    aspect-ratio: 3 / 2.4;
  }
}
</style>
