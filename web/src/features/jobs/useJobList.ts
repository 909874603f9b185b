import { computed, type Ref, ref } from 'vue'

import type { Job } from '../../shared/useJob'

export const VIEWS = [
  { value: 'open', text: 'open jobs' },
  { value: 'planned', text: 'planned' },
  { value: 'in_work', text: 'in work' },
  { value: 'in_stock', text: 'in stock' },
  { value: 'for_sale', text: 'for sale' },
  { value: 'gone', text: 'sold or given away' },
  { value: 'archived', text: 'in the archive' },
  { value: 'all', text: 'all jobs' },
]
export const SORTS = [
  { value: 'touched', text: 'last worked on first' },
  { value: 'created', text: 'newest first' },
  { value: 'due', text: 'needed first' },
  { value: 'days', text: 'longest unsold first' },
  { value: 'name', text: 'by name' },
]

const fits: Record<string, (job: Job) => boolean> = {
  open: (job) => !job.archived,
  gone: (job) => ['sold', 'given'].includes(job.state),
  archived: (job) => job.archived,
  all: () => true,
}
const LATER = '9999'
const order: Record<string, (a: Job, b: Job) => number> = {
  touched: (a, b) => b.touched.localeCompare(a.touched),
  created: (a, b) => b.created.localeCompare(a.created),
  due: (a, b) => (a.due ?? LATER).localeCompare(b.due ?? LATER),
  days: (a, b) => (b.days_unsold ?? -1) - (a.days_unsold ?? -1),
  name: (a, b) => a.name.localeCompare(b.name),
}

/** The jobs that are shown: by words, by what they are, in an order. Words look among all jobs. */
export function useJobList(jobs: Ref<Job[]>) {
  const words = ref('')
  const view = ref('open')
  const sort = ref('touched')
  const shown = computed(() => {
    const asked = words.value.toLowerCase().split(/\s+/).filter(Boolean)
    const said = (job: Job) => [job.name, job.client, job.room, job.notes].join(' ').toLowerCase()
    const fit = fits[view.value] ?? ((job: Job) => job.state === view.value && !job.archived)
    return jobs.value
      .filter((job) => (asked.length > 0 && view.value === 'open') || fit(job))
      .filter((job) => asked.every((word) => said(job).includes(word)))
      .sort(order[sort.value])
  })
  return { words, view, sort, shown }
}
