<script setup lang="ts">
import type { Template } from '@core/template/template'
import type { Posted } from '~/components/post/PostedGame.vue'
import { computed, onMounted, ref, shallowRef, useTemplateRef } from 'vue'
import { download } from '~/composables/download'
import { useLibrary } from '~/stores/library'
import { useNotices } from '~/stores/notices'
import { useKeys } from '~/stores/keys'
import { useTemplates } from '~/stores/templates'

const library = useLibrary()
onMounted(() => void library.open())
const keys = useKeys()
const notices = useNotices()
const picker = useTemplateRef<HTMLInputElement>('picker')
const known = ref(false)
const earlier = shallowRef<{ key: string; until: string }[]>([])
async function look(): Promise<void> {
  known.value = await keys.hasKey()
  earlier.value = await keys.earlierKeys()
}
onMounted(look)
const asking = ref(false)
async function change(): Promise<void> {
  asking.value = false
  if (await keys.changeKey()) await look()
}
async function goBackTo(key: string): Promise<void> {
  if (await keys.useOldKey(key)) notices.say('This browser uses the earlier key again.')
  await look()
}
async function saveKey(): Promise<void> {
  const text = await keys.recoveryFile()
  if (text !== null) download(text, 'arcade.key.json', 'application/json')
}
async function takeKey(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (file !== undefined && (await keys.recover(file))) await look()
}
/** A game and all its releases, the newest first. A pack may have been posted as several games. */
const rows = computed((): Posted[] => {
  const found = new Map<string, Posted>()
  for (const { pack } of library.packs)
    for (const one of pack.postings) {
      const of = found.get(one.game)
      if (of === undefined) found.set(one.game, { pack, postings: [one] })
      else of.postings.unshift(one)
    }
  return [...found.values()].sort((x, y) => (x.postings[0]!.at < y.postings[0]!.at ? 1 : -1))
})
const all = shallowRef<Template[]>([])
const templates = useTemplates()
onMounted(async () => (all.value = await templates.all().catch(() => [])))
const templateOf = (id: string) => all.value.find((one) => one.id === id)
</script>

<template>
  <div>
    <FrameHomeBand />
    <main class="page">
      <h1>Posted games</h1>
      <p class="soft">Every game with its link. They are in your pack files too, so no link is ever lost.</p>
      <ul v-if="rows.length > 0" class="games">
        <PostPostedGame
          v-for="row in rows"
          :key="row.postings[0]!.game"
          :row="row"
          :template="templateOf(row.pack.template.id)"
        />
      </ul>
      <p v-else-if="library.ready">
        Nothing has been posted from this browser yet. <NuxtLink to="/">Choose a pack</NuxtLink>, check it, post it.
      </p>
      <section class="key" aria-label="Your key">
        <h2>Your key</h2>
        <p>
          Games belong to the key in this browser. Save it as a file to look after them from another browser, or after
          this one was cleared. Whoever has the file can change your games: keep it to yourself.
        </p>
        <div class="acts">
          <v-btn variant="outlined" :disabled="!known" data-testid="save-key" @click="saveKey">Save the key file</v-btn>
          <v-btn variant="outlined" @click="picker?.click()">Take in a key file…</v-btn>
          <v-btn variant="outlined" :disabled="!known" data-testid="change-key" @click="asking = true"
            >Change the key…</v-btn
          >
          <input
            ref="picker"
            type="file"
            accept=".json,application/json"
            hidden
            data-testid="key-file"
            @change="takeKey"
          />
        </div>
        <div v-if="asking" class="asking" role="group" aria-label="Change the key">
          <p>
            For when somebody else got hold of your key file. This browser gets a new key; the old one, all its files
            and other browsers that use it can change nothing any more.
          </p>
          <div class="acts">
            <v-btn color="primary" data-testid="change-key-now" @click="change">Change it now</v-btn>
            <v-btn variant="text" @click="asking = false">Leave it</v-btn>
          </div>
        </div>
        <template v-if="earlier.length > 0">
          <h3>Earlier keys of this browser</h3>
          <p class="soft">Games that were posted with one of these can be looked after by going back to it.</p>
          <ul class="earlier" data-testid="earlier-keys">
            <li v-for="one in earlier" :key="one.key">
              <span class="mono">…{{ one.key.slice(-6) }}</span>
              <span class="soft">in use until {{ new Date(one.until).toLocaleString() }}</span>
              <v-btn variant="outlined" size="small" @click="goBackTo(one.key)">Use it again</v-btn>
            </li>
          </ul>
        </template>
      </section>
    </main>
  </div>
</template>

<style scoped>
.page {
  padding: 28px 36px;
  display: grid;
  gap: 12px;
}
.key {
  margin-top: 18px;
  max-width: 680px;
  display: grid;
  gap: 8px;
}
.acts {
  display: flex;
  gap: 10px;
}
.asking {
  display: grid;
  gap: 8px;
  background: var(--sun-wash);
  padding: 10px 14px;
  border-radius: 4px;
}
.earlier {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 6px;
}
.earlier li {
  display: flex;
  align-items: center;
  gap: 12px;
}
.games {
  list-style: none;
  margin: 8px 0 0;
  padding: 0;
  max-width: 980px;
}
</style>
