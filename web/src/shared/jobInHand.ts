import { ref } from 'vue'

/** The job that the address names, kept by the router; nothing where it names none. */
export const jobInUrl = ref<number>()
