<script setup lang="ts">
import { clearNotice, notice } from './useNotice'

function undo() {
  const act = notice.value?.undo
  clearNotice()
  void act?.()
}

function follow() {
  const act = notice.value?.lead?.act
  clearNotice()
  void act?.()
}
</script>

<template>
  <div class="place" role="status" aria-live="polite">
    <div v-if="notice" class="notice" :class="{ bad: notice.wrong }">
      <span>{{ notice.text }}</span>
      <button v-if="notice.lead" type="button" @click="follow">{{ notice.lead.text }}</button>
      <button v-if="notice.undo" type="button" @click="undo">Undo</button>
      <button v-else type="button" @click="clearNotice">Close</button>
    </div>
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

.notice {
  display: flex;
  align-items: center;
  gap: 18px;
  padding: 10px 12px 10px 18px;
  border-radius: 12px;
  background: #1b1b1b;
  color: #fff;
  box-shadow: 0 6px 22px rgb(0 0 0 / 30%);
}

.notice.bad {
  border-left: 8px solid #e0685e;
}

button {
  flex: none;
  min-height: 40px;
  padding: 0 14px;
  border: 1.5px solid #fff;
  border-radius: 8px;
  background: none;
  color: #fff;
  font-weight: 650;
}

@media (max-width: 860px) {
  .place {
    bottom: 70px;
    width: calc(100vw - 24px);
  }
}
</style>
