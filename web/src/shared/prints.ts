import { inOwnWords } from './say/marked'
import { useEventListener } from '@vueuse/core'

import { preferences } from './preferences'
import { isoHere } from './say/times'
import { say, sayWrong } from './useNotice'

/** The address of a print of a jug, in the person's unit, with the day where the person is, whatever the program's clock. */
export const printOf = (mix: number, kind: 'strip' | 'card' | 'label') =>
  `/api/mixes/${mix.toString()}/${kind}.pdf?unit=${preferences.value.unit}&day=${isoHere()}`

/** What is said of a print whose letters no font has. */
const LACKS = 'no font here has'

/** Open a print in a window of its own; what stands against it is said here, not on a sheet of paper. */
async function openPrint(address: string) {
  const page = window.open('', '_blank')
  try {
    const answer = await fetch(address)
    if (answer.ok) {
      await answer.body?.cancel()
      if (page) page.location.href = address
      else location.href = address
      return
    }
    page?.close()
    const { detail } = inOwnWords((await answer.json()) as { detail: string })
    if (detail.includes(LACKS)) {
      const anyway = `${address}${address.includes('?') ? '&' : '?'}anyway=true`
      say(detail, undefined, { text: 'Print it all the same', act: () => window.open(anyway, '_blank') })
    } else sayWrong(new Error(detail))
  } catch {
    page?.close()
    sayWrong(new Error('It could not be printed: the program does not answer.'))
  }
}

/** Whatever link leads to a print, it is opened so. */
export function useOpenPrint() {
  useEventListener(document, 'click', (event) => {
    const link =
      event.target instanceof Element ? event.target.closest<HTMLAnchorElement>('a[href*=".pdf"]') : null
    if (!link || event.defaultPrevented || event.ctrlKey || event.metaKey || event.shiftKey) return
    event.preventDefault()
    void openPrint(link.href)
  })
}
