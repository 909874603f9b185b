<script setup lang="ts">
/** The plan as files: into a calendar, onto paper, into other programs. */
const { jobId, jobName } = defineProps<{ jobId: number; jobName: string }>()
</script>

<template>
  <ul>
    <li>
      <a :href="`/api/jobs/${jobId.toString()}/plan.ics`" download>into a calendar, with alarms (.ics)</a>
    </li>
    <li><a :href="`/api/jobs/${jobId.toString()}/plan.pdf`" target="_blank">plan sheet (PDF)</a></li>
    <li><a :href="`/api/jobs/${jobId.toString()}/step-cards.pdf`" target="_blank">step cards (PDF)</a></li>
    <li><a :href="`/api/jobs/${jobId.toString()}/plan.csv`" download>table (CSV)</a></li>
    <li>
      <a :href="`/api/jobs/${jobId.toString()}/plan.json`" download>file of {{ jobName }} (JSON)</a>
    </li>
  </ul>
</template>

<style scoped>
ul {
  margin: 0;
}
</style>
