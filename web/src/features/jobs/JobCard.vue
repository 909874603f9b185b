<script setup lang="ts">
import { sayCount } from '../../shared/say/numbers'
import { computed } from 'vue'

import InkSign from '../../shared/InkSign.vue'
import { pictureOf } from '../../shared/usePicture'
import { longDay } from '../../shared/say/times'
import { type Job, useStates } from '../../shared/useJob'

/** A job in the list: its picture, what it is, what is in it; taken in hand, and what can be done with it. */
const { job, inHand } = defineProps<{ job: Job; inHand: boolean }>()
const emit = defineEmits<{ take: []; menu: [] }>()

const states = useStates()
const state = computed(() => states.value?.find((one) => one.key === job.state)?.title ?? '')
const counted = computed(() =>
  Object.entries(job.counts)
    .filter(([name, many]) => many > 0 && name !== 'entries')
    .map(([name, many]) => sayCount(many, name.replace(/s$/, ''), name))
    .join(' · '),
)
const standing = computed(() => {
  if (job.days_unsold === null) return job.due ? `needed by ${longDay(job.due)}` : ''
  const days = sayCount(job.days_unsold, 'day')
  return job.state === 'sold' || job.state === 'given' ? `after ${days}` : `for ${days}`
})
</script>

<template>
  <li class="job" :class="{ held: inHand }" :data-job="job.id">
    <BButton variant="plain" class="take" :aria-current="inHand ? 'true' : undefined" @click="emit('take')">
      <span class="picture mat">
        <img v-if="job.photo" :src="pictureOf(job.photo, 320)" alt="" loading="lazy" />
        <InkSign v-else name="jugs" class="icon" />
      </span>
      <span class="facts">
        <b class="said">{{ job.name }}</b>
        <span class="soft">{{ [job.client, job.room].filter(Boolean).join(', ') }}</span>
        <span class="soft">{{ counted || 'nothing in it yet' }}</span>
        <span
          ><b>{{ job.archived ? 'archived' : state }}</b> {{ standing }}</span
        >
      </span>
    </BButton>
    <BButton variant="plain" class="more" aria-haspopup="dialog" @click="emit('menu')"
      ><span aria-hidden="true">⋯</span
      ><span class="visually-hidden">What to do with {{ job.name }}</span></BButton
    >
  </li>
</template>

<style scoped>
.job {
  position: relative;
  border-radius: var(--round-l);
  background: var(--sheet);
  content-visibility: auto;
  contain-intrinsic-size: auto 116px;
}

.job.held {
  box-shadow: 0 0 0 3px var(--ink);
}

.take {
  display: grid;
  grid-template-columns: 108px minmax(0, 1fr);
  gap: var(--space-m);
  width: 100%;
  min-height: 108px;
  padding: var(--space-s) 46px var(--space-s) var(--space-s);
  border: 0;
  background: none;
  color: var(--ink);
  text-align: left;
  align-items: center;
}

.picture {
  display: grid;
  place-items: center;
  height: 96px;
  border-radius: var(--round-m);
  overflow: hidden;
}

.picture img {
  width: 100%;
  height: 100%;
  object-fit: cover;
}

.icon {
  width: 40px;
  height: 40px;
}

.facts {
  display: grid;
  gap: 1px;
  font-size: var(--type-small);
}

.facts > * {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.facts .said {
  font-size: var(--type-lead);
  white-space: normal;
}

.more {
  position: absolute;
  top: 4px;
  right: 4px;
  width: 44px;
  height: 44px;
  border: 0;
  background: none;
  color: var(--ink);
  font-size: var(--type-head);
}
</style>
