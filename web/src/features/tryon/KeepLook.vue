<script setup lang="ts">
import { ref } from 'vue'

import type { Schemas } from '../../api/client'
import FoldOut from '../../shared/FoldOut.vue'
import KeptInput from '../../shared/KeptInput.vue'
import ShowClient from './ShowClient.vue'
import { preferences } from '../../shared/preferences'
import SheetModal from '../../shared/SheetModal.vue'

/** A look's name, its papers and pictures, and where else it is worn. */
defineProps<{
  job: Schemas['JobWholeOut']
  look: Schemas['FinishOut']
  piece: Schemas['PieceOut']
  several: boolean
}>()
const showing = ref(false)
const emit = defineEmits<{ rename: [name: string]; wearAll: []; remove: [] }>()
</script>

<template>
  <FoldOut title="rename, print, share, remove">
    <div class="keep">
      <label
        >its name <KeptInput :key="look.id" maxlength="120" :value="look.name" @keep="emit('rename', $event)"
      /></label>
      <a
        :href="`/api/pieces/${piece.id}/sheet.pdf?light=${preferences.light}&unit=${preferences.unit}`"
        target="_blank"
        rel="noopener"
        >finish sheet</a
      >
      <a
        v-if="piece.belongs"
        :href="`/api/pieces/${piece.id}/sheet.pdf?whole_set=true&light=${preferences.light}&unit=${preferences.unit}`"
        target="_blank"
        rel="noopener"
        >sheets of the whole set “{{ piece.belongs }}”</a
      >
      <a :href="`/api/pieces/${piece.id}/look.png?light=${preferences.light}`">picture</a>
      <a :href="`/api/pieces/${piece.id}/look.png?before_after=true&light=${preferences.light}`"
        >before and after</a
      >
      <a :href="`/api/looks/${look.id}/file`">the look as a file</a>
      <BButton variant="plain" @click="showing = true">Show a client</BButton>
      <BButton v-if="several" variant="plain" @click="emit('wearAll')">Use it on all pieces</BButton>
      <BButton variant="plain" @click="emit('remove')">Remove this look</BButton>
    </div>
    <SheetModal v-model="showing" title="Choosing with a client" ok-only ok-title="Close">
      <ShowClient :job="job" :piece="piece" />
    </SheetModal>
  </FoldOut>
</template>

<style scoped>
.keep > * {
  display: block;
  min-height: 30px;
}

.keep a,
.keep button {
  color: var(--act);
  font-weight: 650;
  text-decoration: none;
}
</style>
