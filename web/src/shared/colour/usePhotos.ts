import { useQueryClient } from '@tanstack/vue-query'
import { ref } from 'vue'

import { wordsOf } from '../../api/reach'
import { api, sendPhoto, unwrap } from '../../api/client'
import { jobKey } from '../useJob'

/** Add photos to the job; `wrong` says beside the button why one could not be taken. */
export function usePhotos() {
  const queries = useQueryClient()
  const sending = ref(false)
  const wrong = ref('')

  const add = (jobId: number, file: File) => adding(() => sendPhoto(jobId, file))
  /** The photo that ships with the program, to try with. */
  const addSample = (jobId: number) =>
    adding(async () =>
      unwrap(await api.POST('/api/jobs/{job_id}/photos/sample', { params: { path: { job_id: jobId } } })),
    )

  async function adding(send: () => Promise<{ id: number }>): Promise<number | undefined> {
    sending.value = true
    wrong.value = ''
    try {
      const photo = await send()
      await queries.invalidateQueries({ queryKey: jobKey() })
      return photo.id
    } catch (error) {
      wrong.value = wordsOf(error, 'The photo could not be sent.')
      return undefined
    } finally {
      sending.value = false
    }
  }

  return { add, addSample, sending, wrong }
}
