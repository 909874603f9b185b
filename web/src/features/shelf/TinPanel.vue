<script setup lang="ts">
import { ref, watch } from 'vue'

import { wordsOf } from '../../api/reach'
import ErrorLine from '../../shared/ErrorLine.vue'
import { readWithin, sayLab, toType } from '../../shared/say/numbers'
import { sayWrong } from '../../shared/useNotice'
import TinFacts from './TinFacts.vue'
import TinKnown from './TinKnown.vue'
import TinDrawing from './TinDrawing.vue'
import { useTin } from './useTin'
import WeighTin from './WeighTin.vue'
import { sayAmount } from '../../shared/say/amounts'
import { longDay } from '../../shared/say/times'
import RefusedLine from '../../shared/RefusedLine.vue'

const { tinKey } = defineProps<{ tinKey: string }>()
const emit = defineEmits<{ gone: [] }>()
const tin = useTin(() => tinKey)
const { data, error, change, takeOff } = tin

const left = ref(0)
const name = ref('')
const place = ref('')
const notes = ref('')
const price = ref('')
const opened = ref('')
watch(
  data,
  (now) => {
    if (!now) return
    left.value = Math.round(now.left_ml)
    name.value = now.name
    place.value = now.place
    notes.value = now.notes
    price.value = now.price ? toType(now.price) : ''
    opened.value = now.opened ?? ''
  },
  { immediate: true },
)

const wrong = ref('')
async function set(body: Parameters<typeof change>[0]) {
  try {
    await change(body)
    wrong.value = ''
  } catch (problem) {
    wrong.value = wordsOf(problem, 'It could not be changed.')
  }
}

/** A name that is left empty is refused by the program, in its words. */
const setName = () => (name.value.trim() ? tin.rename(name.value) : set({ name: '' }))

function setPrice() {
  const { value, ask } = readWithin(price.value || '0', 0, 10_000, 'a litre')
  if (value !== undefined) void set({ price: value })
  else wrong.value = `Price per litre: ${ask}`
}

async function remove() {
  if (!data.value) return
  try {
    await takeOff(data.value.name)
    emit('gone')
  } catch (problem) {
    sayWrong(problem)
  }
}
</script>

<template>
  <ErrorLine v-if="error" :error="error" />
  <div v-else-if="data" class="tin">
    <div class="mat top">
      <span v-if="data.hex" class="chip" :style="{ background: data.hex }" />
      <span v-else class="chip clear">no colour of its own</span>
      <TinDrawing :share="left / data.full_ml" :hex="data.hex" :size="104" />
    </div>
    <div>
      <BFormInput v-model="name" class="name said" aria-label="Name" maxlength="120" @change="setName" />
      <p class="soft">
        {{ data.kind_title }} · {{ data.base }}<template v-if="data.Lab"> · {{ sayLab(data.Lab) }}</template>
      </p>
    </div>
    <RefusedLine :words="wrong" />
    <p v-if="data.made" class="note">
      Mixed from
      {{
        (data.made.pours as { name: string; parts: number }[])
          .map((pour) => `${toType(pour.parts)} ${pour.name}`)
          .join(' · ')
      }}<template v-if="data.keeps_until">; keeps until {{ longDay(data.keeps_until) }}</template
      >.
    </p>
    <p v-for="remark in data.remarks" :key="remark" class="note">{{ remark }}</p>
    <p v-if="data.caution" class="note">
      {{ data.caution }} Follow the label, local rules and licensed trades.
    </p>
    <label class="left">
      <span
        >left: <b>{{ sayAmount(left) }}</b> of {{ sayAmount(data.full_ml) }}</span
      >
      <BFormInput
        v-model.number="left"
        type="range"
        min="0"
        :max="Math.round(data.full_ml)"
        step="5"
        @change="set({ left_ml: left })"
      />
    </label>
    <WeighTin :tin="data" :weigh="tin.weigh" />
    <div class="two">
      <label>kept where <BFormInput v-model="place" maxlength="120" @change="set({ place })" /></label>
      <label
        >opened on <BFormInput v-model="opened" type="date" @change="set({ opened: opened || null })"
      /></label>
      <label>price per litre <BFormInput v-model="price" inputmode="decimal" @change="setPrice" /></label>
      <BFormCheckbox :model-value="data.use_up" @update:model-value="set({ use_up: $event === true })"
        >use this tin first</BFormCheckbox
      >
    </div>
    <label
      >notes
      <textarea v-model="notes" class="form-control" rows="2" maxlength="2000" @change="set({ notes })" />
    </label>
    <TinKnown
      v-if="data.tasks.length > 0 || data.readings.length > 0"
      :tin="data"
      :test="tin.test"
      :withdraw="tin.withdraw"
      :believe="tin.believe"
    />
    <TinFacts :tin="data" :change="tin.change" />
    <BButton variant="outline-secondary" class="off" @click="remove">Remove it from the shelf</BButton>
  </div>
</template>

<style scoped>
.tin {
  display: grid;
  gap: var(--space-m);
}

.top {
  display: flex;
  gap: var(--space-l);
  padding: var(--space-l);
  margin-right: 40px;
}

.chip {
  flex: 1;
  border-radius: var(--round-m);
}

.chip.clear {
  display: grid;
  place-items: center;
  border: var(--line-firm) dashed #4d4d4d;
}

.name {
  width: 100%;
  min-height: 0;
  padding: 0;
  border: 0;
  border-radius: 0;
  border-bottom: var(--line-firm) solid var(--line);
  background: none;
  color: var(--ink);
  font-size: var(--type-head);
}

p {
  margin: 0;
}

.note {
  border-left: var(--line-heavy) solid var(--ink);
  padding-left: var(--space-s);
  font-size: var(--type-small);
}

.left {
  display: grid;
}

.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: var(--space-m) var(--space-m);
  align-items: end;
}

.tick {
  display: flex;
  gap: var(--space-s);
  align-items: center;
  min-height: 40px;
}

.off {
  justify-self: start;
}
</style>
