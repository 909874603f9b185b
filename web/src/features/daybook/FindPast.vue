<script setup lang="ts">
import ErrorLine from '../../shared/ErrorLine.vue'
import FoldOut from '../../shared/FoldOut.vue'
import { sayDifference } from '../../shared/say/numbers'
import { longDay } from '../../shared/say/times'
import { useJob } from '../../shared/useJob'
import { KINDS, useFind } from './useFind'
import { useFoundAgain, WORDS } from './useFoundAgain'
import FindSelect from '../../shared/FindSelect.vue'

/** Anything of the past found, and used again in the job in hand. */
const { words, colour, since, until, kind, asks, error, found } = useFind()
const { job } = useJob()
const { useAgain } = useFoundAgain()
</script>

<template>
  <section aria-labelledby="find-title" class="find">
    <h2 id="find-title" class="visually-hidden">Find anything of the past</h2>
    <div class="bar">
      <label class="words"
        ><span class="visually-hidden">Find by words</span>
        <BFormInput
          v-model="words"
          type="search"
          placeholder="find anything: a name, green, a client, wax …"
          autocomplete="off"
      /></label>
      <label
        ><span class="visually-hidden">What to find</span>
        <BFormSelect v-model="kind" :options="KINDS" />
      </label>
      <FoldOut title="by colour or date" class="more">
        <div class="bar">
          <label class="colour"
            >like this colour
            <input
              type="color"
              aria-label="Pick a colour to find"
              :value="/^#[0-9a-f]{6}$/.test(colour) ? colour : '#7f7f7f'"
              @input="colour = ($event.target as HTMLInputElement).value"
            />
            <BFormInput
              v-model="colour"
              aria-label="Colour to find, typed"
              placeholder="#4f7f80"
              maxlength="80"
            />
          </label>
          <label v-if="job && job.targets.length > 0"
            >or like
            <FindSelect
              find="a colour"
              :model-value="colour"
              aria-label="A colour of this job to find"
              @update:model-value="colour = String($event)"
            >
              <option value="">…</option>
              <option v-for="one in job.targets" :key="one.id" :value="one.daylight_hex">
                {{ one.title }}
              </option>
            </FindSelect></label
          >
          <label>from <BFormInput v-model="since" type="date" /></label>
          <label>to <BFormInput v-model="until" type="date" /></label>
          <BButton
            v-if="colour || since || until"
            variant="plain"
            class="link"
            @click="colour = since = until = ''"
            >any colour, any date</BButton
          >
        </div>
      </FoldOut>
    </div>
    <ErrorLine v-if="error && asks" :error="error" />
    <template v-else-if="found">
      <p role="status" class="soft">
        {{
          found.all === 0
            ? 'Nothing of the past is like that.'
            : found.all > found.found.length
              ? `${found.all} found, the first ${found.found.length} shown`
              : `${found.all} found`
        }}
      </p>
      <ul class="mat">
        <li v-for="one in found.found" :key="`${one.kind}-${one.id}`">
          <i :style="{ background: one.hex ?? 'none' }" :class="{ none: !one.hex }" />
          <div>
            <b>{{ one.title }}</b>
            <span class="soft"
              >{{ one.kind }}{{ one.job_name && one.kind !== 'job' ? ` of ${one.job_name}` : '' }},
              {{ longDay(one.at) }}</span
            >
            <span v-if="one.delta_E !== null">{{ one.said }}, {{ sayDifference(one.delta_E) }}</span>
            <span v-else class="soft">{{ one.words }}</span>
            <BButton
              variant="plain"
              class="go"
              :aria-label="`${WORDS[one.kind] ?? 'Show'}: ${one.title}`"
              @click="useAgain(one)"
              >{{ WORDS[one.kind] }}</BButton
            >
          </div>
        </li>
      </ul>
    </template>
  </section>
</template>

<style scoped>
.find {
  display: grid;
  gap: var(--space-m);
}

.bar {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-s) var(--space-m);
  align-items: center;
}

.words {
  flex: 1 1 260px;
}

.more {
  flex: 1 1 100%;
}

.bar label:not(.words) {
  display: flex;
  gap: var(--space-s);
  align-items: center;
  white-space: nowrap;
}

.colour input[type='color'] {
  width: 44px;
  height: 38px;
  padding: var(--space-hair);
  border: var(--line-firm) solid var(--line);
  border-radius: var(--round-m);
}

.colour .form-control {
  width: 130px;
}

p {
  margin: 0;
}

ul {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(230px, 1fr));
  gap: var(--space-l);
  margin: 0;
  padding: var(--space-l);
  list-style: none;
}

ul:empty {
  display: none;
}

li {
  display: grid;
  grid-template-columns: 64px minmax(0, 1fr);
  gap: var(--space-m);
}

li i {
  height: 100%;
  min-height: 64px;
  border-radius: var(--round-m);
}

li i.none {
  border: var(--line-firm) dashed var(--mat-line);
}

li div > * {
  display: block;
  font-size: var(--type-small);
  overflow: hidden;
  text-overflow: ellipsis;
}

li b {
  font-size: var(--type-body);
}

.go,
.link {
  min-height: 30px;
  padding: 0;
  border: 0;
  background: none;
  color: inherit;
  font-weight: 650;
  text-decoration: underline;
  text-align: left;
}
</style>
