import type { Schemas } from '../../api/client'
import { typedOrNothing } from '../../shared/say/numbers'

type Laid = NonNullable<Schemas['OffcutIn']['laid']>

/** What is on a field, and how it was laid, as it stands in the form; numbers as they were typed. */
export interface FieldDraft {
  /** "mix 3" or "pot barley-sugar". */
  what: string
  coats: string
  /** Before it was wiped, in minutes; empty where it was not. */
  wiped: string
  wipe: number
  prepared: Laid['prepared']
  finish: Laid['finish']
}

export const READY: Laid['prepared'][] = [
  'as sanded',
  'sanded fine',
  'sanded coarse',
  'end grain',
  'sealed first',
]
export const WIPES = [
  { value: 1, text: 'wiped hard' },
  { value: 0.75, text: 'wiped' },
  { value: 0.45, text: 'wiped lightly' },
]
export const FINISHES = [
  { value: '', text: 'nothing' },
  { value: 'oiled', text: 'oil' },
  { value: 'sealed', text: 'clear coat' },
]

export function newField(): FieldDraft {
  return { what: '', coats: '1', wiped: '', wipe: 1, prepared: 'as sanded', finish: '' }
}

/** What is on a field, as the program takes it. */
export function onField({ what }: FieldDraft) {
  const [kind, key] = [what.slice(0, 3), what.slice(4)]
  return kind === 'mix' ? { mix_id: Number(key), material: null } : { mix_id: null, material: key || null }
}

/** How a field was laid, as the program takes it; a wait that was not wiped after says nothing. */
export function laidField(field: FieldDraft, over: string): Laid {
  return {
    over,
    wait: typedOrNothing(field.wiped) ?? 5,
    wipe: field.wiped === '' ? 0 : field.wipe,
    coats: typedOrNothing(field.coats) ?? 1,
    prepared: field.prepared,
    finish: field.finish,
  }
}
