<script setup lang="ts">
import type { Schemas } from '../../api/client'
import RecipeRow from '../../shared/RecipeRow.vue'

/** Recipes to choose one from, the one worth pouring first; the chosen one may have been changed by hand. */
defineProps<{
  rows: Schemas['RecipeOut'][]
  byHand: Schemas['RecipeOut'] | undefined
  targetHex: string
  targetName: string
  lightTitles: Record<string, string>
  /** Whether they are from before what was wished last. */
  old: boolean
  busy: boolean
}>()
const chosen = defineModel<number>('chosen', { required: true })
</script>

<template>
  <fieldset class="mat rows" :class="{ old }" :aria-busy="busy">
    <legend class="visually-hidden">Recipes, the one worth pouring first</legend>
    <label v-for="(recipe, at) in rows" :key="at" :class="{ chosen: at === chosen }">
      <input v-model="chosen" class="visually-hidden" type="radio" name="recipe" :value="at" />
      <RecipeRow
        :recipe="at === chosen && byHand ? byHand : recipe"
        :target="targetHex"
        :target-name="targetName"
        :light-titles="lightTitles"
      />
    </label>
  </fieldset>
</template>

<style scoped>
.rows {
  flex: 1;
  display: flex;
  flex-direction: column;
  overflow: hidden;
}

.rows.old {
  opacity: 0.72;
}

label {
  flex: 1 0 auto;
  display: grid;
  align-items: center;
  max-height: 210px;
  cursor: pointer;
  border-bottom: var(--line-thin) solid var(--mat-line);
}

label:last-child {
  border: 0;
}

label.chosen {
  box-shadow: inset 6px 0 0 #1b1b1b;
  background: rgb(255 255 255 / 22%);
}

label:has(:focus-visible) {
  outline: 3px solid #000;
  outline-offset: -4px;
}

@media (forced-colors: active) {
  label.chosen {
    border-left: var(--line-heavy) solid Highlight;
  }
}

@media (max-width: 1100px) {
  label {
    max-height: none;
  }
}
</style>
