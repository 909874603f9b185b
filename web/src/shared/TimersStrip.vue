<script setup lang="ts">
import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { useIntervalFn, useMediaQuery } from '@vueuse/core'
import { computed, ref, watch } from 'vue'

import { api, unwrap } from '../api/client'
import { preferences } from './preferences'
import TimerRing from './TimerRing.vue'
import { countdown } from './say/times'
import { useCompact } from './useAddress'
import { say, sayWrong } from './useNotice'

/** Waits, windows and wipes that run, in the top strip of every place: the next two, and how many more. */
const queries = useQueryClient()
const { data } = useQuery({
  queryKey: ['timers'],
  queryFn: async () => {
    const answer = unwrap(await api.GET('/api/timers'))
    // The server's clock counts: a page whose own clock is wrong rings in time, too.
    ahead.value = new Date(answer.moment).getTime() - Date.now()
    return answer.timers
  },
  staleTime: 0,
  refetchInterval: 20_000,
})
const ahead = ref(0)
const now = ref(Date.now())
useIntervalFn(() => {
  now.value = Date.now() + ahead.value
}, 1000)
const running = computed(() =>
  (data.value ?? []).map((one) => {
    const [began, ends] = [new Date(one.began).getTime(), new Date(one.ends).getTime()]
    return {
      ...one,
      left: Math.round((ends - now.value) / 1000),
      share: Math.min(1, Math.max(0, (now.value - began) / (ends - began))),
    }
  }),
)

/** As many stand in the strip as it has room for; the others are one touch away, on a phone and a tablet all. */
const roomy = useMediaQuery('(min-width: 1500px)')
const compact = useCompact()
const most = computed(() => (roomy.value ? 2 : compact.value ? 0 : 1))
const next = computed(() => running.value[0])

const rung = new Set<number>()
watch(running, (all) => {
  for (const one of all) {
    if (one.left > 0 || one.left < -60 || rung.has(one.id)) continue
    rung.add(one.id)
    ring(one.words)
  }
})

function ring(said: string) {
  if ('Notification' in window && Notification.permission === 'granted') new Notification(said)
  if (!preferences.value.sound) return
  try {
    const sound = new AudioContext()
    const tone = sound.createOscillator()
    const loud = sound.createGain()
    loud.gain.setValueAtTime(0.2, sound.currentTime)
    loud.gain.exponentialRampToValueAtTime(0.001, sound.currentTime + 1.2)
    tone.frequency.value = 660
    tone.connect(loud).connect(sound.destination)
    tone.start()
    tone.stop(sound.currentTime + 1.2)
  } catch {
    // A browser that plays nothing before it was touched still shows it.
  }
}

/** A browser asks once whether it may notify; on a network that is not its own machine's it often may not. */
const mayAsk = ref('Notification' in window && Notification.permission === 'default')
async function askForBell() {
  await Notification.requestPermission()
  mayAsk.value = false
}

type Timer = (typeof running.value)[number]

async function trying(act: () => Promise<unknown>) {
  try {
    await act()
    await queries.invalidateQueries({ queryKey: ['timers'] })
  } catch (problem) {
    sayWrong(problem)
  }
}

/** A timer runs at least this long. [s] */
const LEAST = 5

function remove(timer: Timer) {
  const { id, job_id, words, left } = timer
  const kind = timer.kind as 'wait' | 'window' | 'wipe'
  const again = () =>
    trying(async () =>
      unwrap(await api.POST('/api/timers', { body: { job_id, words, kind, seconds: left } })),
    )
  say(`The timer “${words}” was removed.`, left >= LEAST ? again : undefined)
  void trying(async () => {
    unwrap(await api.DELETE('/api/timers/{timer_id}', { params: { path: { timer_id: id } } }))
  })
}
</script>

<template>
  <ul v-if="running.length > 0" class="timers" aria-label="Timers">
    <li v-for="one in running.slice(0, most)" :key="one.id" :class="{ over: one.left <= 0 }">
      <TimerRing :share="one.share" />
      <span :role="one.left <= 0 ? 'alert' : undefined"
        ><span class="words">{{ one.words }}</span> · <b>{{ countdown(one.left) }}</b></span
      >
      <BButton variant="plain" :aria-label="`Remove the timer: ${one.words}`" @click="remove(one)">×</BButton>
    </li>
    <li v-if="mayAsk && !compact" class="rest">
      <BButton variant="plain" class="link" @click="askForBell">Allow ringing</BButton>
    </li>
    <li v-if="running.length > most" class="rest">
      <BDropdown
        variant="plain"
        size="sm"
        toggle-class="toggle"
        :class="{ over: compact && (next?.left ?? 1) <= 0 }"
        end
      >
        <template #button-content>
          <TimerRing v-if="compact" :share="next?.share ?? 0" />
          <span v-if="most === 0 && next"
            ><span class="visually-hidden">Timers. Next, {{ next.words }}: </span
            ><b>{{ countdown(next.left) }}</b
            >{{ running.length > 1 ? ` · ${running.length.toString()}` : '' }}</span
          >
          <template v-else>{{ (running.length - most).toString() }} more</template>
        </template>
        <BDropdownItemButton
          v-for="one in running.slice(most)"
          :key="one.id"
          role="menuitem"
          @click="remove(one)"
          ><b>{{ countdown(one.left) }}</b> {{ one.words }}
          <span class="soft">– remove</span></BDropdownItemButton
        >
        <BDropdownItemButton v-if="mayAsk && compact" role="menuitem" @click="askForBell"
          >Allow ringing</BDropdownItemButton
        >
      </BDropdown>
      <span v-if="compact && next && next.left <= 0" class="visually-hidden" role="alert">{{
        next.words
      }}</span>
    </li>
  </ul>
</template>

<style scoped>
/* Where the strip is short of room, what a timer is called gives way before what the job is called. */
.timers {
  display: flex;
  flex-shrink: 100;
  gap: var(--space-s);
  min-width: 0;
  margin: 0 0 0 auto;
  padding: 0;
  list-style: none;
  font-size: var(--type-small);
}

li {
  display: flex;
  gap: var(--space-s);
  align-items: center;
  min-width: 0;
  padding: var(--space-xs) var(--space-s) var(--space-xs) var(--space-m);
  border: var(--line-thin) solid var(--ink);
  border-radius: var(--round-pill);
  background: var(--sheet);
}

.rest :deep(.dropdown-menu) {
  max-width: 92vw;
}

.rest :deep(.dropdown-item) {
  white-space: normal;
}

li > span {
  display: flex;
  gap: var(--space-xs);
  min-width: 0;
}

.words {
  max-width: 190px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.rest .over {
  border-radius: var(--round-pill);
}

.over {
  background: var(--ink);
  color: var(--sheet);
}

.rest :deep(.toggle) {
  border-radius: var(--round-pill);
  padding: 0 var(--space-s);
  display: flex;
  gap: var(--space-s);
  align-items: center;
}

.rest {
  flex: none;
  border: 0;
  background: none;
}

b {
  font-variant-numeric: tabular-nums;
  white-space: nowrap;
}

.btn {
  min-width: 28px;
  min-height: 28px;
}

@media (max-width: 860px) {
  .timers {
    margin: 0;
  }

  .rest {
    padding: 0;
  }
}
</style>
