<script setup lang="ts">
import type { Schemas } from '../../api/client'
import FoldOut from '../../shared/FoldOut.vue'

/** How a kind of layer is laid, in a few lines. */
defineProps<{ card: Schemas['CardOut'] }>()
const lines: { key: keyof Schemas['CardOut']; title: string }[] = [
  { key: 'tool', title: 'With' },
  { key: 'load', title: 'Load' },
  { key: 'water', title: 'Water' },
  { key: 'section', title: 'At a time' },
  { key: 'stroke', title: 'Stroke' },
  { key: 'stop', title: 'Stop' },
  { key: 'right', title: 'Right when' },
  { key: 'practise', title: 'Try it on' },
]
</script>

<template>
  <FoldOut title="how it is done">
    <dl>
      <template v-for="line in lines" :key="line.key">
        <template v-if="card[line.key]">
          <dt>{{ line.title }}</dt>
          <dd>{{ card[line.key] }}</dd>
        </template>
      </template>
    </dl>
  </FoldOut>
</template>

<style scoped>
dl {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 2px 12px;
  margin: 0;
  font-size: 0.9rem;
}

dt {
  font-weight: 650;
}

dd {
  margin: 0;
}
</style>
