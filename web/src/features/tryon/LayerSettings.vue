<script setup lang="ts">
import { computed } from 'vue'

import type { Layer, Schemas } from '../../api/client'
import type { Laid } from './laid'
import { settingsOf, type Slide, ZONE_TITLES } from './settings'

/** What one layer is laid with, and how; every number begins from common practice. */
const { layer, number, kinds, patterns, colours, offered, zones, below } = defineProps<{
  layer: Layer
  number: number
  kinds: Schemas['LayerKindOut'][]
  patterns: Record<string, string>
  colours: Record<string, Laid>
  /** What belongs in this kind of layer. */
  offered: string[]
  zones: string[]
  below: string[]
}>()
const emit = defineEmits<{
  change: [layer: Layer]
  sliding: [now: boolean]
  remove: []
  copy: []
  move: [by: 1 | -1]
}>()
const kind = computed(() => kinds.find((one) => one.key === layer.kind))
const settings = computed(() => settingsOf(layer.kind))
/** What can be chosen, by group; what the layer has already stays among it, also if it is not of its kind. */
const choices = computed(() => {
  const found: Record<string, [string, string][]> = {}
  for (const key of new Set([...offered, ...layer.colours])) {
    const one = colours[key]
    if (one) (found[one.group] ??= []).push([key, one.name])
  }
  return found
})
const wants = computed(() => Math.max(layer.colours.length, kind.value?.least ?? 0))
const gilding = computed(() => layer.kind === 'metallic')
const addWords = computed(() =>
  wants.value > 0 ? 'one colour more' : gilding.value ? 'another leaf' : 'choose the pot',
)
const dropWords = computed(() => (wants.value > 1 ? 'one colour less' : gilding.value ? 'plain gold' : 'any pot'))

function set(part: Partial<Layer>) {
  emit('change', { ...layer, ...part })
}

function slide(one: Slide, event: Event) {
  emit('sliding', true)
  set({ [one.key]: Number((event.target as HTMLInputElement).value) })
}

function settle() {
  emit('sliding', false)
}

function colour(at: number, value: string) {
  const now = [...layer.colours]
  now[at] = value
  set({ colours: now })
}

function more() {
  const last = layer.colours.at(-1) ?? offered[0]
  if (last) set({ colours: [...layer.colours, last] })
}

function fewer() {
  set({ colours: layer.colours.slice(0, -1) })
}

function zone(name: string, on: boolean) {
  const all: string[] = layer.zones.length > 0 ? layer.zones : zones
  const now = on ? [...all, name] : all.filter((one) => one !== name)
  set({ zones: (now.length === zones.length ? [] : now) as Layer['zones'] })
}

const reaches = (name: string) => layer.zones.length === 0 || (layer.zones as string[]).includes(name)
const places: Record<string, string> = {
  everywhere: 'everywhere',
  recess: 'in recesses',
  high: 'on high points',
  edges: 'at edges',
  grain: 'in the grain',
}
</script>

<template>
  <section class="settings" :aria-label="`Layer ${(number + 1).toString()}: ${kind?.title ?? ''}`">
    <h2>{{ kind?.title }}</h2>
    <p class="soft">Usual: {{ kind?.why }}.</p>
    <label v-for="n in wants" :key="n"
      >{{ wants === 1 ? 'colour' : ['from', 'to', 'and'][n - 1] }}
      <select
        class="form-select"
        :value="layer.colours[n - 1] ?? ''"
        @change="colour(n - 1, ($event.target as HTMLSelectElement).value)"
      >
        <optgroup v-for="(ones, group) in choices" :key="group" :label="group">
          <option v-for="[key, name] in ones" :key="key" :value="key">{{ name }}</option>
        </optgroup>
      </select>
    </label>
    <div v-if="kind && kind.most > kind.least" class="acts">
      <button v-if="wants < kind.most" type="button" class="link" @click="more">{{ addWords }}</button>
      <button v-if="wants > kind.least" type="button" class="link" @click="fewer">{{ dropWords }}</button>
    </div>
    <label v-if="settings.pattern"
      >pattern
      <select
        class="form-select"
        :value="layer.pattern"
        @change="set({ pattern: ($event.target as HTMLSelectElement).value as Layer['pattern'] })"
      >
        <option v-for="(text, key) in patterns" :key="key" :value="key">{{ text }}</option>
      </select>
    </label>
    <label v-if="settings.place"
      >where
      <select
        class="form-select"
        :value="layer.place"
        @change="set({ place: ($event.target as HTMLSelectElement).value as Layer['place'] })"
      >
        <option v-for="(text, key) in places" :key="key" :value="key">{{ text }}</option>
      </select>
    </label>
    <label v-if="settings.downTo"
      >down to
      <select
        class="form-select"
        :value="layer.down_to"
        @change="set({ down_to: Number(($event.target as HTMLSelectElement).value) })"
      >
        <option v-for="(text, n) in below" :key="n" :value="n">{{ text }}</option>
      </select>
    </label>
    <label v-for="one in settings.slides" :key="one.key" class="slide"
      ><span>{{ one.title }}</span>
      <input
        class="form-range"
        type="range"
        :min="one.min"
        :max="one.max"
        :step="one.step"
        :value="layer[one.key] ?? one.min"
        :aria-valuetext="one.say(Number(layer[one.key] ?? one.min))"
        @input="slide(one, $event)"
        @change="settle"
        @blur="settle"
      />
      <small>{{ one.say(Number(layer[one.key] ?? one.min)) }}</small>
    </label>
    <fieldset>
      <legend>on</legend>
      <label v-for="name in zones" :key="name" class="tick"
        ><input
          type="checkbox"
          class="form-check-input"
          :checked="reaches(name)"
          @change="zone(name, ($event.target as HTMLInputElement).checked)"
        />
        {{ ZONE_TITLES[name] ?? name }}</label
      >
    </fieldset>
    <div class="acts">
      <button type="button" class="link" @click="emit('move', 1)">later</button>
      <button type="button" class="link" @click="emit('move', -1)">earlier</button>
      <button type="button" class="link" @click="emit('copy')">lay it twice</button>
      <button type="button" class="link" @click="emit('remove')">take it away</button>
    </div>
  </section>
</template>

<style scoped>
.settings {
  display: grid;
  gap: 8px;
}

h2 {
  font-size: 1.05rem;
}

p {
  margin: 0;
  font-size: 0.9rem;
}

label {
  display: grid;
  font-size: 0.9rem;
}

.slide {
  grid-template-columns: 1fr auto;
}

.slide input {
  grid-column: 1 / -1;
  grid-row: 2;
}

fieldset {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 14px;
}

legend {
  font-size: 0.9rem;
  margin: 0;
}

.tick {
  display: flex;
  gap: 6px;
  align-items: center;
  min-height: 28px;
}

.acts {
  display: flex;
  gap: 16px;
}

.link {
  border: 0;
  padding: 0;
  min-height: 30px;
  background: none;
  color: var(--act);
  font-weight: 650;
}
</style>
