<script setup lang="ts">
import FoldOut from '../../shared/FoldOut.vue'
import KeptInput from '../../shared/KeptInput.vue'
import { readWithin } from '../../shared/number'
import { sayWrong } from '../../shared/useNotice'
import { useSettings } from '../../shared/useSettings'

/** How a person works: where painters differ, and how much paint is kept over. It changes what is said everywhere. */
const { settings, set } = useSettings()

function keepMargin(text: string) {
  const { value, ask } = readWithin(text, 0, 100, '%')
  if (value === undefined) sayWrong(new Error(ask))
  else void set({ margin: value / 100 })
}
</script>

<template>
  <FoldOut v-if="settings" title="my ways">
    <div class="ways">
      <p class="soft">Painters differ here. What you do yourself is not remarked on.</p>
      <label v-for="one in settings.questions" :key="one.key"
        ><span>{{ one.title }}</span>
        <BFormSelect
          :aria-label="one.title"
          :model-value="one.chosen"
          @update:model-value="set({ schools: { [one.key]: String($event) } })"
        >
          <option value="">{{ one.unanswered }}</option>
          <option v-for="answer in one.answers" :key="answer.key" :value="answer.key">{{ answer.title }}</option>
        </BFormSelect>
      </label>
      <label
        ><span>Paint kept over for brush, jug and touching up, %</span
        ><KeptInput inputmode="decimal" :value="Math.round(settings.margin * 100).toString()" @keep="keepMargin"
      /></label>
    </div>
  </FoldOut>
</template>

<style scoped>
.ways {
  display: grid;
  gap: 8px;
}

span {
  display: block;
  font-size: 0.86rem;
}

p {
  margin: 0;
}
</style>
