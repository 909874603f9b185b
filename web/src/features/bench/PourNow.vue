<script setup lang="ts">
import { onMounted, useTemplateRef } from 'vue'

import type { Schemas } from '../../api/client'
import FillingJug from './FillingJug.vue'
import { sayAmount } from '../../shared/say/amounts'

/** One pour to make, as large as the screen: what, how much, and what the scale says; tapped when it is in. */
defineProps<{
  batch: Schemas['BatchOut']
  step: Schemas['StepOut']
  busy: boolean
  /** What the scale says is in of it [ml], and how that goes; nothing without the scale. */
  live: number | undefined
  cue: string
  weighing: boolean
  trouble: string | undefined
}>()
const emit = defineEmits<{ poured: [] }>()
const button = useTemplateRef('button')

/** Space pours, whatever was pressed before. */
function focus() {
  const element: unknown = button.value?.$el
  if (element instanceof HTMLElement) element.focus()
}
onMounted(focus)
defineExpose({ focus })
</script>

<template>
  <BButton
    ref="button"
    variant="plain"
    class="pour"
    data-whole-screen
    :aria-busy="busy"
    @click="emit('poured')"
  >
    <FillingJug :batch="batch" :live="live ?? 0" />
    <span class="say">
      <span class="verb">pour</span>
      <b class="amount said">{{ step.words }}</b>
      <span class="name said"><i :style="{ background: step.hex }" />{{ step.name }}</span>
      <span v-if="weighing" class="scale" aria-live="off">
        <template v-if="trouble">{{ trouble }}</template>
        <template v-else
          >{{ sayAmount(live ?? 0) }} of {{ sayAmount(step.ml) }} <b>{{ cue }}</b></template
        >
      </span>
      <span class="hint">tap anywhere, or Space, when it is in</span>
    </span>
  </BButton>
</template>

<style scoped>
.pour,
.pour:hover,
.pour:active {
  flex: 1;
  min-height: 0;
  display: grid;
  grid-template-columns: minmax(180px, 34%) 1fr;
  gap: 4vw;
  align-items: center;
  padding: 2vh 4vw;
  border: 0;
  border-radius: var(--round-pill);
  background: rgb(255 255 255 / 22%);
  color: #1b1b1b;
  text-align: left;
}

.say {
  display: grid;
  gap: 1.2vh;
}

.verb {
  font-size: var(--type-far);
}

.amount {
  font-size: var(--type-farthest);
  line-height: 0.95;
}

.name {
  font-size: var(--type-farther);
  display: flex;
  gap: 0.35em;
  align-items: center;
}

.name i {
  flex: none;
  width: 1.1em;
  height: 0.9em;
  border-radius: 0.2em;
}

.scale {
  font-size: var(--type-far);
  font-variant-numeric: tabular-nums;
}

.hint {
  font-size: var(--type-lead);
}

@media (max-width: 860px) {
  .pour,
  .pour:hover,
  .pour:active {
    grid-template-columns: 1fr;
    align-content: center;
    justify-items: center;
    text-align: center;
  }

  .name {
    justify-content: center;
  }
}
</style>
