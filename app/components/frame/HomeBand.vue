<script setup lang="ts">
/** Players’ pages stay light: what belongs to a maker is looked up on the maker’s own pages only. */
const forPlayers = useRoute().path.startsWith('/arcade')
</script>

<template>
  <header class="band">
    <NuxtLink to="/" class="brand head"><FrameMark />Pack Post</NuxtLink>
    <nav>
      <slot />
      <NuxtLink to="/posted">Posted games</NuxtLink>
      <NuxtLink to="/mail">Mail<LazyFrameUnread v-if="!forPlayers" /></NuxtLink>
      <NuxtLink to="/arcade">Arcade</NuxtLink>
      <FrameDeskSwitch />
    </nav>
  </header>
</template>

<style scoped>
.band {
  display: flex;
  align-items: center;
  justify-content: space-between;
  height: 56px;
  padding: 0 16px;
  border-bottom: 1px dashed var(--soft);
}
.brand {
  display: flex;
  align-items: center;
  gap: 13px;
  font: 700 17px var(--head);
  text-decoration: none;
}
nav {
  display: flex;
  align-items: center;
  gap: 26px;
  font-weight: 700;
}
@media (max-width: 560px) {
  nav {
    gap: 14px;
  }
  .brand {
    font-size: 0;
    gap: 0;
  }
}
nav a {
  text-decoration: none;
}
nav a:hover {
  text-decoration: underline;
}
</style>
