<script setup lang="ts">
import { useMediaQuery } from '@vueuse/core'
import { STAGES } from '@core/game/stage'
import type { GameView } from '@core/posting/protocol'
import { computed, onMounted, ref } from 'vue'

/** What a phone needs around a game: the whole screen, a hint to turn, and the way back to a play that froze. */
const { game, inSight } = defineProps<{ game: GameView; inSight: boolean }>()
const emit = defineEmits<{ fill: []; back: [] }>()
const HINT = 'arcade:turn-hint'
/** Not known before the page runs: its room is kept meanwhile, so that nothing below jumps under a finger. */
const canFill = ref<boolean | null>(null)
const hinted = ref(false)
const larger = ref(1)
const upright = useMediaQuery('(orientation: portrait) and (pointer: coarse)')

function measure(): void {
  // Turned, a wide game is as high as the screen is narrow, or as wide as it is long; a tall one fills it as it is.
  const { width, height } = STAGES[game.stage]
  const [narrow, long] = [Math.min(screen.width, screen.height), Math.max(screen.width, screen.height)]
  larger.value = Math.min(long / width, narrow / height) / Math.min(narrow / width, long / height)
}
onMounted(() => {
  canFill.value = document.fullscreenEnabled === true
  measure()
  try {
    hinted.value = localStorage.getItem(HINT) === 'seen'
  } catch {
    // Where nothing may be stored the hint comes again.
  }
})
function dismiss(): void {
  hinted.value = true
  try {
    localStorage.setItem(HINT, 'seen')
  } catch {
    // As above.
  }
}
const cover = computed(() => (game.pictures.cover === null ? null : `${game.playUrl}${game.pictures.cover}`))
</script>

<template>
  <div>
    <div v-if="upright && !hinted && larger > 1.15" class="hint" data-testid="turn-hint">
      <svg viewBox="0 0 32 32" aria-hidden="true">
        <path d="M6 4h10v18H6zM14 26h12V16" />
        <path d="M22 8a6 6 0 0 1 4 6l-3-2m3 2 2-3" />
      </svg>
      <p><b>Turn the phone</b><br />and the game is {{ larger.toFixed(1) }} times as large.</p>
      <button aria-label="Do not say it again" @click="dismiss">✕</button>
    </div>
    <button
      v-if="canFill !== false"
      :class="['fill', { unknown: canFill === null }]"
      data-testid="full-screen"
      @click="emit('fill')"
    >
      Full screen
    </button>
    <div v-if="!inSight" class="row" data-testid="play-on">
      <img v-if="cover" :src="cover" alt="" />
      <p>
        <b>{{ game.title }}</b><br /><span class="soft">it waits for you</span>
      </p>
      <button @click="emit('back')">↑ Play on</button>
    </div>
  </div>
</template>

<style scoped>
.hint {
  display: flex;
  align-items: center;
  gap: 14px;
  padding: 10px 14px;
  background: var(--sun-wash);
}
.hint p {
  flex: 1;
}
.hint svg {
  width: 36px;
  height: 36px;
  fill: none;
  stroke: currentColor;
  stroke-width: 2;
}
button {
  min-height: 44px;
  min-width: 44px;
  background: none;
  color: inherit;
  border: 0;
  font: inherit;
}
.fill {
  display: block;
  margin: 10px 12px 0 auto;
  padding: 0 16px;
  border: 1.5px solid var(--ink);
  border-radius: 5px;
  background: var(--sheet);
  font-weight: 700;
}
.fill.unknown {
  visibility: hidden;
}
.row {
  position: fixed;
  inset: 0 0 auto;
  z-index: 4;
  display: flex;
  align-items: center;
  gap: 12px;
  padding: 8px 12px;
  background: var(--sheet);
  border-bottom: 1px dashed var(--soft);
}
.row img {
  width: 64px;
  height: 40px;
  object-fit: cover;
}
.row p {
  flex: 1;
  min-width: 0;
  line-height: 1.25;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.row button {
  background: var(--teal);
  color: var(--sheet);
  border-radius: 5px;
  padding: 0 16px;
  font-weight: 700;
}
</style>
