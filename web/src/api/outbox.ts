import { readonly, ref } from 'vue'

/**
 * Writes that could not be sent: they wait here in the order in which a person made them, each with its key, and are
 * sent one after the other when the program is back. Whoever wrote waits for the answer as for any other.
 */
interface Waiting {
  number: number
  /** What is written, and with which key: the same pressed again is the same write. */
  key: string
  send: () => Promise<Response>
  answer: Promise<Response>
  done: (response: Response) => void
  fail: (error: unknown) => void
  tries: number
}

const waiting: Waiting[] = []
const count = ref(0)
/** How many writes wait for the program. */
export const unsent = readonly(count)

/** So often one write is tried though the program answers others: then it is the write that cannot be sent. */
const MOST_TRIES = 3

/** Wait with a write until the program is back. `number` says when it was made, from whichever was first. */
export function hold(number: number, key: string, send: () => Promise<Response>): Promise<Response> {
  const same = waiting.find((one) => one.key === key)
  if (same) return same.answer.then((response) => response.clone())
  let done: Waiting['done'] = () => undefined
  let fail: Waiting['fail'] = () => undefined
  const answer = new Promise<Response>((yes, no) => {
    done = yes
    fail = no
  })
  waiting.push({ number, key, send, answer, done, fail, tries: 0 })
  waiting.sort((a, b) => a.number - b.number)
  count.value = waiting.length
  return answer.then((response) => response.clone())
}

function take(one: Waiting) {
  const at = waiting.indexOf(one)
  if (at >= 0) waiting.splice(at, 1)
  count.value = waiting.length
}

/** Forget a write that is not wanted any more. */
export function drop(key: string, why: unknown) {
  const one = waiting.find((each) => each.key === key)
  if (!one) return
  take(one)
  one.fail(why)
}

/** Send what waits, in order, also what comes to it meanwhile; whether all of it is sent. */
export async function sendWaiting(): Promise<boolean> {
  for (let next = waiting[0]; next; next = waiting[0]) {
    try {
      const response = await next.send()
      take(next)
      next.done(response)
      // What follows from it is written before what was made after it.
      await new Promise((resolve) => setTimeout(resolve))
    } catch {
      // One that was broken off meanwhile is gone already; the others go on.
      if (!waiting.includes(next)) continue
      next.tries += 1
      if (next.tries < MOST_TRIES) return false
      take(next)
      next.fail(new Error('It could not be sent: the connection broke each time. Try again.'))
    }
  }
  return true
}
