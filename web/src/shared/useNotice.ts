import { readonly, ref } from 'vue'

export interface Notice {
  text: string
  wrong: boolean
  undo?: () => unknown
}

const current = ref<Notice>()
let timer: ReturnType<typeof setTimeout> | undefined

/** Say something at the foot of the screen; it stays long enough to be undone. */
export function say(text: string, undo?: () => unknown) {
  show({ text, wrong: false, undo }, 12_000)
}

/** Say what went wrong; it stays until it is closed. */
export function sayWrong(error: unknown) {
  show({ text: error instanceof Error ? error.message : String(error), wrong: true }, 0)
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
