<script setup lang="ts">
import { computed, reactive, ref } from 'vue'
import { useNotices } from '~/stores/notices'
import { useWording } from '~/stores/wording'

/** Finds a word in every text, and puts another in its place. */
const emit = defineEmits<{ show: [key: string] }>()
const at = useWording()
const notices = useNotices()
const sought = reactive({ find: '', matchCase: false, wholeWord: false })
const put = ref('')
const where = ref<'' | 'other'>('')
const tag = computed(() => (where.value === 'other' ? at.tag : ''))
const hits = computed(() => (sought.find === '' ? [] : at.found(sought, tag.value)))
const count = computed(() => hits.value.reduce((sum, hit) => sum + hit.count, 0))
async function replace(): Promise<void> {
  const done = await at.replaceAll(sought, put.value, tag.value)
  notices.say(`Replaced ${done === 1 ? 'one place' : `${done} places`}. Ctrl+Z takes it back.`)
}
</script>

<template>
  <v-text-field v-model="sought.find" label="Find" maxlength="200" data-testid="find" />
  <v-text-field v-model="put" label="Put instead" maxlength="400" data-testid="put" />
  <div class="row">
    <v-checkbox v-model="sought.wholeWord" label="Whole words" />
    <v-checkbox v-model="sought.matchCase" label="Capitals count" />
  </div>
  <label v-if="at.language" class="line"
    ><span class="soft">In</span>
    <select v-model="where">
      <option value="">the first language</option>
      <option value="other">{{ at.language.name }}</option>
    </select></label
  >
  <v-btn color="primary" :disabled="count === 0" data-act="replace-all" @click="replace">
    {{ count === 0 ? 'Replace' : `Replace ${count}` }}
  </v-btn>
  <p v-if="sought.find !== '' && count === 0" class="soft" role="status">No text has it.</p>
  <ul v-else class="hits">
    <li v-for="hit in hits.slice(0, 30)" :key="hit.one.key">
      <button class="link" @click="emit('show', hit.one.key)">{{ hit.one.name }}</button>
      <span class="soft">{{ hit.count > 1 ? `${hit.count} times` : '' }}</span>
    </li>
  </ul>
</template>

<style scoped>
.row {
  display: flex;
  gap: 8px;
}
.line {
  display: flex;
  align-items: center;
  justify-content: space-between;
}
.hits {
  list-style: none;
  padding: 0;
  margin: 0;
}
.hits li {
  display: flex;
  justify-content: space-between;
  align-items: center;
}
</style>
