<script setup lang="ts">
import { fetchRules } from '@core/game/fetch-rules'
import { makeSetup } from '@core/game/setup'
import type { StageShape } from '@core/game/stage'
import { newPack } from '@core/pack/pack'
import { buildGameDoc } from '@core/template/game-doc'
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
const shape = ref<StageShape>('wide')
const setup = computed(() =>
  template.value === null
    ? null
    : makeSetup(buildGameDoc(template.value, { ...newPack(template.value, 'template-page'), stage: shape.value })),
)
const SHAPE_WORDS: Record<StageShape, { name: string; about: string }> = {
  wide: { name: 'Wide', about: 'for screens, and phones held sideways' },
  tall: { name: 'Tall', about: 'fills a phone held upright' },
}
const summary = computed(() => (template.value === null ? null : summaryOf(template.value)))
const groups = computed(() =>
  MOMENTS.map((moment) => ({ name: MOMENT_NAMES[moment], parts: template.value?.parts.filter((spec: PartSpec) => spec.moment === moment && spec.sheet === undefined) ?? [] })),
)

onMounted(async () => {
  try {
    const id = String(route.params['id'])
    const [found] = await Promise.all([useTemplates().load(id), fetchRules(id)])
    shape.value = found.stages[0]!
    template.value = found
  } catch {
    failed.value = true
  }
})

async function start(): Promise<void> {
  if (template.value !== null) await router.push(`/packs/${await library.start(template.value, shape.value)}/bench`)
}
</script>

<template>
  <div>
    <FrameHomeBand />
    <p v-if="failed" class="failed" role="alert">There is no such template here. <NuxtLink to="/">Back to all templates</NuxtLink></p>
    <main v-if="template && setup && summary" class="page">
      <section class="left">
        <StagePlayBox :key="shape" :setup="setup" :template="template" />
        <p class="soft hint">Press in the picture, then play: {{ template.controls.join(' · ') }}</p>
      </section>
      <aside>
        <h1>{{ template.name }}</h1>
        <p class="tagline">{{ template.tagline }}</p>
        <div v-if="template.stages.length > 1" class="shapes" role="radiogroup" aria-label="Shape of the stage">
          <button
            v-for="one in template.stages"
            :key="one"
            :class="['plain-button', { on: shape === one }]"
            role="radio"
            :aria-checked="shape === one"
            :data-shape="one"
            @click="shape = one"
          >
            <BitsIcon :name="one" /><span><b>{{ SHAPE_WORDS[one].name }}</b> <span class="soft">{{ SHAPE_WORDS[one].about }}</span></span>
          </button>
        </div>
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
.shapes {
  display: grid;
  gap: 6px;
}
.shapes button {
  display: flex;
  align-items: center;
  gap: 10px;
  padding: 8px 10px;
  border: 1.5px solid var(--rule);
  border-radius: 5px;
  text-align: left;
}
.shapes .on {
  border-color: var(--teal);
  background: var(--sheet);
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
