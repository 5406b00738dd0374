<script setup lang="ts">
import { computed, onMounted } from 'vue'
import { useLibrary } from '~/stores/library'

const library = useLibrary()
onMounted(() => void library.open())
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
            <td><a :href="`${posting.host}/arcade/${posting.postcode.toLowerCase()}`">Open it</a></td>
          </tr>
        </tbody>
      </table>
      <p v-else-if="library.ready">
        Nothing has been posted from this browser yet. <NuxtLink to="/">Choose a pack</NuxtLink>, check it, post it.
      </p>
    </main>
  </div>
</template>

<style scoped>
.page {
  padding: 28px 36px;
  display: grid;
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
