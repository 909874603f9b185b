import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, ref } from 'vue'

import { api, type Schemas, unwrap } from '../api/client'
import { note } from '../api/versions'
import { jobKey, useJob } from './useJob'
import { inTurn, renamed, versioned } from './versioned'
import { say, sayWrong } from './useNotice'

const chosen = ref<number>()

/** The pieces of the job, the one in hand, and what is done to them; every change can be undone. */
export function usePieces() {
  const queries = useQueryClient()
  const { id: jobId, job } = useJob()
  const pieces = computed(() => job.value?.pieces ?? [])
  const piece = computed(() => pieces.value.find((one) => one.id === chosen.value) ?? pieces.value[0])
  /** Whether the piece in hand wears a look; one that was put away is worn by nobody, and may come back. */
  const dressed = computed(() => job.value?.looks.some((one) => one.id === piece.value?.look_id) ?? false)
  const refresh = () => queries.invalidateQueries({ queryKey: jobKey() })

  function choose(id: number) {
    chosen.value = id
  }

  async function add(body: Schemas['PieceIn']) {
    const made = unwrap(
      await api.POST('/api/jobs/{job_id}/pieces', { params: { path: { job_id: jobId.value ?? 0 } }, body }),
    )
    await refresh()
    choose(made.id)
  }

  const nameOf = (id: number) => pieces.value.find((one) => one.id === id)?.name ?? 'The piece'

  const change = (id: number, part: Partial<Schemas['PieceChangeIn']>) =>
    part.name == null ? put(id, part) : renamed(nameOf(id), part.name, (name) => put(id, { ...part, name }))

  async function put(id: number, part: Partial<Schemas['PieceChangeIn']>) {
    const body = { measures: {}, grounds: {}, ...part }
    await versioned(
      'piece',
      id,
      nameOf(id),
      async (headers) =>
        unwrap(
          await api.PATCH('/api/pieces/{piece_id}', { params: { path: { piece_id: id } }, body, headers }),
        ),
      refresh,
    )
  }

  async function fit(id: number, body: Schemas['HardwareIn']) {
    const params = { path: { piece_id: id } }
    await versioned(
      'piece',
      id,
      nameOf(id),
      async (headers) => unwrap(await api.PUT('/api/pieces/{piece_id}/hardware', { params, body, headers })),
      refresh,
    )
  }

  /** The look that a piece wears is what is there now; the piece is bare for the next. */
  async function repaint(id: number) {
    unwrap(await api.POST('/api/pieces/{piece_id}/repaint', { params: { path: { piece_id: id } } }))
    await refresh()
  }

  async function duplicate(id: number) {
    try {
      const made = unwrap(
        await api.POST('/api/pieces/{piece_id}/duplicate', { params: { path: { piece_id: id } } }),
      )
      await refresh()
      choose(made.id)
    } catch (error) {
      sayWrong(error)
    }
  }

  async function remove(one: Schemas['PieceOut']) {
    const params = { path: { piece_id: one.id } }
    try {
      unwrap(await api.DELETE('/api/pieces/{piece_id}', { params }))
      say(`${one.name} was removed.`, async () => {
        unwrap(await api.POST('/api/pieces/{piece_id}/restore', { params }))
        await refresh()
        choose(one.id)
      })
      await refresh()
    } catch (error) {
      sayWrong(error)
    }
  }

  async function wear(id: number, lookId: number | null) {
    await inTurn('piece', id, async () => {
      const kept = unwrap(
        await api.PUT('/api/pieces/{piece_id}/look', {
          params: { path: { piece_id: id } },
          body: { look_id: lookId },
        }),
      )
      note('piece', id, kept.version)
      await refresh()
    })
  }

  return { pieces, piece, dressed, choose, add, change, fit, repaint, duplicate, remove, wear, refresh }
}

/** What can be said of pieces: parts to put on, zones of faces, uses and ages. */
export function usePieceWords() {
  const { data } = useQuery({
    queryKey: ['piece words'],
    staleTime: Infinity,
    queryFn: async () => unwrap(await api.GET('/api/pieces/words')),
  })
  return data
}

const OPEN = ['drawer', 'door', 'lid', 'roll']

/** Whether a piece has anything to open. */
export function opens(piece: Schemas['PieceOut']): boolean {
  return piece.parts.some((part) => OPEN.includes(part.kind))
}
