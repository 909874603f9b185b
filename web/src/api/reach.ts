import { readonly, ref, watch } from 'vue'

import computing from './computing.json'
import { drop, hold, sendWaiting, unsent, waiting } from './outbox'

/** The program does not answer: it was stopped, or the network between is gone. */
export class AwayError extends Error {
  constructor() {
    super('The program does not answer.')
  }
}

const away = ref(false)
/** Whether the program does not answer at this moment. */
export const isAway = readonly(away)

/** The page on which a device is let in by the code of the main screen. */
export const PAIR = '/pair'

const AGAIN = [250, 800]
/** How long to wait before a request is sent again that got no answer. [ms] */

const LOOK = 1500
/** How often it is looked whether the program is back. [ms] */

/** What is asked by POST because it is long, and changes nothing: the program says which (`make api`). */
const COMPUTING = computing.map((path) => path.split('/'))

function reads({ method, url }: Request): boolean {
  if (method !== 'POST') return ['GET', 'HEAD'].includes(method)
  const asked = new URL(url).pathname.split('/')
  return COMPUTING.some(
    (path) =>
      path.length === asked.length && path.every((part, n) => part.startsWith('{') || part === asked[n]),
  )
}

/** Keys of writes that got no answer: sent again by the same hand, they are still the same write. */
const unanswered = new Map<string, string>()

function newKey(): string {
  return Array.from(crypto.getRandomValues(new Uint8Array(16)), (byte) =>
    byte.toString(16).padStart(2, '0'),
  ).join('')
}

/** A longer body is told by its size, its beginning and its end: it is a photo. [bytes] */
const WHOLE = 1_000_000
const PART = 65_536

/** What this page is called, so that it is not told of what it did itself. */
export const pageName = newKey()

/** What a write is told by from another: all that it says. */
async function signature(request: Request, file?: Blob): Promise<string> {
  const said =
    file && file.size > WHOLE ? new Blob([file.slice(0, PART), file.slice(-PART)]) : request.clone()
  return `${request.method} ${request.url} ${file?.size.toString() ?? ''} ${await said.text()}`
}

const wait = (ms: number) =>
  new Promise((resolve) => {
    setTimeout(resolve, ms)
  })

/** Send a request, a few times where there is no answer; throws what the last time threw. */
async function attempt(request: Request): Promise<Response> {
  for (const pause of AGAIN) {
    try {
      return await fetch(request.clone())
    } catch (error) {
      if (request.signal.aborted) throw error
      await wait(pause)
    }
  }
  return fetch(request.clone())
}

let writes = 0
/** When a write was made, in letters that stand in its order, from whichever window it is. */
const madeNow = () => `${Date.now().toString().padStart(15, '0')} ${(++writes).toString().padStart(6, '0')}`

/**
 * Ask the program. What gets no answer is sent again a few times. A read then throws an AwayError; a write waits until
 * the program is back (outbox.ts). A write carries a key, so that it is done once however often it is sent.
 */
export async function reach(input: Request | string, init?: RequestInit): Promise<Response> {
  const request = new Request(input, init)
  return reads(request) ? read(request) : write(request, init?.body instanceof Blob ? init.body : undefined)
}

async function read(request: Request): Promise<Response> {
  try {
    return cameBack(await attempt(request))
  } catch (error) {
    if (request.signal.aborted) throw error
    leave()
    throw new AwayError()
  }
}

async function write(request: Request, file?: Blob): Promise<Response> {
  const made = madeNow()
  // What is sent while the page is being left must be sent at once: no time to look whether it was sent before.
  const mine = request.keepalive ? '' : await signature(request, file)
  const key = unanswered.get(mine) ?? newKey()
  request.headers.set('Idempotency-Key', key)
  request.headers.set('X-Page', pageName)
  const sent = (response: Response) => {
    unanswered.delete(mine)
    return response
  }
  if (!away.value) {
    try {
      return cameBack(sent(await attempt(request)))
    } catch (error) {
      if (request.signal.aborted) throw error
      leave()
    }
  }
  if (mine) unanswered.set(mine, key)
  const forget = () => {
    drop(key, request.signal.reason)
  }
  request.signal.addEventListener('abort', forget)
  const { pathname, search } = new URL(request.url)
  const body = await request.clone().blob()
  if (request.signal.aborted) throw request.signal.reason // broken off before it was kept
  const answer = hold({
    made,
    key,
    method: request.method,
    path: `${pathname}${search}`,
    headers: [...request.headers.entries()],
    body: body.size > 0 ? body : null,
    tries: 0,
  }).then(sent)
  // Whoever does something now wants to know now whether the program is back.
  void look()
  return answer
}

function cameBack(response: Response): Response {
  // This device is not let in, or not any more: it goes to where a code is typed.
  if (response.status === 401 && location.pathname !== PAIR) location.assign(PAIR)
  if (unsent.value === 0) away.value = false
  return response
}

let looking = false
let again: ReturnType<typeof setTimeout> | undefined

/** Look whether the program is back; then what waited is sent, in order, and only then all is as it was. */
async function look() {
  if (looking) return
  looking = true
  clearTimeout(again)
  try {
    await fetch('/api/lights', { cache: 'no-store' })
    if (await sendWaiting(tell)) away.value = false
  } catch {
    // It is not back yet.
  }
  looking = false
  if (away.value) again = setTimeout(() => void look(), LOOK)
}

let tell: (words: string) => void = () => undefined

/** Send what waited when its page was closed, and say whether anything did; `refused` hears of what was not done. */
export async function sendWhatWaited(refused: (words: string) => void) {
  tell = refused
  if ((await waiting()).length === 0) return false
  await look()
  if (unsent.value > 0) leave()
  return true
}

/** Settles when what came before is answered, or when the program does not answer: then nobody waits for that. */
export function answeredOrAway(before: Promise<unknown>): Promise<void> {
  if (away.value) return Promise.resolve()
  return new Promise((settle) => {
    const finish = () => {
      stop()
      settle()
    }
    const stop = watch(away, finish, { flush: 'sync' })
    before.then(finish, finish)
  })
}

/** Say that the program is away, and look for it until it is back. */
function leave() {
  if (away.value) return
  away.value = true
  again = setTimeout(() => void look(), LOOK)
}

/** What to say beside a field of an error: nothing while the program is away, which is said once, at the top. */
export function wordsOf(error: unknown, otherwise = 'It did not work: try again.'): string {
  if (error instanceof AwayError) return ''
  return error instanceof Error ? error.message : otherwise
}
