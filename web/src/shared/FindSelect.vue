<script setup lang="ts">
import { sayCount } from './say/numbers'
import { useMutationObserver } from '@vueuse/core'
import { computed, onMounted, ref, useId, useTemplateRef } from 'vue'

import InkSign from './InkSign.vue'
import SheetModal from './SheetModal.vue'

/**
 * A menu in which one finds: where more stands in it than one can look over, a button beside it opens a sheet that is
 * searched by words. `find` says what is looked for. What is found is chosen in the menu itself, as if by hand. With
 * `acts` the menu does something with it, and its first line says what.
 */
const { find, acts } = defineProps<{ find: string; acts?: boolean }>()
const chosen = defineModel<string | number | undefined>({ required: true })
defineOptions({ inheritAttrs: false })

/** As many are looked over at once. */
const MOST = 24
interface Group {
  title: string
  options: HTMLOptionElement[]
}
const box = useTemplateRef<HTMLElement>('box')
const field = useId()
const many = ref(false)
const open = ref(false)
const words = ref('')
const all = ref<Group[]>([])
const menu = () => box.value?.querySelector('select')

function count() {
  many.value = (menu()?.options.length ?? 0) > MOST
}
onMounted(count)
// What stands in it is rendered apart from this, and often comes later.
useMutationObserver(box, count, { childList: true, subtree: true })

function begin() {
  const groups = new Map<string, HTMLOptionElement[]>()
  for (const one of menu()?.options ?? []) {
    if (one.disabled || (acts && one.value === '')) continue
    const title = one.parentElement instanceof HTMLOptGroupElement ? one.parentElement.label : ''
    groups.set(title, [...(groups.get(title) ?? []), one])
  }
  all.value = [...groups].map(([title, options]) => ({ title, options }))
  words.value = ''
  open.value = true
}

/** Every word must be in it, or in what it stands under. */
const found = computed(() => {
  const wanted = words.value.toLowerCase().split(/\s+/).filter(Boolean)
  return all.value
    .map(({ title, options }) => ({
      title,
      options: options.filter((one) =>
        wanted.every((word) => `${title} ${one.text}`.toLowerCase().includes(word)),
      ),
    }))
    .filter(({ options }) => options.length > 0)
})
const counted = computed(() => found.value.reduce((sum, { options }) => sum + options.length, 0))

function take(option: HTMLOptionElement | undefined) {
  const select = menu()
  if (!option || !select) return
  select.selectedIndex = option.index
  select.dispatchEvent(new Event('change', { bubbles: true }))
  open.value = false
}
</script>

<template>
  <span ref="box" class="find" :class="{ many }">
    <BFormSelect v-bind="$attrs" v-model="chosen"><slot /></BFormSelect>
    <BButton
      v-if="many"
      variant="outline-secondary"
      :aria-label="`Find ${find}`"
      :title="`Find ${find}`"
      @click="begin"
      ><InkSign name="find"
    /></BButton>
    <SheetModal v-model="open" :title="`Find ${find}`" no-footer :focus="field">
      <form class="search" @submit.prevent="take(found[0]?.options[0])">
        <label :for="field" class="visually-hidden">Its words</label>
        <BFormInput
          :id="field"
          v-model="words"
          type="search"
          placeholder="type a word of it"
          autocomplete="off"
        />
        <span class="soft" role="status">{{ sayCount(counted, 'found', 'found') }}</span>
      </form>
      <section v-for="group in found" :key="group.title">
        <h3 v-if="group.title">{{ group.title }}</h3>
        <ul>
          <li v-for="option in group.options" :key="option.index">
            <BButton
              variant="plain"
              :aria-current="option.index === menu()?.selectedIndex ? 'true' : undefined"
              @click="take(option)"
              >{{ option.text }}</BButton
            >
          </li>
        </ul>
      </section>
    </SheetModal>
  </span>
</template>

<style scoped>
.find {
  display: inline-flex;
  gap: var(--space-hair);
  min-width: 0;
  max-width: 100%;
}

.find > select {
  min-width: 0;
}

.find > .btn {
  flex: none;
  padding: 0 var(--space-s);
  min-height: 40px;
}

.search {
  display: grid;
  gap: var(--space-xs);
  margin-bottom: var(--space-s);
}

h3 {
  margin: var(--space-m) 0 var(--space-hair);
  font-size: var(--type-small);
  color: var(--soft);
}

ul {
  margin: 0;
  padding: 0;
  list-style: none;
}

li .btn {
  width: 100%;
  min-height: 40px;
  padding: var(--space-s) var(--space-m);
  text-align: left;
  border-radius: var(--round-m);
}

li .btn:hover {
  background: var(--chrome);
}

[aria-current] {
  font-weight: 700;
}
</style>
