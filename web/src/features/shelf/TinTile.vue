<script setup lang="ts">
import type { Schemas } from '../../api/client'
import KnownScale from './KnownScale.vue'
import TinDrawing from './TinDrawing.vue'
import { sayAmount } from '../../shared/say/amounts'

const { tin, chosen } = defineProps<{ tin: Schemas['MaterialOut']; chosen: boolean }>()
const emit = defineEmits<{ choose: [] }>()
</script>

<template>
  <BButton
    variant="plain"
    class="tin"
    :class="{ chosen }"
    :aria-pressed="chosen"
    :data-tin="tin.key"
    @click="emit('choose')"
  >
    <span v-if="tin.hex" class="chip" :style="{ background: tin.hex }" />
    <span v-else class="chip clear">{{
      tin.level || tin.family ? '' : tin.mixable ? 'colour not known' : 'clear'
    }}</span>
    <span class="foot">
      <TinDrawing :share="tin.left_ml / tin.full_ml" :hex="tin.hex" :size="34" />
      <span class="words">
        <b>{{ tin.name }}</b>
        <small>{{ sayAmount(tin.left_ml) }}<template v-if="tin.use_up"> · use first</template></small>
        <KnownScale v-if="tin.level" :filled="tin.level_filled" :words="tin.level_words" />
        <small v-if="tin.gone_off" class="off">gone off</small>
      </span>
    </span>
  </BButton>
</template>

<style scoped>
.tin {
  display: grid;
  gap: var(--space-s);
  padding: var(--space-xs);
  border: 0;
  border-radius: var(--round-l);
  background: none;
  color: var(--mat-ink);
  text-align: left;
  content-visibility: auto;
  contain-intrinsic-size: auto 132px;
}

.tin.chosen {
  box-shadow: 0 0 0 3px #1b1b1b;
}

.chip {
  height: 78px;
  border-radius: var(--round-m);
}

.chip.clear {
  display: grid;
  place-items: center;
  border: var(--line-firm) dashed #4d4d4d;
  font-size: var(--type-tiny);
}

.foot {
  display: flex;
  gap: var(--space-s);
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
}

/* A name has two lines and is never broken inside a word, unless one word is wider than its tile. */
.words b {
  display: -webkit-box;
  -webkit-box-orient: vertical;
  -webkit-line-clamp: 2;
  overflow: hidden;
  overflow-wrap: break-word;
}

.off {
  font-weight: 700;
}
</style>
