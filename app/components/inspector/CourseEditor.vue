<script setup lang="ts">
import type { CourseContent } from '@core/kinds/course'
import { sizeOf } from '@core/pack/course'
import type { PartSpec } from '@core/template/template'
import { computed } from 'vue'
import { useDesk } from '~/stores/desk'

/** What a course is, and the way to its desk, where it is laid. */
const { spec, content } = defineProps<{ spec: PartSpec; content: CourseContent; compact?: boolean }>()
const desk = useDesk()
const size = computed(() => sizeOf(content))
</script>

<template>
  <div :data-course="spec.id" class="course">
    <p class="soft">
      {{ size.w }} cells wide and {{ size.h }} high, {{ content.things.length }}
      {{ content.things.length === 1 ? 'thing stands' : 'things stand' }} in it.
    </p>
    <v-btn variant="outlined" block data-act="course-desk" @click="desk.show('course')">Lay the course</v-btn>
  </div>
</template>

<style scoped>
.course {
  display: grid;
  gap: 10px;
}
</style>
