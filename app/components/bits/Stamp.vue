<script setup lang="ts">
/** A card of a game: a stamp with a perforated edge. */
</script>

<template>
  <div class="stamp"><slot /></div>
</template>

<style scoped>
.stamp {
  --r: 4px;
  --gap: 14px;
  padding: 11px;
  background:
    radial-gradient(circle at center, transparent var(--r), var(--sheet) calc(var(--r) + 0.5px)) calc(var(--gap) / -2)
      calc(var(--gap) / -2) / var(--gap) var(--gap) round,
    linear-gradient(var(--sheet), var(--sheet)) center / calc(100% - var(--gap)) calc(100% - var(--gap)) no-repeat;
}
</style>
