<script setup lang="ts">
import type { Schemas } from '../../api/client'

defineProps<{ targets: Schemas['TargetOut'][] }>()
const emit = defineEmits<{ remove: [id: number] }>()
</script>

<template>
  <section aria-labelledby="kept-title">
    <h2 id="kept-title">Kept</h2>
    <ul>
      <li v-for="target in targets" :key="target.id">
        <RouterLink :to="{ name: 'mingle', query: { target: target.id } }" :data-target="target.id">
          <span class="chip" :style="{ background: target.hex }" />
          <span class="title">{{ target.title }}</span>
        </RouterLink>
        <button type="button" :aria-label="`Let ${target.title} go`" @click="emit('remove', target.id)">×</button>
      </li>
    </ul>
    <p v-if="targets.length === 0" class="soft">Nothing yet.</p>
  </section>
</template>

<style scoped>
h2 {
  font-size: 1.02rem;
  margin-bottom: 6px;
}

ul {
  list-style: none;
  margin: 0;
  padding: 3px;
  max-height: 92px;
  overflow-y: auto;
}

li {
  display: flex;
  align-items: center;
  gap: 4px;
}

a {
  flex: 1;
  min-width: 0;
  display: flex;
  align-items: center;
  gap: 10px;
  padding: 3px 0;
  color: var(--ink);
  text-decoration: none;
}

a:hover .title {
  text-decoration: underline;
}

.chip {
  flex: none;
  width: 44px;
  height: 26px;
  border-radius: 7px;
}

.title {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}

li button {
  width: 32px;
  height: 32px;
  border: 0;
  border-radius: 8px;
  background: none;
  color: var(--soft);
  font-size: 1.1rem;
}
</style>
