<script setup lang="ts">
const { missing } = defineProps<{ missing: boolean }>()

useHead({ title: () => (missing ? 'Nothing here – Pack Post' : 'This page broke – Pack Post') })
const again = () => location.reload()
</script>

<template>
  <div>
    <FrameHomeBand />
    <main class="astray" role="alert">
      <template v-if="missing">
        <h1>There is nothing at this address</h1>
        <p>
          It may have been typed wrongly, or been somewhere else once. Your packs and posted games are where they were.
        </p>
      </template>
      <template v-else>
        <h1>This page broke</h1>
        <p>
          What you made is kept in this browser as it was last saved. Load the page again; if it breaks once more, go to
          your packs and save yours as a file.
        </p>
        <button class="press first" @click="again">Load again</button>
      </template>
      <NuxtLink to="/">To your packs</NuxtLink>
      <NuxtLink to="/arcade">To the arcade</NuxtLink>
    </main>
  </div>
</template>

<style scoped>
.astray {
  max-width: 1080px;
  margin: 0 auto;
  padding: 48px 24px;
  display: grid;
  gap: 12px;
  justify-items: start;
}
</style>
