<script setup lang="ts">
import type { GameView } from '@core/posting/protocol'
import { sayPostcode } from '@core/posting/postcode'
import { onMounted, ref } from 'vue'

/** The postcode, and the ways to pass it on: the device's own sheet where there is one, and a copy of the link. */
const { game, link } = defineProps<{ game: GameView; link: string }>()
const canShare = ref(false)
const said = ref('')
onMounted(() => {
  canShare.value = typeof navigator.share === 'function'
})
async function share(): Promise<void> {
  try {
    await navigator.share({ title: game.title, text: game.short, url: link })
  } catch {
    // Closed without choosing anybody.
  }
}
async function copy(): Promise<void> {
  try {
    await navigator.clipboard.writeText(link)
    said.value = 'The link is copied.'
  } catch {
    said.value = `Copy it by hand: ${link}`
  }
}
</script>

<template>
  <section class="card" aria-label="Share">
    <p class="soft">Postcode</p>
    <p class="mono postcode">{{ game.postcode }}</p>
    <p class="soft">say: {{ sayPostcode(game.postcode) }}</p>
    <div class="acts">
      <button v-if="canShare" class="first" data-testid="share-sheet" @click="share">Share</button>
      <button :class="{ first: !canShare }" data-testid="copy-link" @click="copy">Copy link</button>
    </div>
    <p v-if="said" role="status">{{ said }}</p>
  </section>
</template>

<style scoped>
.card {
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-top: 6px solid var(--kraft);
  padding: 12px 14px;
  margin: 12px 0;
}
.postcode {
  font-size: 22px;
  font-weight: 700;
}
.acts {
  display: flex;
  gap: 8px;
  margin-top: 10px;
}
button {
  flex: 1;
  min-height: 44px;
  background: var(--sheet);
  color: var(--ink);
  border: 1.5px solid var(--ink);
  border-radius: 5px;
  font: 700 15px var(--read);
}
.first {
  background: var(--teal);
  border-color: var(--teal);
  color: var(--sheet);
}
</style>
