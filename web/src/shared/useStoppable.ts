import { useQueryClient } from '@tanstack/vue-query'
import { type Ref, ref, watch } from 'vue'

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
