<script setup lang="ts">
import RoomChoice from './RoomChoice.vue'
import type { Room } from './useFinishPicture'

/** How the piece stands there: open or shut, in its room, by which light across it. */
const { canOpen, tapped } = defineProps<{
  canOpen: boolean
  /** Whether it was already said what lies at a point. */
  tapped: boolean
}>()
const opened = defineModel<boolean>('opened', { required: true })
const room = defineModel<Room>('room', { required: true })
const raking = defineModel<boolean>('raking', { required: true })
</script>

<template>
  <p class="hint">
    <BFormCheckbox v-if="canOpen" v-model="opened">doors and drawers open</BFormCheckbox>
    <RoomChoice v-model="room" />
    <BFormCheckbox v-model="raking">by raking light</BFormCheckbox>
    <span v-if="!tapped" class="soft">Tap the piece to see what lies there, layer by layer.</span>
  </p>
</template>

<style scoped>
.hint {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-xs) var(--space-xl);
  margin: 0;
}
</style>
