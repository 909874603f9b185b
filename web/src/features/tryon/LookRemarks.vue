<script setup lang="ts">
import { computed, ref } from 'vue'

import type { Layer, Schemas } from '../../api/client'
import { sayArea } from '../../shared/say/lengths'
import DifferenceKey from '../../shared/DifferenceKey.vue'
import FoldOut from '../../shared/FoldOut.vue'
import MishapList from '../../shared/MishapList.vue'
import { useSettings } from '../../shared/useSettings'
import MyWays from '../../shared/MyWays.vue'
import { sayDifference } from '../../shared/say/numbers'

/** What is to be known of the look before a brush is wet, the gravest first; each with its why. */
const { judged, old } = defineProps<{
  judged: Schemas['JudgedOut']
  /** Whether it is of the look as it was before the last change. */
  old: boolean
  layers: Layer[]
  kinds: Schemas['LayerKindOut'][]
}>()
const { set } = useSettings()
/** More at once nobody reads. */
const MOST = 5
const all = ref(false)
const shown = computed(() => (all.value ? judged.remarks : judged.remarks.slice(0, MOST)))
const emit = defineEmits<{ choose: [at: number] }>()
const weights: Record<string, string> = {
  wrong: 'This will fail',
  school: 'Done both ways',
  advice: 'Worth knowing',
}
</script>

<template>
  <section aria-label="What to know of it">
    <p v-if="old" class="soft" role="status">Of the look before your last change; it is judged anew…</p>
    <ul class="remarks">
      <li v-for="(remark, at) in shown" :key="at" :class="remark.weight">
        <small>{{ weights[remark.weight] }}</small>
        <FoldOut :title="`${remark.words}`">
          <p>{{ remark.why }}</p>
          <BButton
            v-if="remark.layer !== null"
            variant="plain"
            class="link"
            @click="emit('choose', remark.layer ?? 0)"
          >
            layer {{ (remark.layer ?? 0) + 1 }}
          </BButton>
          <BButton
            v-if="remark.weight === 'school'"
            variant="plain"
            class="link"
            @click="set({ schools: { [remark.school]: remark.answer } })"
            >I always do it so</BButton
          >
        </FoldOut>
      </li>
      <li v-if="judged.remarks.length === 0">Nothing speaks against it.</li>
    </ul>
    <BButton v-if="judged.remarks.length > MOST" variant="plain" class="link" @click="all = !all">{{
      all ? 'the gravest five' : `${judged.remarks.length - MOST} more`
    }}</BButton>
    <FoldOut v-if="judged.cautions.length > 0" :title="`cautions: ${judged.cautions.length.toString()}`">
      <ul class="cautions">
        <li v-for="caution in judged.cautions" :key="caution">{{ caution }}</li>
      </ul>
    </FoldOut>
    <MishapList />
    <FoldOut title="how I work"><MyWays /></FoldOut>
    <h2>What a wax would make of it</h2>
    <ul class="mat waxes">
      <li v-for="wax in judged.waxes" :key="wax.name">
        <i :style="{ background: wax.hex }" /><span>{{ wax.name }}</span
        ><small>{{ wax.says }}, {{ sayDifference(wax.delta_E) }} apart</small>
      </li>
    </ul>
    <DifferenceKey />
    <template v-if="judged.needs.length > 0">
      <h2>It takes</h2>
      <ul class="needs">
        <li v-for="need in judged.needs" :key="need.name">
          <b>{{ need.words }}</b>
          <RouterLink
            v-if="need.mix_id !== null"
            :to="{ name: 'again', params: { mix: need.mix_id }, query: { ml: Math.ceil(need.ml / 10) * 10 } }"
            >{{ need.name }}</RouterLink><template v-else>{{ need.name }}</template>
          <span class="soft"
            >{{ sayArea(need.area)
            }}<template v-if="need.set_ml !== null">; the whole set {{ need.set_words }}</template
            ><template v-if="need.batch !== null && need.batch < (need.set_ml ?? need.ml)"
              >; its jug was made for {{ need.batch_words }}</template
            ></span
          >
        </li>
      </ul>
      <p v-if="judged.not_counted" class="soft">{{ judged.not_counted }}</p>
    </template>
  </section>
</template>

<style scoped>
a {
  display: inline-block;
  min-height: 24px;
}

section {
  display: grid;
  gap: var(--space-s);
}

ul {
  list-style: none;
  margin: 0;
  padding: 0;
}

h2 {
  font-size: var(--type-body);
}

.remarks {
  display: grid;
  gap: var(--space-s);
}

.needs li {
  display: flex;
  flex-wrap: wrap;
  gap: 0 var(--space-s);
}

.cautions {
  display: grid;
  gap: var(--space-xs);
  font-size: var(--type-small);
}

.remarks small {
  color: var(--soft);
}

.remarks .wrong small {
  font-weight: 700;
}

.remarks .wrong {
  border-left: var(--line-heavy) solid currentcolor;
  padding-left: var(--space-m);
}

.fold {
  min-height: 26px;
}

p {
  margin: var(--space-hair) 0 0;
  font-size: var(--type-small);
}

.waxes {
  display: grid;
  grid-template-columns: repeat(4, 1fr);
  gap: var(--space-s);
  padding: var(--space-m);
}

.waxes i {
  display: block;
  height: 44px;
  border-radius: var(--round-s);
}

.waxes span,
.waxes small {
  display: block;
  font-size: var(--type-tiny);
}
</style>
