<script setup lang="ts">
import { BANDS, BAND_NAMES, CATEGORIES, CATEGORY_NAMES, DEVICES, DEVICE_NAMES, PLACES } from '@core/label/names'
import { readPostcode } from '@core/posting/postcode'
import { listWish, SORT_NAMES, SORTS } from '@core/posting/sorts'
import { computed, ref } from 'vue'
import { readAnswer } from '~/composables/read-answer'

/** The list answers to its address alone: filters are a plain form, so it works before and without any script. */
const route = useRoute()
const router = useRouter()
const query = computed(() => listWish(route.query))
const { data, error } = await useFetch('/api/arcade/games', {
  query,
  // Where the list came with the page it was read there: the schemas are fetched for the next one only.
  async transform(answer: unknown) {
    const { GamePage } = await import('@core/posting/protocol')
    return readAnswer(GamePage, answer)
  },
})
const page = computed(() => data.value ?? { games: [], next: null })
const games = computed(() => page.value.games)
/** The newest game comes first and large, where nothing else was asked for. */
const lead = computed(() => (filtered.value || query.value.after ? null : (games.value[0] ?? null)))
const rest = computed(() => (lead.value === null ? games.value : games.value.slice(1)))
const filtered = computed(() => Object.entries(query.value).some(([name, value]) => value && name !== 'after'))
const more = computed(() => ({ path: '/arcade', query: { ...query.value, after: page.value.next ?? undefined } }))
const first = computed(() => ({ path: '/arcade', query: { ...query.value, after: undefined } }))
const typed = ref('')
const wrong = ref(route.query['wrong'] === 'postcode')
useSeoMeta({ title: 'Arcade · Pack Post', description: 'Small games people made and posted.' })
useHead({ link: [{ rel: 'alternate', type: 'application/atom+xml', href: '/arcade/feed.atom', title: 'New games' }] })

/** Which bands the list has when nobody asks for another. */
const FRONT = PLACES.find((place) => place.id === 'front')!
const SELECTS = [
  { name: 'category', all: 'Any kind', options: CATEGORIES.map((id) => [id, CATEGORY_NAMES[id]] as const) },
  { name: 'band', all: `Ages up to ${FRONT.upTo}`, options: BANDS.map((id) => [id, BAND_NAMES[id]] as const) },
  { name: 'device', all: 'Any device', options: DEVICES.map((id) => [id, DEVICE_NAMES[id]] as const) },
  { name: 'sort', all: 'Order', options: SORTS.map((id) => [id, SORT_NAMES[id]] as const) },
] as const

async function go(): Promise<void> {
  const postcode = readPostcode(typed.value)
  wrong.value = postcode === null
  if (postcode !== null) await router.push(`/arcade/${postcode.toLowerCase()}`)
}
async function filter(event: Event): Promise<void> {
  const form = event.currentTarget as HTMLFormElement
  const entries = [...new FormData(form).entries()].filter(([, value]) => value !== '')
  await router.push({
    path: '/arcade',
    query: Object.fromEntries(entries.map(([name, value]) => [name, String(value)])),
  })
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
        <form class="code" action="/arcade/find" @submit.prevent="go">
          <label data-testid="postcode-box"
            ><span class="soft">Postcode</span>
            <input
              v-model="typed"
              name="postcode"
              placeholder="KELP-47QX"
              maxlength="14"
              autocomplete="off"
              :aria-invalid="wrong"
              :aria-describedby="wrong ? 'wrong-postcode' : undefined"
          /></label>
          <button type="submit" class="press first">Play</button>
          <p v-if="wrong" id="wrong-postcode" class="wrong" role="alert">
            That is not a postcode. It looks like KELP-47QX; read it again.
          </p>
        </form>
      </div>
      <form class="filters" action="/arcade" aria-label="Filters" @submit.prevent="filter" @change="filter">
        <input
          name="q"
          :value="query.q ?? ''"
          type="search"
          placeholder="Search titles, makers and tags"
          aria-label="Search titles, makers and tags"
          maxlength="120"
          data-testid="arcade-search"
        />
        <input v-if="query.tag" type="hidden" name="tag" :value="query.tag" />
        <select v-for="one in SELECTS" :key="one.name" :name="one.name" :aria-label="one.all">
          <option value="">{{ one.all }}</option>
          <option v-for="[id, name] in one.options" :key="id" :value="id" :selected="query[one.name] === id">
            {{ name }}
          </option>
        </select>
        <button class="find">Show</button>
        <NuxtLink v-if="filtered" to="/arcade">Show all</NuxtLink>
        <span v-if="query.tag" class="soft">tagged “{{ query.tag }}”</span>
      </form>
      <p v-if="error" role="alert">The list could not be read. Reload the page to try again.</p>
      <p v-else-if="games.length === 0" class="none soft">
        {{
          filtered
            ? 'No public game fits. Take a filter off.'
            : 'Nothing public has been posted yet. Unlisted games open by their postcode.'
        }}
      </p>
      <ul class="games" data-testid="games">
        <li v-if="lead" class="first"><ArcadeLead :game="lead" /></li>
        <li v-for="game in rest" :key="game.game"><ArcadeCard :game="game" /></li>
      </ul>
      <nav v-if="page.next || query.after" class="pages" aria-label="Pages">
        <NuxtLink v-if="query.after" :to="first">Back to the start</NuxtLink>
        <NuxtLink v-if="page.next" :to="more" data-testid="more-games">More games</NuxtLink>
      </nav>
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
  flex-wrap: wrap;
  gap: 8px;
  align-items: end;
  width: 320px;
  max-width: 100%;
}
.code label {
  flex: 1;
  display: grid;
  gap: 2px;
  font-size: 13px;
}
.code input,
.filters input[type='search'] {
  min-height: 36px;
  background: var(--sheet);
  color: var(--ink);
  border: 1px solid var(--soft);
  border-radius: 4px;
  padding: 0 10px;
  font: inherit;
}
.code input {
  width: 100%;
  font-size: 14px;
}
.wrong {
  flex-basis: 100%;
  color: var(--vermilion);
}
.filters {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
  margin-bottom: 20px;
}
.filters input[type='search'] {
  flex: 1 1 220px;
  max-width: 360px;
}
.filters select,
.find {
  min-height: 36px;
}
.find {
  background: var(--sheet);
  color: var(--ink);
  border: 1.5px solid var(--ink);
  border-radius: 5px;
  padding: 0 14px;
  font-weight: 700;
}
.games {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(232px, 1fr));
  gap: 24px;
}
.first {
  grid-column: 1 / -1;
}
.pages {
  display: flex;
  gap: 20px;
  padding-top: 26px;
}
.none {
  padding: 24px 0;
}
</style>
