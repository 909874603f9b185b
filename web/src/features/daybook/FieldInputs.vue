<script setup lang="ts">
import { useJob } from '../../shared/useJob'
import { useShelf } from '../../shared/useShelf'
import { type FieldDraft, FINISHES, READY, WIPES } from './field'
import FindSelect from '../../shared/FindSelect.vue'

/** What is on an offcut or a field, and how it was laid; with `laid` all that tells what the wood took. */
defineProps<{ laid: boolean }>()
const field = defineModel<FieldDraft>({ required: true })
const { job } = useJob()
const { data: shelf } = useShelf()
</script>

<template>
  <label
    >On it
    <FindSelect v-model="field.what" find="a jug or a tin" required>
      <option value="" disabled>a jug or a tin…</option>
      <optgroup label="Jugs of this piece">
        <option v-for="mix in job?.mixes" :key="mix.id" :value="`mix ${mix.id}`">{{ mix.name }}</option>
      </optgroup>
      <optgroup label="Tins on the shelf">
        <option v-for="tin in shelf" :key="tin.key" :value="`pot ${tin.key}`">{{ tin.name }}</option>
      </optgroup>
    </FindSelect></label
  >
  <slot />
  <label>coats <BFormInput v-model="field.coats" inputmode="numeric" /></label>
  <label
    >wiped back after, minutes <BFormInput v-model="field.wiped" inputmode="decimal" placeholder="not wiped"
  /></label>
  <template v-if="laid">
    <label
      >how far <BFormSelect v-model="field.wipe" :options="WIPES" :disabled="field.wiped === ''"
    /></label>
    <label>the wood was <BFormSelect v-model="field.prepared" :options="READY" /></label>
    <label>then over it <BFormSelect v-model="field.finish" :options="FINISHES" /></label>
  </template>
</template>
