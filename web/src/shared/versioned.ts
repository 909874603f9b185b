import { api, ApiError, type Schemas, unwrap } from '../api/client'
import { answeredOrAway } from '../api/reach'
import { note, seen } from '../api/versions'
import { say, sayConflict, sayWrong } from './useNotice'

/** What is being written, by what it is of: one write after the other, so that nobody's own second is told of the first. */
const writing = new Map<string, Promise<unknown>>()

const CHANGED_ELSEWHERE = 412
export const changedElsewhere = (error: unknown) =>
  error instanceof ApiError && error.status === CHANGED_ELSEWHERE

/**
 * Do a write that changes the version of something when those before it are answered, and what is shown is read anew.
 * While the program is away it does not wait for them: it is kept behind them, and follows their versions (outbox.ts).
 */
export function inTurn<T>(table: string, id: number, work: () => Promise<T>): Promise<T> {
  const name = `${table}-${id.toString()}`
  const before = writing.get(name)
  const mine = (before ? answeredOrAway(before) : Promise.resolve()).then(work)
  writing.set(
    name,
    mine.catch(() => undefined),
  )
  return mine
}

/**
 * Change something that others may change, too: where it was changed meanwhile, the person is offered both.
 *
 * `send` is given the header that says which version was seen; `after` shows what stands there then.
 */
export async function versioned<T>(
  table: string,
  id: number,
  what: string,
  send: (headers: Record<string, string>) => Promise<T>,
  after: () => Promise<unknown>,
): Promise<T | undefined> {
  return inTurn(table, id, async () => {
    try {
      const made = await send(seen(table, id))
      // Known by what the write answered: what shows it may be gone from the screen before it is read anew.
      const version = (made as { version?: number } | undefined)?.version
      if (version !== undefined) note(table, id, version)
      await after()
      return made
    } catch (error) {
      if (!changedElsewhere(error)) throw error
      sayConflict(
        what,
        async () => {
          await send({})
          await after()
        },
        after,
      )
      return undefined
    }
  })
}

/** Call something otherwise, and offer to call it again as it was; nothing is done where that is the same or empty. */
export async function renamed(before: string, name: string, call: (name: string) => Promise<unknown>) {
  const now = name.trim()
  if (!now || now === before) return
  try {
    say(`${before} is called ${now} now.`, () => call(before))
    await call(now)
  } catch (error) {
    sayWrong(error)
  }
}

/** The same for a row that others may call otherwise, too: its number, its name, how that is sent, what shows it then. */
export const renamedRow = (
  table: string,
  { id, name }: { id: number; name: string },
  to: string,
  send: (name: string, headers: Record<string, string>) => Promise<unknown>,
  after: () => Promise<unknown>,
) => renamed(name, to, (now) => versioned(table, id, name, (headers) => send(now, headers), after))

export type BinKind = Schemas['RemovedOut']['kind']

/** Take something out of the bin that was removed, wherever it was. */
export async function bringBack(kind: BinKind, id: number) {
  unwrap(await api.POST('/api/bin/{kind}/{number}/restore', { params: { path: { kind, number: id } } }))
}
