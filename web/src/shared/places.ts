export interface Place {
  name: string
  title: string
  key: string
  /** The drawing of it, in `src/signs`. */
  sign: string
}

/** What else has an address, and what its title is. */
export const OTHERS: Record<string, string> = {
  bench: 'Bench',
  lay: 'Lay a pattern',
  again: 'Mix it again',
  jobs: 'Jobs',
}

/** The places in the order of the work, each with its key. */
export const places: Place[] = [
  { name: 'piece', title: 'Piece', key: '1', sign: 'piece' },
  { name: 'catch', title: 'Catch', key: '2', sign: 'catch' },
  { name: 'mingle', title: 'Mingle', key: '3', sign: 'mingle' },
  { name: 'tryon', title: 'Try on', key: '4', sign: 'try-on' },
  { name: 'plan', title: 'Plan', key: '5', sign: 'plan' },
  { name: 'daybook', title: 'Daybook', key: '6', sign: 'daybook' },
  { name: 'shelf', title: 'Shelf', key: 's', sign: 'shelf' },
  { name: 'settings', title: 'Settings', key: ',', sign: 'settings' },
]
