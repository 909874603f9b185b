<script setup lang="ts">
import { sayCount } from '../../shared/say/numbers'
import { useQuery } from '@tanstack/vue-query'
import { computed, ref } from 'vue'

import { api, type ToolName, unwrap } from '../../api/client'
import AmountInput from '../../shared/AmountInput.vue'
import { prefer, preferences } from '../../shared/preferences'
import RoomLights from '../../shared/RoomLights.vue'
import { useMeasuring } from '../../shared/useMeasuring'
import { useJob } from '../../shared/useJob'
import PickOne from '../../shared/PickOne.vue'
import { useFreeTins } from './useChosen'
import TinWishes from './TinWishes.vue'
import { sayAmount } from '../../shared/say/amounts'
import FoldOut from '../../shared/FoldOut.vue'

/** How much is needed, and with what it is measured. */
const { target, laid } = defineProps<{
  target: number | undefined
  /** How what is in hand is laid, where it is laid otherwise than paint that hides. */
  laid?: { coats: number; spread_rate: number } | undefined
}>()
const { id } = useJob()
const { data: amount } = useQuery({
  queryKey: computed(() => ['amount', id.value, target, laid, preferences.value.unit]),
  enabled: computed(() => id.value !== undefined),
  queryFn: async () =>
    unwrap(
      await api.GET('/api/jobs/{job_id}/amount', {
        params: {
          path: { job_id: id.value ?? 0 },
          query: { target_id: target, unit: preferences.value.unit, ...laid },
        },
      }),
    ),
})

/** What the looks take of it; where none is worn yet what it takes as it is laid, two coats of paint that hides. */
function forPiece() {
  if (!amount.value) return
  if (amount.value.ml > 0) prefer({ batch: amount.value.ml })
  else
    wrong.value = `For how much? ${amount.value.words.charAt(0).toUpperCase()}${amount.value.words.slice(1)}.`
}
const wrong = ref('')
const { tools } = useMeasuring()
/** On a phone the wishes are one line, which unfolds. */
const summary = computed(() => {
  const { batch, tool, mostTins } = preferences.value
  const title = tools.value.find((one) => one.value === tool)?.text ?? ''
  return `${sayAmount(batch)}, ${title}, at most ${sayCount(mostTins, 'tin')}`
})
/** Tins that must be in it, and tins that must not, to pick from. */
const free = useFreeTins()
function add(to: 'use' | 'avoid', key: string) {
  prefer({ [to]: [...preferences.value[to], key].slice(-4) })
}
</script>

<template>
  <div class="ask-for">
    <FoldOut narrow :title="summary">
      <div class="inner">
        <label>
          amount
          <AmountInput
            :ml="preferences.batch"
            class="number"
            aria-describedby="batch-wrong"
            :aria-invalid="wrong !== ''"
            @keep="prefer({ batch: $event })"
            @wrong="wrong = $event"
          />
        </label>
        <label>
          measure with
          <BFormSelect
            :model-value="preferences.tool"
            :options="tools"
            @update:model-value="prefer({ tool: $event as ToolName })"
          />
        </label>
        <label>
          most tins
          <BFormSelect
            :model-value="preferences.mostTins"
            :options="[1, 2, 3, 4].map((n) => ({ value: n, text: n.toString() }))"
            @update:model-value="prefer({ mostTins: Number($event) })"
          />
        </label>
        <BButton variant="outline-secondary" size="sm" :title="amount?.words" @click="forPiece"
          >Enough for the whole piece</BButton
        >
        <TinWishes />
        <FoldOut title="its lights, tins it must have or not" class="rest">
          <div class="inner">
            <RoomLights />
            <PickOne
              find="a tin"
              class="pick"
              aria-label="A tin that must be in it"
              @pick="add('use', $event)"
            >
              <option value="">Must have…</option>
              <option v-for="tin in free" :key="tin.key" :value="tin.key">{{ tin.name }}</option>
            </PickOne>
            <PickOne
              find="a tin"
              class="pick"
              aria-label="A tin that must not be in it"
              @pick="add('avoid', $event)"
            >
              <option value="">Must not have…</option>
              <option v-for="tin in free" :key="tin.key" :value="tin.key">{{ tin.name }}</option>
            </PickOne>
          </div>
        </FoldOut>
      </div>
    </FoldOut>
    <p v-if="wrong" id="batch-wrong" class="wrong" role="alert">{{ wrong }}</p>
  </div>
</template>

<style scoped>
.inner {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-s) var(--space-m);
  align-items: center;
}

label {
  display: flex;
  align-items: center;
  gap: var(--space-s);
  white-space: nowrap;
}

label :deep(.number) {
  width: 92px;
}

.inner :deep(.pick) {
  width: 168px;
}

.wrong {
  margin: 0;
}
</style>
