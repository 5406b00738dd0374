<script setup lang="ts">
import type { GameView } from '@core/posting/protocol'
import { computed, ref } from 'vue'
import { gameFacts } from '~/composables/game-facts'

/** One game of the list: its cover, moving where the maker took a clip and somebody points at it. */
const { game } = defineProps<{ game: GameView }>()
const facts = computed(() => gameFacts(game))
/** Clips are heavy: one is fetched when somebody points at its card. */
const pointed = ref(false)
</script>

<template>
  <NuxtLink :to="game.link" class="card" @mouseenter="pointed = true" @focus="pointed = true">
    <BitsStamp>
      <span class="shown">
        <img
          v-if="game.pictures.cover"
          :src="`${game.playUrl}${game.pictures.cover}`"
          :alt="game.coverAlt"
          class="cover"
          loading="lazy"
        />
        <span v-else class="cover" />
        <img
          v-if="game.pictures.clip && pointed"
          :src="`${game.playUrl}${game.pictures.clip}`"
          alt=""
          class="cover clip"
        />
        <span class="play" aria-hidden="true"><BitsIcon name="play" :size="16" />Play</span>
      </span>
      <h2>{{ game.title }}</h2>
      <p class="short">{{ game.short }}</p>
      <p class="soft by">by {{ game.author || 'somebody' }}</p>
      <p class="soft facts">{{ facts.join(' · ') }}</p>
    </BitsStamp>
  </NuxtLink>
</template>

<style scoped>
.card {
  display: block;
  text-decoration: none;
}
.shown {
  position: relative;
  display: block;
}
.cover {
  display: block;
  width: 100%;
  aspect-ratio: 16 / 10;
  object-fit: cover;
  background: #171b26;
}
.clip {
  position: absolute;
  inset: 0;
  opacity: 0;
}
.play {
  position: absolute;
  right: 8px;
  bottom: 8px;
  display: flex;
  align-items: center;
  gap: 5px;
  padding: 3px 12px 3px 8px;
  border-radius: 5px;
  background: var(--teal);
  color: var(--on-teal);
  font-weight: 700;
  opacity: 0;
}
.card:hover .play,
.card:focus-visible .play {
  opacity: 1;
}
@media (prefers-reduced-motion: no-preference) {
  .card:hover .clip,
  .card:focus-visible .clip {
    opacity: 1;
  }
}
h2 {
  font-size: 17px;
  margin-top: 9px;
  overflow-wrap: anywhere;
}
.short {
  display: -webkit-box;
  -webkit-line-clamp: 2;
  -webkit-box-orient: vertical;
  overflow: hidden;
  overflow-wrap: anywhere;
}
.by {
  margin-top: 5px;
  overflow-wrap: anywhere;
}
.facts {
  font-size: 13px;
}
</style>
