<script setup lang="ts">
import { computed } from 'vue'

import FoldOut from '../../../shared/FoldOut.vue'
import LengthInput from '../../../shared/LengthInput.vue'
import NumberInput from '../../../shared/NumberInput.vue'
import type { Schemas } from '../../../api/client'
import { isCutFromSheets, type Layout } from './layouts'

/** How a pattern is laid: its size and repeat, over what, from where, what is spared, how it ends, from which sheets. */
const { layout, book, kind } = defineProps<{
  layout: Layout
  kind: string
  book: Schemas['PatternBookOut'] | undefined
}>()
const emit = defineEmits<{ set: [part: Partial<Layout>] }>()
const repeated = computed(() => layout.arrange === 'all_over')
const cut = computed(() => isCutFromSheets(kind))
const stencil = computed(() => kind === 'stencil' || kind === 'raised')
const set = (part: Partial<Layout>) => {
  emit('set', part)
}

/** Fields that are lengths, by where they stand. */
interface Field {
  key:
    'repeat_x' | 'repeat_y' | 'overhang' | 'margin' | 'sheet_width' | 'sheet_height' | 'border' | 'ends_width'
  title: string
  most: number
}
const size = computed((): Field[] =>
  repeated.value || layout.arrange === 'row'
    ? [
        { key: 'repeat_x', title: 'repeat across, 0 for its own', most: 3 },
        { key: 'repeat_y', title: 'repeat down, 0 for its own', most: 3 },
      ]
    : [{ key: 'margin', title: 'from the edge', most: 1 }],
)
const sheets: Field[] = [
  { key: 'sheet_width', title: 'a sheet is wide, 0 for the motif', most: 5 },
  { key: 'sheet_height', title: 'and high; a roll its length', most: 50 },
  { key: 'border', title: 'border to trim, or margin to cut', most: 0.2 },
]
const FROM_ACROSS = { left: 'the left', centre: 'the middle', right: 'the right' }
const FROM_DOWN = { top: 'the top', centre: 'the middle', bottom: 'the foot' }
const MIRRORED = { no: 'all one way', across: 'every second column', down: 'every second row', both: 'both' }
const ENDS = { cut: 'cut off', feathered: 'feathered', torn: 'torn' }
const SIDES = { left: 'the left', right: 'the right', top: 'the top', bottom: 'the foot' }
</script>

