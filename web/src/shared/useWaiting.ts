import { refDebounced } from '@vueuse/core'
import { computed, type MaybeRefOrGetter, type Ref, ref, toValue, watch } from 'vue'
import { useQueryClient } from '@tanstack/vue-query'

import { sendFile } from '../api/client'

/** A value once it has not changed for a while: what is slow to compute need not follow every movement of the hand. */
export function useSettled<T>(value: MaybeRefOrGetter<T>, milliseconds = 350): Readonly<Ref<T>> {
  return refDebounced(
    computed(() => toValue(value)),
    milliseconds,
  )
}

/** A question that takes long: it can be stopped, and asked again. `key` is that of the query, as it is asked now. */
export function useStoppable(fetching: Readonly<Ref<boolean>>, key: Readonly<Ref<readonly unknown[]>>) {
  const queries = useQueryClient()
  const stopped = ref(false)
  watch([fetching, key], ([now]) => {
    if (now) stopped.value = false
  })

  function stop() {
    stopped.value = true
    void queries.cancelQueries({ queryKey: key.value, exact: true })
  }

  function again() {
    stopped.value = false
    void queries.refetchQueries({ queryKey: key.value, exact: true })
  }
  return { stopped, stop, again }
}

export type Stoppable = ReturnType<typeof useStoppable>

/** A file on its way to the program, which can be stopped. */
export function useSending() {
  const sending = ref(false)
  let mine: AbortController | undefined

  /** What the program answers; nothing where it was stopped. Throws what goes wrong. */
  async function send<T>(address: string, file: Blob): Promise<T | undefined> {
    const now = (mine = new AbortController())
    sending.value = true
    try {
      return await sendFile<T>(address, file, now.signal)
    } catch (error) {
      if (now.signal.aborted) return undefined
      throw error
    } finally {
      sending.value = false
    }
  }
  return { sending, send, stop: () => mine?.abort() }
}
