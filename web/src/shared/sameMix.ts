import type { Schemas } from '../api/client'

const told = (recipe: Schemas['RecipeOut']) =>
  recipe.pours.map((pour) => `${pour.material} ${pour.parts.toString()}`).join()

/** Whether two recipes pour the same tins in the same parts. */
export const sameMix = (one: Schemas['RecipeOut'], other: Schemas['RecipeOut']) => told(one) === told(other)
