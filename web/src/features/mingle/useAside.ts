import { computed, type Ref, ref } from 'vue'

import type { Schemas } from '../../api/client'

type Recipe = Schemas['RecipeOut']

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
