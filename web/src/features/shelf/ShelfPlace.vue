<script setup lang="ts">
import { computed, nextTick, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'

import ErrorLine from '../../shared/ErrorLine.vue'
import InkSign from '../../shared/InkSign.vue'
import { useEscape } from '../../shared/useKeys'
import { useFamilies, useShelf } from '../../shared/useShelf'
import FoldOut from '../../shared/FoldOut.vue'
import AddTin from './AddTin.vue'
import TinPanel from './TinPanel.vue'
import TinsFromPhoto from './TinsFromPhoto.vue'
import TinNames from './TinNames.vue'
import TinTile from './TinTile.vue'
import TablePanel from './TablePanel.vue'
import { useShelfView } from './useShelfView'

const { data, error } = useShelf()
const { data: families } = useFamilies()
const view = useShelfView(() => data.value ?? [])
const { text, kind, base, family, order, found, groups, kinds, bases, any, clear } = view
const route = useRoute()
const router = useRouter()

const tin = computed(() => {
  const key = route.query.tin ?? route.query.pot // as it was called in older addresses
  return typeof key === 'string' ? key : undefined
})
const doing = computed(() => (typeof route.query.do === 'string' ? route.query.do : ''))

/** What is beside the tins, and what was pressed to open it: the focus goes there and comes back. */
const panel = ref<HTMLElement>()
let opener: HTMLElement | undefined

async function open(query: Record<string, string>) {
  const opens = Object.keys(query).length > 0
  if (
    opens &&
    document.activeElement instanceof HTMLElement &&
    !panel.value?.contains(document.activeElement)
  )
    opener = document.activeElement
  await router.replace({ query })
  await nextTick()
  if (opens) panel.value?.focus()
  else if (opener?.isConnected) opener.focus()
}
useEscape(() => {
  const was = Boolean(tin.value ?? doing.value)
  if (was) void open({})
  return was
})
</script>

<template>
  <div class="place" :class="{ beside: tin || doing }">
    <div class="main">
      <div class="ask">
        <h1>What stands on the shelf?</h1>
        <div class="acts">
          <BButton
            :variant="tin || doing || data?.length === 0 ? 'outline-secondary' : 'primary'"
            @click="open({ do: 'add' })"
            >Add a tin</BButton
          >
          <FoldOut narrow title="Add many, import, export">
            <BButton variant="outline-secondary" @click="open({ do: 'photo' })">Many from a photo</BButton>
            <BButton variant="outline-secondary" @click="open({ do: 'names' })">Many by name</BButton>
            <BButton variant="outline-secondary" @click="open({ do: 'table' })"
              >Import or export a table</BButton
            >
          </FoldOut>
        </div>
      </div>
      <div v-if="data?.length !== 0" class="find" role="search">
        <BFormInput
          v-model="text"
          type="search"
          placeholder="Find a tin"
          aria-label="Find a tin"
          class="text"
        />
        <FoldOut narrow :title="any ? 'Filters, in use' : 'Filter and sort'">
          <BFormSelect v-model="kind" aria-label="Kind">
            <option value="">every kind</option>
            <option v-for="one in kinds" :key="one.key" :value="one.key">{{ one.title }}</option>
          </BFormSelect>
          <BFormSelect v-model="base" aria-label="Base">
            <option value="">every base</option>
            <option v-for="one in bases" :key="one" :value="one">{{ one }}</option>
          </BFormSelect>
          <BFormSelect v-model="family" aria-label="Colour family">
            <option value="">every colour</option>
            <option v-for="one in families" :key="one" :value="one">{{ one }}</option>
          </BFormSelect>
          <BFormSelect v-model="order" aria-label="Order">
            <option value="kind">by kind</option>
            <option value="hue">by hue</option>
            <option value="left">least left first</option>
            <option value="name">by name</option>
          </BFormSelect>
        </FoldOut>
        <span class="soft" role="status">{{ found.length }} of {{ data?.length ?? 0 }}</span>
        <BButton v-if="any" variant="plain" class="all" @click="clear">show all</BButton>
      </div>
      <ErrorLine v-if="error" :error="error" />
      <div v-if="data?.length === 0" class="nothing-yet">
        <InkSign name="shelf" />
        <p>
          The shelf is empty. What stands on yours? One photo of the dried lids is the quickest way; their
          names alone will do to begin with.
        </p>
        <span class="acts">
          <BButton variant="primary" @click="open({ do: 'photo' })">One photo of the lids</BButton>
          <BButton variant="outline-secondary" @click="open({ do: 'names' })">Their names</BButton>
          <BButton variant="outline-secondary" @click="open({ do: 'table' })">A table</BButton>
          <BButton variant="outline-secondary" @click="open({ do: 'add' })">One tin</BButton>
        </span>
      </div>
      <p v-else-if="!data && !error" role="status">Opening the shelf…</p>
      <p v-else-if="data && found.length === 0" class="empty">No tin is like that.</p>
      <section v-for="group in groups" :key="group.title">
        <h2 v-if="group.title && group.tins.length > 0">{{ group.title }}</h2>
        <div v-if="group.tins.length > 0" class="mat tins">
          <TinTile
            v-for="one in group.tins"
            :key="one.key"
            :tin="one"
            :chosen="one.key === tin"
            @choose="open(one.key === tin ? {} : { tin: one.key })"
          />
        </div>
      </section>
    </div>
    <aside v-if="tin || doing" ref="panel" tabindex="-1" aria-label="The tin in hand">
      <BButton variant="plain" class="close" aria-label="Close" @click="open({})">×</BButton>
      <TinPanel v-if="tin" :key="tin" :tin-key="tin" @gone="open({})" />
      <AddTin v-else-if="doing === 'add'" @added="(key) => open({ tin: key })" />
      <TinNames v-else-if="doing === 'names'" @added="open({})" />
      <TinsFromPhoto v-else-if="doing === 'photo'" @added="open({})" />
      <TablePanel v-else @taken="open({})" />
    </aside>
  </div>
</template>

<style scoped>
.place {
  display: grid;
  gap: var(--space-l);
  height: 100%;
}

.place.beside {
  grid-template-columns: minmax(0, 1fr) minmax(360px, 38%);
}

.main {
  display: grid;
  gap: var(--space-m);
  align-content: start;
  min-width: 0;
  overflow: auto;
  padding: var(--space-hair);
}

.ask {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  gap: var(--space-m);
}

.acts,
.find {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-s);
  align-items: center;
}

.find .form-select {
  width: auto;
}

.text {
  width: 180px;
}

.all {
  border: 0;
  background: none;
  color: var(--act);
  font-weight: 650;
}

h2 {
  margin-bottom: var(--space-s);
}

.tins {
  padding: var(--space-m);
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(158px, 1fr));
  gap: var(--space-m);
}

.empty {
  font-size: var(--type-lead);
  margin: 0;
}

aside {
  position: relative;
  overflow: auto;
  background: var(--sheet);
  border: var(--line-thin) solid var(--line);
  border-radius: var(--round-l);
  padding: var(--space-l);
}

.close {
  position: absolute;
  right: 8px;
  top: 8px;
  width: 40px;
  height: 40px;
  border: 0;
  background: none;
  color: var(--ink);
  font-size: var(--type-title);
  z-index: 1;
}

@media (max-width: 1000px) {
  .place.beside {
    grid-template-columns: minmax(0, 1fr);
    height: auto;
  }

  /* Its room is kept before it is known: the tins below it do not jump. */
  aside {
    order: -1;
    min-height: 90vh;
  }
}
</style>
