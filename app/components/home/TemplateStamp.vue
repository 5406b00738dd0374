<script setup lang="ts">
import { summaryOf } from '@core/template/summary'
import type { Template } from '@core/template/template'
import { computed } from 'vue'

const { template } = defineProps<{ template: Template }>()
const summary = computed(() => summaryOf(template))
</script>

<template>
  <NuxtLink :to="`/templates/${template.id}`" class="template">
    <BitsStamp>
      <HomeAttract :template="template" />
      <h3 class="title">{{ template.name }}</h3>
      <p>{{ template.tagline }}</p>
      <p class="mono soft facts">{{ summary.parts }} parts · {{ summary.dials }} dials · {{ template.players }}</p>
      <p class="mono soft">keys, touch, pad · {{ summary.kilobytes }} kB</p>
    </BitsStamp>
  </NuxtLink>
</template>

<style scoped>
.template {
  width: 300px;
  text-decoration: none;
  display: block;
}
.title {
  margin-top: 9px;
  font-size: 17px;
}
.facts {
  margin-top: 7px;
}
</style>
