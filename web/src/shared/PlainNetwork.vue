<script setup lang="ts">
/** What a browser does not give a page that comes over a plain network, said where it matters; nothing elsewhere. */
const plain = !window.isSecureContext
</script>

<template>
  <p v-if="plain" class="soft">
    Over a plain workshop network a browser shows no notifications, keeps no screen awake and gives no live
    camera: timers are seen and heard while a page of this is open, the screen stays on as the device is set,
    and a photo is taken by “Take a photo”.
  </p>
</template>
