<script setup lang="ts">
import { computed } from 'vue'

import type { Schemas } from '../../api/client'
import { clock, day, isoDay, long, when } from '../../shared/say/times'
import type { Plan } from './usePlan'

/** A session as a strip: what hands do above, what dries below and fades as it dries. */
const { plan, session } = defineProps<{ plan: Plan; session: Schemas['DayOut'] }>()
const emit = defineEmits<{ open: [step: string] }>()
const from = computed(() => new Date(session.start).getTime())
const length = computed(() => new Date(session.end).getTime() - from.value)
const at = (moment: string) =>
  Math.min(100, Math.max(0, (100 * (new Date(moment).getTime() - from.value)) / length.value))
const percent = (value: number) => `${value.toString()}%`
const here = computed(() => {
  const now = new Date(plan.moment).getTime()
  return now >= from.value && now <= from.value + length.value ? percent(at(plan.moment)) : undefined
})
/** So wide that the shortest step can be touched. */
const TOUCH = 25
const WIDEST = 2600
const least = computed(() => {
  const shortest = Math.min(
    ...session.slots.map((one) => new Date(one.end).getTime() - new Date(one.start).getTime()),
    length.value,
  )
  return `${Math.min(WIDEST, Math.ceil((TOUCH * length.value) / Math.max(60_000, shortest))).toString()}px`
})
const ticks = computed(() => {
  const step = length.value > 4 * 3_600_000 ? 3_600_000 : 1_800_000
  const found: string[] = []
  for (let t = Math.ceil(from.value / step) * step; t < from.value + length.value; t += step)
    found.push(new Date(t).toISOString())
  return found
})
const drying = computed(() =>
  session.slots
    .filter((one) => one.dries_until)
    .map((one) => ({ ...one, until: one.dries_until ?? one.end }))
    .slice(0, 6),
)
const title = computed(() =>
  isoDay(session.start, plan.zone) === isoDay(plan.moment, plan.zone)
    ? 'today'
    : day(session.start, plan.zone),
)
/** Words on a colour: in black or white, whichever has more contrast with it (WCAG 2.2, relative luminance). */
const ink = (hex: string | null) => {
  if (!hex) return undefined
  const linear = [1, 3, 5].map((at) => {
    const value = parseInt(hex.slice(at, at + 2), 16) / 255
    return value <= 0.04045 ? value / 12.92 : ((value + 0.055) / 1.055) ** 2.4
  })
  const [r = 0, g = 0, b = 0] = linear
  return 0.2126 * r + 0.7152 * g + 0.0722 * b > 0.179 ? '#000' : '#fff'
}
</script>

<template>
  <section
    class="mat strip"
    :aria-label="`${title}, ${clock(session.start, plan.zone)} to ${clock(session.end, plan.zone)}`"
  >
    <header>
      <b>{{ title }}</b>
      <span
        >{{ clock(session.start, plan.zone) }}–{{ clock(session.end, plan.zone) }} ·
        {{ long(session.minutes) }} of work</span
      >
    </header>
    <div class="field" :style="{ minWidth: least }">
      <span v-for="t in ticks" :key="t" class="tick" :style="{ left: percent(at(t)) }">{{
        clock(t, plan.zone)
      }}</span>
      <i v-if="here" class="here" :style="{ left: here }" aria-hidden="true" />
      <ol class="hands" aria-label="Hands">
        <li
          v-for="one in session.slots"
          :key="one.key"
          :style="{ left: percent(at(one.start)), width: percent(at(one.end) - at(one.start)) }"
        >
          <BButton
            variant="plain"
            :disabled="!one.step"
            :class="{ first: one.step !== '' && one.step === plan.now?.key, tidy: !one.step }"
            :style="{ background: one.hex ?? undefined, color: ink(one.hex) }"
            :title="`${clock(one.start, plan.zone)} ${one.title}${one.piece ? ', ' + one.piece : ''}`"
            @click="emit('open', one.step)"
          >
            <span>{{ one.short }}</span>
          </BButton>
        </li>
      </ol>
      <ol class="dries" aria-label="Drying">
        <li
          v-for="one in drying"
          :key="one.key"
          :style="{
            marginLeft: percent(at(one.end)),
            width: percent(Math.max(3, at(one.until) - at(one.end))),
          }"
        >
          <span>{{ one.title }}: {{ one.dries }}, till {{ when(one.until, one.end, plan.zone) }}</span>
        </li>
      </ol>
    </div>
  </section>
</template>

<style scoped>
.strip {
  display: grid;
  grid-template-columns: 116px minmax(0, 1fr);
  gap: var(--space-m);
  padding: var(--space-m) var(--space-l);
  overflow-x: auto;
}

header {
  display: grid;
  align-content: start;
  padding-top: var(--space-l);
  font-size: var(--type-small);
}

header b {
  font-family: var(--said);
  font-size: var(--type-lead);
}

.field {
  position: relative;
  padding-top: var(--space-xl);
}

.tick {
  position: absolute;
  top: 0;
  bottom: 0;
  padding-left: var(--space-xs);
  border-left: var(--line-thin) dotted var(--mat-line);
  font-size: var(--type-tiny);
}

.here {
  position: absolute;
  top: 14px;
  bottom: 0;
  width: 3px;
  background: #0b57c2;
  z-index: 2;
}

ol {
  margin: 0;
  padding: 0;
  list-style: none;
}

.hands {
  position: relative;
  height: 46px;
}

.hands li {
  position: absolute;
  top: 0;
  bottom: 0;
  padding: 0 1px;
}

.hands .btn {
  width: 100%;
  height: 100%;
  padding: 0 var(--space-s);
  overflow: hidden;
  border-radius: var(--round-m);
  background: #f4f4f4;
  color: #111;
  font-size: var(--type-tiny);
  font-weight: 650;
  text-align: left;
  white-space: nowrap;
}

.hands .btn span {
  display: block;
  overflow: hidden;
  text-overflow: ellipsis;
}

.hands .tidy {
  background: repeating-linear-gradient(45deg, #d9d9d9 0 4px, #c9c9c9 4px 8px);
}

.hands .first {
  outline: 3px solid #111;
  outline-offset: -3px;
}

.dries {
  display: grid;
  gap: var(--space-xs);
  margin-top: var(--space-m);
}

.dries li {
  min-height: 19px;
  border-radius: var(--round-s);
  background: linear-gradient(90deg, #3a3a3a, rgb(58 58 58 / 0%));
  font-size: var(--type-tiny);
  white-space: nowrap;
}

.dries span {
  padding: 0 var(--space-s);
  border-radius: var(--round-s);
  background: #3a3a3a;
  color: #fff;
}

@media (max-width: 860px) {
  .strip {
    grid-template-columns: minmax(0, 1fr);
    overflow-x: auto;
  }

  header {
    padding-top: 0;
  }

  .field {
    min-width: 560px;
  }
}
</style>
