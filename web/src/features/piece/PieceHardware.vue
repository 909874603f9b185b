<script setup lang="ts">
import { computed } from 'vue'

import type { Schemas } from '../../api/client'
import KeptInput from '../../shared/KeptInput.vue'
import { readNumber, sayMoney } from '../../shared/say/numbers'
import RefusedLine from '../../shared/RefusedLine.vue'

/** What is done with the handles of a piece: kept, cleaned, painted, or changed, with holes to fill and to drill. */
type Hardware = Schemas['HardwareIn']
const { piece } = defineProps<{ piece: Schemas['PieceOut'] }>()
const emit = defineEmits<{ keep: [part: Hardware]; refuse: [why: string] }>()
const acts = { keep: 'keep them', clean: 'clean them', paint: 'paint them', change: 'change them' }
const now = computed(() => piece.hardware)
const sum = (key: 'filled' | 'drilled' | 'kept' | 'close') =>
  now.value.holes.reduce((all, one) => all + one[key].length, 0) * piece.count
const numbers: { key: 'old_apart' | 'new_apart' | 'price'; title: string }[] = [
  { key: 'old_apart', title: 'Old holes apart, mm (0: one hole)' },
  { key: 'new_apart', title: 'New holes apart, mm (0: one hole)' },
  { key: 'price', title: 'Price of one' },
]
const eaches: { key: 'old_each' | 'each'; title: string }[] = [
  { key: 'old_each', title: 'Old handles on a front' },
  { key: 'each', title: 'New handles on a front' },
]

function number(key: 'old_apart' | 'new_apart' | 'price', text: string) {
  const { value, ask } = readNumber(text)
  if (value === undefined) emit('refuse', ask)
  else emit('keep', { [key]: value })
}
</script>

<template>
  <label class="act"
    ><span>With the handles I</span>
    <BFormSelect :model-value="now.act" @update:model-value="emit('keep', { act: $event as 'keep' })">
      <option v-for="(title, key) in acts" :key="key" :value="key">{{ title }}</option>
    </BFormSelect>
  </label>
  <p v-if="now.act === 'paint'" class="soft">
    In Try on, lay a layer on “hardware”, or on one handle by name. Clean and scuff metal first, and prime it.
  </p>
  <template v-if="now.act === 'change'">
    <div class="fields">
      <label v-for="one in eaches" :key="one.key"
        ><span>{{ one.title }}</span>
        <BFormSelect
          :model-value="now[one.key]"
          @update:model-value="emit('keep', { [one.key]: Number($event) })"
        >
          <option :value="1">one</option>
          <option :value="2">two</option>
        </BFormSelect>
      </label>
      <label v-for="one in numbers" :key="one.key"
        ><span>{{ one.title }}</span>
        <KeptInput
          :key="piece.id"
          inputmode="decimal"
          :value="String(now[one.key])"
          @keep="number(one.key, $event)"
        />
      </label>
    </div>
    <RefusedLine :words="now.wrong" />
    <p v-if="!now.wrong" role="status">
      {{ now.count }} new handles<template v-if="now.cost > 0">, {{ sayMoney(now.cost) }} together</template>.
      Fill {{ sum('filled') }} holes, drill {{ sum('drilled')
      }}<template v-if="sum('kept') > 0">, use {{ sum('kept') }} again</template>.
      <b v-if="sum('close') > 0"
        >{{ sum('close') }} come so near to an old hole that they break into it: fill that first and let it
        harden.</b
      >
    </p>
    <a
      v-for="one in now.holes.slice(0, 1)"
      :key="one.part"
      class="btn btn-outline-secondary btn-sm"
      target="_blank"
      :href="`/api/pieces/${piece.id.toString()}/template.pdf?part=${encodeURIComponent(one.part)}`"
      >Print the drilling template</a
    >
  </template>
</template>

<style scoped>
.fields {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: var(--space-s) var(--space-m);
  align-items: end;
}

span {
  display: block;
  font-size: var(--type-small);
}

p {
  margin: 0;
}

.btn {
  justify-self: start;
}
</style>
