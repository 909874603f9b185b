<script setup lang="ts">
import { computed, ref } from 'vue'

import type { Schemas } from '../../api/client'
import FoldOut from '../../shared/FoldOut.vue'
import KeptInput from '../../shared/KeptInput.vue'
import { useLights } from '../../shared/useJob'

const { targets, jobId } = defineProps<{ targets: Schemas['TargetOut'][]; jobId: number | undefined }>()
const emit = defineEmits<{ remove: [id: number]; rename: [target: Schemas['TargetOut'], name: string] }>()
const renaming = ref(false)
/** More are found by their words. */
const MANY = 8
const words = ref('')
const found = computed(() =>
  targets.filter(
    (one) => targets.length <= MANY || one.title.toLowerCase().includes(words.value.trim().toLowerCase()),
  ),
)
const { data: lights } = useLights()
const titleOf = (name: string) => lights.value?.find((light) => light.name === name)?.title ?? name
const kinds = {
  csv: 'table (CSV)',
  gpl: 'palette for pictures (GPL)',
  txt: 'measurements (CGATS)',
  cxf: 'exchange (CxF3)',
  json: 'JSON',
}
const kind = ref('csv')

function save() {
  if (jobId !== undefined) window.location.assign(`/api/jobs/${jobId.toString()}/colours.${kind.value}`)
}
</script>

<template>
  <section class="strip" aria-labelledby="kept-title">
    <div class="head">
      <h2 id="kept-title">Kept</h2>
      <BButton
        v-if="targets.length > 0"
        variant="plain"
        class="link"
        :aria-pressed="renaming"
        @click="renaming = !renaming"
        >{{ renaming ? 'done' : 'rename' }}</BButton
      >
    </div>
    <BFormInput
      v-if="targets.length > MANY"
      v-model="words"
      type="search"
      size="sm"
      placeholder="find a kept colour"
      aria-label="Find a kept colour"
    />
    <ul>
      <li v-for="target in found" :key="target.id">
        <template v-if="renaming">
          <span class="chip" :style="{ background: target.hex }" />
          <KeptInput
            size="sm"
            :aria-label="`New name of ${target.title}`"
            :value="target.title"
            maxlength="120"
            @keep="emit('rename', target, $event)"
          />
        </template>
        <RouterLink v-else :to="{ name: 'mingle', query: { target: target.id } }" :data-target="target.id">
          <span
            class="bed"
            :style="target.background_hex ? { background: target.background_hex } : undefined"
          >
            <span class="chip" :style="{ background: target.hex }" />
          </span>
          <span class="title">{{ target.title }}</span>
          <span class="rooms" aria-hidden="true">
            <i
              v-for="look in target.rooms"
              :key="look.light"
              :style="{ background: look.hex }"
              :title="titleOf(look.light)"
            />
          </span>
        </RouterLink>
        <BButton variant="plain" :aria-label="`Remove ${target.title}`" @click="emit('remove', target.id)"
          >×</BButton
        >
      </li>
    </ul>
    <p v-if="targets.length === 0" class="soft">Nothing yet.</p>
    <FoldOut v-else title="save them as a file">
      <form class="save" @submit.prevent="save">
        <BFormSelect v-model="kind" aria-label="Kind of file for these colours">
          <option v-for="(title, key) in kinds" :key="key" :value="key">{{ title }}</option>
        </BFormSelect>
        <BButton type="submit" size="sm" variant="outline-secondary">Save</BButton>
      </form>
    </FoldOut>
  </section>
</template>

<style scoped>
.strip {
  display: flex;
  flex-direction: column;
  min-height: 0;
}

.head {
  display: flex;
  gap: var(--space-m);
  justify-content: space-between;
  align-items: center;
  margin-bottom: var(--space-xs);
}

.head .link {
  margin-left: auto;
}

.save {
  display: flex;
  gap: var(--space-s);
}

h2 {
  font-size: var(--type-body);
}

ul {
  list-style: none;
  margin: 0;
  padding: var(--space-xs);
  overflow-y: auto;
}

li {
  display: flex;
  align-items: center;
  gap: var(--space-xs);
}

a {
  flex: 1;
  min-width: 0;
  display: flex;
  align-items: center;
  gap: var(--space-m);
  padding: var(--space-xs) 0;
  color: var(--ink);
  text-decoration: none;
}

a:hover .title {
  text-decoration: underline;
}

.bed {
  flex: none;
  padding: var(--space-xs) var(--space-s);
  border-radius: var(--round-s);
}

.chip {
  display: block;
  width: 40px;
  height: 24px;
  border-radius: var(--round-s);
}

.title {
  flex: 1;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.rooms {
  display: flex;
  border-radius: var(--round-s);
  overflow: hidden;
}

.rooms i {
  width: 14px;
  height: 20px;
}

li button {
  width: 32px;
  height: 32px;
  border: 0;
  border-radius: var(--round-m);
  background: none;
  color: var(--soft);
  font-size: var(--type-lead);
}
</style>
