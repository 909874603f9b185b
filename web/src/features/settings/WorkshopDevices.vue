<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query'
import { useIntervalFn } from '@vueuse/core'
import { computed, ref, watch } from 'vue'

import { api, type Schemas, unwrap } from '../../api/client'
import { dayAndClock, long } from '../../shared/say/times'
import { say, sayWrong } from '../../shared/useNotice'
import { useJob } from '../../shared/useJob'
import { usePairing } from '../../shared/useSettings'

/** Tablet, laptop and phone of the workshop: let in by a code, listed, sent away. */
const queries = useQueryClient()
const { data: pairing, dataUpdatedAt } = usePairing()
const { job } = useJob()
const now = ref(Date.now())
useIntervalFn(() => {
  now.value = Date.now()
}, 5000)
const home = computed(() => pairing.value?.role === 'home')
const seconds = computed(() => {
  const said = pairing.value?.code?.seconds ?? 0
  return Math.max(0, said - Math.max(0, now.value - dataUpdatedAt.value) / 1000)
})
const code = computed(() => (seconds.value > 0 ? pairing.value?.code : undefined))
const MAY = { work: 'works here', look: 'only looks' }
const asked = ref(false)

async function letIn(may: Schemas['CodeIn']['may']) {
  try {
    queries.setQueryData(
      ['pairing'],
      unwrap(await api.POST('/api/pairing/code', { body: { may, job_id: job.value?.id } })),
    )
    asked.value = true
  } catch (error) {
    sayWrong(error)
  }
}

// The code was shown, and now there is one device more.
watch(
  () => pairing.value?.devices.length,
  (many, before) => {
    if (asked.value && before !== undefined && (many ?? 0) > before && !pairing.value?.code) {
      asked.value = false
      say('The device is let in.')
    }
  },
)

async function sendAway(one: Schemas['DeviceOut']) {
  try {
    unwrap(await api.DELETE('/api/pairing/{device_id}', { params: { path: { device_id: one.id } } }))
    if (one.this) location.assign('/pair')
    else say(`${one.name} is sent away.`)
    await queries.invalidateQueries({ queryKey: ['pairing'] })
  } catch (error) {
    sayWrong(error)
  }
}
</script>

<template>
  <template v-if="pairing">
    <p v-if="!pairing.shared" class="soft">
      Only this machine reaches the program. To work with a tablet at the bench and a phone as the eye, stop
      it and start it with <code>make serve ARGS=--share</code>; each device is then let in by a code that is
      shown here.
    </p>
    <template v-else-if="home">
      <p class="soft">
        The workshop reaches it at <b>{{ pairing.addresses.join(', ') }}</b>.
        <template v-if="!pairing.encrypted">
          The network is not encrypted: whoever is in it can read along, and take a device’s place. Browsers
          there keep no screen awake, give no live camera and show no notifications. A certificate of your own
          mends both (README).
        </template>
      </p>
      <div class="acts">
        <BButton variant="primary" @click="letIn('work')">Let a device in</BButton>
        <BButton variant="outline-secondary" @click="letIn('look')"
          >Let a guest look at {{ job ? `“${job.name}”` : 'the newest job' }}</BButton
        >
      </div>
      <div v-if="code" class="code" role="status">
        <img :src="code.qr" alt="" width="180" height="180" />
        <div>
          <p class="letters">{{ code.code }}</p>
          <p>
            Point the device’s camera at the picture, or open {{ code.address }} there and type the code. It
            lets one device in, {{ code.may === 'look' ? 'to look on only' : 'to work here' }}, within
            {{ long(Math.ceil(seconds / 60)) }}.
          </p>
        </div>
      </div>
    </template>
    <p v-else-if="pairing.role === 'device'" class="soft">
      This device is “{{ pairing.name }}” and {{ pairing.may === 'look' ? 'only looks' : 'works here' }}.
      Others are let in on the main screen, at the machine of the program.
    </p>
    <ul v-if="pairing.devices.length">
      <li v-for="one in pairing.devices" :key="one.id">
        <span
          ><b>{{ one.name }}</b>
          <small class="soft">{{ MAY[one.may] }}, last used {{ dayAndClock(one.last_used) }}</small></span
        >
        <BButton
          v-if="home || one.this"
          size="sm"
          variant="outline-secondary"
          :aria-label="one.this ? 'Leave' : `Send ${one.name} away`"
          @click="sendAway(one)"
          >{{ one.this ? 'Leave' : 'Send away' }}</BButton
        >
      </li>
    </ul>
    <p v-else-if="home && pairing.shared" class="soft">Nobody is let in yet.</p>
  </template>
</template>

<style scoped>
p {
  margin: 0;
}

code {
  color: inherit;
}

.acts {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-s);
}

.code {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-m);
  align-items: center;
}

.code div {
  flex: 1 1 200px;
}

.letters {
  font: 600 var(--type-loud)/1.2 var(--bs-body-font-family);
  letter-spacing: 0.12em;
}

ul {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: var(--space-s);
}

li {
  display: flex;
  gap: var(--space-m);
  justify-content: space-between;
  align-items: center;
}

small {
  display: block;
}
</style>
