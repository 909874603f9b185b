<script setup lang="ts">
import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { useIntervalFn, useMediaQuery } from '@vueuse/core'
import { computed, ref, watch } from 'vue'

import { api, unwrap } from '../api/client'
import { preferences } from './preferences'
import { countdown } from './say/times'
import { sayWrong } from './useNotice'

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

/** As many stand in the strip as it has room for; the others are one touch away. */
const roomy = useMediaQuery('(min-width: 1500px)')
const most = computed(() => (roomy.value ? 2 : 1))

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

async function away(id: number) {
  try {
    await api.DELETE('/api/timers/{timer_id}', { params: { path: { timer_id: id } } })
    await queries.invalidateQueries({ queryKey: ['timers'] })
  } catch (problem) {
    sayWrong(problem)
  }
}
</script>

<template>
  <ul v-if="running.length > 0" class="timers" aria-label="Timers">
    <li v-for="one in running.slice(0, most)" :key="one.id" :class="{ over: one.left <= 0 }">
      <svg viewBox="0 0 40 40" aria-hidden="true">
        <circle cx="20" cy="20" r="15" class="whole" />
        <circle
          cx="20"
          cy="20"
          r="15"
          class="gone"
          :stroke-dasharray="`${(94.2 * one.share).toString()} 94.2`"
          transform="rotate(-90 20 20)"
        />
      </svg>
      <span :role="one.left <= 0 ? 'alert' : undefined"
        ><span class="words">{{ one.words }}</span> · <b>{{ countdown(one.left) }}</b></span
      >
      <BButton variant="plain" :aria-label="`Remove the timer: ${one.words}`" @click="away(one.id)">×</BButton>
    </li>
    <li v-if="mayAsk" class="rest">
      <BButton variant="plain" class="link" @click="askForBell">ring me</BButton>
    </li>
    <li v-if="running.length > most" class="rest">
      <BDropdown :text="`${(running.length - most).toString()} more`" variant="plain" size="sm">
        <BDropdownItem v-for="one in running.slice(most)" :key="one.id" @click="away(one.id)"
          >{{ one.words }} · <b>{{ countdown(one.left) }}</b> · remove</BDropdownItem
        >
      </BDropdown>
    </li>
  </ul>
</template>

<style scoped>
.timers {
  display: flex;
  gap: 8px;
  min-width: 0;
  margin: 0 12px 0 auto;
  padding: 0;
  list-style: none;
  font-size: 0.86rem;
}

li {
  display: flex;
  gap: 8px;
  align-items: center;
  min-width: 0;
  padding: 3px 6px 3px 10px;
  border: 1px solid var(--ink);
  border-radius: 20px;
}

li > span {
  display: flex;
  gap: 4px;
  min-width: 0;
}

.words {
  max-width: 190px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.over {
  background: var(--ink);
  color: var(--sheet);
}

.rest {
  border: 0;
}

b {
  font-variant-numeric: tabular-nums;
  white-space: nowrap;
}

svg {
  flex: none;
  width: 20px;
}

circle {
  fill: none;
  stroke-width: 8;
}

.whole {
  stroke: var(--line);
}

.gone {
  stroke: currentcolor;
}

.btn {
  min-width: 28px;
  min-height: 28px;
}

@media (max-width: 860px) {
  .words {
    max-width: 52vw;
  }

  .timers {
    order: 3;
    flex-basis: 100%;
    margin: 0;
    overflow-x: auto;
  }
}
</style>
