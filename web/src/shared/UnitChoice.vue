<script setup lang="ts">
import type { UnitName } from '../api/client'
import { preferences } from './preferences'
import { useMeasuring } from './useMeasuring'
import { useSettings } from './useSettings'

/** The unit in which amounts are said, everywhere. */
const { units } = useMeasuring()
const { set } = useSettings()
</script>

<template>
  <BFormSelect
    :options="units"
    :model-value="preferences.unit"
    @update:model-value="set({ unit: $event as UnitName })"
  />
</template>
