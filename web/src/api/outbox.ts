import { inOwnWords } from '../shared/say/marked'
import { createStore, del, entries, set, update } from 'idb-keyval'
import { readonly, ref } from 'vue'

/**
 * Writes that could not be sent: each is kept in this browser as the request that it is, with its key, and sent in the
 * order in which a person made them when the program is back, also when the page was closed meanwhile. Whoever wrote
 * waits for the answer as for any other, as long as their page is open.
 */
export interface Write {
  /** When it was made, so that the names of writes stand in their order. */
  made: string
  /** The same pressed again is the same write. */
  key: string
  method: string
  path: string
  headers: [string, string][]
  body: Blob | null
  tries: number
}

/** An answer, as one window tells it to another. */
interface Answered {
  key: string
  status: number
  type: string
  text: string
}

interface Asked {
  done: (response: Response) => void
  fail: (error: unknown) => void
  answer: Promise<Response>
}

/** So often one write is tried though the program answers others: then it is the write that cannot be sent. */
const MOST_TRIES = 3
/** How long the window whose write it was has to say that it is still there. [ms] */
const OWNER = 400

const kept = createStore('jug-mingle', 'outbox')
/** Writes that this browser would not keep: they wait as long as the page is open. */
const held = new Map<string, Write>()
/** What this page waits for. */
const asked = new Map<string, Asked>()
const others = 'BroadcastChannel' in window ? new BroadcastChannel('jug-mingle outbox') : undefined
const owned = new Set<string>()

const count = ref(0)
/** How many writes wait for the program, of every window. */
export const unsent = readonly(count)
const only = ref(false)
/** Whether some of them wait in this page only, since the browser keeps nothing for it. */
export const onlyHere = readonly(only)

const nameOf = (write: Write) => `${write.made} ${write.key}`

/** What a browser's store says, or what stands for it where there is none. */
async function quietly<T>(ask: () => Promise<T>, otherwise: T): Promise<T> {
  try {
    return await ask()
  } catch {
    return otherwise
  }
}

/** What waits, in order. */
export async function waiting(): Promise<Write[]> {
  const stored = await quietly(() => entries<string, Write>(kept), [])
  const all = new Map([...stored, ...held.entries()])
  count.value = all.size
  only.value = held.size > 0
  return [...all.entries()].sort(([a], [b]) => (a < b ? -1 : 1)).map(([, write]) => write)
}

async function keep(write: Write) {
  try {
    await set(nameOf(write), write, kept)
  } catch {
    held.set(nameOf(write), write)
  }
}

async function forget(write: Write) {
  held.delete(nameOf(write))
  await quietly(() => del(nameOf(write), kept), undefined)
  await waiting()
}

/** Wait with a write until the program is back. */
export function hold(write: Write): Promise<Response> {
  const same = asked.get(write.key)
  if (same) return same.answer.then((response) => response.clone())
  let done: Asked['done'] = () => undefined
  let fail: Asked['fail'] = () => undefined
  const answer = new Promise<Response>((yes, no) => {
    done = yes
    fail = no
  })
  asked.set(write.key, { done, fail, answer })
  count.value += 1
  void keep(write).then(waiting)
  return answer.then((response) => response.clone())
}

/** Forget a write that is not wanted any more. */
export function drop(key: string, why: unknown) {
  const mine = asked.get(key)
  if (!mine) return
  asked.delete(key)
  mine.fail(why)
  void waiting().then((all) => Promise.all(all.filter((one) => one.key === key).map(forget)))
}

if (others)
  others.onmessage = ({ data }: MessageEvent<Answered | { owned: string }>) => {
    if ('owned' in data) {
      owned.add(data.owned)
      return
    }
    if (settle(data.key, answerOf(data))) others.postMessage({ owned: data.key })
    void waiting()
  }

const answerOf = ({ status, type, text }: Answered) =>
  new Response(text || null, { status, headers: type ? { 'content-type': type } : {} })

function settle(key: string, response: Response): boolean {
  const mine = asked.get(key)
  if (!mine) return false
  asked.delete(key)
  mine.done(response)
  return true
}

/** Whether whoever made a write has its answer: this page, or one that is still open. */
async function told(write: Write, response: Response): Promise<boolean> {
  if (settle(write.key, response.clone())) return true
  if (!others) return false
  const type = response.headers.get('content-type') ?? ''
  others.postMessage({ key: write.key, status: response.status, type, text: await response.clone().text() })
  await new Promise((resolve) => setTimeout(resolve, OWNER))
  return owned.delete(write.key)
}

/**
 * What was made of the same thing while the program was away names the version that was seen then: the answer to the
 * write before it says which it has now.
 */
async function follow(write: Write, response: Response) {
  const match = write.headers.find(([name]) => name === 'if-match')?.[1]
  const seen = /^"(.*)-(\d+)"$/.exec(match ?? '')
  if (!seen || !response.ok) return
  const made: unknown = await response
    .clone()
    .json()
    .catch(() => undefined)
  const version = (made as { version?: unknown } | undefined)?.version
  if (typeof version !== 'number') return
  const now = `"${seen[1] ?? ''}-${version.toString()}"`
  const changed = (one: Write): Write => ({
    ...one,
    headers: one.headers.map(([name, value]) => [name, name === 'if-match' && value === match ? now : value]),
  })
  for (const next of await waiting()) {
    if (held.has(nameOf(next))) held.set(nameOf(next), changed(next))
    else await update<Write>(nameOf(next), (one) => changed(one ?? next), kept)
  }
}

/** Only one window sends at a time, where the browser can say so; else the program does each write once all the same. */
async function alone(work: () => Promise<boolean>): Promise<boolean> {
  if (!('locks' in navigator)) return work()
  return navigator.locks.request('jug-mingle sends', { ifAvailable: true }, (lock) =>
    lock ? work() : waiting().then((all) => all.length === 0),
  )
}

/**
 * Send what waits, in order, also what comes to it meanwhile; whether all of it is sent. `refused` hears of a write
 * that the program would not do and that nobody waits for any more.
 */
export function sendWaiting(refused: (words: string) => void): Promise<boolean> {
  return alone(async () => {
    for (let [next] = await waiting(); next; [next] = await waiting()) {
      let response: Response
      try {
        response = await fetch(next.path, {
          method: next.method,
          headers: next.headers,
          body: next.body,
        })
      } catch {
        if (!(await goesOn(next, refused))) return false
        continue
      }
      // Whoever has to be let in first sends it then.
      if (response.status === 401) return false
      await follow(next, response)
      await forget(next)
      if (!(await told(next, response)) && !response.ok) refused(await reasonOf(response))
      // What follows from it is written before what was made after it.
      await new Promise((resolve) => setTimeout(resolve))
    }
    return true
  })
}

async function goesOn(write: Write, refused: (words: string) => void): Promise<boolean> {
  const tries = write.tries + 1
  if (tries < MOST_TRIES) {
    await keep({ ...write, tries })
    return false
  }
  await forget(write)
  const words = 'It could not be sent: the connection broke each time. Try again.'
  const mine = asked.get(write.key)
  asked.delete(write.key)
  if (mine) mine.fail(new Error(words))
  else refused(words)
  return true
}

async function reasonOf(response: Response): Promise<string> {
  const said: unknown = await response.json().catch(() => undefined)
  const detail = (said as { detail?: unknown } | undefined)?.detail
  return typeof detail === 'string'
    ? inOwnWords(detail)
    : `the program answered ${response.status.toString()}`
}
