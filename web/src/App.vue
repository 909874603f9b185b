<script setup lang="ts">
import { usePreferredDark } from '@vueuse/core'
import { computed, nextTick, ref, watch, watchEffect } from 'vue'
import { useRoute, useRouter } from 'vue-router'

import { isAway } from './api/reach'
import { unloaded } from './router'
import AwayBanner from './shared/AwayBanner.vue'
import ErrorLine from './shared/ErrorLine.vue'
import InkSign from './shared/InkSign.vue'
import JobMenu from './shared/JobMenu.vue'
import JugShelf from './shared/JugShelf.vue'
import { jugsShown } from './shared/useMixes'
import LightSwitch from './shared/LightSwitch.vue'
import NoticeBar from './shared/NoticeBar.vue'
import PlacesRail from './shared/PlacesRail.vue'
import TimersStrip from './shared/TimersStrip.vue'
import { OTHERS, places, useAddress, useNarrow } from './shared/useAddress'
import { jobInUrl, prefer, preferences } from './shared/preferences'
import { useMeasuring } from './shared/useMeasuring'
import { useJob, useJobs, useLights } from './shared/useJob'
import { useKeys } from './shared/useKeys'
import { useOpenPrint } from './shared/prints'
import { usePairing, useSettingsHere } from './shared/useSettings'
import { useShelfAhead } from './shared/useShelf'

const { job, error } = useJob()
const { id, jobs, lost } = useJobs()
/** How often another job was taken in hand: what is half done in a place belongs to the one before. */
const taken = ref(0)
watch(id, (now, before) => {
  if (before !== undefined && now !== before) taken.value += 1
})
const { data: lights } = useLights()
useMeasuring()
useSettingsHere()
const router = useRouter()
useShelfAhead()
const route = useRoute()
const narrow = useNarrow()
const WITHOUT_JUGS = ['shelf', 'plan', 'jobs', 'settings']
const withJugs = computed(() => !narrow.value && !WITHOUT_JUGS.includes(String(route.name)))

const main = ref<HTMLElement>()
const title = computed(
  () => places.find((one) => one.name === route.name)?.title ?? OTHERS[String(route.name)] ?? 'Jug Mingle',
)
const open = computed(() => route.meta.ofJob === true)
watchEffect(() => {
  const name = job.value?.name ?? jobs.value.find((one) => one.id === jobInUrl.value)?.name
  document.title = [title.value, name, 'Jug Mingle'].filter(Boolean).join(' · ')
})
// Whoever goes to another place by keys or by ear goes on from its beginning.
watch(
  () => route.name,
  async (now, before) => {
    if (before === undefined || before === 'begin' || now === undefined) return
    jugsShown.value = false
    await nextTick()
    // A place that put the focus where its work begins keeps it there.
    if (!main.value?.contains(document.activeElement)) main.value?.focus({ preventScroll: true })
  },
)

function again() {
  const wanted = unloaded.value
  unloaded.value = undefined
  if (wanted) void router.push(wanted)
}
watch(isAway, (now) => {
  if (!now) again()
})
useAddress()
useOpenPrint()

const dark = usePreferredDark()
watchEffect(() => {
  document.documentElement.dataset.still = preferences.value.motion ? 'no' : 'yes'
  document.documentElement.dataset.bsTheme = dark.value ? 'dark' : 'light'
  const mat = lights.value?.find((light) => light.name === preferences.value.light)?.mat
  if (mat) document.documentElement.style.setProperty('--mat', mat)
})

useKeys((event) => {
  const place = places.find((one) => one.key === event.key.toLowerCase())
  if (place) void router.push({ name: place.name })
  if (event.key.toLowerCase() === 'l' && lights.value) {
    const shown = lights.value.filter((light) => light.switch || light.name === job.value?.room_light)
    const at = shown.findIndex((light) => light.name === preferences.value.light)
    const next = shown[(at + 1) % shown.length]
    if (next) prefer({ light: next.name })
    return true
  }
  if (event.key.toLowerCase() === 'j') {
    void router.push({ name: 'jobs' })
    return true
  }
  return place !== undefined
})
const { data: pairing } = usePairing()
</script>

