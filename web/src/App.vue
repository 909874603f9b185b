<script setup lang="ts">
import { usePreferredDark } from '@vueuse/core'
import { computed, nextTick, ref, watch, watchEffect } from 'vue'
import { useRoute, useRouter } from 'vue-router'

import { isAway } from './api/reach'
import { unloaded } from './router'
import AwayBanner from './shared/AwayBanner.vue'
import ErrorLine from './shared/ErrorLine.vue'
import JobMenu from './shared/JobMenu.vue'
import JugShelf from './shared/JugShelf.vue'
import { jugsShown } from './shared/jugsShown'
import LightSwitch from './shared/LightSwitch.vue'
import NoticeBar from './shared/NoticeBar.vue'
import PlacesRail from './shared/PlacesRail.vue'
import TimersStrip from './shared/TimersStrip.vue'
import { places } from './shared/places'
import { preferences, prefer } from './shared/preferences'
import { emptyJob, jobsTaken, useJob, useLights } from './shared/useJob'
import { useKeys } from './shared/useKeys'
import { useNarrow } from './shared/useNarrow'
import { useSettingsHere } from './shared/useSettings'
import { useShelfAhead } from './shared/useShelf'

const { job, error } = useJob()
const { data: lights } = useLights()
useSettingsHere()
const router = useRouter()
useShelfAhead()
const route = useRoute()
const narrow = useNarrow()
const withJugs = computed(() => route.name !== 'shelf' && route.name !== 'plan')

const main = ref<HTMLElement>()
const title = computed(() =>
  route.name === 'bench' ? 'Bench' : (places.find((one) => one.name === route.name)?.title ?? 'Jug Mingle'),
)
watchEffect(() => {
  document.title = [title.value, job.value?.name, 'Jug Mingle'].filter(Boolean).join(' · ')
})
// Whoever goes to another place by keys or by ear goes on from its beginning.
watch(
  () => route.name,
  async (now, before) => {
    if (before === undefined || before === 'begin' || now === undefined) return
    jugsShown.value = false
    await nextTick()
    main.value?.focus({ preventScroll: true })
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
// An empty job begins with what is to be painted.
watch(
  job,
  (now, before) => {
    const first = before === undefined || before.id !== now?.id
    if (!now || !first || window.location.pathname !== '/') return
    void router.replace({ name: emptyJob(now) ? 'piece' : 'catch' })
  },
  { immediate: true },
)

const dark = usePreferredDark()
watchEffect(() => {
  document.documentElement.dataset.bsTheme = dark.value ? 'dark' : 'light'
  const mat = lights.value?.find((light) => light.name === preferences.value.light)?.mat
  if (mat) document.documentElement.style.setProperty('--mat', mat)
})

useKeys((event) => {
  const place = places.find((known) => known.key === event.key.toLowerCase())
  if (place) void router.push({ name: place.name })
  if (event.key.toLowerCase() === 'l' && lights.value) {
    const shown = lights.value.filter((light) => light.switch || light.name === job.value?.room_light)
    const at = shown.findIndex((light) => light.name === preferences.value.light)
    const next = shown[(at + 1) % shown.length]
    if (next) prefer({ light: next.name })
    return true
  }
  return place !== undefined
})
</script>

<template>
  <AwayBanner />
  <main v-if="route.name === 'bench'" id="main" :aria-label="title"><RouterView /><NoticeBar /></main>
  <div v-else class="frame" :class="{ 'with-jugs': withJugs }">
    <a class="skip" href="#main">Skip to the work</a>
    <header>
      <span class="brand" aria-hidden="true"><img src="/jug.svg" alt="" width="34" height="38" /></span>
      <JobMenu />
      <TimersStrip />
      <LightSwitch />
    </header>
    <PlacesRail :narrow="narrow" />
    <main id="main" ref="main" tabindex="-1" :aria-label="title">
      <div v-if="unloaded" class="unloaded">
        <h1>This place could not be loaded.</h1>
        <p>The program did not send it.</p>
        <BButton variant="primary" @click="again">Try again</BButton>
      </div>
      <div v-else-if="error && !job" class="unloaded">
        <h1>This job cannot be shown.</h1>
        <ErrorLine v-if="error" :error="error" />
      </div>
      <RouterView v-else :key="jobsTaken" />
    </main>
    <JugShelf v-if="withJugs || narrow" :narrow="narrow" />
    <NoticeBar />
  </div>
</template>

<style scoped>
.frame {
  display: grid;
  height: 100%;
  grid-template: 56px minmax(0, 1fr) / 84px minmax(0, 1fr);
}

.frame.with-jugs {
  grid-template-columns: 84px minmax(0, 1fr) 216px;
}

header {
  grid-column: 1 / -1;
  display: flex;
  align-items: center;
  gap: 0;
  padding-right: 18px;
  background: var(--sheet);
  border-bottom: 1px solid var(--line);
}

.brand {
  width: 84px;
  text-align: center;
}

.unloaded {
  display: grid;
  gap: 14px;
  justify-items: start;
  padding: 8vh 4vw;
}

main {
  overflow: auto;
  padding: 18px 20px;
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
  padding: 8px 12px;
}

@media (max-width: 860px) {
  .frame,
  .frame.with-jugs {
    grid-template: auto minmax(0, 1fr) auto / minmax(0, 1fr);
  }

  header {
    flex-wrap: wrap;
    padding: 6px 12px;
    gap: 6px;
  }

  .brand {
    display: none;
  }

  main {
    padding: 12px;
  }
}
</style>
