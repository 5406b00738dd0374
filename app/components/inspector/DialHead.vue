<script setup lang="ts">
import { useDesk } from '~/stores/desk'

/** What all dials together make of the game. */
const desk = useDesk()
</script>

<template>
  <DryRunPresetButtons />
  <DryRunForecast />
  <v-btn variant="outlined" data-act="dry-run" @click="desk.show('dry-run')">Dry run</v-btn>
</template>
