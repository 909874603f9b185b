<script setup lang="ts">
import { ref, watch } from 'vue'

import type { Schemas } from '../../api/client'

const { chip, wrong, keep } = defineProps<{
  chip: Schemas['ChipOut'] | undefined
  wrong: string
  hint: string
  keep: (name: string) => Promise<void>
}>()

const name = ref('')
const refused = ref('')

watch(
  () => chip?.name,
  () => {
    refused.value = ''
  },
)

async function submit() {
  if (!chip) return
  try {
    await keep(name.value.trim() || chip.name)
    name.value = ''
    refused.value = ''
  } catch (error) {
    refused.value = error instanceof Error ? error.message : 'It could not be kept.'
  }
}
</script>

<template>
  <section class="card-of-chip" aria-live="polite">
    <div class="mat bed">
      <div v-if="chip" class="chip" data-chip :style="{ background: chip.hex }" />
      <p v-else class="empty">{{ hint }}</p>
    </div>
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <template v-if="chip">
      <h2 class="name">{{ chip.name }}</h2>
      <p class="sure">{{ chip.sureness }}</p>
      <p v-for="warning in chip.warnings" :key="warning" class="warn">{{ warning }}</p>
      <dl>
        <dt>sRGB</dt>
        <dd>{{ chip.daylight_hex }}</dd>
        <dt>Lab</dt>
        <dd>{{ chip.Lab.map((value) => value.toFixed(1)).join(' · ') }}</dd>
      </dl>
      <form @submit.prevent="submit">
        <label for="chip-name">Call it</label>
        <BFormInput id="chip-name" v-model="name" :placeholder="chip.name" maxlength="120" autocomplete="off" />
        <p v-if="refused" class="wrong" role="alert">{{ refused }}</p>
        <BButton type="submit" variant="primary">Keep this colour</BButton>
      </form>
    </template>
  </section>
</template>

<style scoped>
.card-of-chip {
  display: flex;
  flex-direction: column;
  gap: 8px;
  min-width: 0;
}

.bed {
  padding: 26px;
  display: grid;
}

.chip {
  height: 170px;
  border-radius: 12px;
}

.empty {
  margin: 0;
  min-height: 170px;
  display: grid;
  align-items: center;
  font: 600 1.15rem/1.35 var(--said);
}

.name::first-letter {
  text-transform: uppercase;
}

p {
  margin: 0;
}

.warn {
  border-left: 4px solid var(--ink);
  padding-left: 9px;
  font-size: 0.92rem;
}

dl {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 2px 12px;
  margin: 0;
  font-size: 0.92rem;
}

dt {
  font-weight: 400;
  color: var(--soft);
}

dd {
  margin: 0;
  font-variant-numeric: tabular-nums;
}

form {
  display: grid;
  gap: 8px;
  margin-top: 4px;
}
</style>
