<script setup lang="ts">
import { computed } from 'vue'
import { useRouter } from 'vue-router'

import InkSign from './InkSign.vue'
import { jugsShown } from './useMixes'
import { places } from './useAddress'
import { useJob } from './useJob'

/** The places in the order of the work; and the jugs, where they have no room of their own beside the work. */
const { narrow, drawer } = defineProps<{ narrow: boolean; drawer: boolean }>()
const { id, job } = useJob()
const router = useRouter()
/** In a narrow window the settings stand in the menu of the jobs. */
const shown = computed(() => places.filter((place) => !narrow || place.name !== 'settings'))
/** The address of a place, with the job in hand where it is one of a job. */
function to(name: string) {
  const ofJob = router.getRoutes().some((one) => one.name === name && one.meta.ofJob === true)
  return ofJob && id.value !== undefined ? { name, params: { job: id.value.toString() } } : { name }
}
</script>

<template>
  <nav aria-label="Places">
    <RouterLink v-for="place in shown" :key="place.name" :to="to(place.name)" :class="place.name">
      <kbd aria-hidden="true">{{ place.key.toUpperCase() }}</kbd>
      <InkSign :name="place.sign" class="icon" />
      {{ place.title }}
    </RouterLink>
    <BButton
      v-if="drawer"
      variant="plain"
      class="jugs"
      aria-haspopup="dialog"
      :aria-expanded="jugsShown"
      @click="jugsShown = true"
    >
      <InkSign name="jugs" class="icon" />
      <span>Jugs</span>
      <b v-if="job?.mixes.length" class="many">{{ job.mixes.length }}</b>
    </BButton>
  </nav>
</template>

<style scoped>
nav {
  background: var(--sheet);
  border-right: var(--line-thin) solid var(--line);
  display: flex;
  flex-direction: column;
  padding: var(--space-m) 0;
}

a,
.jugs {
  position: relative;
  height: 74px;
  display: flex;
  flex-direction: column;
  align-items: center;
  justify-content: center;
  gap: var(--space-xs);
  font-size: var(--type-small);
  color: var(--soft);
  text-decoration: none;
}

a.shelf {
  order: 2;
  margin-top: auto;
}

a.settings {
  order: 3;
}

.jugs {
  order: 1;
  border: 0;
  padding: 0;
  background: none;
}

.icon {
  width: 26px;
  height: 26px;
}

/* How many there are, at the corner of their sign. */
.many {
  position: absolute;
  top: 4px;
  right: 16px;
  min-width: 20px;
  padding: 1px var(--space-xs);
  border-radius: var(--round-m);
  background: var(--ink);
  color: var(--sheet);
  font-size: var(--type-tiny);
  text-align: center;
}

kbd {
  position: absolute;
  top: 8px;
  left: 10px;
  padding: 0;
  background: none;
  color: var(--soft);
  font: 600 var(--type-tiny) var(--bs-body-font-family);
}

a.router-link-active {
  color: var(--ink);
  font-weight: 700;
}

a.router-link-active::before {
  content: '';
  position: absolute;
  left: 0;
  top: 12px;
  bottom: 12px;
  width: 5px;
  background: var(--ink);
  border-radius: 0 var(--round-s) var(--round-s) 0;
}

@media (max-width: 860px) {
  nav {
    order: 9;
    flex-direction: row;
    padding: 0;
    border: 0;
    border-top: var(--line-thin) solid var(--line);
    overflow-x: auto; /* at 400 % zoom they do not all have room */
  }

  a,
  .jugs {
    flex: 1 0 44px;
    min-width: var(--reach);
    height: 60px;
    gap: var(--space-hair);
    font-size: var(--type-tiny);
  }

  a.shelf,
  .jugs {
    order: 0;
    margin: 0;
  }

  kbd {
    display: none;
  }

  .many {
    right: 2px;
  }

  a.router-link-active::before {
    top: 0;
    bottom: auto;
    left: 14px;
    right: 14px;
    width: auto;
    height: 4px;
  }
}
</style>
