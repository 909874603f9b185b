<script setup lang="ts">
import { keepPreviousData, useQuery } from '@tanstack/vue-query'
import { computed, ref } from 'vue'

import { api, type Schemas, unwrap } from '../../api/client'
import CalledName from '../../shared/CalledName.vue'
import { preferences } from '../../shared/preferences'
import SwatchPair from '../../shared/SwatchPair.vue'
import { sayDifference } from '../../shared/say/numbers'
import { long } from '../../shared/say/times'
import FindSelect from '../../shared/FindSelect.vue'

/** Fields on one wood, each with what is on it and how it was laid; and after which wait it comes nearest to a colour. */
const { board, jobId, targets, remove } = defineProps<{
  board: Schemas['BoardOut']
  jobId: number
  targets: Schemas['TargetOut'][]
  remove: (strip: Schemas['StripOut']) => Promise<void>
}>()
const emit = defineEmits<{ rename: [name: string] }>()
const targetId = ref<number>()
const wanted = computed(() => targets.find((one) => one.id === targetId.value) ?? targets[0])
/** How many things are on it. */
const stacks = computed(() => new Set(board.fields.map((field) => field.name)).size)
const first = computed(() => board.fields[0])

const { data: wait } = useQuery({
  // By its fields, so that a board that is removed is not asked once more.
  queryKey: computed(() => [
    'board-wait',
    board.name,
    board.fields.map(({ id, wiped_after }) => [id, wiped_after]),
    wanted.value?.id,
    preferences.value.light,
  ]),
  enabled: computed(() => wanted.value !== undefined),
  placeholderData: keepPreviousData,
  retry: false,
  queryFn: async () =>
    unwrap(
      await api.GET('/api/jobs/{job_id}/boards/wait', {
        params: {
          path: { job_id: jobId },
          query: { board: board.name, target_id: wanted.value?.id ?? 0, light: preferences.value.light },
        },
      }),
    ),
})
</script>

<template>
  <article>
    <h3>
      {{ board.name }}
      <small class="soft">{{ stacks > 1 ? 'several' : first?.name }} on {{ first?.ground || 'wood' }}</small>
    </h3>
    <div class="acts">
      <a
        :href="`/api/jobs/${jobId.toString()}/boards.pdf?board=${encodeURIComponent(board.name)}`"
        target="_blank"
        rel="noopener"
        >print its labels</a
      >
      <CalledName :name="board.name" maxlength="60" @rename="emit('rename', $event)" />
    </div>
    <ol class="fields" :aria-label="`${board.name}, by how long it stood before it was wiped`">
      <li v-for="field in board.fields" :key="field.id">
        <i :style="{ background: field.hex }" /><span
          ><template v-if="stacks > 1">{{ field.name }}: </template
          ><template v-if="field.how">{{ field.how }}</template
          ><template v-else>{{ long(field.wiped_after ?? 0) }}</template>
          <BButton
            variant="plain"
            class="away"
            :aria-label="`Remove the field of ${long(field.wiped_after ?? 0)}`"
            @click="remove(field)"
          >
            ×
          </BButton></span
        >
      </li>
    </ol>
    <div v-if="wanted" class="wait">
      <label
        >nearest to
        <FindSelect
          find="a colour"
          :model-value="wanted.id"
          @update:model-value="targetId = Number(String($event))"
        >
          <option v-for="one in targets" :key="one.id" :value="one.id">{{ one.title }}</option>
        </FindSelect></label
      >
      <template v-if="wait">
        <SwatchPair
          :target="wait.target_hex"
          :mix="wait.hex"
          target-name="wanted"
          mix-name="then"
          class="pair"
        />
        <p>
          <b class="said">wiped after {{ long(wait.minutes) }}</b
          ><br />{{ wait.words }}, {{ sayDifference(wait.delta_E)
          }}<template v-if="wait.misses">: {{ wait.misses }}</template>
        </p>
      </template>
    </div>
  </article>
</template>

<style scoped>
article {
  display: grid;
  gap: var(--space-m);
}

h3 {
  font-size: var(--type-lead);
}

h3 small {
  font: 400 var(--type-small) var(--bs-body-font-family);
}

.acts {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-xs) var(--space-l);
  align-items: center;
}

.acts a,
.acts .link {
  color: inherit;
  font-weight: 400;
  text-decoration: underline;
}

.fields {
  list-style: none;
  margin: 0;
  padding: 0;
  display: flex;
  overflow-x: auto;
}

.fields li {
  flex: 1 0 64px;
  display: grid;
  gap: var(--space-xs);
}

.fields i {
  height: 92px;
}

.fields li:first-child i {
  border-radius: var(--round-m) 0 0 var(--round-m);
}

.fields li:last-child i {
  border-radius: 0 var(--round-m) var(--round-m) 0;
}

.away {
  min-width: 28px;
  min-height: 28px;
  border: 0;
  background: none;
  color: inherit;
}

.wait {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-m) var(--space-l);
  align-items: center;
}

.wait label {
  display: flex;
  gap: var(--space-s);
  align-items: center;
}

.pair {
  width: 220px;
  min-height: 64px;
}

p {
  margin: 0;
}
</style>
