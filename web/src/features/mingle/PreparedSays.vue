<script setup lang="ts">
import { ref } from 'vue'

import type { Schemas } from '../../api/client'
import WoodGrain from '../../shared/WoodGrain.vue'
import FaceSwitch from './FaceSwitch.vue'

/** A preparation as it is made: what is poured, what it does, and all that is to be known of it. */
defineProps<{ preparation: Schemas['PreparationOut']; made: Schemas['PreparedOut'] }>()
const emit = defineEmits<{ much: [ml: number] }>()
const face = ref<'dry' | 'wet' | 'sealed'>('dry')
const capital = (words: string) => words.charAt(0).toUpperCase() + words.slice(1)
</script>

<template>
  <p class="pours">
    <span v-for="pour in made.pours" :key="pour.name"
      ><b>{{ pour.words }}</b> {{ pour.name }}</span
    >
  </p>
  <p v-for="rest in made.from_batches" :key="rest.batch_id">
    Of this {{ rest.words }}: pour that in first, only the rest comes from tins.
  </p>
  <FaceSwitch v-model="face" />
  <WoodGrain
    :fields="[
      { name: 'bare', tones: made.before[face] },
      { name: 'in its usual coats', tones: made.after[face] },
    ]"
  />
  <p v-for="words in made.breaks" :key="words" class="warn">{{ words }}</p>
  <p>{{ preparation.order }}</p>
  <p v-if="made.needed" class="takes">
    <span class="soft">The pieces take {{ made.needed.said }}: {{ made.needed.words }}.</span>
    <BButton
      v-if="made.needed.ml >= 1"
      variant="plain"
      class="link"
      :disabled="Math.abs(made.needed.ml - made.batch) < 1"
      @click="emit('much', made.needed.ml)"
      >make that much</BButton
    >
  </p>
  <p v-if="made.spoils" class="warn">{{ made.spoils }}</p>
  <p v-if="made.short" class="warn">{{ made.short }}</p>
  <p v-if="made.caution" class="warn">{{ made.caution }}</p>
  <p>{{ preparation.use }} {{ capital(made.keeps) }}.</p>
  <p>Then wait: {{ made.wait }}.</p>
</template>

<style scoped>
.pours {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-xs) var(--space-xl);
  font-size: var(--type-head);
}

p {
  margin: 0;
}

.takes {
  display: flex;
  flex-wrap: wrap;
  gap: 0 var(--space-m);
  align-items: center;
}

.warn {
  font-weight: 650;
}
</style>
