<script setup lang="ts">
import { useEventListener, useIntersectionObserver } from '@vueuse/core'
import { shareInSight } from '~/composables/in-sight'
import { GameMessage, ScoreTicket, type EndedMessage, type GameView, type PlayEvent } from '@core/posting/protocol'
import { KeptProgress } from '@core/posting/progress-schema'
import { BesideMessage, type BesideAsk } from '@core/folder/beside-protocol'
import { keptOf, keepFor } from '~/composables/foreign-kept'
import { PAGE_SIZES, useFitting, usePageSize } from '~/composables/foreign-page'
import { computed, onBeforeUnmount, onMounted, ref, useTemplateRef } from 'vue'
import type * as z from 'zod'

/**
 * A posted game in its frame. It runs in an opaque origin and has no storage; its best score is kept by this page,
 * one small number for each game, asked for and given by messages that are checked. Plays are counted, and scores
 * taken, only where the maker switched that on. A game that came as a folder keeps one small document, which it finds
 * in the name of its frame.
 */
const { game } = defineProps<{ game: GameView }>()
const emit = defineEmits<{ ended: [play: z.infer<typeof EndedMessage>, ticket: ScoreTicket | null] }>()
const frame = useTemplateRef<HTMLIFrameElement>('frame')
const ticket = ref<ScoreTicket | null>(null)
let began = 0
const isForeign = game.page !== null
const KEPT = `arcade:kept:${game.game}`
/** What it kept, once that can be read: a page that has begun is not told any more, so it begins then. */
const name = ref<string>()
const src = computed(() =>
  !isForeign ? game.playUrl : name.value === undefined ? undefined : game.playUrl + game.page,
)
const room = useTemplateRef<HTMLElement>('room')
/** A page made for a usual screen is shown whole on any. */
const page = usePageSize(() => PAGE_SIZES[game.stage])
const { style } = useFitting(room, () => page.size.value)
const say = (ask: BesideAsk): void => frame.value?.contentWindow?.postMessage({ type: 'pack-post:bench', ask }, '*')

/** What a game that came as a folder tells: what it keeps, and that somebody plays. */
function hearForeign(data: unknown): void {
  const message = BesideMessage.safeParse(data)
  if (!message.success) return
  for (const news of message.data.news) {
    if (news.is === 'save') keepFor(KEPT, news.kept)
    if (news.is === 'extent') page.hear(news)
    if (news.is !== 'pressed' || began > 0) continue
    began = performance.now()
    count({ event: 'began', seconds: 0, cause: '' })
  }
}

const base = () => `/api/arcade/games/${game.link.split('/').at(-1)}`

function give(): void {
  let best = 0
  try {
    best = Number(localStorage.getItem(`arcade:best:${game.game}`)) || 0
  } catch {
    // Storage is denied in some private windows: then the best score lasts as long as the page.
  }
  frame.value?.contentWindow?.postMessage(
    {
      ...{ type: 'pack-post:kept', best, ...kept() },
      ...(ticket.value === null ? {} : { seed: ticket.value.seed }),
    },
    '*',
  )
}

const PROGRESS = `arcade:progress:${game.game}`
/** For as long as the page is open: the game may not have been there to hear it the first time. */
let aside = false
/** What this game asked to keep, and no other; what cannot be read any more is put beside it. */
function kept(): { progress?: unknown; aside?: boolean } {
  try {
    const text = localStorage.getItem(PROGRESS)
    if (text === null) return { aside }
    const read = KeptProgress.safeParse(parsed(text))
    if (read.success) return { progress: read.data }
    localStorage.setItem(`${PROGRESS}:aside`, text)
    localStorage.removeItem(PROGRESS)
    aside = true
    return { aside }
  } catch {
    // As above.
    return {}
  }
}
function parsed(text: string): unknown {
  try {
    return JSON.parse(text)
  } catch {
    return null
  }
}

