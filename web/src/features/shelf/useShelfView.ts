import { computed, ref } from 'vue'

import type { Schemas } from '../../api/client'

type Tin = Schemas['MaterialOut']

/** What is looked for on the shelf, and in which order it stands. */
export function useShelfView(tins: () => Tin[]) {
  const text = ref('')
  const kind = ref('')
  const base = ref('')
  const family = ref('')
  const order = ref<'kind' | 'hue' | 'left' | 'name'>('kind')

  const found = computed(() => {
    const words = text.value.trim().toLowerCase().split(/\s+/).filter(Boolean)
    return tins().filter((tin) => {
      const said = `${tin.name} ${tin.kind_title} ${tin.place} ${tin.family}`.toLowerCase()
      return (
        words.every((word) => said.includes(word)) &&
        (!kind.value || tin.kind === kind.value) &&
        (!base.value || tin.base === base.value) &&
        (!family.value || tin.family === family.value)
      )
    })
  })

  /** Groups with a title; one without, when the order is not by kind. */
  const groups = computed<{ title: string; tins: Tin[] }[]>(() => {
    if (order.value === 'kind') {
      const titles = [...new Set(found.value.map((tin) => tin.kind_title))]
      return titles.map((title) => ({ title, tins: found.value.filter((tin) => tin.kind_title === title) }))
    }
    const sorted = [...found.value]
    if (order.value === 'hue') sorted.sort((a, b) => a.hue - b.hue)
    if (order.value === 'left') sorted.sort((a, b) => a.left_ml - b.left_ml)
    if (order.value === 'name') sorted.sort((a, b) => a.name.localeCompare(b.name))
    return [{ title: '', tins: sorted }]
  })

  const kinds = computed(() => {
    const seen = new Map(tins().map((tin) => [tin.kind, tin.kind_title]))
    return [...seen].map(([key, title]) => ({ key, title }))
  })
  const bases = computed(() => [...new Set(tins().map((tin) => tin.base))])
  const any = computed(() => Boolean(text.value || kind.value || base.value || family.value))
  function clear() {
    text.value = kind.value = base.value = family.value = ''
  }
  return { text, kind, base, family, order, found, groups, kinds, bases, any, clear }
}
