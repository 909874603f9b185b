<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed, ref, watch } from 'vue'

import { api, type Schemas, unwrap } from '../../api/client'
import PickOne from '../../shared/PickOne.vue'
import { long, when } from '../../shared/say/times'
import type { Plan, PlanActs, Step } from './usePlan'
import SheetModal from '../../shared/SheetModal.vue'

/** A step in full: its reason, its school, what can hurt; and what can be done with it. */
const { plan, acts, step } = defineProps<{ plan: Plan; acts: PlanActs; step: Step | undefined }>()
const open = defineModel<boolean>({ required: true })
const wrong = defineModel<boolean>('wrong', { default: false })
const { data: mishaps } = useQuery({
  queryKey: ['mishaps'],
  staleTime: Infinity,
  queryFn: async () => unwrap(await api.GET('/api/practice/mishaps')),
})
const title = ref('')
const minutes = ref('15')
watch(open, (now) => {
  if (!now) wrong.value = false
})
const wait = computed(() => plan.drying.find((one) => one.then === step?.key))

async function close(work: Promise<boolean>) {
  if (await work) open.value = false
}

/** When somebody is there to help. */
const helper = ref('')
function helped() {
  if (step && helper.value) void close(acts.pin(step, new Date(helper.value).toISOString()))
}

function addAfter() {
  if (!step || title.value.trim() === '') return
  void close(
    acts.add({
      title: title.value.trim(),
      minutes: Math.max(1, Number(minutes.value) || 15),
      piece: step.piece,
      after: step.key,
      wait: 0,
      words: '',
    }),
  )
  title.value = ''
}
</script>

<template>
  <SheetModal v-model="open" :title="step?.title ?? ''" no-footer>
    <div v-if="step" class="sheet">
      <p>
        <b>{{ step.piece_name }}</b> · about {{ long(step.minutes) }}
        <template v-if="step.start && !step.done">
          · planned {{ when(step.start, plan.moment, plan.zone) }}</template
        >
        <template v-if="step.done && step.ended">
          · {{ step.skipped ? 'left undone' : 'done' }} {{ when(step.ended, plan.moment, plan.zone) }}
          {{ step.took }}
        </template>
      </p>
      <p v-if="step.words">{{ step.words }}</p>
      <p v-if="step.why"><b>Why:</b> {{ step.why }}</p>
      <p v-if="step.school_words" class="soft">
        Painters differ here. {{ step.school_words }}. Follow your own in the menu at the top.
      </p>
      <p class="soft">Source: common practice; the label of the tin knows better.</p>
      <p v-if="wait" class="soft">{{ wait.words }}: {{ wait.why }}</p>
      <p v-if="step.window_closes"><b>Once its window has closed:</b> {{ step.window_closes }}</p>
      <p v-for="caution in step.cautions" :key="caution" class="caution">{{ caution }}</p>
      <template v-if="wrong && !step.done">
        <label class="field"
          >What do you see?
          <PickOne
            find="what went wrong"
            @pick="close(acts.wrong(step, $event as Schemas['WrongIn']['mishap']))"
          >
            <option value="">choose a sign…</option>
            <option v-for="one in mishaps" :key="one.key" :value="one.key">{{ one.sign }}</option>
          </PickOne>
        </label>
        <p class="soft">What is done about it becomes steps; what has to be laid again is planned again.</p>
      </template>
      <form v-if="step.hands > 1 && !step.done" class="acts" @submit.prevent="helped">
        <label class="field"
          >A second pair of hands is there <BFormInput v-model="helper" type="datetime-local" required
        /></label>
        <BButton type="submit" variant="primary">Plan it then</BButton>
        <BButton v-if="step.pinned" variant="outline-secondary" @click="close(acts.pin(step, null))"
          >forget {{ when(step.pinned, plan.moment, plan.zone) }}</BButton
        >
      </form>
      <div class="acts">
        <template v-if="step.done">
          <BButton variant="outline-secondary" @click="close(acts.takeBack(step))"
            >undo: it is not done</BButton
          >
          <label v-if="!wrong" class="field"
            >went wrong after all
            <PickOne
              find="what went wrong"
              @pick="close(acts.wrong(step, $event as Schemas['WrongIn']['mishap']))"
            >
              <option value="">choose a sign…</option>
              <option v-for="one in mishaps" :key="one.key" :value="one.key">{{ one.sign }}</option>
            </PickOne>
          </label>
        </template>
        <template v-else>
          <BButton variant="primary" @click="close(acts.done(step))">Done</BButton>
          <BButton variant="outline-secondary" @click="close(acts.done(step, undefined, 'skipped'))"
            >leave undone</BButton
          >
          <BButton v-if="step.own" variant="outline-secondary" @click="close(acts.bringBack(step.key))"
            >remove</BButton
          >
          <BButton
            v-else
            variant="outline-secondary"
            :disabled="!step.may_drop"
            @click="close(acts.drop(step))"
            >remove from the plan</BButton
          >
          <BButton
            v-if="step.window_closes"
            variant="outline-secondary"
            @click="close(acts.anotherWay(step.key))"
            >do it the other way</BButton
          >
        </template>
      </div>
      <form class="acts" @submit.prevent="addAfter">
        <label class="field"
          >Another step after it <BFormInput v-model="title" maxlength="120" placeholder="glue a foot on"
        /></label>
        <label class="field short">minutes <BFormInput v-model="minutes" inputmode="numeric" /></label>
        <BButton type="submit" variant="outline-secondary">Add</BButton>
      </form>
    </div>
  </SheetModal>
</template>

<style scoped>
.sheet {
  display: grid;
  gap: var(--space-m);
}

p {
  margin: 0;
}

.caution {
  padding-left: var(--space-m);
  border-left: var(--line-heavy) solid var(--ink);
}

.acts {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-s);
  align-items: end;
}

.field {
  display: grid;
  gap: var(--space-hair);
  font-size: var(--type-small);
}

.short {
  width: 90px;
}
</style>