<template>
  <AwayBanner />
  <main v-if="route.name === 'bench' || route.name === 'lay'" id="main" :aria-label="title">
    <RouterView /><NoticeBar />
  </main>
  <div v-else class="frame" :class="{ 'with-jugs': withJugs }">
    <a class="skip" href="#main">Skip to the work</a>
    <header>
      <span class="brand" aria-hidden="true"><img src="/jug.svg" alt="" width="34" height="38" /></span>
      <JobMenu />
      <TimersStrip />
      <span v-if="pairing?.may === 'look'" class="looking" role="note"
        >Looking on: nothing is changed from here.</span
      >
      <LightSwitch />
      <RouterLink v-if="narrow" class="settings" :to="{ name: 'settings' }" aria-label="Settings"
        ><InkSign name="settings"
      /></RouterLink>
    </header>
    <PlacesRail :narrow="narrow" :drawer="!withJugs" />
    <main id="main" ref="main" tabindex="-1" :aria-label="title">
      <div v-if="unloaded" class="nothing-yet">
        <InkSign name="spilt" />
        <h1>This place could not be loaded.</h1>
        <p>The program did not send it.</p>
        <BButton variant="primary" @click="again">Try again</BButton>
      </div>
      <div v-else-if="lost && open" class="nothing-yet">
        <InkSign name="spilt" />
        <h1>There is no job {{ lost }} here.</h1>
        <p>It was removed, or never was. What was removed is in the bin, in Settings.</p>
        <RouterLink :to="{ name: 'jobs' }" class="btn btn-primary">Look at all jobs</RouterLink>
      </div>
      <div v-else-if="error && !job && open" class="nothing-yet">
        <InkSign name="spilt" />
        <h1>
          {{ isAway ? 'This job is shown as soon as the program answers.' : 'This job cannot be shown.' }}
        </h1>
        <ErrorLine :error="error" />
      </div>
      <RouterView v-else :key="taken" />
    </main>
    <JugShelf :drawer="!withJugs" />
    <NoticeBar />
  </div>
</template>

<style scoped>
.looking {
  margin-left: auto;
  padding: var(--space-xs) var(--space-m);
  border: var(--line-thin) solid var(--ink);
  border-radius: var(--round-s);
  font-size: var(--type-small);
}

.frame {
  display: grid;
  height: 100%;
  grid-template: 56px minmax(0, 1fr) / var(--rail) minmax(0, 1fr);
}

.frame.with-jugs {
  grid-template-columns: var(--rail) minmax(0, 1fr) var(--jugs);
}

header {
  grid-column: 1 / -1;
  display: flex;
  align-items: center;
  gap: var(--space-m);
  padding-right: var(--space-l);
  background: var(--sheet);
  border-bottom: var(--line-thin) solid var(--line);
}

.brand {
  width: var(--rail);
  text-align: center;
}

main {
  position: relative; /* else what is hidden from the eye in it would make the page itself scroll */
  overflow: auto;
  padding: var(--space-l) var(--space-xl);
  min-width: 0;
}

main:focus {
  outline: none; /* it is led to, not stopped at */
}

.skip {
  position: absolute;
  left: -999px;
  z-index: 20;
}

.skip:focus {
  left: 8px;
  top: 8px;
  background: var(--sheet);
  padding: var(--space-s) var(--space-m);
}

@media (max-width: 860px) {
  .frame,
  .frame.with-jugs {
    grid-template: auto minmax(0, 1fr) auto / minmax(0, 1fr);
  }

  header {
    flex-wrap: wrap;
    padding: var(--space-xs) var(--space-s);
    gap: var(--space-xs);
  }

  .brand {
    display: none;
  }

  .settings {
    display: grid;
    place-items: center;
    width: 44px;
    height: 44px;
    color: var(--ink);
  }

  .settings .sign {
    font-size: var(--type-lead);
  }

  main {
    padding: var(--space-m);
  }
}
</style>
