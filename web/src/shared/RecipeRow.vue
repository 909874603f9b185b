<script setup lang="ts">
import { computed } from 'vue'

import type { Schemas } from '../api/client'
import DifferenceBand from './DifferenceBand.vue'
import JugDrawing from './JugDrawing.vue'
import { sayCount, sayMoney } from './say/numbers'
import { preferences } from './preferences'
import SwatchPair from './SwatchPair.vue'
import { sayAmount } from './say/amounts'

const { recipe } = defineProps<{
  recipe: Schemas['RecipeOut']
  target: string
  targetName: string
  lightTitles: Record<string, string>
}>()

/** Tins that this recipe nearly empties. */
const scarce = computed(() => recipe.pours.filter((pour) => pour.scarce))

/** Whether the ratio is one that is measured in parts; any other tool says what it measures. */
const inParts = computed(() => preferences.value.tool === 'parts')
const counted = (parts: number) => sayCount(parts, 'part')
</script>

<template>
  <div class="recipe">
    <JugDrawing :layers="recipe.pours" :size="112" class="jug" />
    <SwatchPair :target="target" :mix="recipe.hex" :target-name="targetName" class="swatches" />
    <div class="what">
      <DifferenceBand
        :words="recipe.words"
        :computed-at="recipe.delta_E"
        :likely="recipe.likely"
        :value="recipe.expected"
        :low="recipe.low"
        :high="recipe.high"
      />
      <p class="parts">
        <template v-for="(pour, place) in recipe.pours" :key="pour.material">
          <span v-if="place > 0"> · </span>
          <template v-if="recipe.pours.length === 1"
            ><b>{{ pour.name }}</b> as it is</template
          >
          <template v-else
            ><b>{{ inParts ? counted(pour.parts) : pour.words }}</b> {{ pour.name }}</template
          >
        </template>
      </p>
      <p v-if="inParts || recipe.pours.length === 1" class="pours soft">
        <span v-for="pour in recipe.pours" :key="pour.material">{{ pour.words }} {{ pour.name }}</span>
      </p>
      <p v-if="recipe.misses" class="soft">{{ recipe.misses }}</p>
      <p v-if="recipe.metameric" class="warn">{{ recipe.metameric }}</p>
      <p v-if="recipe.spoils" class="warn">{{ recipe.spoils }}</p>
      <p v-if="recipe.short" class="warn">{{ recipe.short }}</p>
    </div>
    <div class="count">
      <b class="said">{{ recipe.pours.length }}</b> {{ recipe.pours.length === 1 ? 'tin' : 'tins' }}
      <span v-if="recipe.cost > 0" class="soft">costs {{ sayMoney(recipe.cost) }}</span>
      <span v-for="low in scarce" :key="low.name" class="soft"
        >leaves {{ sayAmount(low.left_after) }} {{ low.name }}</span
      >
      <span v-for="other in recipe.differences.slice(1)" :key="other.light" class="soft">
        {{ lightTitles[other.light] }}: {{ other.words }}, {{ other.likely.split(',')[0] }}
      </span>
    </div>
  </div>
</template>

<style scoped>
.recipe {
  display: grid;
  grid-template-columns: 92px minmax(180px, 19vw) minmax(0, 1fr) minmax(96px, max-content);
  gap: var(--space-l);
  align-items: center;
  padding: var(--space-m) var(--space-l);
}

.swatches {
  height: 112px;
}

p {
  margin: var(--space-xs) 0 0;
}

.warn {
  font-weight: 650;
}

.parts {
  font-size: var(--type-lead);
}

.pours {
  display: flex;
  flex-wrap: wrap;
  gap: 0 var(--space-m);
  font-size: var(--type-small);
}

.count {
  max-width: 11rem;
  text-align: right;
  font-size: var(--type-small);
}

.count b {
  font-size: var(--type-loud);
  line-height: 1;
}

.count span {
  display: block;
  font-size: var(--type-small);
}

@media (max-width: 1100px) {
  .recipe {
    grid-template-columns: 74px minmax(0, 1fr);
    gap: var(--space-m) var(--space-m);
    padding: var(--space-m);
  }

  .jug {
    grid-row: span 2;
    width: 74px;
    height: auto;
    align-self: start;
  }

  .what {
    grid-column: 2;
  }

  .count {
    grid-column: 2;
    text-align: left;
  }

  .count b {
    font-size: var(--type-lead);
  }
}
</style>
