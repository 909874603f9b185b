import { computed, type Ref, ref, watch } from 'vue'

import type { Schemas } from '../../api/client'
import { preferences } from '../../shared/preferences'
import { sameMix } from '../../shared/useMixes'
import type { useByHand } from './useByHand'
import { useShelf } from '../../shared/useShelf'

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
    const { batch, mostTins, tool, use, avoid } = preferences.value
    return JSON.stringify([targetId(), batch, mostTins, tool, use, avoid])
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

/** A recipe laid aside, to hold the one in hand against it. */
export function useAside(targetId: () => number | undefined, inHand: Readonly<Ref<Recipe | undefined>>) {
  const aside = ref<{ target: number; recipe: Recipe }>()
  const beside = computed(() => (aside.value?.target === targetId() ? aside.value?.recipe : undefined))

  function putAway() {
    aside.value = undefined
  }

  /** Lay the one in hand aside; where one lies there, put it away. */
  function layAside() {
    const target = targetId()
    if (beside.value || !inHand.value || target === undefined) putAway()
    else aside.value = { target, recipe: inHand.value }
  }

  return { beside, layAside, putAway }
}

/** The tins that can be mixed and of which nothing is wished yet. */
export function useFreeTins() {
  const { data: shelf } = useShelf()
  return computed(() => {
    const { use, avoid } = preferences.value
    return (shelf.value ?? []).filter(
      (tin) => tin.mixable && !use.includes(tin.key) && !avoid.includes(tin.key),
    )
  })
}
