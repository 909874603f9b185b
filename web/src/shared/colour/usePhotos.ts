import { useQueryClient } from '@tanstack/vue-query'
import { ref } from 'vue'

import { api, type Schemas, sendPhoto, unwrap } from '../../api/client'
import { wordsOf } from '../../api/reach'
import { jobKey } from '../useJob'

/**
 * Add photos to a job, one after the other: `sending` says how far it is, `stop` leaves out what is not sent yet, and
 * `wrong` says beside the button why one could not be taken. One that is refused keeps none of the others back.
 */
export function usePhotos() {
  const queries = useQueryClient()
  const sending = ref<{ done: number; of: number }>()
  const wrong = ref('')
  let stopped: AbortController | undefined

  /** Send files; `took` is told of each photo as it is there. */
  async function addAll(jobId: number, files: File[], took: (photo: Schemas['PhotoOut']) => unknown) {
    const mine = (stopped = new AbortController())
    const isStopped = () => mine.signal.aborted
    wrong.value = ''
    const refused: string[] = []
    for (const [done, file] of files.entries()) {
      if (isStopped()) break
      sending.value = { done, of: files.length }
      try {
        const photo = await sendPhoto(jobId, file, mine.signal)
        await queries.invalidateQueries({ queryKey: jobKey() })
        await took(photo)
      } catch (error) {
        if (isStopped()) break
        const words = wordsOf(error, 'The photo could not be sent.')
        if (words) refused.push(files.length > 1 ? `${file.name}: ${words}` : words)
      }
    }
    wrong.value = refused.join(' ')
    sending.value = undefined
  }

  /** The photo that ships with the program, to try with. */
  async function addSample(jobId: number): Promise<number | undefined> {
    try {
      const photo = unwrap(
        await api.POST('/api/jobs/{job_id}/photos/sample', { params: { path: { job_id: jobId } } }),
      )
      await queries.invalidateQueries({ queryKey: jobKey() })
      return photo.id
    } catch (error) {
      wrong.value = wordsOf(error, 'The photo could not be made.')
      return undefined
    }
  }

  return { addAll, addSample, sending, stop: () => stopped?.abort(), wrong }
}
