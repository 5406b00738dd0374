<script setup lang="ts">
import type { Finding } from '@core/check/finding'
import { useFindingWay } from '~/composables/finding-way'

/** Leads to the part or field a finding is about. */
defineProps<{ finding: Finding; pack: string }>()
const lead = useFindingWay()
</script>

<template>
  <button class="link" @click="lead(finding, pack)">Take me there</button>
</template>
