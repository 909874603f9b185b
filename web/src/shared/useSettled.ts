import { type MaybeRefOrGetter, onScopeDispose, ref, type Ref, toValue, watch } from 'vue'

/** A value once it has not changed for a while: what is slow to compute need not follow every movement of the hand. */
export function useSettled<T>(value: MaybeRefOrGetter<T>, milliseconds = 350): Readonly<Ref<T>> {
  const settled = ref(toValue(value)) as Ref<T>
  let timer: ReturnType<typeof setTimeout> | undefined
  watch(
    () => toValue(value),
    (now) => {
      clearTimeout(timer)
      timer = setTimeout(() => {
        settled.value = now
      }, milliseconds)
    },
  )
  onScopeDispose(() => {
    clearTimeout(timer)
  })
  return settled
}
