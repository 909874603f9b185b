import { preferences } from './preferences'
import { isoHere } from './say/times'

/** The address of a print of a jug, in the person's unit, with the day where the person is, whatever the program's clock. */
export const printOf = (mix: number, kind: 'strip' | 'card' | 'label') =>
  `/api/mixes/${mix.toString()}/${kind}.pdf?unit=${preferences.value.unit}&day=${isoHere()}`
