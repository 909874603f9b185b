/** The newest version known of each thing that can be changed: as it was shown, or as the last write of it answered. */
const known = new Map<string, number>()

const nameOf = (table: string, id: number) => `${table}-${id.toString()}`

/** Note which version of a thing is shown. An older one is never noted over a newer. */
export function note(table: string, id: number, version: number) {
  const name = nameOf(table, id)
  known.set(name, Math.max(version, known.get(name) ?? 0))
}

/** Forget what was known: all was read anew from elsewhere. */
export function forgetVersions() {
  known.clear()
}

/** The header that says which version of a thing a write changes; none where none is known. */
export function seen(table: string, id: number): Record<string, string> {
  const version = known.get(nameOf(table, id))
  return version === undefined ? {} : { 'If-Match': `"${nameOf(table, id)}-${version.toString()}"` }
}
