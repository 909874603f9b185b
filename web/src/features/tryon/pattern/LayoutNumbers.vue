<script setup lang="ts">
import { computed } from 'vue'
import type { RouteLocationRaw } from 'vue-router'

import FactList from './FactList.vue'
import FoldOut from '../../../shared/FoldOut.vue'
import type { Laid } from './layouts'

/** What is laid next and how it is measured in, in which order, what is cut from which sheet. */
const { laid, prints, bench } = defineProps<{
  laid: Laid
  /** Addresses of what is printed, by what it is; none before the look is kept. */
  prints: Record<string, string>
  /** Where one position after the other fills the screen. */
  bench: RouteLocationRaw
}>()
const emit = defineEmits<{ placed: [count: number] }>()
const next = computed(() => laid.positions[laid.layout.placed])
const facts = computed(() => {
  const one = next.value
  if (!one) return []
  const on = one.parts.slice(0, 4).join(', ') + (one.parts.length > 4 ? ' …' : '')
  return [
    { title: 'left edge, from the left', words: one.left },
    { title: 'top edge, from the top', words: one.top },
    { title: 'it lies on', words: on },
    { title: 'way up', words: one.way_up },
    { title: 'repeats printed', words: one.prints },
    { title: 'past the edge by', words: one.past },
  ].filter(({ words }) => words !== '')
})
const left = computed(() => laid.positions.length - laid.layout.placed)
</script>

<template>
  <div class="numbers">
    <section aria-label="Laid next">
      <template v-if="next">
        <h2>Position {{ next.number }} of {{ laid.positions.length }}</h2>
        <FactList :facts="facts" />
      </template>
      <p v-else>All {{ laid.positions.length }} are laid.</p>
      <div class="acts">
        <BButton v-if="next" variant="primary" @click="emit('placed', laid.layout.placed + 1)"
          >Placed</BButton
        >
        <BButton
          v-if="laid.layout.placed > 0"
          variant="outline-secondary"
          @click="emit('placed', laid.layout.placed - 1)"
          >One back</BButton
        >
        <RouterLink v-if="next" :to="bench" class="btn btn-outline-secondary">Fill the screen</RouterLink>
        <span class="soft" role="status">{{ left === 0 ? '' : `${left.toString()} left` }}</span>
      </div>
    </section>
    <h2>Order</h2>
    <ol>
      <li v-for="one in laid.order" :key="one">{{ one }}</li>
    </ol>
    <FoldOut v-if="laid.sheets" :title="`cutting list: ${laid.sheets.pieces.length.toString()}`">
      <svg
        v-for="n in laid.sheets.sheets"
        :key="n"
        class="sheet"
        :viewBox="`0 0 ${(laid.sheets.width * 1000).toString()} ${(laid.sheets.height * 1000).toString()}`"
        role="img"
        :aria-label="`Sheet ${n.toString()}: ${laid.sheets.pieces.filter((one) => one.sheet === n).length.toString()} pieces`"
      >
        <rect width="100%" height="100%" class="whole" />
        <g v-for="(one, k) in laid.sheets.pieces" :key="k">
          <rect
            v-if="one.sheet === n"
            :x="one.x * 1000"
            :y="one.y * 1000"
            :width="one.w * 1000"
            :height="one.h * 1000"
          />
        </g>
      </svg>
    </FoldOut>
    <p v-if="Object.keys(prints).length > 0" class="acts">
      <a
        v-for="(address, title) in prints"
        :key="title"
        :href="address"
        class="btn btn-outline-secondary btn-sm"
        target="_blank"
        rel="noopener"
        >{{ title }}</a
      >
    </p>
  </div>
</template>

<style scoped>
.numbers,
section {
  display: grid;
  gap: var(--space-s);
}

h2 {
  font-size: var(--type-lead);
  margin: 0;
}

ol {
  margin: 0;
  padding-left: 1.2em;
  font-size: var(--type-small);
}

.acts {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: var(--space-s);
  margin: 0;
}

.sheet {
  width: 46%;
  max-height: 180px;
  margin: 2%;
}

.sheet .whole {
  fill: #fff;
  stroke: #333;
  stroke-width: 4;
}

.sheet g rect {
  fill: #cfcfcf;
  stroke: #111;
  stroke-width: 3;
}
</style>
