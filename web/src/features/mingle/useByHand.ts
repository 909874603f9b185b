import { ref, watch } from 'vue'

import { api, type Schemas, unwrap } from '../../api/client'
import { wordsOf } from '../../api/reach'
import { preferences } from '../../shared/preferences'
import { useHistory } from '../../shared/useHistory'

type Recipe = Schemas['RecipeOut']

const partsOf = (recipe: Recipe) => recipe.pours.map((pour) => pour.parts)

/** A recipe as it was changed by hand: predicted anew after each change and in each light, undone step by step. */
export function useByHand(targetId: () => number | undefined, computedRecipe: () => Recipe | undefined) {
  const changed = ref<Recipe>()
  const wrong = ref('')
  /** Its parts; nothing where it is as computed. */
  const parts = ref<number[]>()
  const history = useHistory(parts)
  let newest = 0

  async function predict(recipe: Recipe, now: number[]) {
    const mine = ++newest
    const { light, unit, tool, batch } = preferences.value
    const pours = recipe.pours.map(({ material, ml, parts: before }, n) => ({
      material,
      ml,
      parts: now[n] ?? before,
    }))
    try {
      const answer = await api.POST('/api/targets/{target_id}/by-hand', {
        params: { path: { target_id: targetId() ?? 0 }, query: { light, unit } },
        body: { pours, tool, batch },
      })
      if (mine !== newest) return
      changed.value = unwrap(answer)
      wrong.value = ''
    } catch (problem) {
      wrong.value = wordsOf(problem)
    }
  }

  function set(now: number[]) {
    const recipe = changed.value ?? computedRecipe()
    if (!recipe) return
    history.change(now)
    void predict(recipe, now)
  }

  /** Keep a recipe in hand as it is, though another would be computed now. */
  function hold(recipe: Recipe) {
    history.change(partsOf(recipe))
    changed.value = recipe
    void predict(recipe, partsOf(recipe))
  }

  function undo() {
    history.undo()
    if (parts.value && changed.value) void predict(changed.value, parts.value)
    else asComputed()
  }

  function asComputed() {
    newest++
    changed.value = undefined
    wrong.value = ''
  }

  function forget() {
    asComputed()
    history.restart(undefined)
  }

  watch(
    () => preferences.value.light,
    () => {
      if (changed.value) void predict(changed.value, partsOf(changed.value))
    },
  )
  return { changed, wrong, set, hold, undo, forget, canUndo: history.canUndo }
}
