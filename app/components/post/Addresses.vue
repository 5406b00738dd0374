<script setup lang="ts">
import Papa from 'papaparse'
import { onMounted, shallowRef } from 'vue'
import { download, fileWord } from '~/composables/download'
import { useBench } from '~/stores/bench'
import { usePostedGame } from '~/stores/posted-game'

/** E-mail addresses players left, for what the label says, until the day each is deleted. */
const bench = useBench()
const posted = usePostedGame()
const rows = shallowRef<{ email: string; until: string }[] | null>(null)
onMounted(async () => {
  rows.value = (await posted.emails())?.emails ?? []
})

function save(): void {
  const lines = (rows.value ?? []).map(({ email, until }) => ({ email, 'deleted on': until.slice(0, 10) }))
  download(
    Papa.unparse(lines, { escapeFormulae: true }),
    `${fileWord(bench.pack!.label.title)}-addresses.csv`,
    'text/csv',
  )
}
</script>

<template>
  <section class="addresses" aria-label="Addresses" data-testid="addresses">
    <h2>Addresses</h2>
    <p class="soft">{{ bench.pack!.label.privacy.email?.purpose }}</p>
    <p v-if="rows === null" role="status">Looking…</p>
    <p v-else-if="rows.length === 0">Nobody has left one yet.</p>
    <template v-else>
      <p>
        <b>{{ rows.length }}</b> {{ rows.length === 1 ? 'address' : 'addresses' }}. Each is deleted here on its day;
        delete it from your file then, too.
      </p>
      <v-btn variant="outlined" @click="save">Save as a table</v-btn>
    </template>
  </section>
</template>

<style scoped>
.addresses {
  background: var(--sheet);
  border: 1px solid var(--rule);
  padding: 16px 20px;
  display: grid;
  gap: 9px;
  justify-items: start;
}
</style>
