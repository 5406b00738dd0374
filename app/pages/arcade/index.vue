<script setup lang="ts">
import { GameView } from '@core/posting/protocol'
import { readPostcode } from '@core/posting/postcode'
import { computed, ref } from 'vue'
import * as z from 'zod'

const { data, error } = await useFetch('/api/arcade/games')
const games = computed(() => z.array(GameView).safeParse(data.value).data ?? [])
const query = ref('')
const typed = ref('')
const wrong = ref('')
const router = useRouter()
const shown = computed(() => {
  const words = query.value.toLowerCase().split(/\s+/).filter(Boolean)
  return games.value.filter((game) =>
    words.every((word) => `${game.title} ${game.short} ${game.tags.join(' ')}`.toLowerCase().includes(word)),
  )
})
useSeoMeta({ title: 'Arcade · Pack Post', description: 'Small games people made and posted.' })

async function go(): Promise<void> {
  const postcode = readPostcode(typed.value)
  wrong.value = postcode === null ? 'That is not a postcode. It looks like KELP-47QX; read it again.' : ''
  if (postcode !== null) await router.push(`/arcade/${postcode.toLowerCase()}`)
}
</script>

<template>
  <div>
    <FrameHomeBand />
    <main class="page">
      <div class="top">
        <div>
          <h1>Arcade</h1>
          <p class="soft">Small games people made. Play from a link, a postcode, or this list.</p>
        </div>
        <form class="code" @submit.prevent="go">
          <v-text-field
            v-model="typed"
            label="Postcode"
            placeholder="KELP-47QX"
            maxlength="14"
            :error-messages="wrong || undefined"
            data-testid="postcode-box"
          />
          <v-btn type="submit" color="primary">Play</v-btn>
        </form>
      </div>
      <v-text-field v-if="games.length > 6" v-model="query" label="Search titles and tags" class="search" />
      <p v-if="error" role="alert">The list could not be read. Reload the page to try again.</p>
      <p v-else-if="games.length === 0" class="none soft">
        Nothing public has been posted yet. Unlisted games open by their postcode.
      </p>
      <ul class="games" data-testid="games">
        <li v-for="game in shown" :key="game.game">
          <NuxtLink :to="`/arcade/${game.postcode.toLowerCase()}`">
            <BitsStamp>
              <img v-if="game.hasCover" :src="`${game.playPath}cover.png`" :alt="game.coverAlt" class="cover" />
              <div v-else class="cover" />
              <h2>{{ game.title }}</h2>
              <p>{{ game.short }}</p>
              <p class="soft">by {{ game.author || 'somebody' }}</p>
            </BitsStamp>
          </NuxtLink>
        </li>
      </ul>
    </main>
  </div>
</template>

<style scoped>
.page {
  padding: 26px clamp(14px, 3vw, 36px);
}
.top {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  gap: 18px;
  margin-bottom: 22px;
}
.code {
  display: flex;
  gap: 8px;
  align-items: center;
  width: 320px;
  max-width: 100%;
}
.search {
  max-width: 420px;
  margin-bottom: 18px;
}
.games {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(232px, 1fr));
  gap: 24px;
}
.games a {
  text-decoration: none;
}
.cover {
  display: block;
  width: 100%;
  aspect-ratio: 16 / 10;
  object-fit: cover;
  background: #171b26;
}
h2 {
  font-size: 17px;
  margin-top: 9px;
}
.none {
  padding: 24px 0;
}
</style>
