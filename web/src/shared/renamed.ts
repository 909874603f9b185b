import { say, sayWrong } from './useNotice'

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
