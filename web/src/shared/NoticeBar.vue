<script setup lang="ts">
import { useRoute } from 'vue-router'

import { useKeys } from './useKeys'
import { clearNotice, notice, sayWrong } from './useNotice'

function undo() {
  const act = notice.value?.undo
  clearNotice()
  void act?.()
}

// In Try on the same keys undo a change of the look.
const route = useRoute()
useKeys(
  (event) => {
    const wanted = (event.ctrlKey || event.metaKey) && !event.shiftKey && event.key.toLowerCase() === 'z'
    if (!wanted || !notice.value?.undo || route.name === 'tryon') return false
    undo()
    return true
  },
  { chords: true },
)

async function follow(lead: { act: () => unknown } | undefined) {
  clearNotice()
  try {
    await lead?.act()
  } catch (error) {
    sayWrong(error)
  }
}
</script>

<template>
  <div class="place">
    <BToast
      v-if="notice"
      :model-value="true"
      no-close-button
      no-hover-pause
      no-progress
      no-animation
      :is-status="!notice.wrong"
      :class="{ bad: notice.wrong }"
      body-class="notice"
    >
      <span>{{ notice.text }}</span>
      <BButton v-if="notice.lead" variant="outline-light" @click="follow(notice.lead)">{{
        notice.lead.text
      }}</BButton>
      <BButton v-if="notice.other" variant="outline-light" @click="follow(notice.other)">{{
        notice.other.text
      }}</BButton>
      <BButton v-if="notice.undo" variant="outline-light" @click="undo">Undo</BButton>
      <BButton v-else-if="!notice.other" variant="outline-light" @click="clearNotice">Close</BButton>
    </BToast>
  </div>
</template>

<style scoped>
.place {
  position: fixed;
  left: 50%;
  bottom: 20px;
  transform: translateX(-50%);
  z-index: 10;
  max-width: min(620px, calc(100vw - 24px));
}

.place :deep(.notice) {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: var(--space-s) var(--space-m);
  padding: var(--space-m) var(--space-m) var(--space-m) var(--space-l);
  border-radius: var(--round-m);
  background: #1b1b1b;
  color: #fff;
  box-shadow: 0 6px 22px rgb(0 0 0 / 30%);
}

.place span {
  flex: 1 1 220px;
}

.place :deep(.bad .notice) {
  border-left: var(--line-heavy) solid #e0685e;
}

@media (max-width: 860px) {
  .place {
    bottom: 70px;
    width: calc(100vw - 24px);
  }
}
</style>
