<script setup lang="ts">
import { computed, ref } from 'vue'

import { long, when } from '../../shared/say/times'
import type { Plan } from './usePlan'

/** All steps, piece by piece, in the order in which they come. */
const { plan } = defineProps<{ plan: Plan }>()
const emit = defineEmits<{ open: [step: string]; back: [step: string] }>()
const undone = ref(false)
const pieces = computed(() => {
  const found = new Map<string, Plan['steps']>()
  for (const step of plan.steps) {
    if (undone.value && step.done) continue
    found.set(step.piece_name, [...(found.get(step.piece_name) ?? []), step])
  }
  return [...found]
})
const count = computed(() => plan.steps.filter((one) => one.done).length)
</script>

<template>
  <div class="list">
    <p>
      {{ count }} of {{ plan.steps.length }} steps are done; {{ plan.hands_left_words }} of work are left.
      <BFormCheckbox v-model="undone" inline>only what is left</BFormCheckbox>
    </p>
    <section v-for="[name, steps] in pieces" :key="name" :aria-label="name">
      <h3>{{ name }}</h3>
      <ol>
        <li v-for="step in steps" :key="step.key" :class="{ done: step.done }">
          <BButton variant="plain" @click="emit('open', step.key)">
            <i aria-hidden="true" :style="{ background: step.hex ?? undefined }">{{
              step.done ? '✓' : ''
            }}</i>
            <span>{{ step.title }}</span>
            <small>{{
              step.done
                ? step.skipped
                  ? 'left undone'
                  : 'done'
                : step.start
                  ? when(step.start, plan.moment, plan.zone)
                  : ''
            }}</small>
            <small>{{ long(step.minutes) }}</small>
          </BButton>
        </li>
      </ol>
    </section>
    <p v-if="plan.dropped.length">
      Removed:
      <BButton v-for="one in plan.dropped" :key="one" variant="plain" class="link" @click="emit('back', one)"
        >bring back {{ one.split('.').slice(1).join(' ') }}</BButton
      >
    </p>
  </div>
</template>

<style scoped>
.list {
  display: grid;
  gap: var(--space-m);
}

h3 {
  font-size: var(--type-body);
}

ol {
  columns: 2 340px;
  column-gap: var(--space-xl);
  margin: var(--space-xs) 0 0;
  padding: 0;
  list-style: none;
}

li .btn {
  display: grid;
  grid-template-columns: 22px minmax(0, 1fr) auto 52px;
  gap: var(--space-m);
  align-items: center;
  width: 100%;
  min-height: 32px;
  text-align: left;
}

i {
  width: 20px;
  height: 20px;
  border: var(--line-thin) solid var(--edge);
  border-radius: var(--round-s);
  font-style: normal;
  line-height: 18px;
  text-align: center;
}

.done span {
  color: var(--soft);
}

small {
  text-align: right;
  color: var(--soft);
}

p {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-xs) var(--space-m);
  margin: 0;
}
</style>
