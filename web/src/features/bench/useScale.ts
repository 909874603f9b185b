import { onScopeDispose, ref } from 'vue'

import { api } from '../../api/client'

interface Shown {
  grams: number
  state: 'stable' | 'moving' | 'overload'
  trouble: string
}

/** What the scale shows, ten times a second, while it is switched on; `tare` counts from here. */
export function useScale() {
  const on = ref(false)
  const shown = ref<Shown>()
  const zero = ref(0)
  let source: EventSource | undefined

  function start() {
    stop()
    on.value = true
    source = new EventSource('/api/devices/scale/stream')
    source.onmessage = (event: MessageEvent<string>) => {
      shown.value = JSON.parse(event.data) as Shown
    }
    source.onerror = () => {
      shown.value = { grams: zero.value, state: 'moving', trouble: 'The scale is being looked for…' }
    }
  }

  function stop() {
    source?.close()
    source = undefined
    on.value = false
    shown.value = undefined
  }

  function tare() {
    zero.value = shown.value?.grams ?? 0
  }

  /** The stand-in scale gets some more put on it. */
  async function put(grams: number) {
    await api.POST('/api/devices/scale/load', {
      body: { grams: Math.max(0, (shown.value?.grams ?? 0) + grams) },
    })
  }

  onScopeDispose(stop)
  return { on, shown, zero, start, stop, tare, put }
}
