import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { useEventListener } from '@vueuse/core'
import { computed, onBeforeUnmount, ref, watch } from 'vue'

import { api, type Layer, type Schemas, unwrap } from '../../api/client'
import { note } from '../../api/versions'
import { jobKey, useJob } from '../../shared/useJob'
import { changedElsewhere, inTurn, renamed } from '../../shared/versioned'
import { say, sayConflict, sayWrong } from '../../shared/useNotice'
import { draftOf, dropDraft, forgetDraft, noteDraft } from './layers'
import { useHistory } from '../../shared/useHistory'
import { usePieces } from '../../shared/usePieces'

/** What can be undone of each look, on the piece that wears it: it outlives leaving the place. */
const stepsOf = new Map<string, ReturnType<ReturnType<typeof useHistory<Layer[]>>['steps']>>()

/** Saves of all places, one after the other: who leaves and comes back at once goes on after what is on its way. */
let saves: Promise<void> = Promise.resolve()
/** Which version followed one that this page wrote over: nobody's own second write is told of the first. */
const followed = new Map<string, number>()
/** The look that was made for a piece, until what is shown says so. */
const made = new Map<number, { look: number; version: number; title: string }>()

/** The version that stands there now, as far as this page alone has changed it. */
function newestOwn(look: number, seen: number | undefined) {
  let version = seen
  for (let next = version; next !== undefined; next = followed.get(`${look.toString()} ${next.toString()}`))
    version = next
  return version
}

/** Kinds of layers, patterns, and our own looks. */
export function useLookbook() {
  return useQuery({
    queryKey: ['lookbook'],
    staleTime: Infinity,
    queryFn: async () => unwrap(await api.GET('/api/lookbook')),
  })
}

