<script setup lang="ts">
import { useIntervalFn } from '@vueuse/core'
import { computed, ref, watch } from 'vue'

/** Work that takes long: what is done, for how long, and a way to stop it; stopped, a way to begin it again. */
const { busy, words, old, stopped } = defineProps<{
  busy: boolean
  words: string
  /** Whether what is shown meanwhile is from before. */
  old?: boolean
  stopped?: boolean
  /** Whether it cannot be stopped. */
  firm?: boolean
}>()
const emit = defineEmits<{ stop: []; again: [] }>()
const seconds = ref(0)
const clock = useIntervalFn(
  () => {
    seconds.value += 1
  },
  1000,
  { immediate: false },
)
watch(
  () => busy,
  (now) => {
    seconds.value = 0
    if (now) clock.resume()
    else clock.pause()
  },
  { immediate: true },
)
const said = computed(() => {
  const before = old ? ' These are from before.' : ''
  if (busy) return `${words}…${before}`
  return stopped ? `Stopped.${before}` : before.trim()
})
</script>

<template>
  <p v-if="said" class="work">
    <span role="status">{{ said }}</span>
    <span v-if="busy && seconds > 1" class="soft" aria-hidden="true">{{ seconds }} s</span>
    <BButton v-if="busy && !firm" variant="plain" class="link" @click="emit('stop')">Stop</BButton>
    <BButton v-else-if="stopped" variant="plain" class="link" @click="emit('again')">Go on</BButton>
  </p>
</template>

<style scoped>
.work {
  display: flex;
  flex-wrap: wrap;
  gap: 0 var(--space-m);
  align-items: center;
  margin: 0;
  font-weight: 600;
}
</style>
