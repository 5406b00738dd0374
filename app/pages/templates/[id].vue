<script setup lang="ts">
import { makeSetup } from '@core/game/setup'
import { newPack } from '@core/pack/pack'
import { buildGameDoc } from '@core/parcel/game-doc'
import { summaryOf } from '@core/template/summary'
import { MOMENT_NAMES, MOMENTS, type PartSpec, type Template } from '@core/template/template'
import { computed, onMounted, ref, shallowRef } from 'vue'
import { useLibrary } from '~/stores/library'
import { useTemplates } from '~/stores/templates'

const route = useRoute()
const router = useRouter()
const library = useLibrary()
const template = shallowRef<Template | null>(null)
const failed = ref(false)
const setup = computed(() => (template.value === null ? null : makeSetup(buildGameDoc(template.value, newPack(template.value, 'template-page')))))
const summary = computed(() => (template.value === null ? null : summaryOf(template.value)))
const groups = computed(() =>
  MOMENTS.map((moment) => ({ name: MOMENT_NAMES[moment], parts: template.value?.parts.filter((spec: PartSpec) => spec.moment === moment && spec.sheet === undefined) ?? [] })),
)

onMounted(async () => {
  try {
    template.value = await useTemplates().load(String(route.params['id']))
  } catch {
    failed.value = true
  }
})

async function start(): Promise<void> {
  if (template.value !== null) await router.push(`/packs/${await library.start(template.value)}/bench`)
}
</script>

<template>
  <div>
    <FrameHomeBand />
    <p v-if="failed" class="failed" role="alert">There is no such template here. <NuxtLink to="/">Back to all templates</NuxtLink></p>
    <main v-if="template && setup && summary" class="page">
      <section class="left">
        <StagePlayBox :setup="setup" :template="template" />
        <p class="soft hint">Press in the picture, then play: {{ template.controls.join(' · ') }}</p>
      </section>
      <aside>
        <h1>{{ template.name }}</h1>
        <p class="tagline">{{ template.tagline }}</p>
        <v-btn color="primary" size="large" class="go" @click="start"><BitsIcon name="plus" />Start a pack</v-btn>
        <p class="soft">A pack is a copy: the template stays as it is.</p>
        <hr class="fold" />
        <h2>What can be swapped</h2>
        <p class="soft">{{ summary.parts }} parts and {{ summary.dials }} dials</p>
        <div v-for="group in groups" :key="group.name" class="group">
          <h3>{{ group.name }}</h3>
          <p>{{ group.parts.map((part) => part.name).join(', ') }}</p>
        </div>
        <hr class="fold" />
        <p class="soft">By {{ template.author }}, {{ template.licence }}, version {{ template.version }}. {{ template.players }}. {{ summary.kilobytes }} kB of art and sound.</p>
      </aside>
    </main>
  </div>
</template>

<style scoped>
.page {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 400px;
  gap: 36px;
  padding: 28px 36px;
  max-width: 1500px;
  margin: 0 auto;
}
.hint {
  margin-top: 10px;
}
aside {
  display: flex;
  flex-direction: column;
  gap: 12px;
}
.tagline {
  font-size: 16px;
}
.go {
  align-self: flex-start;
}
.group h3 {
  font-size: 14px;
}
.failed {
  padding: 36px;
}
</style>
