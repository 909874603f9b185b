import { ref } from 'vue'

/** Whether the drawer of the jugs is open, in a narrow window. */
export const jugsShown = ref(false)
