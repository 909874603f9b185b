<script setup lang="ts">
import { ref } from 'vue'

import type { Schemas } from '../../api/client'
import { preferences } from '../../shared/preferences'

/** The forms of furniture, to choose what comes nearest. */
defineProps<{ forms: Schemas['FormOut'][]; refused: string }>()
const emit = defineEmits<{ choose: [form: Schemas['FormOut']] }>()
const list = ref<HTMLElement>()
defineExpose({ focus: () => list.value?.querySelector('button')?.focus() })
</script>

<template>
  <section class="forms" aria-labelledby="choose">
    <h2 id="choose">Choose what comes nearest. Its measures come next.</h2>
    <p v-if="refused" class="wrong" role="alert">{{ refused }}</p>
    <ul ref="list">
      <li v-for="one in forms" :key="one.key">
        <BButton variant="plain" class="mat" @click="emit('choose', one)">
          <img
            :src="`/api/forms/${one.key}/picture?light=${preferences.light}`"
            alt=""
            width="264"
            height="198"
            loading="lazy"
          />
          {{ one.title }}
        </BButton>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.forms {
  grid-column: 1 / -1;
  overflow: auto;
  display: grid;
  gap: var(--space-m);
  align-content: start;
  padding: var(--space-hair);
}

h2,
p {
  margin: 0;
}

ul {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(158px, 1fr));
  gap: var(--space-m);
}

button,
button:hover {
  width: 100%;
  border: 0;
  padding: var(--space-s) var(--space-s) var(--space-m);
  text-align: left;
  background: var(--mat);
  color: var(--mat-ink);
  font: 650 var(--type-body) var(--said);
}

img {
  display: block;
  width: 100%;
  height: auto;
}
</style>
