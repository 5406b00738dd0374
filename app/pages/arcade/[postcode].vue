<script setup lang="ts">
import { BAND_NAMES, CATEGORY_NAMES, DEVICE_NAMES } from '@core/label/names'
import { SEASON_NAMES } from '@core/label/label'

import { GameView, REPORT_NAMES, REPORT_REASONS, type EndedMessage, type ScoreTicket } from '@core/posting/protocol'
import { computed, shallowRef, useTemplateRef } from 'vue'
import type * as z from 'zod'
import { usePlayersWords } from '~/composables/players-words'
import { readAnswer } from '~/composables/read-answer'
import { VISIBILITY_WORDS } from '~/composables/visibility'

const route = useRoute()
const origin = usePublicOrigin()
const { data } = await useFetch(() => `/api/arcade/games/${encodeURIComponent(String(route.params['postcode']))}`, {
  headers: useRequestHeaders(['cookie']),
})
const game = computed(() => readAnswer(GameView, data.value))
const { tag, words, lang, dir } = usePlayersWords(game)
const here = computed(() => `${origin}${game.value?.link ?? '/arcade'}`)
const thanks = computed(() => String(route.query['thanks'] ?? ''))
const frame = useTemplateRef<{ inSight: boolean; fill: () => void; toView: () => void }>('frame')
const play = shallowRef<z.infer<typeof EndedMessage> | null>(null)
const ticket = shallowRef<ScoreTicket | null>(null)
const picture = (file: string) => `${game.value?.playUrl ?? ''}${file}`
const event = useRequestEvent()
if (event !== undefined) {
  // The page itself has the maker's and the player's things on it: only the embed page may be framed.
  useResponseHeader('content-security-policy').value = "frame-ancestors 'self'"
  if (game.value === null) setResponseStatus(event, 404)
}
useSeoMeta({
  title: () => game.value?.title ?? 'Not here',
  description: () => game.value?.short ?? '',
  ogTitle: () => game.value?.title ?? '',
  ogDescription: () => game.value?.short ?? '',
  ogType: 'website',
  ogUrl: () => here.value,
  ogImage: () => (game.value?.pictures.cover ? picture(game.value.pictures.cover) : undefined),
  ogImageAlt: () => game.value?.coverAlt || undefined,
  twitterCard: 'summary_large_image',
  robots: () => (game.value?.visibility === 'public' ? 'index' : 'noindex'),
})
/** schema.org's VideoGame. It stands in a script element, so nothing in it may end one. */
const jsonLd = computed(() =>
  game.value === null
    ? ''
    : JSON.stringify({
        '@context': 'https://schema.org',
        '@type': 'VideoGame',
        name: game.value.title,
        description: game.value.short,
        url: here.value,
        author: { '@type': 'Person', name: game.value.author || 'somebody' },
        genre: CATEGORY_NAMES[game.value.category],
        gamePlatform: 'Web browser',
        keywords: game.value.tags.join(', '),
        isAccessibleForFree: true,
        dateModified: game.value.updated,
        ...(game.value.pictures.cover ? { image: picture(game.value.pictures.cover) } : {}),
      }).replaceAll('<', '\\u003c'),
)
useHead(() => ({
  link:
    game.value === null
      ? []
      : [
          { rel: 'canonical', href: here.value },
          {
            rel: 'alternate',
            type: 'application/json+oembed',
            href: `${origin}/arcade/oembed?format=json&url=${encodeURIComponent(here.value)}`,
          },
          { rel: 'alternate', type: 'application/atom+xml', href: '/arcade/feed.atom', title: 'New games' },
        ],
  script: jsonLd.value === '' ? [] : [{ type: 'application/ld+json', innerHTML: jsonLd.value }],
}))

function ended(next: z.infer<typeof EndedMessage>, its: ScoreTicket | null): void {
  play.value = next
  ticket.value = its
}
/** How it is steered, on what, by how many and in which languages, as far as its label says. */
const playedWith = computed(() => {
  const { controls = [], devices = [], players = '', languages = [] } = game.value ?? {}
  const said = [controls.join(' · '), devices.map((one) => DEVICE_NAMES[one]).join(', '), players, languages.join(', ')]
  return said.flatMap((one) => (one === '' ? [] : [`${one}.`])).join(' ')
})
const step = computed(() => game.value?.link.split('/').at(-1) ?? '')
const api = computed(() => `/api/arcade/games/${step.value}`)
</script>

