<script setup lang="ts">
/** Players’ pages stay light: what belongs to a maker is looked up on the maker’s own pages only. */
const forPlayers = useRoute().path.startsWith('/arcade')
</script>

<template>
  <header :class="['band', { players: forPlayers }]">
    <NuxtLink to="/" class="brand head"><FrameMark />Pack Post</NuxtLink>
    <nav>
      <slot />
      <NuxtLink to="/posted" class="maker">Posted games</NuxtLink>
      <NuxtLink to="/mail" class="maker">Mail<LazyFrameUnread v-if="!forPlayers" /></NuxtLink>
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
@media (max-width: 640px) {
  nav {
    gap: 4px;
  }
  nav a {
    min-height: 44px;
    display: inline-flex;
    align-items: center;
    padding: 0 6px;
    font-size: 14px;
  }
  /* Who came to play finds what belongs to makers on the home page. */
  .players .maker {
    display: none;
  }
  .band:not(.players) .brand {
    font-size: 0;
    gap: 0;
  }
}
@media (max-height: 500px) and (orientation: landscape) {
  .players {
    display: none;
  }
}
nav a {
  text-decoration: none;
}
nav a:hover {
  text-decoration: underline;
}
</style>
