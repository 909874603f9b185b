import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { useIntervalFn } from '@vueuse/core'
import { computed, ref, type Ref, watch } from 'vue'

import { api, type Schemas, unwrap } from '../../api/client'
import { preferences } from '../../shared/preferences'
import { useJob } from '../../shared/useJob'
import { say, sayWrong } from '../../shared/useNotice'

export type Step = Schemas['PlanStepOut']
export type Plan = Schemas['PlanOut']

/** The plan of the job in hand, and all that can be done with it. */
export function usePlan() {
  const { id } = useJob()
  const queries = useQueryClient()
  const key = computed(() => ['plan', id.value, preferences.value.light, preferences.value.unit])
  const query = computed(() => ({ light: preferences.value.light, unit: preferences.value.unit }))
  const params = computed(() => ({ path: { job_id: id.value ?? 0 }, query: query.value }))
  const { data, error } = useQuery({
    queryKey: key,
    enabled: computed(() => id.value !== undefined),
    staleTime: 0,
    placeholderData: (before: Plan | undefined) => before,
    queryFn: async () => unwrap(await api.GET('/api/jobs/{job_id}/plan', { params: params.value })),
    // While a better plan is looked for it is asked after.
    refetchInterval: (asked) => (asked.state.data?.bettering ? 1500 : 60_000),
  })
  const busy = ref(false)

  function show(plan: Plan) {
    queries.setQueryData(key.value, plan)
    void queries.invalidateQueries({ queryKey: ['timers'] })
    void queries.invalidateQueries({ queryKey: ['money'] })
  }

  /** Do something with the plan, and show it as it is then. */
  async function act(work: () => Promise<Plan>) {
    busy.value = true
    try {
      show(await work())
      return true
    } catch (problem) {
      sayWrong(problem)
      void queries.invalidateQueries({ queryKey: ['plan'] })
      return false
    } finally {
      busy.value = false
    }
  }

  /** Lay the plan into the hours there are; with `anew` as if nothing had been laid before. */
  const make = (anew = false) =>
    act(async () =>
      unwrap(
        await api.POST('/api/jobs/{job_id}/plan', {
          params: { ...params.value, query: { ...query.value, anew } },
        }),
      ),
    )
  const stop = async () => {
    await api.POST('/api/jobs/{job_id}/plan/stop', { params: { path: params.value.path } })
    await queries.invalidateQueries({ queryKey: ['plan'] })
  }
  const change = (body: Schemas['PlanChangeIn']) =>
    act(async () => unwrap(await api.PATCH('/api/jobs/{job_id}/plan', { params: params.value, body })))

  const takeBack = (step: Step) =>
    act(async () =>
      unwrap(
        await api.POST('/api/jobs/{job_id}/steps/undo', { params: params.value, body: { step: step.key } }),
      ),
    )

  /** Tick a step off, with how long it took where it took otherwise, or leave it undone. */
  async function done(step: Step, minutes?: number, how: 'done' | 'skipped' = 'done') {
    const body = { step: step.key, how, before_too: false, ...(minutes === undefined ? {} : { minutes }) }
    const well = await act(async () =>
      unwrap(await api.POST('/api/jobs/{job_id}/steps/done', { params: params.value, body })),
    )
    if (well)
      say(how === 'done' ? `${step.title}: done.` : `${step.title}: left undone.`, () => takeBack(step))
    return well
  }

  const tacky = (step: Step, minutes: number) =>
    act(async () =>
      unwrap(
        await api.POST('/api/jobs/{job_id}/steps/tacky', {
          params: params.value,
          body: { step: step.key, minutes },
        }),
      ),
    )

  /** Say that something went wrong at a step: what is done about it becomes steps. */
  const wrong = (step: Step, mishap: Schemas['WrongIn']['mishap']) =>
    act(async () => {
      const body = { step: step.key, mishap }
      const found = unwrap(await api.POST('/api/jobs/{job_id}/steps/wrong', { params: params.value, body }))
      say(found.said)
      return found.plan
    })

  const anotherWay = (step: string) =>
    act(async () => {
      const found = unwrap(
        await api.POST('/api/jobs/{job_id}/steps/another-way', { params: params.value, body: { step } }),
      )
      say(found.said)
      return found.plan
    })

  async function drop(step: Step) {
    const well = await act(async () =>
      unwrap(
        await api.POST('/api/jobs/{job_id}/steps/drop', { params: params.value, body: { step: step.key } }),
      ),
    )
    if (well) say(`${step.title}: removed from the plan.`, () => bringBack(step.key))
    return well
  }

  const bringBack = (step: string) =>
    act(async () =>
      unwrap(await api.POST('/api/jobs/{job_id}/steps/bring-back', { params: params.value, body: { step } })),
    )

  const add = (body: Schemas['AddedStepIn']) =>
    act(async () => unwrap(await api.POST('/api/jobs/{job_id}/steps', { params: params.value, body })))

  /** Let a step start at a time: somebody else is there then. */
  const pin = (step: Step, at: string | null) =>
    act(async () =>
      unwrap(
        await api.POST('/api/jobs/{job_id}/steps/pin', {
          params: params.value,
          body: { step: step.key, at },
        }),
      ),
    )

  const skipDay = (day: string) =>
    act(async () =>
      unwrap(await api.POST('/api/jobs/{job_id}/plan/skip-day', { params: params.value, body: { day } })),
    )

  /** Start the time until something is wiped. */
  async function startTimer(words: string, seconds: number) {
    try {
      const body = { job_id: id.value ?? 0, words, seconds: Math.round(seconds), kind: 'wipe' as const }
      unwrap(await api.POST('/api/timers', { body }))
      await queries.invalidateQueries({ queryKey: ['timers'] })
    } catch (problem) {
      sayWrong(problem)
    }
  }

  /** The plan's own clock runs on between two answers. */
  const tick = ref(Date.now())
  useIntervalFn(() => {
    tick.value = Date.now()
  }, 1000)

  return {
    id,
    plan: data,
    error,
    busy,
    tick,
    make,
    stop,
    change,
    done,
    takeBack,
    tacky,
    wrong,
    anotherWay,
    drop,
    bringBack,
    add,
    pin,
    skipDay,
    startTimer,
  }
}

export type PlanActs = ReturnType<typeof usePlan>

/** Whether the survey lies open: where nobody looked a piece over before; an answer does not fold it under the finger. */
export function useSurveying(job: Ref<number | undefined>, plan: Ref<Plan | undefined>) {
  const open = ref<boolean>()
  watch(
    plan,
    (now) => {
      if (now && now.steps.length > 0) open.value ??= now.unsurveyed.length > 0 && !now.begun
    },
    { immediate: true },
  )
  watch(job, () => {
    open.value = undefined
  })
  return open
}
