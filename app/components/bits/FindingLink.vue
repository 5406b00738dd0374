<script setup lang="ts">
import type { Finding } from '@core/check/finding'
import { findingPlace } from '~/composables/finding-place'
import { useBench } from '~/stores/bench'

/** Leads to the part or field a finding is about. */
const { finding, pack } = defineProps<{ finding: Finding; pack: string }>()
const bench = useBench()
const router = useRouter()

async function open(): Promise<void> {
  const place = findingPlace(pack, finding)
  await router.push(place.to)
  if (place.part !== '' && bench.pack?.id === pack) bench.select(place.part, place.entry)
}
</script>

<template>
  <button class="link" @click="open">Take me there</button>
</template>
