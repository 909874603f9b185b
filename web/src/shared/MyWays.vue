<script setup lang="ts">
import KeptInput from './KeptInput.vue'
import { readWithin } from './say/numbers'
import { sayWrong } from './useNotice'
import { useSettings } from './useSettings'

/** How a person works: paint kept over, where painters differ. It changes what is said everywhere. */
const { settings, set } = useSettings()

function keepMargin(text: string) {
  const { value, ask } = readWithin(text, 0, 100, '%')
  if (value === undefined) sayWrong(new Error(ask))
  else void set({ margin: value / 100 })
}
</script>

<template>
  <div v-if="settings" class="ways">
    <label
      ><span>Paint kept over for brush, jug and touching up, %</span
      ><KeptInput
        inputmode="decimal"
        :value="Math.round(settings.margin * 100).toString()"
        @keep="keepMargin"
    /></label>
    <p class="soft">Painters differ here. What you do yourself is not remarked on.</p>
    <label v-for="one in settings.questions" :key="one.key"
      ><span>{{ one.title }}</span>
      <BFormSelect
        :aria-label="one.title"
        :model-value="one.chosen"
        @update:model-value="set({ schools: { [one.key]: String($event) } })"
      >
        <option value="">{{ one.unanswered }}</option>
        <option v-for="answer in one.answers" :key="answer.key" :value="answer.key">
          {{ answer.title }}
        </option>
      </BFormSelect>
    </label>
  </div>
</template>

<style scoped>
.ways {
  display: grid;
  gap: var(--space-s);
}

span {
  display: block;
  font-size: var(--type-small);
}

p {
  margin: 0;
}
</style>
