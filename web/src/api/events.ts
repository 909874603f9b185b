import { QueryClient } from '@tanstack/vue-query'

import { pageName } from './reach'
import { forgetVersions } from './versions'
import { forgetPictures } from '../shared/usePicture'

/**
 * What was read from the program, and is read anew after a write.
 *
 * The library lets a first answer that is still on its way count as the answer asked for after the write, though
 * it was asked for before: it is broken off here, so that nothing on the screen is older than what a person did last.
 */
export class Queries extends QueryClient {
  override async invalidateQueries(
    ...[asked, options]: Parameters<QueryClient['invalidateQueries']>
  ): Promise<void> {
    const filters = typeof asked === 'function' ? asked() : asked
    if (filters?.refetchType !== 'none') await this.cancelQueries(filters)
    await super.invalidateQueries(filters, options)
  }
}

/**
 * What others change is shown here within a second.
 *
 * One page of a browser listens to the program and tells the others; when it is closed another one takes its place.
 * Where a browser cannot agree on one (a page that did not come by a safe way), each listens for itself.
 */
interface Told {
  topics: string[]
  page: string
}

/** What follows from the paints, from a colour that is wanted, and from the light of a job. */
const MATCHED = ['recipes', 'ways', 'why', 'woods', 'undertones', 'own', 'beside', 'board-wait']

/** What is read anew for each topic: the beginnings of the keys of queries. */
const READ: Record<string, string[]> = {
  jobs: ['jobs', ...MATCHED],
  shelf: [
    ...MATCHED,
    ...['shelf', 'tin', 'job', 'strips', 'prepared', 'next-swatch', 'amount', 'plan', 'money', 'jugs'],
  ],
  target: MATCHED,
  settings: ['layout', 'settings', 'hours', 'plan', 'money', 'amount', 'shelf', 'daybook'],
  timer: ['timers'],
  plan: ['plan', 'money', 'timers'],
  step_done: ['plan', 'money', 'daybook'],
  strip: ['strips', 'board-wait', 'shelf/past'],
  entry: ['daybook'],
  photo: ['daybook'],
  choice: ['choices'],
  piece: ['layout', 'plan', 'money', 'surveys', 'amount', 'sizes'],
  paired: ['pairing'],
  motif: ['motifs', 'layout'],
  look: ['plan', 'money', 'amount', 'choices'],
  mix: ['plan', 'money', 'shelf/past', 'batch', 'daybook', 'beside', 'own'],
  pot: ['batch', 'daybook'],
  pour_made: ['batch', 'daybook'],
}

/** Of these nothing is shown with the job as a whole. */
const APART = ['paired', 'plan', 'timer', 'step_done', 'entry', 'choice', 'pot', 'pour_made']

function keysOf(topics: string[]): (string | number)[][] {
  const tables = topics.filter((topic) => !topic.includes(':'))
  const found: (string | number)[][] = [
    ['bin'],
    ['find'],
    ...tables.flatMap((table) => (READ[table] ?? []).map((key) => key.split('/'))),
  ]
  if (tables.length > 0 && tables.every((table) => APART.includes(table))) return found
  const jobs = topics.filter((topic) => topic.startsWith('job:')).map((topic) => Number(topic.slice(4)))
  return [...found, ...jobs.map((id) => ['job', id])]
}

const WAIT = 60
/** Changes that come faster than this are read once. [ms] */

export function listen(queries: QueryClient) {
  let waiting: Told[] = []
  let timer: ReturnType<typeof setTimeout> | undefined

  function read() {
    timer = undefined
    const all = waiting.some(({ topics }) => topics.includes('everything'))
    const keys = new Map(
      waiting.flatMap(({ topics }) => keysOf(topics)).map((key) => [JSON.stringify(key), key]),
    )
    waiting = []
    if (all) {
      forgetVersions()
      void queries.invalidateQueries()
    } else for (const queryKey of keys.values()) void queries.invalidateQueries({ queryKey })
  }

  function hear(told: Told) {
    forgetPictures()
    // What this page did itself it has shown already; what else follows from it is read when it is shown next.
    if (told.page === pageName) {
      for (const queryKey of keysOf(told.topics))
        void queries.invalidateQueries({ queryKey, refetchType: 'none' })
      return
    }
    waiting.push(told)
    timer ??= setTimeout(read, WAIT)
  }

  const others = 'BroadcastChannel' in window ? new BroadcastChannel('jug-mingle changes') : undefined
  if (others) {
    others.onmessage = (event: MessageEvent<Told>) => {
      hear(event.data)
    }
  }

  /** Listen to the program until this page is closed. */
  function open() {
    const stream = new EventSource('/api/events')
    stream.addEventListener('change', (event: MessageEvent<string>) => {
      const told = JSON.parse(event.data) as Told
      others?.postMessage(told)
      hear(told)
    })
    return stream
  }

  const locks = 'locks' in navigator && others ? navigator.locks : undefined
  if (!locks) open()
  else void locks.request('jug-mingle listens', () => new Promise(() => open()))
}
