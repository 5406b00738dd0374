<script setup lang="ts">
import type { Finding } from '@core/check/finding'
import { findingPlace } from '~/composables/finding-place'
import { useBench } from '~/stores/bench'
import { useCourse } from '~/stores/course'
import { useDesk } from '~/stores/desk'

/** Leads to the part or field a finding is about. */
const { finding, pack } = defineProps<{ finding: Finding; pack: string }>()
const bench = useBench()
const course = useCourse()
const desk = useDesk()
const router = useRouter()

async function open(): Promise<void> {
  const place = findingPlace(pack, finding)
  await router.push(place.to)
  if (place.part === '' || bench.pack?.id !== pack) return
  const { evidence } = finding
  if (evidence.kind !== 'place') return bench.select(place.part, place.entry)
  // A place in a course is shown there, in its level.
  bench.select(evidence.course)
  course.goTo = { x: Math.floor(evidence.x), y: Math.ceil(evidence.y) - 1 }
  desk.show('course')
}
</script>

<template>
  <button class="link" @click="open">Take me there</button>
</template>
