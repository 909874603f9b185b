import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, type Ref, ref, watch } from 'vue'

import { api, type Schemas, type StyleName, unwrap } from '../../api/client'
import { preferences } from '../../shared/preferences'
import { jobKey } from '../../shared/useJob'
import { sayWrong } from '../../shared/useNotice'

type Finish = Schemas['FinishOut']

/** The finish of a job as it is tried on; every change is saved by itself. */
export function useFinish(
  jobId: Ref<number | undefined>,
  job: Ref<Schemas['JobWholeOut'] | undefined>,
  size: Ref<{ wide: number; high: number } | undefined>,
) {
  const queries = useQueryClient()
  const draft = ref<Finish>()
  const sketching = ref(false)
  let timer: ReturnType<typeof setTimeout> | undefined

  watch(
    job,
    (now) => {
      if (now && !draft.value) draft.value = { ...now.finish }
    },
    { immediate: true },
  )

  async function save() {
    if (jobId.value === undefined || !draft.value || lacking.value) return
    try {
      unwrap(
        await api.PUT('/api/jobs/{job_id}/finish', { params: { path: { job_id: jobId.value } }, body: draft.value }),
      )
      await queries.invalidateQueries({ queryKey: jobKey() })
    } catch (error) {
      sayWrong(error)
    }
  }

  function change(part: Partial<Finish>) {
    if (!draft.value) return
    draft.value = { ...draft.value, ...part }
    clearTimeout(timer)
    timer = setTimeout(() => void save(), 350)
  }

  /** What a style still needs, in words; empty when it can be drawn. */
  const lacking = computed(() => {
    const { style, first_id, second_id } = draft.value ?? {
      style: 'bare' as StyleName,
      first_id: null,
      second_id: null,
    }
    if (style === 'bare') return ''
    if (first_id == null) return 'Choose a jug to paint with.'
    return style !== 'plain' && second_id == null ? 'Choose a second jug.' : ''
  })

  const url = computed(() => {
    if (jobId.value === undefined || !draft.value || !size.value || lacking.value) return undefined
    const { style, first_id, second_id, width } = draft.value
    const query = new URLSearchParams({ style, width: width.toFixed(2), light: preferences.value.light })
    if (first_id != null && style !== 'bare') query.set('first_id', first_id.toString())
    if (second_id != null && style !== 'bare' && style !== 'plain') query.set('second_id', second_id.toString())
    if (sketching.value) query.set('sketch', 'true')
    const share = sketching.value ? 0.6 : 1
    query.set('pixels_wide', Math.max(64, Math.round(size.value.wide * share)).toString())
    query.set('pixels_high', Math.max(64, Math.round(size.value.high * share)).toString())
    return `/api/jobs/${jobId.value.toString()}/preview?${query.toString()}`
  })

  const way = useQuery({
    queryKey: computed(() => [
      'way',
      jobId.value,
      draft.value?.first_id,
      draft.value?.second_id,
      preferences.value.light,
    ]),
    enabled: computed(
      () => jobId.value !== undefined && draft.value?.first_id != null && draft.value.second_id != null,
    ),
    queryFn: async () =>
      unwrap(
        await api.GET('/api/jobs/{job_id}/way', {
          params: {
            path: { job_id: jobId.value ?? 0 },
            query: {
              first_id: draft.value?.first_id ?? 0,
              second_id: draft.value?.second_id ?? 0,
              light: preferences.value.light,
              steps: 9,
            },
          },
        }),
      ),
  })

  return { draft, change, sketching, lacking, url, way: way.data }
}
