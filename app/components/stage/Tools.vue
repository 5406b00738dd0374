<script setup lang="ts">
/** A row of what can be done with a running game. */
</script>

<template>
  <div class="bar" role="toolbar" aria-label="Stage"><slot /></div>
</template>

<style scoped>
.bar {
  display: flex;
  align-items: center;
  flex-wrap: wrap;
  column-gap: 1px;
}
.bar :deep(.v-btn) {
  padding: 0 7px;
}
.bar :deep(.v-btn--icon) {
  width: 34px;
}
.bar :deep(.v-btn.on) {
  background: var(--ink);
  color: var(--paper);
}
/* What a held key shows. */
.bar :deep(.hold) {
  margin-left: auto;
  font-size: 12.5px;
  white-space: nowrap;
}
@media (max-width: 1400px) {
  .bar :deep(.hold) {
    display: none;
  }
}
</style>