/** What is counted must not hold anything up, nor matter when it is lost. */
function count(event: PlayEvent): void {
  if (!game.plays) return
  navigator.sendBeacon?.(`${base()}/plays`, new Blob([JSON.stringify(event)], { type: 'application/json' }))
}

async function fetchTicket(): Promise<void> {
  if (!game.scores) return
  const answer = await fetch(`${base()}/scores/ticket`, { method: 'POST' }).catch(() => null)
  const read = ScoreTicket.safeParse(await answer?.json().catch(() => null))
  ticket.value = read.success ? read.data : null
  give()
}

function hear(event: MessageEvent): void {
  if (event.source === null || event.source !== frame.value?.contentWindow) return
  if (isForeign) return hearForeign(event.data)
  const message = GameMessage.safeParse(event.data)
  if (!message.success) return
  const { data } = message
  switch (data.type) {
    case 'pack-post:load':
      return give()
    case 'pack-post:began':
      began = performance.now()
      return count({ event: 'began', seconds: 0, cause: '' })
    case 'pack-post:ended':
      began = 0
      count({ event: data.outcome, seconds: data.seconds, cause: data.cause })
      // A level is done and the go is not over: its score comes with the end.
      if (data.more) return
      // The score goes with the ticket its play began with; the next play begins with another one.
      emit('ended', data, data.proof?.seed === ticket.value?.seed ? ticket.value : null)
      return void fetchTicket()
    case 'pack-post:save':
      try {
        localStorage.setItem(`arcade:best:${game.game}`, String(data.best))
        if (data.progress !== undefined) localStorage.setItem(PROGRESS, JSON.stringify(data.progress))
      } catch {
        // As above.
      }
  }
}
function leave(): void {
  if (began > 0) count({ event: 'left', seconds: (performance.now() - began) / 1000, cause: '' })
  began = 0
}
/** A game that is scrolled out of sight does not go on by itself. */
const freeze = (): void =>
  isForeign ? say({ do: 'freeze' }) : frame.value?.contentWindow?.postMessage({ type: 'pack-post:freeze' }, '*')
const inSight = ref(true)
useIntersectionObserver(
  frame,
  (entries) => {
    const seen = shareInSight(entries) > 0.15
    if (inSight.value && !seen) freeze()
    else if (!inSight.value && seen && isForeign) say({ do: 'go' })
    inSight.value = seen
  },
  { threshold: [0, 0.15, 0.3] },
)
useEventListener('message', hear)
useEventListener('pagehide', leave)
onMounted(() => {
  if (isForeign) {
    name.value = JSON.stringify({ kept: keptOf(KEPT) })
    return
  }
  // A quick game asked before this page could hear: it is told unasked, once.
  give()
  void fetchTicket()
})
onBeforeUnmount(leave)
/** The whole screen for the game, turned the way it is drawn, where the browser can do either. */
async function fill(): Promise<void> {
  try {
    await (isForeign ? room.value : frame.value)?.requestFullscreen()
    await (screen.orientation as ScreenOrientation & { lock?: (to: string) => Promise<void> }).lock?.(
      game.stage === 'tall' ? 'portrait' : 'landscape',
    )
  } catch {
    // Some browsers fill the screen and do not turn it, or do neither: the game stays where it is.
  }
}
defineExpose({ fill, inSight, toView: () => room.value?.scrollIntoView({ block: 'start', behavior: 'smooth' }) })
</script>

<template>
  <div ref="room" class="room">
    <!-- Made with its name: one that gets another later still has none inside. -->
    <iframe
      v-if="src"
      ref="frame"
      :name="name"
      :src="src"
      :title="game.title"
      :style="isForeign ? style : undefined"
      sandbox="allow-scripts allow-pointer-lock"
      allow="fullscreen; gamepad; autoplay"
      data-testid="game-frame"
    />
  </div>
</template>

<style scoped>
iframe {
  display: block;
  width: 100%;
  height: 100%;
  border: 0;
  background: #171b26;
}
.room {
  position: relative;
  width: 100%;
  height: 100%;
  overflow: hidden;
  background: #171b26;
}
</style>
