<script setup lang="ts">
import { GameMessage } from '@core/posting/protocol'
import { onBeforeUnmount, onMounted, useTemplateRef } from 'vue'

/**
 * A posted game in its frame. It runs in an opaque origin and has no storage; its best score is kept by this page,
 * one small number for each game, asked for and given by messages that are checked.
 */
const { src, game, title } = defineProps<{ src: string; game: string; title: string }>()
const frame = useTemplateRef<HTMLIFrameElement>('frame')

function give(): void {
  let best = 0
  try {
    best = Number(localStorage.getItem(`arcade:best:${game}`)) || 0
  } catch {
    // Storage is denied in some private windows: then the best score lasts as long as the page.
  }
  frame.value?.contentWindow?.postMessage({ type: 'pack-post:kept', best }, '*')
}

function hear(event: MessageEvent): void {
  if (event.source === null || event.source !== frame.value?.contentWindow) return
  const message = GameMessage.safeParse(event.data)
  if (!message.success) return
  if (message.data.type === 'pack-post:load') return give()
  try {
    localStorage.setItem(`arcade:best:${game}`, String(message.data.best))
  } catch {
    // As above.
  }
}
onMounted(() => {
  window.addEventListener('message', hear)
  // A quick game asked before this page could hear: it is told unasked, once.
  give()
})
onBeforeUnmount(() => window.removeEventListener('message', hear))
</script>

<template>
  <iframe
    ref="frame"
    :src="src"
    :title="title"
    sandbox="allow-scripts allow-pointer-lock"
    allow="fullscreen; gamepad; autoplay"
    data-testid="game-frame"
  />
</template>

<style scoped>
iframe {
  display: block;
  width: 100%;
  height: 100%;
  border: 0;
  background: #171b26;
}
</style>
