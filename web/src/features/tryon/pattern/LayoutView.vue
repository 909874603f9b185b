<script setup lang="ts">
import { computed, onMounted, ref, toRef, useTemplateRef } from 'vue'

import type { Layer, Schemas } from '../../../api/client'
import { wordsOf } from '../../../api/reach'
import { preferences } from '../../../shared/preferences'
import { sayLength } from '../../../shared/say/lengths'
import { useKeys } from '../../../shared/useKeys'
import RefusedLine from '../../../shared/RefusedLine.vue'
import CutMotif from './CutMotif.vue'
import { isCutFromSheets, type Layout, moved, shifted, withLayout } from './layouts'
import LayoutNumbers from './LayoutNumbers.vue'
import LayoutParts from './LayoutParts.vue'
import LayoutSettings from './LayoutSettings.vue'
import FactList from './FactList.vue'
import LayoutStage from './LayoutStage.vue'
import MotifChoice from './MotifChoice.vue'
import { useLayout, useMotifs, usePatternBook } from './useLayout'

/** A layer's pattern laid out on the piece: what fits, what is spared, what is laid next. */
const { job, piece, layers, number, title } = defineProps<{
  job: Schemas['JobWholeOut']
  piece: Schemas['PieceOut']
  layers: Layer[]
  number: number
  title: string
}>()
const emit = defineEmits<{ change: [layers: Layer[]]; close: [] }>()
const stage = useTemplateRef('stage')
const size = computed(() => stage.value?.size)
const { data: book } = usePatternBook()
const { data: motifs } = useMotifs(computed(() => job.id))
const at = toRef(() => number)
const { laid, error, dragging, raking, src, wrong } = useLayout(
  toRef(() => piece),
  toRef(() => layers),
  at,
  size,
)
const layer = computed(() => layers[number])
const layout = computed(() => layer.value?.layout ?? laid.value?.layout)
/** What is shown: where it lies by the last answer, with what was changed since. */
const shown = computed(() =>
  laid.value && layout.value ? { ...laid.value, layout: layout.value } : undefined,
)
/** As it lies, where what was asked for is larger than every face. */
const shrunk = computed(() => {
  const [asked, lies] = [layer.value?.layout?.width, laid.value?.layout.width]
  return asked !== undefined && lies !== undefined && lies < asked ? { width: lies } : undefined
})
const cutting = ref(false)
const head = useTemplateRef('head')
onMounted(() => {
  head.value?.scrollIntoView({ block: 'end' })
})
const chosen = ref<number>()
/** Whether it is being laid by now, sheet after sheet. */
const laying = ref((layers[number]?.layout?.placed ?? 0) > 0)
const next = computed(() => {
  const done = layout.value?.placed ?? 0
  return done < (laid.value?.positions.length ?? 0) ? done + 1 : undefined
})

function keep(now: Layout) {
  emit('change', withLayout(layers, number, now))
}

/** What is laid already is laid: a layout that is changed begins anew. */
function set(part: Partial<Layout>) {
  if (layout.value) keep({ ...layout.value, placed: 0, ...part })
}

const prints = computed((): Record<string, string> => {
  if (piece.look_id === null) return {}
  const base = `/api/pieces/${piece.id.toString()}`
  const query = `layer=${number.toString()}&unit=${preferences.value.unit}`
  const found: Record<string, string> = { 'Print at true size': `${base}/layout.pdf?${query}` }
  if (['stencil', 'raised', 'lettering'].includes(layer.value?.kind ?? ''))
    found['Stencil for a cutter (SVG)'] = `${base}/stencil.svg?${query}`
  found['Layout as a file'] = `${base}/layout.json?${query}`
  return found
})

const wrongFile = ref('')
async function open(event: Event) {
  const file = (event.target as HTMLInputElement).files?.[0]
  if (!file) return
  wrongFile.value = ''
  try {
    const read = JSON.parse(await file.text()) as { layout?: Layout }
    if (!read.layout) throw new Error(`${file.name} is not a layout.`)
    keep({ ...read.layout, placed: 0 })
  } catch (problem) {
    wrongFile.value =
      problem instanceof SyntaxError ? `${file.name} is not a layout: it is no JSON.` : wordsOf(problem)
  }
}

useKeys((event) => {
  if (event.key !== 'Escape') return false
  emit('close')
  return true
})
</script>

