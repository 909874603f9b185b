import { useQueryClient } from '@tanstack/vue-query'
import { type MaybeRefOrGetter, ref, toValue, watch } from 'vue'

import { api, type Schemas, unwrap } from '../../api/client'
import { preferences } from '../../shared/preferences'
import { jobKey } from '../../shared/useJob'
import { say } from '../../shared/useNotice'
import type { Area } from './areas'

/** The white and the target tapped on a photo, and the chip that they give. */
export function useCatch(photoId: MaybeRefOrGetter<number | undefined>) {
  const queries = useQueryClient()
  const white = ref<Area>()
  const target = ref<Area>()
  const chip = ref<Schemas['ChipOut']>()
  const wrong = ref('')
  let newest = 0

  async function look() {
    const id = toValue(photoId)
    if (id === undefined || !target.value) {
      chip.value = undefined
      return
    }
    const mine = ++newest
    const answer = await api.POST('/api/photos/{photo_id}/catch', {
      params: { path: { photo_id: id }, query: { light: preferences.value.light } },
      body: { target: target.value, white: white.value ?? null },
    })
    if (mine !== newest) return
    try {
      chip.value = unwrap(answer)
      wrong.value = ''
    } catch (error) {
      chip.value = undefined
      wrong.value = error instanceof Error ? error.message : ''
    }
  }

  async function keep(jobId: number, name: string) {
    const id = toValue(photoId)
    if (id === undefined || !target.value) return
    const body = { name, photo_id: id, catch: { target: target.value, white: white.value ?? null } }
    const kept = unwrap(await api.POST('/api/jobs/{job_id}/targets', { params: { path: { job_id: jobId } }, body }))
    await queries.invalidateQueries({ queryKey: jobKey() })
    say(`${kept.title} is kept with this job.`, () => remove(kept.id))
  }

  async function remove(id: number) {
    unwrap(await api.DELETE('/api/targets/{target_id}', { params: { path: { target_id: id } } }))
    await queries.invalidateQueries({ queryKey: jobKey() })
  }

  watch(
    () => toValue(photoId),
    () => {
      white.value = target.value = chip.value = undefined
      wrong.value = ''
    },
  )
  watch([white, target, () => preferences.value.light], () => void look())
  return { white, target, chip, wrong, keep, remove }
}
