<script setup lang="ts">
import type { Schemas } from '../../api/client'
import { sayDifference } from '../../shared/say/numbers'
import FindSelect from '../../shared/FindSelect.vue'

/** What lies at a point, from the ground up, and how far it is from a target. */
defineProps<{ point: Schemas['PointOut']; targets: Schemas['TargetOut'][]; target: number | undefined }>()
const emit = defineEmits<{ compare: [target: number]; only: [face: string] }>()
</script>

<template>
  <div class="point" role="status">
    <p>
      <b>{{ point.said }}</b>
      <BButton variant="plain" class="link" @click="emit('only', point.face)"
        >lay this layer only here</BButton
      >
    </p>
    <ol>
      <li v-for="(one, n) in point.laid" :key="n">
        <i :style="{ background: one.hex }" /><small>{{ one.title }}</small>
      </li>
    </ol>
    <p v-if="point.target_hex">
      <span class="pair"
        ><i :style="{ background: point.hex }" /><i :style="{ background: point.target_hex }"
      /></span>
      {{ point.words
      }}<template v-if="point.delta_E !== null">, {{ sayDifference(point.delta_E) }}</template> from
      <FindSelect
        find="a colour"
        aria-label="Compared with"
        :model-value="target"
        @update:model-value="emit('compare', Number($event))"
      >
        <option v-for="one in targets" :key="one.id" :value="one.id">{{ one.title }}</option>
      </FindSelect>
    </p>
  </div>
</template>

<style scoped>
.point {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-xs) var(--space-xl);
  align-items: center;
}

ol {
  list-style: none;
  margin: 0;
  padding: 0;
  display: flex;
}

li i {
  display: block;
  width: 62px;
  height: 26px;
}

li small {
  display: block;
  max-width: 62px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}

p {
  margin: 0;
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-s);
  align-items: center;
}

:deep(select) {
  width: auto;
}

.pair {
  display: inline-flex;
}

.pair i {
  width: 34px;
  height: 26px;
}
</style>