<template>
  <div class="layout">
    <div ref="head" class="head">
      <h1>Where does it go?</h1>
      <span class="soft">{{ title }} on {{ piece.name }}</span>
      <BFormCheckbox v-model="raking" class="raking">by raking light</BFormCheckbox>
      <BButton variant="outline-secondary" @click="emit('close')">Back to the look</BButton>
    </div>
    <LayoutStage
      v-if="shown"
      ref="stage"
      :laid="shown"
      :src="src"
      :wrong="wrong"
      :next="laying ? next : undefined"
      :chosen="chosen"
      @shift="layout && set(shifted(layout, $event))"
      @move="(one, by) => layout && set(moved(layout, one, by))"
      @choose="chosen = $event"
      @dragging="dragging = $event"
    />
    <p v-else-if="!error" role="status" class="mat waiting">Laying it out…</p>
    <div v-else class="mat waiting" />
    <div class="side">
      <RefusedLine :words="error ? wordsOf(error) : ''" />
      <p v-if="shrunk" role="status">
        Shrunk to fit the largest face: {{ sayLength(shrunk.width) }} wide.
        <BButton variant="plain" class="link" @click="set({ width: shrunk.width })">keep it so</BButton>
      </p>
      <BButtonGroup class="parts" aria-label="What is worked on">
        <BButton variant="plain" :aria-pressed="!laying" @click="laying = false">the layout</BButton>
        <BButton variant="plain" :aria-pressed="laying" @click="laying = true">what next</BButton>
      </BButtonGroup>
      <LayoutNumbers
        v-if="laying && shown && !error"
        :laid="shown"
        :prints="prints"
        :bench="{ name: 'lay', params: { job: job.id, piece: piece.id, layer: number } }"
        @placed="layout && keep({ ...layout, placed: $event })"
      />
      <template v-else-if="layout && layer">
        <MotifChoice
          :layout="layout"
          :motifs="motifs ?? []"
          :book="book"
          :kind="layer.kind"
          @set="set"
          @cut="cutting = true"
        />
        <LayoutSettings :layout="layout" :book="book" :kind="layer.kind" @set="set" />
        <template v-if="shown && !error">
          <ul v-if="shown.says.length > 0" class="says" aria-label="Worth knowing">
            <li v-for="one in shown.says" :key="one">{{ one }}</li>
          </ul>
          <FactList aria-label="What it takes" :facts="shown.numbers" />
        </template>
        <LayoutParts v-if="shown" :laid="shown" :chosen="chosen" @set="set" @choose="chosen = $event" />
        <label class="file"
          >a layout from a file
          <input type="file" class="form-control form-control-sm" accept=".json" @change="open" />
        </label>
        <p v-if="wrongFile" role="alert" class="wrong">{{ wrongFile }}</p>
      </template>
    </div>
    <CutMotif
      v-if="cutting"
      v-model="cutting"
      :job="job"
      :rights="book?.rights ?? ''"
      :printed="isCutFromSheets(layer?.kind)"
      @made="set({ motif: $event, texts: [], singles: [] })"
    />
  </div>
</template>

<style scoped>
.layout {
  height: 100%;
  display: grid;
  grid-template: auto minmax(0, 1fr) / minmax(0, 1fr) var(--side);
  gap: var(--space-m) var(--space-l);
}

.head {
  grid-column: 1 / -1;
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: var(--space-s) var(--space-l);
}

.raking {
  margin-left: auto;
}

.side {
  display: flex;
  flex-direction: column;
  gap: var(--space-m);
  overflow: auto;
  padding: var(--space-hair);
}

.parts {
  display: flex;
  border: var(--line-firm) solid var(--edge);
  border-radius: var(--round-pill);
  overflow: hidden;
  background: var(--sheet);
  flex: none;
}

.parts button {
  flex: 1;
  min-height: 36px;
  border: 0;
  border-radius: 0;
  background: none;
  color: var(--ink);
}

.parts button[aria-pressed='true'] {
  background: var(--ink);
  color: var(--sheet);
  font-weight: 650;
}

.says {
  margin: 0;
  padding-left: 1.2em;
  font-size: var(--type-small);
}

.waiting {
  display: grid;
  place-items: center;
  margin: 0;
  min-height: 200px;
}

.file {
  display: grid;
  font-size: var(--type-small);
}

@media (max-width: 860px) {
  .layout {
    display: flex;
    flex-direction: column;
    height: auto;
  }

  .raking {
    margin: 0;
  }
}
</style>
