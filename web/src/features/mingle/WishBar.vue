<script setup lang="ts">
import { ref, watch } from 'vue'

import type { ToolName } from '../../api/client'
import { prefer, preferences } from '../../shared/preferences'
import RoomLights from '../../shared/RoomLights.vue'

const batch = ref(preferences.value.batch.toString())
const wrong = ref('')

const tools: { value: ToolName; text: string }[] = [
  { value: 'parts', text: 'parts' },
  { value: 'spoons', text: 'spoons' },
  { value: 'syringe', text: 'syringe' },
  { value: 'scale', text: 'scale' },
]

watch(batch, (text) => {
  const ml = Number(text.replace(',', '.'))
  if (!text.trim() || !Number.isFinite(ml) || ml < 1 || ml > 20_000) {
    wrong.value = 'From 1 to 20000 ml.'
    return
  }
  wrong.value = ''
  prefer({ batch: ml })
})
</script>

<template>
  <div class="wishes">
    <label>
      <BFormInput
        v-model="batch"
        inputmode="decimal"
        class="number"
        aria-describedby="batch-wrong"
        :aria-invalid="wrong !== ''"
      />
      ml
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
        :options="[1, 2, 3, 4].map((n) => ({ value: n, text: n === 1 ? '1 pot' : `${n} pots` }))"
        @update:model-value="prefer({ mostPots: Number($event) })"
      />
    </label>
    <RoomLights />
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

.number {
  width: 92px;
}

.wrong {
  margin: 0;
}
</style>
