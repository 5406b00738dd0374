<script setup lang="ts">
import { Problem } from '@core/posting/protocol'
import { onMounted, ref } from 'vue'
import { useLibrary } from '~/stores/library'

/** "Make your own from this": the pack of a posted game becomes a pack in this browser, with where it came from. */
const route = useRoute()
const router = useRouter()
const library = useLibrary()
const trouble = ref('')

onMounted(async () => {
  const postcode = String(route.params['postcode'])
  try {
    const answer = await fetch(`/api/arcade/games/${encodeURIComponent(postcode)}/pack`)
    if (!answer.ok) {
      const problem = Problem.safeParse(await answer.json().catch(() => null))
      trouble.value = problem.success ? problem.data.detail : 'The arcade did not answer. Try again in a moment.'
      return
    }
    const id = await library.openFile(new File([await answer.blob()], `${postcode}.pack.zip`))
    if (id === null) trouble.value = 'The pack could not be opened.'
    else await router.replace(`/packs/${id}/bench`)
  } catch {
    trouble.value = 'The arcade did not answer. Try again in a moment.'
  }
})
</script>

<template>
  <div>
    <FrameHomeBand />
    <main class="page">
      <template v-if="trouble">
        <h1>This cannot be made your own</h1>
        <p role="alert">{{ trouble }}</p>
        <NuxtLink to="/arcade">To the arcade</NuxtLink>
      </template>
      <p v-else role="status">Unpacking…</p>
    </main>
  </div>
</template>

<style scoped>
.page {
  padding: 48px 36px;
  display: grid;
  gap: 12px;
}
</style>
