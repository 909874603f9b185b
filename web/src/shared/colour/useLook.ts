import { type MaybeRefOrGetter, ref, toValue, watch } from 'vue'

import { wordsOf } from '../../api/reach'
import { api, type Colour, type Schemas, unwrap } from '../../api/client'
import { preferences } from '../preferences'

/** How a colour looks, wherever it comes from; the newest answer wins. */
export function useLook(
  colour: MaybeRefOrGetter<Colour | undefined>,
  background?: MaybeRefOrGetter<Colour | undefined>,
) {
  const chip = ref<Schemas['LookedOut']>()
  const wrong = ref('')
  let newest = 0

  async function look() {
    const said = toValue(colour)
    const mine = ++newest
    if (!said) {
      chip.value = undefined
      wrong.value = ''
      return
    }
    try {
      const answer = await api.POST('/api/colours/look', {
        params: { query: { light: preferences.value.light } },
        body: { colour: said, background: toValue(background) ?? null },
      })
      if (mine !== newest) return
      chip.value = unwrap(answer)
      wrong.value = ''
    } catch (error) {
      if (mine !== newest) return
      chip.value = undefined
      wrong.value = wordsOf(error)
    }
  }

  watch(
    [
      () => JSON.stringify(toValue(colour)),
      () => JSON.stringify(toValue(background)),
      () => preferences.value.light,
    ],
    () => void look(),
    { immediate: true },
  )
  return { chip, wrong }
}
