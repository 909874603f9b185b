<script setup lang="ts">
import type { Schemas } from '../../api/client'
import { clock, isoDay, long, shortDay } from '../../shared/say/times'
import type { Plan } from './usePlan'

/** The days to come: what is done in each, and from when the work may be used. */
const { plan, days } = defineProps<{ plan: Plan; days: Schemas['DayOut'][] }>()
const emit = defineEmits<{ skip: [day: string] }>()

function titles(one: Schemas['DayOut']) {
  const said = [
    ...new Set(one.slots.filter((slot) => slot.step).map((slot) => slot.title.split(',')[0] ?? '')),
  ]
  return said.length > 4
    ? `${said.slice(0, 4).join(', ')} and ${(said.length - 4).toString()} more`
    : said.join(', ')
}
const of = (one: Schemas['DayOut']) => (new Date(one.end).getTime() - new Date(one.start).getTime()) / 60_000
</script>

<template>
  <ul class="days" aria-label="The days to come">
    <li v-for="one in days" :key="one.start">
      <div class="when">
        <b>{{ shortDay(one.start, plan.zone) }}</b>
        <span>{{ clock(one.start, plan.zone) }} · {{ long(one.minutes) }} of {{ long(of(one)) }}</span>
      </div>
      <div class="row" aria-hidden="true">
        <i
          v-for="slot in one.slots"
          :key="slot.key"
          :style="{
            flex: (new Date(slot.end).getTime() - new Date(slot.start).getTime()).toString(),
            background: slot.hex ?? undefined,
          }"
        />
        <i class="free" :style="{ flex: Math.max(0, of(one) * 60_000 - one.minutes * 60_000).toString() }" />
      </div>
      <span class="what">{{ one.slots.length === 0 ? 'nothing planned' : titles(one) }}</span>
      <BButton variant="plain" class="link" @click="emit('skip', isoDay(one.start, plan.zone))"
        >no time</BButton
      >
    </li>
  </ul>
</template>

<style scoped>
.days {
  display: grid;
  gap: var(--space-s);
  margin: 0;
  padding: 0;
  list-style: none;
}

li {
  display: grid;
  grid-template-columns: 158px minmax(120px, 1fr) minmax(0, 1.2fr) auto;
  gap: var(--space-m);
  align-items: center;
  padding: var(--space-s) var(--space-m);
  border-radius: var(--round-m);
  background: var(--sheet);
}

.when {
  display: grid;
  font-size: var(--type-small);
}

.when b {
  font-size: var(--type-body);
}

.row {
  display: flex;
  gap: var(--space-hair);
  height: 24px;
  overflow: hidden;
  border-radius: var(--round-s);
}

.row i {
  min-width: 2px;
  background: #8f8f8f;
}

.row .free {
  background: none;
}

.what {
  font-size: var(--type-small);
}

@media (max-width: 860px) {
  li {
    grid-template-columns: minmax(0, 1fr) auto;
  }

  .row,
  .what {
    grid-column: 1 / -1;
  }
}
</style>
