import { onScopeDispose, ref } from 'vue'

/** Whether the window is as narrow as a phone, or is made so by zooming in. */
export function useNarrow() {
  const query = window.matchMedia('(max-width: 860px)')
  const narrow = ref(query.matches)
  const look = () => {
    narrow.value = query.matches
  }
  query.addEventListener('change', look)
  onScopeDispose(() => {
    query.removeEventListener('change', look)
  })
  return narrow
}
