<script setup lang="ts">
import { GameView } from '@core/posting/protocol'
import { computed } from 'vue'

const route = useRoute()
const { data } = await useFetch(() => `/api/arcade/games/${encodeURIComponent(String(route.params['postcode']))}`)
const game = computed(() => GameView.safeParse(data.value).data ?? null)
useHead({ title: () => game.value?.title ?? 'Not here', meta: [{ name: 'robots', content: 'noindex' }] })
</script>

<template>
  <div class="embed">
    <ArcadeGameFrame v-if="game" :src="game.playPath" :game="game.game" :title="game.title" />
    <p v-else>This game is not here any more, or its maker keeps it to themselves.</p>
  </div>
</template>

<style scoped>
.embed {
  position: fixed;
  inset: 0;
  background: #171b26;
  color: #f1ebdd;
}
p {
  padding: 24px;
}
</style>
