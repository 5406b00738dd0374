<script setup lang="ts">
import { GameView } from '@core/posting/protocol'
import { computed } from 'vue'
import { VISIBILITY_WORDS } from '~/composables/visibility'

const route = useRoute()
const origin = useRequestURL().origin
const { data } = await useFetch(() => `/api/arcade/games/${encodeURIComponent(String(route.params['postcode']))}`, {
  headers: useRequestHeaders(['cookie']),
})
const game = computed(
  () => GameView.safeParse(typeof data.value === 'string' ? safe(data.value) : data.value).data ?? null,
)
function safe(text: string): unknown {
  try {
    return JSON.parse(text)
  } catch {
    return null
  }
}
const here = computed(() => `${origin}/arcade/${game.value?.postcode.toLowerCase() ?? ''}`)
if (game.value === null) setResponseStatus(useRequestEvent()!, 404)
useSeoMeta({
  title: () => game.value?.title ?? 'Not here',
  description: () => game.value?.short ?? '',
  ogTitle: () => game.value?.title ?? '',
  ogDescription: () => game.value?.short ?? '',
  ogType: 'website',
  ogUrl: () => here.value,
  ogImage: () => (game.value?.hasCover === true ? `${origin}${game.value.playPath}cover.png` : undefined),
  robots: () => (game.value?.visibility === 'public' ? 'index' : 'noindex'),
})
</script>

<template>
  <div>
    <FrameHomeBand />
    <main v-if="game" class="page">
      <div class="stage"><ArcadeGameFrame :src="game.playPath" :game="game.game" :title="game.title" /></div>
      <div class="about">
        <section>
          <h1>{{ game.title }}</h1>
          <p class="short">{{ game.short }}</p>
          <p class="soft">by {{ game.author || 'somebody' }} · {{ game.tags.join(' · ') }}</p>
          <p class="description">{{ game.description }}</p>
          <template v-if="game.howTo.some((step) => step.trim())">
            <h2>How to play</h2>
            <ol>
              <li v-for="(step, i) in game.howTo" :key="i">{{ step }}</li>
            </ol>
          </template>
          <p class="soft">Controls: {{ game.controls.join(' · ') }}</p>
        </section>
        <section>
          <p v-if="game.mine" class="mine">
            <b>{{ VISIBILITY_WORDS[game.visibility].name }}.</b> {{ VISIBILITY_WORDS[game.visibility].means }}
          </p>
          <p class="mono postcode">{{ game.postcode }}</p>
          <h2>What this game knows about you</h2>
          <p>
            It keeps your best score in your own browser. It sends nothing to anybody, asks for no name and no e-mail.
          </p>
          <h2>Credits</h2>
          <ul>
            <li v-for="credit in game.credits" :key="credit.what + credit.author">
              {{ credit.what }}: {{ credit.author }}, {{ credit.licence }}
            </li>
          </ul>
          <p class="mono soft">release {{ game.release }}, template {{ game.template }}</p>
        </section>
      </div>
    </main>
    <main v-else class="page missing">
      <h1>There is no game here that you can open</h1>
      <p>
        The postcode may have a typing error, or its maker keeps the game to themselves. Ask them for the link again.
      </p>
      <NuxtLink to="/arcade">To the arcade</NuxtLink>
    </main>
  </div>
</template>

<style scoped>
.page {
  max-width: 1080px;
  margin: 0 auto;
  padding: 18px clamp(0px, 2vw, 24px) 60px;
}
.stage {
  aspect-ratio: 16 / 10;
  width: min(100%, 118vh);
  margin: 0 auto;
}
.about {
  display: grid;
  grid-template-columns: minmax(0, 3fr) minmax(0, 2fr);
  gap: 32px;
  padding: 18px 12px;
  overflow-wrap: anywhere;
}
.short {
  font-size: 16px;
}
.description {
  margin: 10px 0;
  white-space: pre-line;
}
h2 {
  font-size: 15.5px;
  margin: 14px 0 4px;
}
.postcode {
  font-size: 21px;
  font-weight: 700;
}
.mine {
  background: var(--sun-wash);
  padding: 8px 12px;
  border-radius: 4px;
  margin-bottom: 10px;
}
.missing {
  padding: 48px 24px;
  display: grid;
  gap: 12px;
}
@media (max-width: 720px) {
  .stage {
    width: 100%;
    aspect-ratio: auto;
    height: 72vh;
  }
  .about {
    grid-template-columns: 1fr;
  }
}
</style>
