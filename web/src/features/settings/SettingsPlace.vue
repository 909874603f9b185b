<script setup lang="ts">
import { computed } from 'vue'

import type { Schemas } from '../../api/client'
import PlainNetwork from '../../shared/PlainNetwork.vue'
import KeptInput from '../../shared/KeptInput.vue'
import MyWays from '../../shared/MyWays.vue'
import UnitChoice from '../../shared/UnitChoice.vue'
import { useLights } from '../../shared/useJob'
import { useSettings } from '../../shared/useSettings'
import BinList from './BinList.vue'
import BringIn from '../jobs/BringIn.vue'
import { KEYS } from '../../shared/useKeys'
import SettingChoice from './SettingChoice.vue'
import WorkshopDevices from './WorkshopDevices.vue'

type LabelNames = Schemas['SettingsOut']['label_names']

/** What is set once for all work: how things are said and printed, lights, schools, how the program behaves; what is kept. */
const { settings, set } = useSettings()
const { data: lights } = useLights()
const lightOptions = computed(() => (lights.value ?? []).map((one) => ({ value: one.name, text: one.title })))
type Option<Key extends string> = { value: Key; text: string }
/** What goes with the unit of amounts until something else is chosen. */
const auto = (words: string): Option<''> => ({ value: '', text: `goes with the amounts: ${words}` })
const lengths = computed((): Option<'' | 'cm' | 'in'>[] => [
  auto(settings.value?.length_unit === 'in' ? 'inches' : 'centimetres'),
  { value: 'cm', text: 'centimetres, m²' },
  { value: 'in', text: 'inches, sq ft' },
])
const temperatures = computed((): Option<'' | 'C' | 'F'>[] => [
  auto(`°${settings.value?.temperature_unit ?? 'C'}`),
  { value: 'C', text: '°C' },
  { value: 'F', text: '°F' },
])
const papers = computed((): Option<'' | 'A4' | 'Letter'>[] => [
  auto(settings.value?.page ?? 'A4'),
  { value: 'A4', text: 'A4' },
  { value: 'Letter', text: 'Letter' },
])
const NUMBERS: Option<'point' | 'comma'>[] = [
  { value: 'point', text: '12.5' },
  { value: 'comma', text: '12,5' },
]
const labels = computed(() =>
  (settings.value?.label_choices ?? []).map(({ key, title }) => ({ value: key as LabelNames, text: title })),
)
</script>

<template>
  <div class="place">
    <h1>How do I work?</h1>
    <p v-if="!settings" role="status">Opening the settings…</p>
    <div v-else class="parts">
      <section aria-labelledby="said-title">
        <h2 id="said-title">How things are said</h2>
        <label><span>Amounts</span><UnitChoice aria-label="Amounts" /></label>
        <SettingChoice
          title="Lengths and areas"
          :options="lengths"
          :value="settings.length"
          @choose="set({ length: $event })"
        />
        <SettingChoice
          title="Temperatures"
          :options="temperatures"
          :value="settings.temperature"
          @choose="set({ temperature: $event })"
        />
        <SettingChoice
          title="Numbers"
          :options="NUMBERS"
          :value="settings.numbers"
          @choose="set({ numbers: $event })"
        />
        <label
          ><span>Written beside money</span
          ><KeptInput
            maxlength="8"
            placeholder="€, $, £"
            :value="settings.currency"
            @keep="set({ currency: $event })"
        /></label>
        <p class="soft">
          What you type is understood in any unit: 36 in, 1 1/2 cups, 16 fl oz, 250 ml. Without one it is
          taken in yours.
        </p>
        <h2>Paper</h2>
        <SettingChoice
          title="Printed on"
          :options="papers"
          :value="settings.paper"
          @choose="set({ paper: $event })"
        />
        <SettingChoice
          title="Lid labels name"
          :options="labels"
          :value="settings.label_names"
          @choose="set({ label_names: $event })"
        />
        <h2>Light of a new job</h2>
        <SettingChoice
          title="In the workshop"
          :options="lightOptions"
          :value="settings.workshop_light"
          @choose="set({ workshop_light: $event })"
        />
        <SettingChoice
          title="Where the piece will stand"
          :options="lightOptions"
          :value="settings.room_light"
          @choose="set({ room_light: $event })"
        />
      </section>
      <section aria-labelledby="ways-title">
        <h2 id="ways-title">My ways</h2>
        <MyWays />
      </section>
      <section aria-labelledby="behaves-title">
        <h2 id="behaves-title">How it behaves</h2>
        <BFormCheckbox
          switch
          :model-value="settings.sound"
          @update:model-value="set({ sound: $event === true })"
          >A timer is heard</BFormCheckbox
        >
        <BFormCheckbox
          switch
          :model-value="settings.motion"
          @update:model-value="set({ motion: $event === true })"
          >Things move a little</BFormCheckbox
        >
        <BFormCheckbox
          switch
          :model-value="settings.keys"
          @update:model-value="set({ keys: $event === true })"
          >Single keys do something</BFormCheckbox
        >
        <PlainNetwork />
        <dl :class="{ off: !settings.keys }">
          <div v-for="one in KEYS" :key="one.keys">
            <dt>
              <kbd>{{ one.keys }}</kbd>
            </dt>
            <dd>{{ one.words }}</dd>
          </div>
        </dl>
        <h2>Kept safe</h2>
        <p class="soft">
          The database is copied every day by itself, the last fourteen copies are kept in the data folder.
          They help against a slip, not against a lost machine: keep an archive elsewhere, too.
        </p>
        <div class="acts">
          <a href="/api/archive" download class="btn btn-outline-secondary">Everything as one file</a>
          <BringIn all />
        </div>
        <h2>Devices of the workshop</h2>
        <WorkshopDevices />
      </section>
      <section aria-labelledby="bin-title">
        <h2 id="bin-title">The bin</h2>
        <BinList />
      </section>
    </div>
  </div>
</template>

<style scoped>
.place {
  display: grid;
  gap: var(--space-l);
  align-content: start;
}

.parts {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(300px, 1fr));
  gap: var(--space-xl) var(--space-xxl);
  align-items: start;
}

section {
  display: grid;
  gap: var(--space-m);
}

section h2:not(:first-child) {
  margin-top: var(--space-m);
}

label span {
  display: block;
  font-size: var(--type-small);
}

p {
  margin: 0;
}

.acts {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-s);
}

dl {
  margin: 0;
  display: grid;
  gap: var(--space-xs);
}

dl.off {
  text-decoration: line-through;
}

dl div {
  display: grid;
  grid-template-columns: 96px 1fr;
  gap: var(--space-s);
}

dd {
  margin: 0;
}

kbd {
  background: var(--ink);
  color: var(--sheet);
}
</style>