<template>
  <div>
    <FrameHomeBand />
    <main v-if="game" class="page">
      <div :class="['stage', game.stage]"><ArcadeGameFrame ref="frame" :game="game" @ended="ended" /></div>
      <ArcadePhoneRow :game="game" :in-sight="frame?.inSight ?? true" @fill="frame?.fill()" @back="frame?.toView()" />
      <div class="about">
        <section>
          <p v-if="thanks" class="mine" role="status">
            {{
              thanks === 'email'
                ? 'Your address is kept, for what is said below.'
                : 'Thank you. The maker finds it in their mail.'
            }}
          </p>
          <select v-if="game.said.length > 1" v-model="tag" class="tongue" aria-label="Language of these words">
            <option v-for="one in game.said" :key="one.tag" :value="one.tag" :lang="one.tag">{{ one.name }}</option>
          </select>
          <h1 :lang="lang" :dir="dir">{{ words!.title }}</h1>
          <p class="short" :lang="lang" :dir="dir">{{ words!.short }}</p>
          <p class="soft">
            by {{ game.author || 'somebody' }} · {{ CATEGORY_NAMES[game.category]
            }}<template v-if="game.season !== 'any'"> · {{ SEASON_NAMES[game.season] }}</template>
          </p>
          <p class="tags">
            <NuxtLink v-for="word in game.tags" :key="word" :to="`/arcade?tag=${encodeURIComponent(word)}`">{{
              word
            }}</NuxtLink>
          </p>
          <BitsMarkedText class="description" :text="words!.description" :lang="lang" :dir="dir" />
          <template v-if="words!.howTo.some((step) => step.trim())">
            <h2>How to play</h2>
            <ol :lang="lang" :dir="dir">
              <li v-for="(line, i) in words!.howTo.filter((one) => one.trim())" :key="i">{{ line }}</li>
            </ol>
          </template>
          <p class="soft">
            {{ playedWith }}
          </p>
          <div v-if="game.pictures.shots.length > 0 || game.pictures.clip" class="shots">
            <img
              v-if="game.pictures.clip"
              :src="picture(game.pictures.clip)"
              alt="A few seconds of play"
              loading="lazy"
            />
            <img
              v-for="shot in game.pictures.shots"
              :key="shot.file"
              :src="picture(shot.file)"
              :alt="shot.alt"
              loading="lazy"
            />
          </div>
          <p v-if="game.note" class="news">
            <b>New in release {{ game.release }}:</b> {{ game.note }}
          </p>
        </section>
        <section>
          <p v-if="game.mine" class="mine">
            <b>{{ VISIBILITY_WORDS[game.visibility].name }}.</b> {{ VISIBILITY_WORDS[game.visibility].means }}
          </p>
          <ArcadeShareCard :game="game" :link="here" />
          <p>
            <b class="age-band">{{ BAND_NAMES[game.band] }}</b>
          </p>
          <ul v-if="game.bandReasons.length > 0" class="soft reasons">
            <li v-for="reason in game.bandReasons" :key="reason">{{ reason }}</li>
          </ul>
          <ClientOnly><ArcadeScoreTable v-if="game.scores" :game="game" :play="play" :ticket="ticket" /></ClientOnly>
          <h2>What this game knows about you</h2>
          <p v-for="line in game.statement" :key="line">{{ line }}</p>
          <form v-if="game.email" :action="`${api}/emails`" method="post" class="form">
            <label>Your e-mail address <input name="email" type="email" required maxlength="200" /></label>
            <button class="send">Leave it</button>
          </form>
          <p class="ways">
            <a v-if="game.appUrl" :href="game.appUrl">Keep it as an app</a>
            <a v-if="game.copies" :href="`/copy/${step}`" data-testid="make-your-own">Make your own from this</a>
            <span v-if="game.copies" class="soft">on the terms of {{ game.copies }}</span>
          </p>
          <h2>Credits</h2>
          <ul>
            <li v-for="credit in game.credits" :key="credit.what + credit.author">
              {{ credit.what }}: {{ credit.author }}, {{ credit.licence }}
            </li>
          </ul>
          <p class="mono soft">release {{ game.release }}, template {{ game.template }}</p>
          <details class="report">
            <summary>Something is wrong with this game</summary>
            <form :action="`${api}/reports`" method="post" class="form">
              <label
                >What
                <select name="reason">
                  <option v-for="reason in REPORT_REASONS" :key="reason" :value="reason">
                    {{ REPORT_NAMES[reason] }}
                  </option>
                </select></label
              >
              <label>In your words <textarea name="text" rows="3" maxlength="600" /></label>
              <button class="send" data-testid="report-send">Tell its maker</button>
            </form>
          </details>
        </section>
      </div>
    </main>
    <main v-else class="page missing">
      <h1>There is no game here that you can open</h1>
      <p>
        The postcode may have a typing error, an invite may have been taken back, or its maker keeps the game to
        themselves. Ask them for the link again.
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
/* There is no game that would want the whole width. */
.page.missing {
  padding: 18px 16px 60px;
}
.stage {
  aspect-ratio: 16 / 10;
  width: min(100%, 118vh);
  margin: 0 auto;
}
.stage.tall {
  aspect-ratio: 10 / 16;
  width: min(100%, 54vh);
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
.tongue {
  float: right;
  min-height: 36px;
}
.description {
  margin: 10px 0;
}
.tags {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
}
.shots {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
  gap: 8px;
  margin-top: 12px;
}
.shots img {
  width: 100%;
  aspect-ratio: 16 / 10;
  object-fit: cover;
  background: #171b26;
}
.news {
  margin-top: 12px;
}
.age-band {
  border: 2px solid var(--teal);
  color: var(--teal);
  border-radius: 14px;
  padding: 1px 12px;
}
.reasons {
  margin: 4px 0 0;
  padding-left: 18px;
  font-size: 13px;
}
.ways {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  margin-top: 12px;
}
.form {
  display: grid;
  gap: 8px;
  justify-items: start;
  padding-top: 8px;
}
.form label {
  display: grid;
  gap: 2px;
  width: 100%;
}
.form input,
.form textarea {
  background: var(--paper);
  color: var(--ink);
  border: 1px solid var(--soft);
  border-radius: 3px;
  padding: 6px 9px;
  font: inherit;
}
.send {
  background: var(--sheet);
  color: var(--ink);
  border: 1.5px solid var(--ink);
  border-radius: 5px;
  min-height: 36px;
  padding: 0 14px;
  font-weight: 700;
}
.report {
  margin-top: 16px;
}
summary {
  cursor: pointer;
}
h2 {
  font-size: 15.5px;
  margin: 14px 0 4px;
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
  .page {
    padding: 0 0 40px;
  }
  .about {
    grid-template-columns: minmax(0, 1fr);
    gap: 0;
  }
}
/* Upright in a hand: the whole width, and the thumbs' row below the stage. */
@media (pointer: coarse) and (orientation: portrait) {
  .stage {
    width: 100%;
    aspect-ratio: auto;
    height: calc(62.5vw + 116px);
  }
  /* A tall game fills the screen, with the thumbs' row where there is room for it. */
  .stage.tall {
    width: 100%;
    height: min(160vw + 116px, 100svh);
  }
}
/* Turned: nothing but the game. The words are a scroll away. */
@media (max-height: 500px) and (orientation: landscape) {
  .page {
    padding: 0 0 40px;
    max-width: none;
  }
  .stage {
    width: 100%;
    aspect-ratio: auto;
    height: 100svh;
  }
  .stage.tall {
    width: 100%;
  }
}
.tags a,
summary {
  min-height: 32px;
  display: inline-flex;
  align-items: center;
}
@media (pointer: coarse) {
  .tags a,
  .ways a,
  summary,
  .send {
    min-height: 44px;
    display: inline-flex;
    align-items: center;
  }
}
</style>
