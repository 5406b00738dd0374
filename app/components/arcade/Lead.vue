<script setup lang="ts">
import type { GameView } from '@core/posting/protocol'
import { computed } from 'vue'
import { daysAgo, gameFacts } from '~/composables/game-facts'

/** The game the list begins with: large, and one press from being played. */
const { game } = defineProps<{ game: GameView }>()
const facts = computed(() => gameFacts(game))
const step = computed(() => game.link.split('/').at(-1) ?? '')
/** Told by the page once it is here: a kept page would go on saying "today". */
const when = computed(() => daysAgo(game.updated, Date.now()))
</script>

<template>
  <section class="lead" data-testid="lead-game" :aria-label="`The newest: ${game.title}`">
    <NuxtLink :to="game.link" class="cover" tabindex="-1" aria-hidden="true">
      <picture v-if="game.pictures.cover">
        <source
          v-if="game.pictures.clip"
          media="(prefers-reduced-motion: no-preference)"
          :srcset="`${game.playUrl}${game.pictures.clip}`"
        />
        <img :src="`${game.playUrl}${game.pictures.cover}`" alt="" />
      </picture>
    </NuxtLink>
    <div class="words">
      <p class="soft">
        The newest<ClientOnly
          ><template v-if="when">, {{ when }}</template></ClientOnly
        >
      </p>
      <h2>{{ game.title }}</h2>
      <p class="short">{{ game.short }}</p>
      <p class="soft">by {{ game.author || 'somebody' }}</p>
      <p class="soft facts">{{ facts.join(' · ') }}</p>
      <p class="tags">
        <NuxtLink v-for="tag in game.tags" :key="tag" :to="`/arcade?tag=${encodeURIComponent(tag)}`">{{
          tag
        }}</NuxtLink>
      </p>
      <div class="acts">
        <NuxtLink class="press first" :to="game.link"><BitsIcon name="play" />Play</NuxtLink>
        <a v-if="game.copies" :href="`/copy/${step}`">Make your own from this</a>
      </div>
    </div>
  </section>
</template>

<style scoped>
.lead {
  display: grid;
  grid-template-columns: minmax(0, 620px) minmax(260px, 1fr);
  gap: 30px;
  align-items: center;
  margin-bottom: 6px;
}
.cover {
  display: block;
  background: #171b26;
  aspect-ratio: 16 / 10;
  box-shadow: 0 2px 14px #0003;
}
.cover img {
  display: block;
  width: 100%;
  height: 100%;
  object-fit: cover;
}
.words {
  display: grid;
  gap: 6px;
  justify-items: start;
  overflow-wrap: anywhere;
}
h2 {
  font-size: clamp(24px, 3vw, 38px);
  line-height: 1.1;
}
.short {
  font-size: 18px;
}
.tags,
.acts {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 14px;
}
.acts {
  margin-top: 8px;
}
@media (max-width: 720px) {
  .lead {
    grid-template-columns: minmax(0, 1fr);
    gap: 12px;
  }
}
</style>
