<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query'

import { api, type Schemas, unwrap } from '../../api/client'
import CalledName from '../../shared/CalledName.vue'
import { renamed } from '../../shared/versioned'
import { say, sayWrong } from '../../shared/useNotice'

/** A preparation of one's own is renamed, or removed; both can be undone. */
const { one } = defineProps<{ one: Schemas['PreparationOut'] }>()
const emit = defineEmits<{ removed: [] }>()
const queries = useQueryClient()
const changed = () => queries.invalidateQueries({ queryKey: ['shelf', 'preparations'] })

function rename(name: string) {
  const params = { path: { key: one.key } }
  return renamed(one.title, name, async (title) => {
    unwrap(await api.PATCH('/api/preparations/{key}', { params, body: { title } }))
    await changed()
  })
}

async function remove() {
  const { key, title } = one
  const params = { path: { key } }
  try {
    unwrap(await api.DELETE('/api/preparations/{key}', { params }))
    emit('removed')
    say(`${title} was removed.`, async () => {
      unwrap(await api.POST('/api/preparations/{key}/restore', { params }))
      await changed()
    })
    await changed()
  } catch (problem) {
    sayWrong(problem)
  }
}
</script>

<template>
  <CalledName :name="one.title" @rename="rename" />
  <BButton variant="plain" class="link" :aria-label="`Remove ${one.title}`" @click="remove">remove</BButton>
</template>
