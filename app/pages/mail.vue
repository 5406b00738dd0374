<script setup lang="ts">
import { textOf } from '@core/check/texts'
import type { MailView } from '@core/posting/protocol'
import { computed, onMounted } from 'vue'
import { useLibrary } from '~/stores/library'
import { useMailbox } from '~/stores/mailbox'

/** The message box: every letter of the arcade, the newest first. */
const mailbox = useMailbox()
const library = useLibrary()
useHead({ title: 'Mail · Pack Post' })
onMounted(async () => {
  await Promise.all([mailbox.refresh(), library.open()])
  await mailbox.markRead()
})
/** The pack in this browser that a game was posted from. */
const packOf = computed(() => {
  const found = new Map<string, string>()
  for (const { pack } of library.packs) for (const one of pack.postings) found.set(one.game, pack.id)
  return found
})
const HEAD: Record<MailView['kind'], string> = {
  returned: 'came back',
  cleared: 'is cleared',
  held: 'is held until you let it go, or until its time',
  live: 'is live',
  withdrawn: 'is off the arcade',
  report: 'was reported by a player',
  keeper: 'has a letter from the keeper of the arcade',
}
const TONE: Record<MailView['kind'], 'teal' | 'vermilion' | 'ink'> = {
  returned: 'vermilion',
  cleared: 'teal',
  held: 'ink',
  live: 'teal',
  withdrawn: 'ink',
  report: 'vermilion',
  keeper: 'vermilion',
}
const when = (at: string) => new Date(at).toLocaleString([], { dateStyle: 'medium', timeStyle: 'short' })
</script>

<template>
  <div>
    <FrameHomeBand />
    <main class="page">
      <h1>Mail</h1>
      <p class="soft">Letters of the arcade about your games.</p>
      <p v-if="mailbox.state === 'reading'" role="status">Looking in the box…</p>
      <p v-else-if="mailbox.state === 'failed'" role="alert">
        The arcade did not answer. <button class="link" @click="mailbox.refresh">Try again</button>
      </p>
      <p v-else-if="mailbox.letters.length === 0">The box is empty. Letters come when a game is posted.</p>
      <article
        v-for="letter in mailbox.letters"
        :key="letter.id"
        :class="['letter', { fresh: letter.at > mailbox.readUntil }]"
        data-testid="mail-letter"
        :data-kind="letter.kind"
      >
        <BitsPostmark :word="letter.kind" :tone="TONE[letter.kind]" />
        <div>
          <p class="mono soft">{{ when(letter.at) }}<b v-if="letter.at > mailbox.readUntil" class="new"> new</b></p>
          <h2>{{ letter.title || 'A game without a title' }}, release {{ letter.release }}, {{ HEAD[letter.kind] }}</h2>
          <p v-if="letter.text">{{ letter.text }}</p>
          <ol v-if="letter.findings.some((one) => one.severity === 'must')">
            <li v-for="finding in letter.findings.filter((one) => one.severity === 'must')" :key="finding.id">
              {{ textOf(finding).what }}. <span class="soft">{{ textOf(finding).why }}</span>{{ ' ' }}
              <BitsFindingLink v-if="packOf.get(letter.game)" :finding="finding" :pack="packOf.get(letter.game)!" />
            </li>
          </ol>
          <p class="acts">
            <NuxtLink v-if="packOf.get(letter.game)" :to="`/packs/${packOf.get(letter.game)}/post`"
              >To its waybill</NuxtLink
            >
            <a
              v-if="letter.kind === 'live' || letter.kind === 'report'"
              :href="`/arcade/${letter.postcode.toLowerCase()}`"
              >Its page</a
            >
          </p>
        </div>
      </article>
    </main>
  </div>
</template>

<style scoped>
.page {
  padding: 28px 36px 60px;
  display: grid;
  gap: 14px;
  max-width: 920px;
}
.letter {
  display: grid;
  grid-template-columns: 92px minmax(0, 1fr);
  gap: 16px;
  background: var(--sheet);
  border: 1px solid var(--rule);
  padding: 12px 18px;
  overflow-wrap: anywhere;
}
.letter.fresh {
  border-left: 5px solid var(--sun);
}
h2 {
  font-size: 16px;
}
.new {
  color: var(--sun);
}
ol {
  margin: 6px 0 0;
  padding-left: 20px;
}
.acts {
  display: flex;
  gap: 16px;
  margin-top: 4px;
}
</style>
