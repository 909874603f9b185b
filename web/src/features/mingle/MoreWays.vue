<script setup lang="ts">
import { ref } from 'vue'

import { useEscape } from '../../shared/useKeys'
import OwnParts from './OwnParts.vue'
import PreparePanel from './PreparePanel.vue'
import UndertonePanel from './UndertonePanel.vue'
import WoodsPanel from './WoodsPanel.vue'

/** What needs no colour to reach: preparations by their parts, woods made one, undertones taken out. */
const { over, targetId = 0 } = defineProps<{ over: string; targetId?: number }>()
const PANELS = [
  { key: 'prepare', title: 'Wash, wax, glaze…' },
  { key: 'own', title: 'By parts of your own…' },
  { key: 'woods', title: 'Two woods made one…' },
  { key: 'undertone', title: 'Take an undertone out…' },
] as const
const open = ref<(typeof PANELS)[number]['key']>()

useEscape(() => {
  const was = open.value !== undefined
  open.value = undefined
  return was
})
</script>

<template>
  <nav class="more" aria-label="More to mix">
    <BButton
      v-for="panel in PANELS"
      :key="panel.key"
      variant="outline-secondary"
      :aria-expanded="open === panel.key"
      @click="open = open === panel.key ? undefined : panel.key"
      >{{ panel.title }}</BButton
    >
  </nav>
  <PreparePanel v-if="open === 'prepare'" />
  <OwnParts v-if="open === 'own'" />
  <WoodsPanel v-if="open === 'woods'" :over="over" :target-id="targetId" />
  <UndertonePanel v-if="open === 'undertone'" :over="over" />
</template>

<style scoped>
.more {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-m);
}
</style>
