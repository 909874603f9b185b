<script setup lang="ts">
import { sayCount } from '../../shared/say/numbers'
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'

import { wordsOf } from '../../api/reach'
import { sendFile } from '../../api/client'
import { say } from '../../shared/useNotice'
import { useKinds, useShelfChanged } from '../../shared/useShelf'
import RefusedLine from '../../shared/RefusedLine.vue'

/** Many tins by their names alone, one on a line: what they are, all alike; colours come later, tin by tin. */
const router = useRouter()
const emit = defineEmits<{ added: [] }>()
const { data: kinds } = useKinds()
const changed = useShelfChanged()
const text = ref('')
const kind = ref('chalk_paint')
const wrong = ref('')
const busy = ref(false)
const names = computed(() => [...new Set(text.value.split('\n').map((name) => name.trim()))].filter(Boolean))

async function add() {
  if (names.value.length === 0 || busy.value) {
    wrong.value = busy.value ? '' : 'Write a name on each line.'
    return
  }
  busy.value = true
  const rows = names.value.map((name) => `"${name.replaceAll('"', '""')}",${kind.value}`)
  try {
    const keys = await sendFile<string[]>('/api/shelf/table', new Blob([['name,kind', ...rows].join('\n')]))
    await changed()
    say(
      `${sayCount(keys.length, 'tin stands', 'tins stand')} on the shelf. Each needs its colour before a recipe can use it.`,
      undefined,
      { text: 'One photo of their lids', act: () => router.push({ name: 'shelf', query: { do: 'photo' } }) },
    )
    emit('added')
  } catch (problem) {
    wrong.value = wordsOf(problem, 'They could not be added.')
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <form class="names" @submit.prevent="add">
    <h2>Many by their names</h2>
    <label
      >One name on a line
      <textarea v-model="text" class="form-control" rows="10" placeholder="Chalk white&#10;Mill pond" />
    </label>
    <label
      >They are
      <BFormSelect v-model="kind">
        <option v-for="known in kinds" :key="known.key" :value="known.key">
          {{ known.title }} ({{ known.base }})
        </option>
      </BFormSelect></label
    >
    <p class="soft">
      Without its colour a tin is in no recipe. One photo of the dried lids beside a sheet of white paper
      gives the colours of all of them.
    </p>
    <RefusedLine :words="wrong" />
    <BButton type="submit" variant="primary" :disabled="busy"
      >Put {{ names.length > 0 ? names.length : 'them' }} on the shelf</BButton
    >
  </form>
</template>

<style scoped>
.names {
  display: grid;
  gap: var(--space-m);
}

p {
  margin: 0;
}
</style>
