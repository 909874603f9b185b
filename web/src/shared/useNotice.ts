import { readonly, ref } from 'vue'

import { AwayError, wordsOf } from '../api/reach'

/** A step that leads on from what was said. */
interface Lead {
  text: string
  act: () => unknown
}

export interface Notice {
  text: string
  wrong: boolean
  undo?: (() => unknown) | undefined
  lead?: Lead | undefined
  other?: Lead | undefined
}

const current = ref<Notice>()
let timer: ReturnType<typeof setTimeout> | undefined

/**
 * Say something at the foot of the screen; it stays long enough to be undone. What can be undone is said before the
 * screen follows: else the undo of the step before would still stand there.
 */
export function say(text: string, undo?: () => unknown, lead?: Lead, other?: Lead) {
  show({ text, wrong: false, undo, lead, other }, 12_000)
}

/** Say what went wrong; it stays until it is closed. That the program is away is said at the top, once. */
export function sayWrong(error: unknown) {
  if (!(error instanceof AwayError)) show({ text: wordsOf(error, String(error)), wrong: true }, 0)
}

/** Say that something was changed elsewhere meanwhile, and offer both; it stays until one is chosen. */
export function sayConflict(what: string, mine: () => unknown, theirs: () => unknown) {
  show(
    {
      text: `${what} was changed in another window meanwhile.`,
      wrong: true,
      lead: { text: 'Keep mine', act: mine },
      other: { text: 'Take the other', act: theirs },
    },
    0,
  )
}

function show(notice: Notice, milliseconds: number) {
  clearTimeout(timer)
  current.value = notice
  if (milliseconds > 0) timer = setTimeout(clearNotice, milliseconds)
}

export function clearNotice() {
  current.value = undefined
}

export const notice = readonly(current)
