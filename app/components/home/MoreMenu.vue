<script setup lang="ts">
/** What else can be done with a stamp. */
const { of } = defineProps<{ of: string; acts: readonly { id: string; say: string }[] }>()
defineEmits<{ act: [id: string] }>()
</script>

<template>
  <v-btn icon variant="text" size="small" :aria-label="`More about ${of}`">
    <BitsIcon name="menu" />
    <v-menu activator="parent">
      <ul class="menu">
        <li v-for="one in acts" :key="one.id">
          <button class="plain-button" @click="$emit('act', one.id)">{{ one.say }}</button>
        </li>
      </ul>
    </v-menu>
  </v-btn>
</template>

<style scoped>
.menu {
  list-style: none;
  margin: 0;
  padding: 6px 0;
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-radius: 5px;
}
.menu button {
  padding: 8px 18px;
  width: 100%;
}
.menu button:hover {
  background: var(--teal-wash);
}
</style>
