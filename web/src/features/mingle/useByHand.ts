import { computed, ref, watch } from 'vue'

import { wordsOf } from '../../api/reach'
import { api, type Schemas, unwrap } from '../../api/client'
import { preferences } from '../../shared/preferences'

type Recipe = Schemas['RecipeOut']

const partsOf = (recipe: Recipe) => recipe.pours.map((pour) => pour.parts)

/** A recipe as it was changed by hand: predicted anew after each change and in each light, undone step by step. */
export function useByHand(targetId: () => number | undefined, computedRecipe: () => Recipe | undefined) {
  const changed = ref<Recipe>()
  const wrong = ref('')
  /** The parts before each change, the newest last; nothing where it was as computed. */
  const before = ref<(number[] | undefined)[]>([])
  let changedAt = 0
  let newest = 0

  async function predict(recipe: Recipe, parts: number[]) {
    const batch = recipe.pours.reduce((sum, pour) => sum + pour.ml, 0)
    const now = recipe.pours.map((pour, n) => ({ material: pour.material, parts: parts[n] ?? pour.parts }))
    const all = now.reduce((sum, pour) => sum + pour.parts, 0)
    const mine = ++newest
    const { light, unit, tool } = preferences.value
    try {
      const answer = await api.POST('/api/targets/{target_id}/by-hand', {
        params: { path: { target_id: targetId() ?? 0 }, query: { light, unit } },
        body: { pours: now.map((pour) => ({ ...pour, ml: (batch * pour.parts) / all })), tool },
      })
      if (mine !== newest) return
      changed.value = unwrap(answer)
      wrong.value = ''
    } catch (problem) {
      wrong.value = wordsOf(problem)
    }
  }

  /** One drag is one change, however many steps it went through. */
  function set(parts: number[]) {
    const recipe = changed.value ?? computedRecipe()
    if (!recipe) return
    if (Date.now() - changedAt > 700) before.value.push(changed.value && partsOf(changed.value))
    changedAt = Date.now()
    void predict(recipe, parts)
  }

  /** Keep a recipe in hand as it is, though another would be computed now. */
  function hold(recipe: Recipe) {
    before.value.push(undefined)
    changed.value = recipe
    void predict(recipe, partsOf(recipe))
  }

  function undo() {
    const parts = before.value.pop()
    changedAt = 0
    if (parts && changed.value) void predict(changed.value, parts)
    else asComputed()
  }

  function asComputed() {
    newest++
    changed.value = undefined
    wrong.value = ''
  }

  function forget() {
    asComputed()
    before.value = []
    changedAt = 0
  }

  watch(
    () => preferences.value.light,
    () => {
      if (changed.value) void predict(changed.value, partsOf(changed.value))
    },
  )
  return { changed, wrong, set, hold, undo, forget, canUndo: computed(() => before.value.length > 0) }
}
