<script setup lang="ts">
import type { Schemas } from '../../api/client'
import TinDrawing from './TinDrawing.vue'

const { pot, chosen } = defineProps<{ pot: Schemas['MaterialOut']; chosen: boolean }>()
const emit = defineEmits<{ choose: [] }>()
const left = (ml: number) => (ml >= 1000 ? `${(ml / 1000).toFixed(1)} l` : `${Math.round(ml).toString()} ml`)
</script>

<template>
  <BButton
    variant="plain"
    class="pot"
    :class="{ chosen }"
    :aria-pressed="chosen"
    :data-pot="pot.key"
    @click="emit('choose')"
  >
    <span v-if="pot.hex" class="chip" :style="{ background: pot.hex }" />
    <span v-else class="chip clear">{{
      pot.level || pot.family ? '' : pot.mixable ? 'colour not known' : 'clear'
    }}</span>
    <span class="foot">
      <TinDrawing :share="pot.left_ml / pot.full_ml" :hex="pot.hex" :size="34" />
      <span class="words">
        <b>{{ pot.name }}</b>
        <small>{{ left(pot.left_ml) }}<template v-if="pot.use_up"> · use it up</template></small>
        <small v-if="pot.gone_off" class="off">gone off</small>
      </span>
      <span v-if="pot.level" class="level" :title="`how well it is known: ${pot.level}`">{{ pot.level }}</span>
    </span>
  </BButton>
</template>

<style scoped>
.pot {
  display: grid;
  gap: 6px;
  padding: 5px;
  border: 0;
  border-radius: 14px;
  background: none;
  color: var(--mat-ink);
  text-align: left;
  content-visibility: auto;
  contain-intrinsic-size: auto 132px;
}

.pot.chosen {
  box-shadow: 0 0 0 3px #1b1b1b;
}

.chip {
  height: 78px;
  border-radius: 10px;
}

.chip.clear {
  display: grid;
  place-items: center;
  border: 2px dashed #4d4d4d;
  font-size: 0.82rem;
}

.foot {
  display: flex;
  gap: 8px;
  align-items: center;
  min-width: 0;
}

.words {
  flex: 1;
  min-width: 0;
}

.words b,
.words small {
  display: block;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.off {
  font-weight: 700;
}

.level {
  flex: none;
  width: 22px;
  height: 22px;
  display: grid;
  place-items: center;
  border: 1.5px solid #1b1b1b;
  border-radius: 50%;
  font-size: 0.78rem;
  font-weight: 650;
}
</style>
