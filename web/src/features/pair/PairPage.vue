<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { computed, ref } from 'vue'

import { api, unwrap } from '../../api/client'
import { wordsOf } from '../../api/reach'
import PlainNetwork from '../../shared/PlainNetwork.vue'
import { usePairing } from '../../shared/useSettings'
import RefusedLine from '../../shared/RefusedLine.vue'

/** Where a device of the workshop is let in: by the code of the main screen, typed or brought along from its picture. */
const { data: pairing } = usePairing()
const brought = () => location.hash.slice(1)
const code = ref(brought())
useEventListener(window, 'hashchange', () => {
  code.value = brought()
})
const name = ref('')
const wrong = ref('')
const busy = ref(false)
const inside = computed(() => pairing.value?.may)

async function letIn() {
  if (busy.value) return
  busy.value = true
  wrong.value = ''
  try {
    unwrap(await api.POST('/api/pairing', { body: { code: code.value, name: name.value } }))
    location.replace('/')
  } catch (error) {
    wrong.value = wordsOf(error)
  }
  busy.value = false
}
</script>

<template>
  <main id="main">
    <img src="/jug.svg" alt="" width="68" height="76" />
    <h1>Jug Mingle</h1>
    <template v-if="inside">
      <p>This device is let in already.</p>
      <a href="/" class="btn btn-primary">Go to the work</a>
    </template>
    <BForm v-else @submit.prevent="letIn">
      <p>
        The workshop’s main screen shows a code, in Settings under “Devices of the workshop”. It lets this
        device in once.
      </p>
      <label
        ><span>The code</span>
        <BFormInput
          v-model="code"
          required
          maxlength="20"
          autocomplete="off"
          autocapitalize="characters"
          spellcheck="false"
          placeholder="ABCD-EFGH"
          class="code"
        />
      </label>
      <label
        ><span>What this device is called</span>
        <BFormInput
          v-model="name"
          required
          maxlength="40"
          autocomplete="off"
          placeholder="tablet at the bench"
        />
      </label>
      <RefusedLine :words="wrong" />
      <BButton type="submit" variant="primary" :disabled="busy">Let this device in</BButton>
    </BForm>
    <PlainNetwork />
  </main>
</template>

<style scoped>
main {
  display: grid;
  gap: var(--space-m);
  justify-items: start;
  max-width: 460px;
  margin: 0 auto;
  padding: 6vh var(--space-xl);
}

form {
  display: grid;
  gap: var(--space-m);
  width: 100%;
}

label span {
  display: block;
  font-size: var(--type-small);
}

.code {
  font-size: var(--type-title);
  letter-spacing: 0.12em;
}

h1,
p {
  margin: 0;
}

.wrong {
  border-left: var(--line-heavy) solid #b3261e;
  padding-left: var(--space-m);
}
</style>
