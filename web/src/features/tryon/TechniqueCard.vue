<script setup lang="ts">
import type { Schemas } from '../../api/client'
import FoldOut from '../../shared/FoldOut.vue'
import InkSign from '../../shared/InkSign.vue'

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
    <p class="tools">
      <InkSign v-for="(sign, at) in card.signs.split(' ')" :key="at" :name="`tool-${sign}`" />
    </p>
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
  gap: var(--space-hair) var(--space-m);
  margin: 0;
  font-size: var(--type-small);
}

.tools {
  display: flex;
  gap: var(--space-s);
  margin: 0 0 var(--space-xs);
  font-size: var(--type-title);
}

dt {
  font-weight: 650;
}

dd {
  margin: 0;
}
</style>
