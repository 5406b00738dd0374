<script setup lang="ts">
import { useDesk } from '~/stores/desk'

/** From the words on buttons to all of them. */
const desk = useDesk()
</script>

<template>
  <v-btn variant="outlined" @click="desk.show('wording')">All the game’s words</v-btn>
</template>
