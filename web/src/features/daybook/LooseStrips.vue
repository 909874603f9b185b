<script setup lang="ts">
import type { Schemas } from '../../api/client'
import { pictureOf } from '../../shared/usePicture'
import { longDay } from '../../shared/say/times'

/** Strips and offcuts that lie on no board: what is on each, over what, and what was learnt from it. */
const { photos } = defineProps<{ strips: Schemas['StripOut'][]; photos: Schemas['PhotoOut'][] }>()
const emit = defineEmits<{ remove: [strip: Schemas['StripOut']] }>()
const photoOf = (strip: Schemas['StripOut']) => photos.find((one) => one.id === strip.photo_id)
</script>

<template>
  <ul class="mat">
    <li v-for="strip in strips" :key="strip.id">
      <i :style="{ background: strip.hex }" />
      <div>
        <b>{{ strip.name }}</b>
        <span
          >{{
            strip.on_it.length > 1 ? strip.on_it.map((one) => `${one.parts} ${one.name}`).join(' · ') : ''
          }}
        </span>
        <span class="soft"
          >{{ strip.coats }} {{ strip.coats === 1 ? 'coat' : 'coats'
          }}<template v-if="strip.ground"> over {{ strip.ground.replaceAll('_', ' ') }}</template
          ><template v-if="strip.wiped_after"> · wiped after {{ strip.wiped_after }} min</template> ·
          {{ longDay(strip.created)
          }}<template v-if="strip.taught"> · the paints learnt from it</template></span
        >
        <span v-if="strip.notes">{{ strip.notes }}</span>
      </div>
      <template v-for="photo in [photoOf(strip)]" :key="photo?.id">
        <img v-if="photo" :src="pictureOf(photo, 160)" :alt="`Photo of ${strip.name}`" />
      </template>
      <BButton
        variant="plain"
        class="away"
        :aria-label="`Remove the strip of ${strip.name}`"
        @click="emit('remove', strip)"
      >
        ×
      </BButton>
    </li>
  </ul>
</template>

<style scoped>
ul {
  list-style: none;
  margin: 0;
  padding: var(--space-l);
  display: grid;
  gap: var(--space-m);
}

ul:empty {
  display: none;
}

li {
  position: relative;
  display: grid;
  grid-template-columns: minmax(90px, 26%) minmax(0, 1fr) auto;
  gap: var(--space-l);
  align-items: center;
  padding-right: var(--space-xxl);
}

i,
img {
  height: 64px;
  border-radius: var(--round-m);
}

span {
  display: block;
  font-size: var(--type-small);
}

.away {
  position: absolute;
  top: 0;
  right: 0;
  width: 32px;
  height: 32px;
  border: 0;
  background: none;
  font-size: var(--type-lead);
  color: inherit;
}
</style>
