<script setup lang="ts">
import { computed, watchEffect } from 'vue'
import { useRoute, useRouter } from 'vue-router'

import JugShelf from './shared/JugShelf.vue'
import LightSwitch from './shared/LightSwitch.vue'
import NoticeBar from './shared/NoticeBar.vue'
import PlacesRail from './shared/PlacesRail.vue'
import { places } from './shared/places'
import { preferences, prefer } from './shared/preferences'
import { useJob, useLights } from './shared/useJob'
import { useKeys } from './shared/useKeys'
import { useShelfAhead } from './shared/useShelf'

const { job } = useJob()
const { data: lights } = useLights()
const router = useRouter()
useShelfAhead()
const route = useRoute()
const withJugs = computed(() => route.name !== 'shelf')

const dark = window.matchMedia('(prefers-color-scheme: dark)')
watchEffect(() => {
  document.documentElement.dataset.bsTheme = dark.matches ? 'dark' : 'light'
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
  <main v-if="route.name === 'bench'" id="main"><RouterView /><NoticeBar /></main>
  <div v-else class="frame" :class="{ 'with-jugs': withJugs }">
    <a class="skip" href="#main">Skip to the work</a>
    <header>
      <span class="brand" aria-hidden="true"><img src="/jug.svg" alt="" width="34" height="38" /></span>
      <p class="job said">
        {{ job?.name ?? 'Jug Mingle' }} <small class="soft">{{ job?.room }}</small>
      </p>
      <LightSwitch />
    </header>
    <PlacesRail />
    <main id="main" tabindex="0"><RouterView /></main>
    <JugShelf v-if="withJugs" />
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

.job {
  font-size: 1.2rem;
  margin: 0;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}

.job small {
  font: 400 0.85rem var(--bs-body-font-family);
  margin-left: 8px;
}

main {
  overflow: auto;
  padding: 18px 20px;
  min-width: 0;
}

main:focus-visible {
  outline-offset: -3px;
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
