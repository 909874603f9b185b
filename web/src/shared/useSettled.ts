import { refDebounced } from '@vueuse/core'
import { computed, type MaybeRefOrGetter, type Ref, toValue } from 'vue'

/** A value once it has not changed for a while: what is slow to compute need not follow every movement of the hand. */
export function useSettled<T>(value: MaybeRefOrGetter<T>, milliseconds = 350): Readonly<Ref<T>> {
  return refDebounced(
    computed(() => toValue(value)),
    milliseconds,
  )
}
