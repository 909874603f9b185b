<script setup lang="ts">
import { computed, ref } from 'vue'

import { preferences } from '../../shared/preferences'
import { useJob } from '../../shared/useJob'
import { usePicture } from '../../shared/usePicture'
import { usePixels } from '../../shared/usePixels'

const { id, job } = useJob()
const stage = ref<HTMLElement>()
const size = usePixels(stage)
const { src, wrong } = usePicture(() => {
  if (id.value === undefined || !size.value) return undefined
  const pixels = `pixels_wide=${size.value.wide.toString()}&pixels_high=${size.value.high.toString()}`
  return `/api/jobs/${id.value.toString()}/preview?style=bare&light=${preferences.value.light}&${pixels}`
})
const titles: Record<string, string> = {
  front: 'Drawer fronts',
  body: 'Frame',
  side: 'Sides',
  top: 'Top',
  plinth: 'Plinth',
}
const areas = computed(() =>
  Object.entries(job.value?.areas ?? {}).map(([zone, area]) => ({ title: titles[zone] ?? zone, area })),
)
const total = computed(() => areas.value.reduce((sum, zone) => sum + zone.area, 0))
</script>

<template>
  <div class="place">
    <h1>What am I painting?</h1>
    <div ref="stage" class="mat stage">
      <img v-if="src" :src="src" :alt="`${job?.name ?? 'The piece'}, bare wood`" />
      <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    </div>
    <section aria-labelledby="areas">
      <h2 id="areas">To paint</h2>
      <dl>
        <template v-for="zone in areas" :key="zone.title">
          <dt>{{ zone.title }}</dt>
          <dd>{{ zone.area.toFixed(2) }} m²</dd>
        </template>
        <dt class="sum">Together</dt>
        <dd class="sum">{{ total.toFixed(2) }} m²</dd>
      </dl>
      <RouterLink :to="{ name: 'catch' }" class="btn btn-primary">Catch a colour for it</RouterLink>
    </section>
  </div>
</template>

<style scoped>
.place {
  height: 100%;
  display: grid;
  grid-template: auto minmax(0, 1fr) / minmax(0, 1fr) 230px;
  gap: 12px 20px;
}

h1 {
  grid-column: 1 / -1;
}

.stage {
  min-height: 0;
  display: grid;
  place-items: center;
  overflow: hidden;
}

.stage img {
  width: 100%;
  height: 100%;
  object-fit: contain;
}

dl {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 8px;
  margin: 10px 0 20px;
}

dt {
  font-weight: 400;
}

dd {
  margin: 0;
  text-align: right;
  font-variant-numeric: tabular-nums;
}

.sum {
  font-weight: 700;
  border-top: 1.5px solid var(--ink);
  padding-top: 6px;
}

@media (max-width: 860px) {
  .place {
    display: flex;
    flex-direction: column;
    height: auto;
  }

  .stage {
    aspect-ratio: 3 / 2.4;
  }

  .stage img {
    object-fit: cover;
  }
}
</style>
