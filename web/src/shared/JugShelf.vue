<script setup lang="ts">
import { useEscape } from './useKeys'
import { jugsShown } from './useMixes'
import JugList from './JugList.vue'
import { useJob } from './useJob'

/** Where the jugs of the job stand: at the right of the work, or, where that needs the room, in a drawer there. */
const { drawer } = defineProps<{ drawer: boolean }>()
const { job } = useJob()
useEscape(() => {
  const was = jugsShown.value
  jugsShown.value = false
  return was
})
</script>

<template>
  <BOffcanvas v-if="drawer" id="jugs" v-model="jugsShown" placement="end" lazy>
    <template #header="{ hide }">
      <h2 id="jugs-offcanvas-label" class="offcanvas-title">Jugs of {{ job?.name ?? 'this job' }}</h2>
      <BCloseButton class="ms-auto" aria-label="Close the jugs" @click="hide()" />
    </template>
    <JugList @leave="jugsShown = false" />
  </BOffcanvas>
  <aside v-else aria-labelledby="jugs-title">
    <h2 id="jugs-title">Jugs of this job</h2>
    <JugList />
  </aside>
</template>

<style scoped>
aside {
  background: var(--sheet);
  border-left: var(--line-thin) solid var(--line);
  padding: var(--space-l) var(--space-m);
  overflow: auto;
}

h2 {
  font-size: var(--type-body);
  margin-bottom: var(--space-m);
}
</style>
