<script setup lang="ts">
import { computed, ref } from 'vue'

import FoldOut from '../../../shared/FoldOut.vue'
import LengthInput from '../../../shared/LengthInput.vue'
import NumberInput from '../../../shared/NumberInput.vue'
import PickOne from '../../../shared/PickOne.vue'
import { byHand, changedSingle, type Laid, type Layout } from './layouts'

/** What is otherwise on single parts: motifs put by hand, what does not line up, what is spared. */
const { laid, chosen } = defineProps<{ laid: Laid; chosen: number | undefined }>()
const emit = defineEmits<{ set: [part: Partial<Layout>]; choose: [at: number | undefined] }>()
const layout = computed(() => laid.layout)
const parts = computed(() => [...new Set(laid.faces.filter((one) => !one.bare).map((one) => one.part))])
const single = computed(() => (chosen === undefined ? undefined : layout.value.singles[chosen]))
const few = computed(() => laid.positions.length <= 400)
const open = ref(false)
const sizeOf = (part: string) => laid.faces.find((one) => one.part === part && !one.bare)

function change(part: Partial<NonNullable<typeof single.value>>) {
  if (chosen === undefined) return
  emit('set', { singles: changedSingle(layout.value, chosen, (one) => ({ ...one, ...part })).singles })
}

function add(part: string) {
  const face = sizeOf(part)
  if (!face) return
  const one = {
    part,
    x: face.w / 2,
    y: face.h / 2,
    turn: 0,
    size: 1,
    mirrored: false,
    text: '',
    pinned: true,
  }
  emit('set', { singles: [...layout.value.singles, one] })
  emit('choose', layout.value.singles.length)
}

function remove() {
  emit('set', { singles: layout.value.singles.filter((_, n) => n !== chosen) })
  emit('choose', undefined)
}

function offset(part: string) {
  emit('set', { offsets: [...layout.value.offsets.filter((one) => one.part !== part), { part, x: 0, y: 0 }] })
}

function spare(part: string) {
  const face = sizeOf(part)
  if (!face) return
  const one = { part, x: face.w / 2 - 0.01, y: face.h / 2 - 0.015, w: 0.02, h: 0.03, why: 'keyhole' }
  emit('set', { spares: [...layout.value.spares, one] })
}
const changed = <T,>(list: T[], at: number, part: Partial<T>) =>
  list.map((one, n) => (n === at ? { ...one, ...part } : one))
const SIDES = [
  ['x', 'from its left'],
  ['y', 'from its top'],
  ['w', 'wide'],
  ['h', 'high'],
] as const
</script>

<template>
  <FoldOut v-model:open="open" title="single motifs and parts">
    <div class="parts">
      <template v-if="layout.singles.length > 0">
        <p class="soft">
          Drag a ring, or move it with the arrow keys. {{ layout.singles.length }} are put by hand.
        </p>
        <div v-if="single" class="one">
          <label
            >turned, in degrees
            <NumberInput :value="single.turn" :least="-360" :most="360" @keep="change({ turn: $event })" />
          </label>
          <label
            >size, in percent
            <NumberInput
              :value="Math.round(100 * single.size)"
              :least="10"
              :most="1000"
              @keep="change({ size: $event / 100 })"
            />
          </label>
          <BFormCheckbox
            :model-value="single.mirrored"
            @update:model-value="change({ mirrored: $event === true })"
            >mirrored</BFormCheckbox
          >
          <BButton variant="plain" class="link" @click="remove">Remove this motif</BButton>
        </div>
        <PickOne aria-label="Add a motif on a part" @pick="add">
          <option value="">Add a motif on…</option>
          <option v-for="part in parts" :key="part" :value="part">{{ part }}</option>
        </PickOne>
        <BButton variant="plain" class="link" @click="emit('set', { singles: [] })"
          >Lay them by the rule again</BButton
        >
      </template>
      <BButton
        v-else-if="few && laid.positions.length > 0"
        variant="outline-secondary"
        size="sm"
        @click="emit('set', byHand(laid))"
        >Move them one by one</BButton
      >
      <div v-for="(one, n) in layout.offsets" :key="`o${one.part}`" class="one">
        <b>{{ one.part }}: does not line up</b>
        <label
          >to the right by
          <LengthInput
            fine
            :metres="one.x"
            :least="-0.5"
            :most="0.5"
            @keep="emit('set', { offsets: changed(layout.offsets, n, { x: $event }) })"
          />
        </label>
        <label
          >down by
          <LengthInput
            fine
            :metres="one.y"
            :least="-0.5"
            :most="0.5"
            @keep="emit('set', { offsets: changed(layout.offsets, n, { y: $event }) })"
          />
        </label>
        <BButton
          variant="plain"
          class="link"
          @click="emit('set', { offsets: layout.offsets.filter((other) => other.part !== one.part) })"
          >Remove</BButton
        >
      </div>
      <PickOne aria-label="A part that does not line up" @pick="offset">
        <option value="">A part does not line up…</option>
        <option v-for="part in parts" :key="part" :value="part">{{ part }}</option>
      </PickOne>
      <div v-for="(one, n) in layout.spares" :key="`s${n}`" class="one">
        <b>{{ one.part }}: {{ one.why }} spared</b>
        <label v-for="[side, title] in SIDES" :key="side"
          >{{ title }}
          <LengthInput
            fine
            :metres="one[side]"
            :least="side === 'w' || side === 'h' ? 0.001 : -1"
            :most="3"
            @keep="emit('set', { spares: changed(layout.spares, n, { [side]: $event }) })"
          />
        </label>
        <BButton
          variant="plain"
          class="link"
          @click="emit('set', { spares: layout.spares.filter((_, k) => k !== n) })"
          >Remove</BButton
        >
      </div>
      <PickOne aria-label="Spare a keyhole or a hinge" @pick="spare">
        <option value="">Spare a keyhole or a hinge…</option>
        <option v-for="part in parts" :key="part" :value="part">{{ part }}</option>
      </PickOne>
    </div>
  </FoldOut>
</template>

<style scoped>
.parts,
.one {
  display: grid;
  gap: var(--space-s);
}

.one {
  padding: var(--space-s);
  border-radius: var(--round-m);
  background: var(--sheet);
}

label {
  display: grid;
  font-size: var(--type-small);
}

p {
  margin: 0;
  font-size: var(--type-small);
}
</style>
