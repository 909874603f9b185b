<script setup lang="ts">
import { computed } from 'vue'

import type { Schemas } from '../../api/client'
import DifferenceBand from '../../shared/DifferenceBand.vue'
import JugDrawing from '../../shared/JugDrawing.vue'
import { sayMoney } from '../../shared/say/numbers'
import WoodGrain from '../../shared/WoodGrain.vue'
import type { Way } from './useWays'

/** One way over a ground: its jug, the wood bare and as it will look beside the colour wanted, and how it is laid. */
const {
  way,
  ground,
  target = '',
  targetName = 'wanted',
  face,
} = defineProps<{
  way: Way
  ground: Schemas['OverOut']
  target?: string
  targetName?: string
  face: 'dry' | 'wet' | 'sealed'
  lightTitles: Record<string, string>
}>()

const fields = computed(() => [
  { name: `bare ${ground.name.toLowerCase()}`, tones: ground.streaks[face === 'sealed' ? 'dry' : face] },
  { name: 'as mixed', tones: way.streaks[face] },
  ...(target ? [{ name: targetName, tones: [target] }] : []),
])
const layers = computed(() => way.steps[0]?.pours ?? [])
</script>

<template>
  <div class="way">
    <JugDrawing :layers="layers" :size="104" class="jug" />
    <WoodGrain :fields="fields" class="board" />
    <div class="what">
      <DifferenceBand
        v-if="way.words"
        :words="way.words"
        :computed-at="way.delta_E"
        :likely="way.likely"
        :value="way.expected"
        :low="way.low"
        :high="way.high"
      />
      <p v-for="(step, at) in way.steps" :key="at" class="step">
        <b v-if="way.steps.length > 1">{{ step.title }}: </b><b>{{ step.mix }}</b
        ><span class="soft">, {{ step.how }}</span>
      </p>
      <p class="pours soft">
        <template v-for="(step, at) in way.steps" :key="at">
          <span v-for="pour in step.pours" :key="pour.material">{{ pour.words }} {{ pour.name }}</span>
          <span v-if="step.water_words">{{ step.water_words }} water</span>
        </template>
      </p>
      <p class="soft">
        {{ way.change }}<template v-if="way.misses"> · {{ way.misses }}</template>
      </p>
      <p v-if="way.metameric" class="warn">{{ way.metameric }}</p>
      <p v-if="way.short" class="warn">{{ way.short }}</p>
    </div>
    <div class="end">
      <b class="said">{{ way.title }}</b>
      <span v-for="(step, at) in way.steps" :key="at" class="soft">{{ step.wait }}</span>
      <span v-if="way.cost > 0" class="soft">costs {{ sayMoney(way.cost) }}</span>
      <span v-for="other in way.differences.slice(1)" :key="other.light" class="soft">
        {{ lightTitles[other.light] }}: {{ other.words }}
      </span>
    </div>
  </div>
</template>

<style scoped>
.way {
  display: grid;
  grid-template-columns: 86px minmax(200px, 330px) minmax(0, 1fr) 124px;
  gap: var(--space-l);
  align-items: center;
  padding: var(--space-m) var(--space-l);
}

.board {
  height: 108px;
}

p {
  margin: var(--space-xs) 0 0;
}

.step {
  font-size: var(--type-body);
}

.pours {
  display: flex;
  flex-wrap: wrap;
  gap: 0 var(--space-m);
  font-size: var(--type-small);
}

.warn {
  font-weight: 650;
}

.end {
  text-align: right;
  font-size: var(--type-small);
}

.end b {
  display: block;
  font-size: var(--type-head);
  line-height: 1.1;
}

.end span {
  display: block;
}

@media (max-width: 1100px) {
  .way {
    grid-template-columns: minmax(0, 1fr);
    gap: var(--space-s);
    padding: var(--space-m);
  }

  .jug {
    display: none;
  }

  .end {
    text-align: left;
  }
}
</style>
