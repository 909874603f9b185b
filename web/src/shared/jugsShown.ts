import { ref } from 'vue'

/** Whether the drawer of the jugs is open, in a narrow window. */
export const jugsShown = ref(false)

/** Lead to a jug: open the drawer, or look at it where it stands. */
export function showJug(id: number) {
  jugsShown.value = true
  setTimeout(() => {
    const jug = document.getElementById(`jug-${id.toString()}`)
    jug?.scrollIntoView({ block: 'center' })
    jug?.focus()
  }, 350)
}
