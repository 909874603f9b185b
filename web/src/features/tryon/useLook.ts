import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, onBeforeUnmount, onMounted, ref, watch } from 'vue'

import { api, type Layer, type Schemas, unwrap } from '../../api/client'
import { jobKey, useJob } from '../../shared/useJob'
import { say, sayWrong } from '../../shared/useNotice'
import { usePieces } from '../../shared/usePieces'

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
  const past = ref<string[]>([])
  const future = ref<string[]>([])
  let lookId: number | undefined
  let changedAt = 0
  let timer: ReturnType<typeof setTimeout> | undefined

  watch(
    [look, () => piece.value?.id],
    ([now]) => {
      if (now?.id === lookId && now !== undefined) return
      lookId = now?.id
      layers.value = now ? structuredClone(JSON.parse(JSON.stringify(now.layers)) as Layer[]) : []
      past.value = []
      future.value = []
    },
    { immediate: true },
  )
  const refresh = () => queries.invalidateQueries({ queryKey: jobKey() })

  async function save() {
    const id = lookId
    const name = job.value?.looks.find((one) => one.id === id)?.name
    if (layers.value.length === 0) return
    try {
      if (id === undefined || name === undefined) {
        await keepAs('My look')
        return
      }
      unwrap(
        await api.PUT('/api/looks/{look_id}', {
          params: { path: { look_id: id } },
          body: { name, layers: layers.value },
          keepalive: true, // also when the page is being left
        }),
      )
      await refresh()
    } catch (error) {
      sayWrong(error)
    }
  }

  function settle() {
    clearTimeout(timer)
    timer = setTimeout(() => {
      timer = undefined
      void save()
    }, 450)
  }

  /** Keep at once what is still waiting to be kept. */
  function flush() {
    if (timer === undefined) return
    clearTimeout(timer)
    timer = undefined
    void save()
  }
  onMounted(() => {
    window.addEventListener('pagehide', flush)
  })
  onBeforeUnmount(() => {
    window.removeEventListener('pagehide', flush)
    flush()
  })

  /** One drag is one change, however many steps it went through. */
  function change(now: Layer[]) {
    if (Date.now() - changedAt > 700) {
      past.value.push(JSON.stringify(layers.value))
      future.value = []
    }
    changedAt = Date.now()
    layers.value = now
    settle()
  }

  function step(from: string[], to: string[]) {
    const before = from.pop()
    if (before === undefined) return
    to.push(JSON.stringify(layers.value))
    layers.value = JSON.parse(before) as Layer[]
    changedAt = 0
    settle()
  }

  async function keepAs(name: string) {
    if (jobId.value === undefined || !piece.value) return
    const made = unwrap(
      await api.POST('/api/jobs/{job_id}/looks', {
        params: { path: { job_id: jobId.value } },
        body: { name, layers: layers.value },
      }),
    )
    lookId = made.id
    await wear(piece.value.id, made.id)
  }

  /** Begin from one of our own looks, in the jugs of this job. */
  async function begin(key: string, title: string) {
    if (jobId.value === undefined) return
    try {
      layers.value = unwrap(
        await api.GET('/api/jobs/{job_id}/presets/{key}', { params: { path: { job_id: jobId.value, key } } }),
      )
      past.value = []
      future.value = []
      await keepAs(title)
    } catch (error) {
      sayWrong(error)
    }
  }

  async function rename(name: string) {
    if (lookId === undefined || !name.trim()) return
    try {
      unwrap(
        await api.PUT('/api/looks/{look_id}', {
          params: { path: { look_id: lookId } },
          body: { name, layers: layers.value },
        }),
      )
      await refresh()
    } catch (error) {
      sayWrong(error)
    }
  }

  async function wearLook(id: number | null) {
    if (piece.value) await wear(piece.value.id, id)
  }

  /** Every piece of the set in this look. */
  async function wearAll() {
    if (lookId === undefined) return
    for (const one of pieces.value) await wear(one.id, lookId)
    say('All pieces wear it.')
  }

  async function remove() {
    const gone = look.value
    if (!gone) return
    const params = { path: { look_id: gone.id } }
    try {
      unwrap(await api.DELETE('/api/looks/{look_id}', { params }))
      await wearLook(null)
      say(`${gone.name} was put away.`, async () => {
        unwrap(await api.POST('/api/looks/{look_id}/restore', { params }))
        await refresh()
        await wearLook(gone.id)
      })
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
        await api.POST('/api/jobs/{job_id}/looks/import', { params: { path: { job_id: jobId.value } }, body }),
      )
      await refresh()
      await wearLook(made.id)
    } catch (error) {
      sayWrong(error instanceof SyntaxError ? new Error(`${file.name} is not a look: it is no JSON.`) : error)
    }
  }

  return {
    job,
    pieces,
    piece,
    choose,
    look,
    layers,
    change,
    undo: () => {
      step(past.value, future.value)
    },
    redo: () => {
      step(future.value, past.value)
    },
    canUndo: computed(() => past.value.length > 0),
    canRedo: computed(() => future.value.length > 0),
    begin,
    rename,
    wearLook,
    wearAll,
    remove,
    open,
  }
}
