<script setup lang="ts">
import { computed, ref } from 'vue'

import type { StyleName } from '../../api/client'
import { useJob } from '../../shared/useJob'
import { usePicture } from '../../shared/usePicture'
import { usePixels } from '../../shared/usePixels'
import JugSlot from './JugSlot.vue'
import { useFinish } from './useFinish'

const { id, job } = useJob()
const stage = ref<HTMLElement>()
const { draft, change, sketching, lacking, url, way } = useFinish(id, job, usePixels(stage))
const { src, wrong } = usePicture(url)

const styles: { name: StyleName; title: string }[] = [
  { name: 'bare', title: 'Bare' },
  { name: 'plain', title: 'Plain' },
  { name: 'blend', title: 'Light centre' },
  { name: 'ombre', title: 'Ombre' },
]
const mixes = computed(() => job.value?.mixes ?? [])
const two = computed(() => draft.value?.style === 'blend' || draft.value?.style === 'ombre')
const names = computed(() =>
  draft.value?.style === 'ombre' ? ['At the top', 'At the foot'] : ['Outside', 'In the centre'],
)
const said = computed(() => styles.find((style) => style.name === draft.value?.style)?.title ?? '')

function slide(event: Event) {
  sketching.value = true
  change({ width: Number((event.target as HTMLInputElement).value) / 100 })
}

function settle() {
  sketching.value = false
}
</script>

<template>
  <div class="place">
    <div class="ask">
      <h1>How will it look?</h1>
      <fieldset class="styles">
        <legend class="visually-hidden">Finish</legend>
        <label v-for="style in styles" :key="style.name" :class="{ on: draft?.style === style.name }">
          <input
            class="visually-hidden"
            type="radio"
            name="style"
            :value="style.name"
            :checked="draft?.style === style.name"
            @change="change({ style: style.name })"
          />
          {{ style.title }}
        </label>
      </fieldset>
    </div>
    <div ref="stage" class="mat stage">
      <img v-if="src" :src="src" :alt="`The ${job?.name ?? 'piece'}: ${said}`" data-preview />
      <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    </div>
    <div v-if="draft" class="tools">
      <p v-if="lacking" class="lacking" role="status">{{ lacking }}</p>
      <p v-if="draft.style === 'bare'">The bare wood. Choose a finish above to dress it in your jugs.</p>
      <JugSlot
        v-else
        :label="two ? (names[0] ?? '') : 'Paint'"
        :mixes="mixes"
        :model-value="draft.first_id"
        @update:model-value="change({ first_id: $event })"
      />
      <template v-if="two">
        <JugSlot
          :label="names[1] ?? ''"
          :mixes="mixes"
          :model-value="draft.second_id"
          @update:model-value="change({ second_id: $event })"
        />
        <div class="slider">
          <label for="width">How wide they run into each other</label>
          <input
            id="width"
            class="form-range"
            type="range"
            min="0"
            max="100"
            :value="Math.round((draft.width ?? 0.6) * 100)"
            :aria-valuetext="`${Math.round((draft.width ?? 0.6) * 100)} percent`"
            @input="slide"
            @change="settle"
            @blur="settle"
          />
        </div>
        <div v-if="way" class="way">
          <div class="mat steps">
            <span v-for="(step, at) in way.steps" :key="at" :style="{ background: step }" />
          </div>
          <p>
            <b>{{ way.muddy ? 'It turns muddy on the way.' : 'It stays clean on the way.' }}</b>
            {{ way.length.toFixed(0) }} from end to end{{
              way.length < 12 ? ': a quiet blend' : way.length > 40 ? ': far apart, blend slowly' : ''
            }}.
          </p>
        </div>
      </template>
    </div>
  </div>
</template>

<style scoped>
.place {
  height: 100%;
  display: grid;
  grid-template: auto minmax(0, 1fr) / minmax(0, 1fr) 240px;
  gap: 12px 18px;
}

.ask {
  grid-column: 1 / -1;
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  align-items: center;
  gap: 8px 16px;
}

.styles {
  display: flex;
  border: 1.5px solid #767676;
  border-radius: 20px;
  overflow: hidden;
  background: var(--sheet);
}

.styles label {
  padding: 9px 16px;
  cursor: pointer;
  white-space: nowrap;
}

.styles label.on {
  background: var(--ink);
  color: var(--sheet);
  font-weight: 650;
}

.styles label:has(:focus-visible) {
  box-shadow: inset 0 0 0 3px var(--act);
}

.stage {
  position: relative;
  min-height: 0;
  display: grid;
  place-items: center;
  overflow: hidden;
}

.stage img {
  width: 100%;
  height: 100%;
  object-fit: contain;
}

.stage .wrong {
  position: absolute;
}

.tools {
  display: flex;
  flex-direction: column;
  gap: 16px;
  overflow: auto;
  padding: 2px;
}

.tools p {
  margin: 0;
}

.lacking {
  font-weight: 650;
  border-left: 5px solid var(--ink);
  padding-left: 10px;
}

.slider label {
  font: 700 1.02rem var(--said);
}

.steps {
  display: flex;
  padding: 12px;
  margin-bottom: 8px;
}

.steps span {
  flex: 1;
  height: 52px;
}

@media (max-width: 860px) {
  .place {
    display: flex;
    flex-direction: column;
    height: auto;
  }

  .stage {
    aspect-ratio: 3 / 2.4;
  }

  .stage img {
    object-fit: cover;
  }

  .styles label {
    padding: 9px 11px;
  }
}
</style>
