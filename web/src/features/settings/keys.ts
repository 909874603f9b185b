/** Every key that does something by itself, and where. */
export const KEYS = [
  { keys: '1 … 6', words: 'to the places of the work, in their order' },
  { keys: 'S', words: 'to the shelf' },
  { keys: 'J', words: 'to all jobs; there, words find one and Enter takes it' },
  { keys: ',', words: 'to these settings' },
  { keys: 'L', words: 'the next light' },
  { keys: 'W', words: 'in Mingle over a ground, while it is held: wet' },
  {
    keys: 'Ctrl Z',
    words:
      'in Try on: undo a change of the look, with Shift make it again; elsewhere: undo what the message at the foot says',
  },
  { keys: 'Space', words: 'on the bench: this pour is in' },
  { keys: 'U', words: 'on the bench: the last pour is taken back' },
  { keys: 'Esc', words: 'closes what is open; on the bench it pauses' },
]
