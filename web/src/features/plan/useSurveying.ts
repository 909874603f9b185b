import { type Ref, ref, watch } from 'vue'

import type { Plan } from './usePlan'

/** Whether the survey lies open: where nobody looked a piece over before; an answer does not fold it under the finger. */
export function useSurveying(job: Ref<number | undefined>, plan: Ref<Plan | undefined>) {
  const open = ref<boolean>()
  watch(
    plan,
    (now) => {
      if (now && now.steps.length > 0) open.value ??= now.unsurveyed.length > 0 && !now.begun
    },
    { immediate: true },
  )
  watch(job, () => {
    open.value = undefined
  })
  return open
}
