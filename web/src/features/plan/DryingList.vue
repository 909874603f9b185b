<script setup lang="ts">
import { computed, ref } from 'vue'

import TimerRing from '../../shared/TimerRing.vue'
import { left, when } from '../../shared/say/times'
import type { Plan } from './usePlan'

/** What dries meanwhile and until when, and which windows close. */
const { plan, tick } = defineProps<{ plan: Plan; tick: number }>()
const all = ref(false)
const shown = computed(() => (all.value ? plan.drying : plan.drying.slice(0, 3)))
const share = (one: Plan['drying'][number]) => {
  const [a, b] = [new Date(one.began).getTime(), new Date(one.until).getTime()]
  return b <= a ? 1 : Math.min(1, Math.max(0, (tick - a) / (b - a)))
}
</script>

<template>
  <section class="drying" aria-labelledby="drying-title">
    <h2 id="drying-title">Drying meanwhile</h2>
    <p v-if="plan.drying.length === 0" class="soft">Nothing dries now.</p>
    <ul>
      <li v-for="one in shown" :key="one.step + one.then">
        <TimerRing :share="share(one)" />
        <div>
          <b>{{ one.title }}</b>
          <span :title="one.why">{{ one.words }} · then {{ one.then_title.toLowerCase() }}</span>
          <span v-if="one.closes" class="closes"
            >at the latest {{ when(one.closes, plan.moment, plan.zone) }}. {{ one.closes_words }}</span
          >
          <span v-if="one.felt" class="soft">until it feels dry: touch it</span>
        </div>
        <strong>{{ left(one.until, tick) }}</strong>
      </li>
    </ul>
    <BButton v-if="plan.drying.length > 3" variant="plain" class="link" @click="all = !all">{{
      all ? 'only the next three' : `${(plan.drying.length - 3).toString()} more`
    }}</BButton>
  </section>
</template>

<style scoped>
.drying {
  padding: var(--space-l);
  border-radius: var(--round-l);
  background: var(--sheet);
}

ul {
  display: grid;
  margin: var(--space-s) 0 0;
  padding: 0;
  list-style: none;
}

li {
  display: grid;
  grid-template-columns: 40px minmax(0, 1fr) auto;
  gap: var(--space-m);
  align-items: center;
  padding: var(--space-s) 0;
  border-top: var(--line-thin) solid var(--line);
}

li:first-child {
  border-top: 0;
}

li div {
  display: grid;
  font-size: var(--type-small);
}

strong {
  font-size: var(--type-lead);
  font-variant-numeric: tabular-nums;
}

.closes {
  font-weight: 650;
}

p {
  margin: var(--space-s) 0 0;
}
</style>
