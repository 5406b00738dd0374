<script setup lang="ts">
import { PLAIN_LICENCES } from '@core/label/licences'
import type { FolderTemplate } from '@core/template/template'
import { computed, ref } from 'vue'
import { saveTemplateAsFile } from '~/composables/save-template'
import { useBench } from '~/stores/bench'
import { useMet } from '~/stores/met'

/** On what terms a game that came as a folder was given, as long as nothing in it says so. */
const bench = useBench()
const met = useMet()
const template = computed(() => bench.base as FolderTemplate)
const saying = ref(false)
const author = ref('')
const licence = ref('')
const options = PLAIN_LICENCES.filter(({ id }) => id !== '')

function say(): void {
  if (licence.value === '') return
  met.learn({
    ...template.value,
    licence: licence.value,
    author: author.value.trim().slice(0, 120) || template.value.author,
  })
  saying.value = false
}
</script>

<template>
  <div class="terms" data-testid="folder-terms">
    <p v-for="line in template.folder.told" :key="line" class="soft">{{ line }}</p>
    <p v-if="template.licence !== ''" class="soft">
      {{ template.name }}: {{ template.licence }}{{ template.author === '' ? '' : `, by ${template.author}` }}
    </p>
    <p v-else>
      <b>No licence in the folder</b>
      <button class="link" data-testid="say-terms" @click="saying = !saying">Say what it is</button>
    </p>
    <form v-if="saying" @submit.prevent="say">
      <label>Who made it <input v-model="author" maxlength="120" aria-label="Who made the game" /> </label>
      <label
        >On what terms
        <select v-model="licence" aria-label="On what terms">
          <option value="" disabled>Choose</option>
          <option v-for="one in options" :key="one.id" :value="one.id">{{ one.name }} ({{ one.id }})</option>
        </select></label
      >
      <v-btn type="submit" variant="outlined" :disabled="licence === ''">That is it</v-btn>
    </form>
    <p>
      <button class="link" data-testid="save-template" @click="saveTemplateAsFile(template)">Save as template…</button>
    </p>
  </div>
</template>

<style scoped>
.terms {
  border-top: 1px dashed var(--soft);
  padding-top: 10px;
}
.terms p {
  display: flex;
  justify-content: space-between;
  gap: 10px;
}
form {
  display: grid;
  gap: 8px;
  padding-top: 8px;
  justify-items: start;
}
label {
  display: grid;
  gap: 2px;
  width: 100%;
}
input,
select {
  background: var(--paper);
  color: inherit;
  border: 1px solid var(--soft);
  border-radius: 3px;
  padding: 6px 8px;
  font: inherit;
}
</style>
