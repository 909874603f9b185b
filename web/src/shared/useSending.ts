import { ref } from 'vue'

import { sendFile } from '../api/client'

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
