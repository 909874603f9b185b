<script setup lang="ts">
import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, ref } from 'vue'

import { wordsOf } from '../../api/reach'
import { api, type LightName, type Schemas, unwrap } from '../../api/client'
import { bringBack } from '../../shared/versioned'
import { longDay } from '../../shared/say/times'
import { useLights } from '../../shared/useJob'
import { say, sayWrong } from '../../shared/useNotice'
import RefusedLine from '../../shared/RefusedLine.vue'

/** Looks of a piece shown to a client, two or three on a page, and what they answered. */
const { job, piece } = defineProps<{ job: Schemas['JobWholeOut']; piece: Schemas['PieceOut'] }>()
const queries = useQueryClient()
const { data: lights } = useLights()
const { data } = useQuery({
  queryKey: computed(() => ['choices', job.id]),
  queryFn: async () =>
    unwrap(await api.GET('/api/jobs/{job_id}/choices', { params: { path: { job_id: job.id } } })),
})
const mine = computed(() => (data.value ?? []).filter((one) => one.piece_id === piece.id))
const chosen = ref<number[]>(job.looks.slice(-2).map((look) => look.id))
const light = ref<LightName>(job.room_light)
const words = ref('')
const wrong = ref('')
const answer = ref<{ choice: number; look: string; words: string }>()
const nameOf = (id: number | null) => job.looks.find((look) => look.id === id)?.name ?? 'a look that is gone'
const refresh = () => queries.invalidateQueries({ queryKey: ['choices'] })

function turn(id: number, on: boolean) {
  chosen.value = on ? [...chosen.value, id] : chosen.value.filter((one) => one !== id)
}

async function show() {
  try {
    const params = { path: { job_id: job.id } }
    const body = { piece_id: piece.id, look_ids: chosen.value, light: light.value, words: words.value }
    const made = unwrap(await api.POST('/api/jobs/{job_id}/choices', { params, body }))
    await refresh()
    wrong.value = ''
    window.open(`/api/choices/${made.id.toString()}.pdf`, '_blank', 'noopener')
  } catch (problem) {
    wrong.value = wordsOf(problem)
  }
}

async function keepAnswer() {
  const said = answer.value
  if (!said) return
  try {
    const params = { path: { choice_id: said.choice } }
    const body = { look_id: said.look ? Number(said.look) : null, words: said.words }
    unwrap(await api.PUT('/api/choices/{choice_id}/answer', { params, body }))
    answer.value = undefined
    await refresh()
  } catch (problem) {
    sayWrong(problem)
  }
}

async function remove(choice: Schemas['ChoiceOut']) {
  const params = { path: { choice_id: choice.id } }
  try {
    unwrap(await api.DELETE('/api/choices/{choice_id}', { params }))
    say('The choice was removed.', async () => {
      await bringBack('choice', choice.id)
      await refresh()
    })
    await refresh()
  } catch (problem) {
    sayWrong(problem)
  }
}
</script>

<template>
  <div class="show">
    <p v-if="job.looks.length < 2" class="soft">
      A client chooses between two or three looks: keep a second look of this piece first.
    </p>
    <form v-else @submit.prevent="show">
      <fieldset>
        <legend>Which looks, two or three</legend>
        <BFormCheckbox
          v-for="look in job.looks"
          :key="look.id"
          :model-value="chosen.includes(look.id)"
          @update:model-value="turn(look.id, $event === true)"
          >{{ look.name }}</BFormCheckbox
        >
      </fieldset>
      <label
        >In the light of their room
        <BFormSelect v-model="light">
          <option v-for="one in lights" :key="one.name" :value="one.name">{{ one.title }}</option>
        </BFormSelect></label
      >
      <label
        >What the page says to them
        <textarea
          v-model="words"
          class="form-control"
          rows="2"
          maxlength="1000"
          placeholder="Which of these shall it be?"
        />
      </label>
      <RefusedLine :words="wrong" />
      <BButton type="submit" variant="primary" :disabled="chosen.length < 2 || chosen.length > 3"
        >Make the page</BButton
      >
    </form>
    <ul v-if="mine.length > 0">
      <li v-for="choice in mine" :key="choice.id">
        <span
          ><b>{{ choice.look_ids.map(nameOf).join(' or ') }}</b
          >, {{ longDay(choice.created) }}.
          <template v-if="choice.answered"
            >They chose {{ choice.answer_id === null ? 'none of them' : nameOf(choice.answer_id)
            }}{{ choice.answer ? `: “${choice.answer}”` : '' }}.</template
          ></span
        >
        <span class="acts">
          <a :href="`/api/choices/${choice.id}.pdf`" target="_blank" rel="noopener">The page</a>
          <BButton
            size="sm"
            variant="outline-secondary"
            @click="
              answer = { choice: choice.id, look: choice.answer_id?.toString() ?? '', words: choice.answer }
            "
            >{{ choice.answered ? 'Change the answer' : 'Keep their answer' }}</BButton
          >
          <BButton size="sm" variant="plain" @click="remove(choice)">Remove</BButton>
        </span>
        <form v-if="answer?.choice === choice.id" @submit.prevent="keepAnswer">
          <label
            >They chose
            <BFormSelect v-model="answer.look">
              <option value="">none of them</option>
              <option v-for="look in choice.look_ids" :key="look" :value="look.toString()">
                {{ nameOf(look) }}
              </option>
            </BFormSelect></label
          >
          <label>In their words <BFormInput v-model="answer.words" maxlength="1000" /></label>
          <BButton type="submit" size="sm" variant="primary">Keep</BButton>
        </form>
      </li>
    </ul>
  </div>
</template>

<style scoped>
.show,
form,
ul,
li {
  display: grid;
  gap: var(--space-m);
}

ul {
  margin: var(--space-s) 0 0;
  padding: 0;
  list-style: none;
}

li {
  border-top: var(--line-thin) solid var(--line);
  padding-top: var(--space-s);
}

legend {
  font-size: var(--type-body);
}

.acts {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-s);
  align-items: center;
}

p {
  margin: 0;
}
</style>
