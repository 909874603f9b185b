<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed, ref } from 'vue'

import { api, type ToolName, unwrap } from '../../api/client'
import AmountInput from '../../shared/AmountInput.vue'
import { prefer, preferences } from '../../shared/preferences'
import RoomLights from '../../shared/RoomLights.vue'
import { useMeasuring } from '../../shared/useMeasuring'
import { useNarrow } from '../../shared/useNarrow'
import { useJob } from '../../shared/useJob'
import TinWishes from './TinWishes.vue'
import FoldOut from '../../shared/FoldOut.vue'

/** How much is needed, and with what it is measured. */
const { target } = defineProps<{ target: number | undefined }>()
const { id } = useJob()
const { data: amount } = useQuery({
  queryKey: computed(() => ['amount', id.value, target, preferences.value.unit]),
  enabled: computed(() => id.value !== undefined),
  queryFn: async () =>
    unwrap(
      await api.GET('/api/jobs/{job_id}/amount', {
        params: { path: { job_id: id.value ?? 0 }, query: { target_id: target, unit: preferences.value.unit } },
      }),
    ),
})

/** What the looks take of it; two coats of everything where none is worn yet. */
function forPiece() {
  if (!amount.value) return
  if (amount.value.ml > 0) prefer({ batch: amount.value.ml })
  else wrong.value = `For how much? ${amount.value.words.charAt(0).toUpperCase()}${amount.value.words.slice(1)}.`
}
const wrong = ref('')
const open = ref(!useNarrow().value)

const { tools } = useMeasuring()
</script>

<template>
  <div class="wishes">
    <label>
      <span class="visually-hidden">How much</span>
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
      with
      <BFormSelect
        :model-value="preferences.tool"
        :options="tools"
        @update:model-value="prefer({ tool: $event as ToolName })"
      />
    </label>
    <label>
      up to
      <BFormSelect
        :model-value="preferences.mostPots"
        :options="[1, 2, 3, 4].map((n) => ({ value: n, text: n === 1 ? '1 tin' : `${n} tins` }))"
        @update:model-value="prefer({ mostPots: Number($event) })"
      />
    </label>
    <BButton variant="outline-secondary" size="sm" :title="amount?.words" @click="forPiece"
      >for the whole piece</BButton
    >
    <FoldOut v-model:open="open" title="lights and tins" class="more">
      <div class="inner"><RoomLights /><TinWishes /></div>
    </FoldOut>
    <p v-if="wrong" id="batch-wrong" class="wrong" role="alert">{{ wrong }}</p>
  </div>
</template>

<style scoped>
.wishes {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 14px;
  align-items: center;
}

label {
  display: flex;
  align-items: center;
  gap: 7px;
  white-space: nowrap;
}

.more {
  flex: 1 1 100%;
}

.inner {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 14px;
}

@media (min-width: 861px) {
  .more :deep(.turn) {
    display: none;
  }
}

.number {
  width: 92px;
}

.wrong {
  margin: 0;
}
</style>
