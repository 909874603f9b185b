<script setup lang="ts">
import { keepPreviousData, useQuery } from '@tanstack/vue-query'
import { computed, ref, watch } from 'vue'

import ErrorLine from '../../shared/ErrorLine.vue'
import { api, unwrap } from '../../api/client'
import GroundChoice from '../../shared/GroundChoice.vue'
import { prefer, preferences } from '../../shared/preferences'
import SwatchPair from '../../shared/SwatchPair.vue'
import { useJob } from '../../shared/useJob'
import { useShelf } from '../../shared/useShelf'

/** Washes, waxes and the like: a part of this to a part of that, for any batch, and what it does. */
const { data: all } = useQuery({
  queryKey: ['shelf', 'preparations'],
  queryFn: async () => unwrap(await api.GET('/api/preparations')),
})
const { data: shelf } = useShelf()
const { id } = useJob()
const nameOf = (key: string) => shelf.value?.find((tin) => tin.key === key)?.name ?? key
const chosen = ref('wash')
const cast = ref<Record<string, string>>({})
const ground = ref('oak')
const one = computed(() => all.value?.find((known) => known.key === chosen.value))
const missing = computed(() => one.value?.roles.filter((role) => role.pots.length === 0) ?? [])
watch(
  one,
  (now) => {
    const before = cast.value
    cast.value = Object.fromEntries(
      (now?.roles ?? []).flatMap((role) => {
        const tin = role.pots.find((key) => key === before[role.key]) ?? role.pots[0]
        return tin ? [[role.key, tin]] : []
      }),
    )
  },
  { immediate: true },
)
const ready = computed(() => one.value !== undefined && one.value.roles.every((role) => cast.value[role.key]))

const { data, error } = useQuery({
  queryKey: computed(() => [
    'prepared',
    chosen.value,
    cast.value,
    preferences.value.batch,
    ground.value,
    id.value,
    preferences.value.light,
    preferences.value.unit,
  ]),
  enabled: ready,
  placeholderData: keepPreviousData,
  retry: false,
  queryFn: async () =>
    unwrap(
      await api.POST('/api/preparations/{key}', {
        params: {
          path: { key: chosen.value },
          query: { light: preferences.value.light, unit: preferences.value.unit },
        },
        body: { cast: cast.value, batch: preferences.value.batch, ground: ground.value, job_id: id.value ?? null },
      }),
    ),
})
</script>

<template>
  <section class="prepare" aria-label="Standard preparations">
    <div class="choose">
      <label
        >Preparation
        <BFormSelect v-model="chosen">
          <option v-for="known in all" :key="known.key" :value="known.key">{{ known.title }}</option>
        </BFormSelect></label
      >
      <template v-if="one">
        <label v-for="role in one.roles" :key="role.key"
          >{{ role.title }}
          <BFormSelect v-model="cast[role.key]" :disabled="role.pots.length === 0">
            <option v-for="tin in role.pots" :key="tin" :value="tin">{{ nameOf(tin) }}</option>
          </BFormSelect></label
        >
        <label>over <GroundChoice v-model="ground" /></label>
      </template>
    </div>
    <div v-if="one" class="says">
      <p v-if="missing.length > 0" class="wrong" role="alert">
        There is no {{ missing.map((role) => role.title).join(' and no ') }} on the shelf: add it there.
      </p>
      <template v-else-if="data">
        <p class="pours">
          <span v-for="pour in data.pours" :key="pour.name"
            ><b>{{ pour.words }}</b> {{ pour.name }}</span
          >
        </p>
        <SwatchPair :target="data.before_hex" :mix="data.after_hex" :target-name="ground" mix-name="one coat" />
        <p>{{ one.order }}</p>
        <p v-if="data.needed" class="takes">
          <span class="soft">The pieces take {{ data.needed.said }}: {{ data.needed.words }}.</span>
          <BButton
            v-if="data.needed.ml >= 1 && data.needed.ml !== preferences.batch"
            variant="plain"
            class="link"
            @click="prefer({ batch: data.needed.ml })"
            >make that much</BButton
          >
        </p>
        <p v-if="data.spoils" class="warn">{{ data.spoils }}</p>
        <p v-if="data.short" class="warn">{{ data.short }}</p>
        <p v-if="data.caution" class="soft">{{ data.caution }}</p>
        <p>{{ one.use }} {{ data.keeps.charAt(0).toUpperCase() + data.keeps.slice(1) }}.</p>
        <p>Then wait: {{ data.wait }}.</p>
      </template>
      <ErrorLine v-if="error" :error="error" />
    </div>
  </section>
</template>

<style scoped>
.prepare {
  display: grid;
  grid-template-columns: minmax(200px, 0.7fr) minmax(0, 1.4fr);
  gap: 22px;
  padding: 16px 18px;
  background: var(--sheet);
  border-radius: 14px;
}

.choose,
.says {
  display: grid;
  gap: 8px;
  align-content: start;
}

.pours {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 20px;
  font-size: 1.2rem;
}

p {
  margin: 0;
}

.takes {
  display: flex;
  flex-wrap: wrap;
  gap: 0 10px;
  align-items: center;
}

.warn {
  font-weight: 650;
}

@media (max-width: 860px) {
  .prepare {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
