import { say, sayWrong } from './useNotice'
import { versioned } from './versioned'

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
