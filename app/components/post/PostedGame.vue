<script setup lang="ts">
import { openingOf } from '@core/template/uses'
import type { Pack } from '@core/pack/pack'
import { changesSince } from '@core/posting/changes'
import { medianSeconds } from '@core/posting/figures'
import { nextAct } from '@core/posting/next-act'
import type { DayFigures } from '@core/posting/protocol'
import type { PostingRecord } from '@core/pack/posting-record'
import { titleOf } from '@core/template/game-doc'
import type { Template } from '@core/template/template'
import { computed, onMounted, ref } from 'vue'
import { useNotices } from '~/stores/notices'
import { usePostedGame } from '~/stores/posted-game'
import { VISIBILITY_WORDS } from '~/composables/visibility'

/** One posted game: how it stands, its link, how often it is played, and what to do next. */
export interface Posted {
  pack: Pack
  /** The newest first, never none. */
  postings: PostingRecord[]
}
const { row, template } = defineProps<{ row: Posted; template: Template | undefined }>()
const posted = usePostedGame()
const notices = useNotices()
const last = computed(() => row.postings[0]!)
const live = computed(() => row.postings.find((one) => one.state === 'live') ?? null)
const title = computed(
  () => (template === undefined ? row.pack.label.title : titleOf(row.pack, template)) || 'Untitled game',
)
const link = computed(() =>
  last.value.postcode === ''
    ? ''
    : last.value.host + (last.value.link || `/arcade/${last.value.postcode.toLowerCase()}`),
)
const cover = computed(() => {
  const { cover: own } = row.pack.label
  if (own !== null) return { asset: own, crisp: false }
  const start = template === undefined ? null : openingOf(row.pack, template)
  return start === null ? null : { asset: start.asset, crisp: start.crisp }
})
const next = computed(() => {
  if (template === undefined) return null
  const { label } = row.pack
  const changed = live.value === null ? null : changesSince(template, row.pack, live.value.fingerprint).length
  return nextAct({ yours: 1, label, must: null, labelOpen: 0, last: last.value, changed })
})
const days = ref<DayFigures[]>([])
onMounted(async () => {
  if (live.value !== null && row.pack.label.privacy.plays) days.value = await posted.figuresOf(live.value)
})
const plays = computed(() => days.value.reduce((sum, day) => sum + day.plays, 0))
const median = computed(() => medianSeconds(days.value))

async function copy(): Promise<void> {
  await navigator.clipboard.writeText(link.value)
  notices.say('The link is copied.')
}
</script>

<template>
  <li class="posted" data-testid="posted-game">
    <NuxtLink :to="`/packs/${row.pack.id}/post`" class="cover" :aria-label="title">
      <BitsPictureView v-if="cover && template" :asset="cover.asset" :crisp="cover.crisp" :template="template" />
    </NuxtLink>
    <div class="words">
      <h2>
        <NuxtLink :to="`/packs/${row.pack.id}/post`">{{ title }}</NuxtLink>
      </h2>
      <p>
        <b :class="['state', last.state]">{{ last.state.replaceAll('-', ' ') }}</b>
        <span class="soft">
          release {{ last.release
          }}<template v-if="live && live !== last">, release {{ live.release }} is live</template> ·
          {{ VISIBILITY_WORDS[last.visibility].name }}</span
        >
      </p>
      <p v-if="link" class="link-line">
        <span class="mono">{{ last.postcode }}</span>
        <a :href="link">Open it</a>
        <button class="link" @click="copy">Copy the link</button>
      </p>
      <p v-if="days.length > 0" class="soft" data-testid="posted-figures">
        {{ plays }} {{ plays === 1 ? 'play' : 'plays'
        }}<template v-if="median !== null">, half of them longer than {{ Math.round(median) }} s</template>
      </p>
    </div>
    <v-btn v-if="next" variant="outlined" :to="`/packs/${row.pack.id}/${next.on}`">{{ next.say }}</v-btn>
  </li>
</template>

<style scoped>
.posted {
  display: grid;
  grid-template-columns: 176px minmax(0, 1fr) auto;
  gap: 20px;
  align-items: center;
  padding: 14px 0;
  border-top: 1px solid var(--rule);
}
.cover {
  display: block;
  aspect-ratio: 16 / 10;
  background: #171b26;
  overflow: hidden;
}
h2 {
  font-size: 18px;
  overflow-wrap: anywhere;
}
h2 a {
  text-decoration: none;
}
.state.live {
  color: var(--teal);
}
.state.returned {
  color: var(--vermilion);
}
.link-line {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  align-items: baseline;
}
@media (max-width: 720px) {
  .posted {
    grid-template-columns: 110px minmax(0, 1fr);
  }
}
</style>
