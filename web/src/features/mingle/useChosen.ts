import { computed, type Ref, ref, watch } from 'vue'

import type { Schemas } from '../../api/client'
import { preferences } from '../../shared/preferences'
import { sameMix } from '../../shared/sameMix'
import type { useByHand } from './useByHand'

type Recipe = Schemas['RecipeOut']

/** Which of them is the nearest worth its tins; a tin more must be worth it. */
export const bestOf = (rows: Recipe[]) =>
  rows.reduce((least, one, at) => (one.high < (rows[least]?.high ?? 99) - 0.3 ? at : least), 0)

/** Which of the recipes is in hand: the nearest worth its tins, or the one that a person chose or changed by hand. */
export function useChosen(
  targetId: () => number | undefined,
  rows: Readonly<Ref<Recipe[]>>,
  chosen: Ref<number>,
  hand: ReturnType<typeof useByHand>,
) {
  /** A row that a person chose, or changed by hand, stays in hand in another light and among more rows. */
  const picked = ref(false)
  function pick(at: number) {
    if (at !== chosen.value) hand.forget()
    chosen.value = at
    picked.value = true
  }

  const wished = computed(() => {
    const { batch, mostPots, tool, use, avoid } = preferences.value
    return JSON.stringify([targetId(), batch, mostPots, tool, use, avoid])
  })
  let wishedBefore = ''
  // Recipes that are there at once, from the last time the place was open, are chosen from, too.
  watch(
    rows,
    (now, old) => {
      const mine =
        wished.value === wishedBefore && (picked.value || hand.changed.value)
          ? old?.[chosen.value]
          : undefined
      wishedBefore = wished.value
      if (!mine) {
        hand.forget()
        picked.value = false
        chosen.value = bestOf(now)
        return
      }
      const same = now.findIndex((recipe) => sameMix(recipe, mine))
      if (same < 0 && !hand.changed.value) hand.hold(mine)
      const asMany = now.findIndex((recipe) => recipe.pours.length === mine.pours.length)
      chosen.value = Math.max(0, same < 0 ? asMany : same)
    },
    { immediate: true },
  )
  return { pick }
}
