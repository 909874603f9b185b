import { useQueryClient } from '@tanstack/vue-query'
import { ref } from 'vue'

import { wordsOf } from '../../api/reach'
import { sendPhoto } from '../../api/client'
import { jobKey } from '../useJob'

/** Add photos to the job; `wrong` says beside the button why one could not be taken. */
export function usePhotos() {
  const queries = useQueryClient()
  const sending = ref(false)
  const wrong = ref('')

  async function add(jobId: number, file: File): Promise<number | undefined> {
    sending.value = true
    wrong.value = ''
    try {
      const photo = await sendPhoto(jobId, file)
      await queries.invalidateQueries({ queryKey: jobKey() })
      return photo.id
    } catch (error) {
      wrong.value = wordsOf(error, 'The photo could not be sent.')
      return undefined
    } finally {
      sending.value = false
    }
  }

  return { add, sending, wrong }
}