/** The look that the piece in hand wears: its layers, changed and kept by themselves, with undo and redo. */
export function useLook() {
  const queries = useQueryClient()
  const { id: jobId, job } = useJob()
  const { pieces, piece, choose, wear } = usePieces()
  const look = computed(() => job.value?.looks.find((one) => one.id === piece.value?.look_id))
  const layers = ref<Layer[]>([])
  const history = useHistory(layers)
  /** Whose layers these are: a piece, and the look it wears, which is made with the first layer. */
  let worn: {
    piece?: number | undefined
    look?: number | undefined
    version?: number | undefined
    title: string
  } = {
    title: 'My look',
  }
  let timer: ReturnType<typeof setTimeout> | undefined
  /** How many saves are on their way. */
  let saving = 0
  /** Whether something is not kept yet. */
  const unkept = ref(false)
  /** How often what a piece wears was taken in hand, as it is kept. */
  const taken = ref(0)
  const noteUnkept = () => (unkept.value = timer !== undefined || saving > 0)
  const nameOf = (piece: number | undefined, look: number | undefined) => `${String(piece)} ${String(look)}`
  /** It was changed elsewhere, too, and nobody has said yet which of the two is kept: what is here stays here. */
  let contested = false

  /** Take in hand what a piece wears. */
  function restart(id: number | undefined) {
    contested = false
    const before = stepsOf.get(nameOf(id, look.value?.id))
    if (id !== undefined && look.value) made.delete(id)
    worn = { piece: id, look: look.value?.id, version: look.value?.version, title: 'My look' }
    history.restart(look.value ? (JSON.parse(JSON.stringify(look.value.layers)) as Layer[]) : [])
    if (before) history.resume(before)
    taken.value += 1
    const draft = id === undefined ? undefined : draftOf(id, look.value?.id)
    if (draft && JSON.stringify(draft) !== JSON.stringify(layers.value)) change(draft)
  }

  watch(
    [look, () => piece.value?.id],
    ([now, id]) => {
      const same = now !== undefined && now.id === worn.look
      // What was changed in another window is shown here, unless something is being changed here, too.
      const newer = same && id === worn.piece && now.version > (worn.version ?? now.version)
      if (newer && timer === undefined && saving === 0 && !contested) restart(id)
      if (id === worn.piece && now?.id === worn.look) return
      flush()
      rememberSteps()
      if (same) {
        worn = { ...worn, piece: id }
        if (id !== undefined) made.delete(id)
      } else restart(id)
    },
    { immediate: true, flush: 'sync' }, // nobody draws or judges a piece in the layers of another one
  )
  const refresh = () => queries.invalidateQueries({ queryKey: jobKey() })

  /** Keep the layers as they are now, one after the other, so that a new look is made once. */
  function save(): Promise<void> {
    const mine = worn
    const body = JSON.parse(JSON.stringify(layers.value)) as Layer[]
    if (body.length === 0 && mine.look === undefined) return saves
    saving += 1
    noteUnkept()
    saves = saves.then(async () => {
      try {
        const own = mine.piece === undefined ? undefined : made.get(mine.piece)
        if (mine.look === undefined && own) Object.assign(mine, own)
        const title = own && own.look === mine.look ? own.title : undefined
        const name = job.value?.looks.find((one) => one.id === mine.look)?.name ?? title
        if (mine.look === undefined || name === undefined) await make(mine, body)
        else await put(mine, { name, layers: body })
        if (mine.piece !== undefined) forgetDraft(mine.piece, body)
      } catch (error) {
        if (changedElsewhere(error)) offerBoth(mine)
        else sayWrong(error)
      } finally {
        saving -= 1
        noteUnkept()
      }
    })
    return saves
  }

  /** Keep a look as it is here, in place of the version of it that was seen. */
  async function put(mine: typeof worn, body: { name: string; layers: Layer[] }) {
    if (mine.look === undefined) return
    const { look } = mine
    const version = newestOwn(look, mine.version)
    const kept = unwrap(
      await api.PUT('/api/looks/{look_id}', {
        params: { path: { look_id: look } },
        body,
        headers:
          version === undefined ? {} : { 'If-Match': `"look-${look.toString()}-${version.toString()}"` },
        keepalive: true, // also when the page is being left
      }),
    )
    // What was changed and taken back before it was kept is no new version: nothing follows itself.
    if (version !== undefined && kept.version !== version)
      followed.set(`${look.toString()} ${version.toString()}`, kept.version)
    mine.version = kept.version
    await refresh()
  }

  /** It was changed in another window meanwhile: what is here is kept in its place, or what stands there is taken. */
  function offerBoth(mine: typeof worn) {
    const name = job.value?.looks.find((one) => one.id === mine.look)?.name ?? 'The look'
    contested = true
    sayConflict(
      name,
      async () => {
        contested = false
        mine.version = undefined
        await save()
      },
      async () => {
        await refresh()
        if (mine.piece !== undefined) dropDraft(mine.piece)
        restart(piece.value?.id)
      },
    )
  }

  async function make(mine: typeof worn, body: Layer[]) {
    const [job, wearer] = [jobId.value, mine.piece]
    if (job === undefined || wearer === undefined) return
    await inTurn('piece', wearer, async () => {
      const kept = unwrap(
        await api.POST('/api/jobs/{job_id}/looks', {
          params: { path: { job_id: job }, query: { worn_by: wearer } },
          body: { name: mine.title, layers: body },
          keepalive: true, // also when the page is being left
        }),
      )
      mine.look = kept.id
      mine.version = kept.version
      made.set(wearer, { look: kept.id, version: kept.version, title: kept.name })
      if (kept.piece_version != null) note('piece', wearer, kept.piece_version)
      await refresh()
    })
  }

  function settle() {
    clearTimeout(timer)
    timer = setTimeout(() => {
      timer = undefined
      void save()
    }, 450)
    noteUnkept()
  }

  /** Keep at once what is still waiting to be kept. */
  function flush() {
    if (timer === undefined) return
    clearTimeout(timer)
    timer = undefined
    void save()
  }
  useEventListener(window, 'pagehide', flush)
  /** What can be undone stays so for whoever comes back. */
  function rememberSteps() {
    stepsOf.set(nameOf(worn.piece, worn.look), history.steps())
  }
  onBeforeUnmount(() => {
    flush()
    rememberSteps()
  })

  /** A layer that comes or goes is kept at once; what is drawn at, once the hand rests. */
  function change(now: Layer[]) {
    const sooner = now.length !== layers.value.length
    history.change(now)
    if (worn.piece !== undefined) noteDraft(worn.piece, { look: worn.look, layers: now })
    settle()
    if (sooner) flush()
  }

  /** Begin from one of our own looks, in the jugs of this job. */
  async function begin(key: string, title: string) {
    if (jobId.value === undefined) return
    try {
      const own = unwrap(
        await api.GET('/api/jobs/{job_id}/presets/{key}', { params: { path: { job_id: jobId.value, key } } }),
      )
      flush()
      if (piece.value) made.delete(piece.value.id)
      worn = { piece: piece.value?.id, look: undefined, title }
      history.restart(own)
      await save()
    } catch (error) {
      sayWrong(error)
    }
  }

  /** Call the look in hand otherwise; and back again, whichever is in hand by then. */
  async function rename(name: string) {
    const { look: id } = worn
    const before = job.value?.looks.find((one) => one.id === id)
    if (!before) return
    await renamed(before.name, name, async (now) => {
      flush()
      saves = saves.then(async () => {
        const stands = job.value?.looks.find((one) => one.id === id) ?? before
        const inHand = worn.look === id
        const mine = inHand ? worn : { look: id, version: stands.version, title: stands.name }
        try {
          await put(mine, { name: now, layers: inHand ? layers.value : stands.layers })
        } catch (error) {
          if (changedElsewhere(error)) offerBoth(mine)
          else sayWrong(error)
        }
      })
      await saves
    })
  }

  /** Layers laid on a piece that was just undressed are those of a new look: it is bare at once, whatever is on its way. */
  async function wearLook(id: number | null) {
    const one = piece.value
    if (!one) return
    flush()
    made.delete(one.id)
    if (id === null) {
      worn = { piece: one.id, look: undefined, title: 'My look' }
      history.restart([])
    }
    saves = saves.then(async () => {
      try {
        await wear(one.id, id)
      } catch (error) {
        restart(one.id)
        sayWrong(error)
      }
    })
    await saves
  }

  /** Every piece of the set in this look. */
  async function wearAll() {
    const look = worn.look
    if (look === undefined) return
    for (const one of pieces.value) await wear(one.id, look)
    say('All pieces have this look now.')
  }

  async function remove() {
    const gone = look.value
    if (!gone) return
    const params = { path: { look_id: gone.id } }
    flush()
    await saves
    try {
      unwrap(await api.DELETE('/api/looks/{look_id}', { params }))
      say(`${gone.name} was removed.`, async () => {
        unwrap(await api.POST('/api/looks/{look_id}/restore', { params }))
        await refresh()
        await wearLook(gone.id)
      })
      await wearLook(null)
    } catch (error) {
      sayWrong(error)
    }
  }

  /** Read a look from a file. */
  async function open(file: File) {
    if (jobId.value === undefined) return
    try {
      const body = JSON.parse(await file.text()) as Schemas['LookFile']
      const made = unwrap(
        await api.POST('/api/jobs/{job_id}/looks/import', {
          params: { path: { job_id: jobId.value } },
          body,
        }),
      )
      await refresh()
      await wearLook(made.id)
    } catch (error) {
      sayWrong(error instanceof SyntaxError ? new Error(`${file.name} is not a look: it is no JSON.`) : error)
    }
  }

  /** A step that was undone or made again is kept, too. */
  function kept() {
    if (worn.piece !== undefined) noteDraft(worn.piece, { look: worn.look, layers: layers.value })
    settle()
  }

  return {
    job,
    pieces,
    piece,
    choose,
    look,
    layers,
    change,
    unkept,
    taken,
    undo: () => {
      if (history.undo()) kept()
    },
    redo: () => {
      if (history.redo()) kept()
    },
    canUndo: history.canUndo,
    canRedo: history.canRedo,
    begin,
    rename,
    wearLook,
    wearAll,
    remove,
    open,
  }
}
