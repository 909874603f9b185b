<script setup lang="ts">
import { computed } from 'vue'

import type { Schemas } from '../../api/client'
import { sayArea } from '../../shared/say/lengths'
import GroundChoice from '../../shared/GroundChoice.vue'

/** What there is to paint of a piece: each zone with its area, and what it is now. */
const { piece } = defineProps<{ piece: Schemas['PieceOut'] }>()
const emit = defineEmits<{ lay: [zone: string, ground: string] }>()
const titles: Record<string, string> = {
  front: 'Fronts',
  body: 'Frame',
  side: 'Sides',
  top: 'Top',
  plinth: 'Plinth',
  leg: 'Legs',
  moulding: 'Mouldings',
  inside: 'Inside',
}
const zones = computed(() => Object.entries(piece.areas))
const total = computed(() => zones.value.reduce((sum, [, area]) => sum + area, piece.padding))
</script>

<template>
  <table class="areas">
    <tbody>
      <tr v-for="[zone, area] in zones" :key="zone">
        <th scope="row">{{ titles[zone] ?? zone }}</th>
        <td>
          <GroundChoice
            own
            :aria-label="`${titles[zone] ?? zone}, as it is now`"
            :model-value="piece.grounds[zone] ?? piece.grounds[''] ?? 'oak'"
            @update:model-value="emit('lay', zone, $event)"
          />
        </td>
        <td class="area">{{ sayArea(area) }}</td>
      </tr>
      <tr v-if="piece.padding > 0">
        <th scope="row">Padding</th>
        <td>
          <GroundChoice
            own
            aria-label="Padding, as it is now"
            :model-value="piece.grounds.padding ?? 'plain_cloth'"
            @update:model-value="emit('lay', 'padding', $event)"
          />
        </td>
        <td class="area">{{ sayArea(piece.padding) }}</td>
      </tr>
      <tr class="sum">
        <th scope="row">Together</th>
        <td />
        <td class="area">{{ sayArea(total) }}</td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.sum > * {
  font-weight: 700;
  border-top: var(--line-firm) solid var(--ink);
  padding-top: var(--space-s);
}
</style>
