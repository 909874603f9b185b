<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'

import { api, type Method, unwrap } from '../../api/client'
import { useShelf } from '../useShelf'
import type { usePhotoLight } from './usePhotoLight'
import FoldOut from '../FoldOut.vue'
import WorkLine from '../WorkLine.vue'
import PickOne from '../PickOne.vue'

const { light } = defineProps<{ light: ReturnType<typeof usePhotoLight> }>()

const { data: methods } = useQuery({
  queryKey: ['methods'],
  queryFn: async () => unwrap(await api.GET('/api/photos/methods')),
  staleTime: Infinity,
})
const { data: shelf } = useShelf()
const tins = computed(() => (shelf.value ?? []).filter((tin) => tin.hex !== null))
const titles: Record<Method, string> = {
  chart: 'a colour card',
  chips: 'chips of my tins',
  white: 'something white',
  two_whites: 'two white things',
  none: 'nothing known',
}
const expect = computed(() => methods.value?.find((known) => known.method === light.method.value)?.expect)

function pick(key: string) {
  const tin = tins.value.find((known) => known.key === key)
  if (tin) light.pick({ key: tin.key, name: tin.name })
}
</script>

<template>
  <div class="methods">
    <FoldOut narrow :title="`In the photo there is ${titles[light.method.value]}`">
      <fieldset>
        <legend>In the photo there is</legend>
        <label
          v-for="known in methods"
          :key="known.method"
          :class="{ on: light.method.value === known.method }"
        >
          <input
            class="visually-hidden"
            type="radio"
            name="method"
            :value="known.method"
            :checked="light.method.value === known.method"
            @change="light.choose(known.method)"
          />
          {{ titles[known.method] }}
        </label>
      </fieldset>
    </FoldOut>
    <div class="more">
      <span class="soft">{{ expect }}</span>
      <PickOne
        v-if="light.method.value === 'chips'"
        find="a tin"
        aria-label="Which of my tins is in the picture"
        @pick="pick"
      >
        <option value="">Add one of my tins…</option>
        <option v-for="tin in tins" :key="tin.key" :value="tin.key">{{ tin.name }}</option>
      </PickOne>
      <BFormCheckbox
        v-if="light.method.value === 'white'"
        :model-value="light.grey.value"
        @update:model-value="light.setGrey($event === true)"
      >
        it is a grey card
      </BFormCheckbox>
      <BButton
        v-if="light.marks.value.length > 0"
        variant="plain"
        class="again"
        @click="
          light.choose(light.method.value === 'chart' && light.found.value ? 'chart' : light.method.value)
        "
      >
        Mark again
      </BButton>
      <WorkLine :busy="light.finding.value" words="Looking for the card" @stop="light.stop" />
    </div>
    <p v-if="light.wrong.value" class="wrong" role="alert">{{ light.wrong.value }}</p>
  </div>
</template>

<style scoped>
.methods {
  display: grid;
  gap: var(--space-s);
  align-content: start;
}

/* Its room is kept before its ways are known. */
@media (min-width: 861px) {
  .methods {
    min-height: 122px;
  }
}

fieldset {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-s);
  align-items: center;
}

legend {
  float: left;
  width: auto;
  margin: 0 var(--space-s) 0 0;
  font: 600 var(--type-body) var(--said);
}

fieldset label {
  display: inline-flex;
  align-items: center;
  min-height: 34px;
  padding: 0 var(--space-m);
  font-size: var(--type-small);
  border: var(--line-firm) solid var(--edge);
  border-radius: var(--round-pill);
  background: var(--sheet);
  cursor: pointer;
}

fieldset label.on {
  background: var(--ink);
  border-color: var(--ink);
  color: var(--sheet);
  font-weight: 650;
}

fieldset label:has(:focus-visible) {
  outline: 3px solid var(--act);
  outline-offset: 2px;
}

.more {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-s) var(--space-l);
  align-items: center;
  min-height: 30px;
}

.form-select {
  width: auto;
}

.tick {
  display: flex;
  gap: var(--space-s);
  align-items: center;
}

.again {
  border: 0;
  background: none;
  color: var(--act);
  font-weight: 650;
  min-height: 30px;
}

p {
  margin: 0;
}
</style>