<template>
  <div class="fields">
    <label
      >{{ layout.motif === 'text' ? 'capitals are high' : 'a motif is wide' }}
      <LengthInput
        :metres="layout.motif === 'text' ? layout.height || layout.width : layout.width"
        :least="0.003"
        :most="3"
        @keep="set(layout.motif === 'text' ? { height: $event } : { width: $event })"
      />
    </label>
    <label
      >arranged
      <BFormSelect
        :model-value="layout.arrange"
        @update:model-value="set({ arrange: $event as Layout['arrange'], singles: [] })"
      >
        <option v-for="(title, key) in book?.arranged" :key="key" :value="key">{{ title }}</option>
      </BFormSelect>
    </label>
    <label
      >over
      <BFormSelect :model-value="layout.span" @update:model-value="set({ span: $event as Layout['span'] })">
        <option v-for="(title, key) in book?.spans" :key="key" :value="key">{{ title }}</option>
      </BFormSelect>
    </label>
    <div class="pair">
      <label
        >from
        <BFormSelect
          :model-value="layout.across"
          @update:model-value="set({ across: $event as Layout['across'], shift_x: 0 })"
        >
          <option v-for="(title, key) in FROM_ACROSS" :key="key" :value="key">{{ title }}</option>
        </BFormSelect>
      </label>
      <label
        >and
        <BFormSelect
          :model-value="layout.down"
          @update:model-value="set({ down: $event as Layout['down'], shift_y: 0 })"
        >
          <option v-for="(title, key) in FROM_DOWN" :key="key" :value="key">{{ title }}</option>
        </BFormSelect>
      </label>
    </div>
    <BFormCheckbox
      v-if="repeated"
      :model-value="layout.whole"
      @update:model-value="set({ whole: $event === true })"
      >whole repeats only</BFormCheckbox
    >
    <BFormCheckbox
      v-if="repeated"
      :model-value="layout.half_drop"
      @update:model-value="set({ half_drop: $event === true })"
      >every second column half a repeat lower</BFormCheckbox
    >
    <BFormCheckbox
      :model-value="layout.spared >= 0"
      @update:model-value="set({ spared: $event === true ? 0.008 : -1 })"
      >spare handles and labels</BFormCheckbox
    >
    <FoldOut title="repeat, turn, sheet">
      <div class="more">
        <label v-for="one in size" :key="one.key"
          >{{ one.title }}
          <LengthInput
            :metres="layout[one.key]"
            :least="0"
            :most="one.most"
            @keep="set({ [one.key]: $event })"
          />
        </label>
        <label v-if="layout.arrange === 'corners'"
          >wedges between corners
          <BFormSelect
            :model-value="layout.wedges"
            @update:model-value="set({ wedges: Number($event) as Layout['wedges'] })"
          >
            <option :value="0">none</option>
            <option :value="2">above and below</option>
            <option :value="4">on all sides</option>
          </BFormSelect>
        </label>
        <label
          >turned, in degrees
          <NumberInput :value="layout.turn" :least="-360" :most="360" @keep="set({ turn: $event })" />
        </label>
        <label
          >mirrored
          <BFormSelect
            :model-value="layout.mirrored"
            @update:model-value="set({ mirrored: $event as Layout['mirrored'] })"
          >
            <option v-for="(title, key) in MIRRORED" :key="key" :value="key">{{ title }}</option>
          </BFormSelect>
        </label>
        <div v-if="repeated && stencil" class="pair">
          <label
            >columns in a sheet
            <NumberInput
              whole
              :value="layout.columns"
              :least="1"
              :most="60"
              @keep="set({ columns: $event })"
            />
          </label>
          <label
            >rows
            <NumberInput whole :value="layout.rows" :least="1" :most="60" @keep="set({ rows: $event })" />
          </label>
        </div>
        <template v-if="stencil">
          <BFormCheckbox :model-value="layout.mesh" @update:model-value="set({ mesh: $event === true })"
            >a mesh that sticks by itself: ten washes</BFormCheckbox
          >
          <label v-if="layout.mesh"
            >washes it has had
            <NumberInput whole :value="layout.used" :least="0" :most="1000" @keep="set({ used: $event })" />
          </label>
        </template>
      </div>
    </FoldOut>
    <FoldOut title="edges and ends">
      <div class="more">
        <label
          >past the edges by
          <LengthInput :metres="layout.overhang" :least="0" :most="0.5" @keep="set({ overhang: $event })" />
        </label>
        <label
          >covers, in percent
          <NumberInput
            :value="Math.round(100 * layout.reach)"
            :least="5"
            :most="100"
            @keep="set({ reach: $event / 100 })"
          />
        </label>
        <label v-if="layout.reach < 1"
          >from
          <BFormSelect
            :model-value="layout.reach_from"
            @update:model-value="set({ reach_from: $event as Layout['reach_from'] })"
          >
            <option v-for="(title, key) in SIDES" :key="key" :value="key">{{ title }}</option>
          </BFormSelect>
        </label>
        <label
          >its ends
          <BFormSelect
            :model-value="layout.ends"
            @update:model-value="set({ ends: $event as Layout['ends'] })"
          >
            <option v-for="(title, key) in ENDS" :key="key" :value="key">{{ title }}</option>
          </BFormSelect>
        </label>
        <label
          >of the motifs, at the foot, in percent
          <NumberInput
            :value="Math.round(100 * layout.fade_to)"
            :least="0"
            :most="100"
            @keep="set({ fade_to: $event / 100 })"
          />
        </label>
      </div>
    </FoldOut>
    <FoldOut v-if="cut" title="sheets">
      <div class="more">
        <label v-for="one in sheets" :key="one.key"
          >{{ one.title }}
          <LengthInput
            :metres="layout[one.key]"
            :least="0"
            :most="one.most"
            @keep="set({ [one.key]: $event })"
          />
        </label>
        <label
          >sheets at hand, 0 if not counted
          <NumberInput whole :value="layout.sheets" :least="0" :most="500" @keep="set({ sheets: $event })" />
        </label>
      </div>
    </FoldOut>
  </div>
</template>

<style scoped>
.fields,
.more {
  display: grid;
  gap: var(--space-s);
}

.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: var(--space-s);
}

label {
  display: grid;
  font-size: var(--type-small);
}
</style>
