<script setup lang="ts">
import { onMounted, ref } from 'vue'
import { usePresets } from '~/stores/presets'

const presets = usePresets()
const name = ref('')
onMounted(() => void presets.refresh())

async function keep(): Promise<void> {
  await presets.keep(name.value)
  name.value = ''
}
</script>

<template>
  <v-menu :close-on-content-click="false">
    <template #activator="{ props }">
      <v-btn v-bind="props" variant="outlined" size="small" data-testid="presets">My usual words</v-btn>
    </template>
    <div class="menu">
      <p class="soft">Author, tags, who sees it, privacy and copy terms, for all your labels.</p>
      <div v-for="row in presets.presets" :key="row.name" class="row">
        <button class="link" @click="presets.use(row)">{{ row.name }}</button>
        <v-btn icon variant="text" :aria-label="`Throw away ${row.name}`" @click="presets.drop(row.name)"
          ><BitsIcon name="bin"
        /></v-btn>
      </div>
      <form class="row" @submit.prevent="keep">
        <v-text-field v-model="name" label="Keep what this label says as" maxlength="60" data-testid="preset-name" />
        <v-btn type="submit" color="primary" :disabled="name.trim() === ''">Keep</v-btn>
      </form>
    </div>
  </v-menu>
</template>

<style scoped>
.menu {
  background: var(--sheet);
  border: 1px solid var(--rule);
  padding: 14px;
  width: 340px;
  display: grid;
  gap: 8px;
}
.row {
  display: flex;
  gap: 8px;
  align-items: center;
  justify-content: space-between;
}
form.row > :first-child {
  flex: 1;
}
</style>
