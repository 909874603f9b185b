<script setup lang="ts">
import { ref } from 'vue'

import { wordsOf } from '../../api/reach'
import { toType, typedOrNothing } from '../../shared/say/numbers'
import type { Schemas } from '../../api/client'
import { rateToType, rateUnit, readRate } from '../../shared/say/lengths'
import type { TinChange } from './useTin'
import RefusedLine from '../../shared/RefusedLine.vue'

/** Handling of a tin: each fact shown as usual, with its reason, until the label says otherwise. */
const { tin, change } = defineProps<{
  tin: Schemas['MaterialWholeOut']
  change: (body: TinChange) => Promise<void>
}>()
type Fact = Schemas['FactOut']
const editing = ref<string>()
const text = ref('')
const wrong = ref('')
const optical = ['volume_solids', 'density', 'spread_rate', 'sheen']
const numbers = ['volume_solids', 'density', 'spread_rate', 'dry', 'recoat', 'cure', 'open_time', 'pot_life']

const flags = ['own_primer', 'own_seal', 'blocks_stains', 'needs_primer']
const said = (fact: Fact, value: Fact['value']) => {
  if (typeof value === 'boolean') return value ? 'yes' : 'no'
  if (typeof value !== 'number') return value
  return fact.name === 'spread_rate' ? rateToType(value) : toType(value)
}
const unitOf = (fact: Fact) => (fact.name === 'spread_rate' ? rateUnit() : fact.unit)

function edit(fact: Fact) {
  editing.value = fact.name
  text.value = said(fact, fact.value)?.toString() ?? ''
  wrong.value = ''
}

function readAs(name: string, value: string) {
  if (flags.includes(name)) return value === 'yes'
  const typed = numbers.includes(name) ? typedOrNothing(value) : value
  return name === 'spread_rate' && typeof typed === 'number' ? readRate(typed) : typed
}

async function set(fact: Fact, value: string | null) {
  try {
    const told = value === null ? null : readAs(fact.name, value)
    await change(optical.includes(fact.name) ? { [fact.name]: told } : { handling: { [fact.name]: told } })
    editing.value = undefined
    wrong.value = ''
  } catch (problem) {
    wrong.value = wordsOf(problem, 'It could not be changed.')
  }
}
/** Where a reason is said: at the first of what it is the reason of. */
const saidAt = (why: string) => tin.facts.findIndex((fact) => !fact.own && fact.why === why)
</script>

<template>
  <section aria-labelledby="facts-title">
    <h2 id="facts-title">How it is handled</h2>
    <dl>
      <div v-for="(fact, at) in tin.facts" :key="fact.name">
        <dt>{{ fact.title }}</dt>
        <dd>
          <form v-if="editing === fact.name" @submit.prevent="set(fact, text)">
            <BFormSelect v-if="fact.name === 'sheen'" v-model="text" :aria-label="fact.title">
              <option v-for="one in ['flat', 'matte', 'eggshell', 'satin', 'gloss']" :key="one" :value="one">
                {{ one }}
              </option>
            </BFormSelect>
            <BFormSelect v-else-if="flags.includes(fact.name)" v-model="text" :aria-label="fact.title">
              <option v-for="one in ['yes', 'no']" :key="one" :value="one">{{ one }}</option>
            </BFormSelect>
            <BFormInput v-else v-model="text" :aria-label="fact.title" maxlength="400" />
            <BButton type="submit" variant="outline-secondary" size="sm">Save what the label says</BButton>
          </form>
          <BButton v-else variant="plain" class="value" @click="edit(fact)">
            <b>{{ said(fact, fact.value) ?? 'no usual figure: what does the label say?' }}</b>
            {{ fact.value === null ? '' : unitOf(fact) }}
          </BButton>
          <small v-if="!fact.own" class="soft">{{ saidAt(fact.why) === at ? fact.why : '' }}</small>
          <small v-else>
            by its label<template v-if="fact.usual !== null">; usual {{ said(fact, fact.usual) }}</template>
            <BButton variant="plain" class="again" @click="set(fact, null)">Back to the usual figure</BButton>
          </small>
        </dd>
      </div>
    </dl>
    <RefusedLine :words="wrong" />
  </section>
</template>

<style scoped>
dl {
  margin: var(--space-s) 0 0;
}

dl div {
  display: grid;
  grid-template-columns: 128px 1fr;
  gap: var(--space-s);
  padding: var(--space-xs) 0;
  border-top: var(--line-thin) solid var(--line);
}

dt {
  font-weight: 400;
  color: var(--soft);
}

dd {
  margin: 0;
}

dd small {
  display: block;
}

form {
  display: flex;
  gap: var(--space-s);
}

.value {
  padding: 0;
  min-height: 26px;
  border: 0;
  background: none;
  color: var(--ink);
  text-align: left;
}

.value:hover b {
  text-decoration: underline;
}

.again {
  border: 0;
  background: none;
  color: var(--act);
  font-weight: 650;
}
</style>
