<script setup lang="ts">
import { GameView } from '@core/posting/protocol'
import { computed } from 'vue'
import { readAnswer } from '~/composables/read-answer'

const route = useRoute()
const { data } = await useFetch(() => `/api/arcade/games/${encodeURIComponent(String(route.params['framed']))}`, {
  headers: useRequestHeaders(['cookie']),
})
const game = computed(() => readAnswer(GameView, data.value))
const event = useRequestEvent()
if (event !== undefined) {
  useResponseHeader('content-security-policy').value = `frame-ancestors ${game.value?.framedBy ?? "'self'"}`
  if (game.value === null) setResponseStatus(event, 404)
}
useHead({ title: () => game.value?.title ?? 'Not here', meta: [{ name: 'robots', content: 'noindex' }] })
</script>

<template>
  <div class="embed">
    <ArcadeGameFrame v-if="game" :game="game" />
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
