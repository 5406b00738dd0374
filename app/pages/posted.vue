<script setup lang="ts">
import { computed, onMounted, ref, shallowRef, useTemplateRef } from 'vue'
import { download } from '~/composables/download'
import { useLibrary } from '~/stores/library'
import { useNotices } from '~/stores/notices'
import { usePosting } from '~/stores/posting'

const library = useLibrary()
onMounted(() => void library.open())
const arcade = usePosting()
const notices = useNotices()
const picker = useTemplateRef<HTMLInputElement>('picker')
const known = ref(false)
const earlier = shallowRef<{ key: string; until: string }[]>([])
async function look(): Promise<void> {
  known.value = await arcade.hasKey()
  earlier.value = await arcade.earlierKeys()
}
onMounted(look)
const asking = ref(false)
async function change(): Promise<void> {
  asking.value = false
  if (await arcade.changeKey()) await look()
}
async function goBackTo(key: string): Promise<void> {
  if (await arcade.useOldKey(key)) notices.say('This browser uses the earlier key again.')
  await look()
}
async function saveKey(): Promise<void> {
  const text = await arcade.recoveryFile()
  if (text !== null) download(text, 'arcade.key.json', 'application/json')
}
async function takeKey(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (file !== undefined && (await arcade.recover(file))) await look()
}
const rows = computed(() =>
  library.packs
    .flatMap(({ pack }) => pack.postings.map((posting) => ({ pack, posting })))
    .sort((a, b) => (a.posting.at < b.posting.at ? 1 : -1)),
)
</script>

<template>
  <div>
    <FrameHomeBand />
    <main class="page">
      <h1>Posted games</h1>
      <p class="soft">Every posting, with its link. They are in your pack files too, so no link is ever lost.</p>
      <table v-if="rows.length > 0">
        <thead>
          <tr>
            <th>Game</th>
            <th>Release</th>
            <th>State</th>
            <th>Postcode</th>
            <th>Link</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="{ pack, posting } in rows" :key="posting.id">
            <td>
              <NuxtLink :to="`/packs/${pack.id}/post`">{{ pack.label.title || 'Untitled game' }}</NuxtLink>
            </td>
            <td class="mono">{{ posting.release }}</td>
            <td>{{ posting.state.replaceAll('-', ' ') }}</td>
            <td class="mono">{{ posting.postcode }}</td>
            <td>
              <a
                v-if="posting.postcode"
                :href="posting.host + (posting.link || `/arcade/${posting.postcode.toLowerCase()}`)"
                >Open it</a
              >
            </td>
          </tr>
        </tbody>
      </table>
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
table {
  border-collapse: collapse;
  max-width: 900px;
}
th,
td {
  text-align: left;
  padding: 8px 16px 8px 0;
  border-bottom: 1px solid var(--rule);
}
</style>
