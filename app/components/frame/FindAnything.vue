<script setup lang="ts">
import { computed, nextTick, ref, watch } from 'vue'
import { useBench } from '~/stores/bench'

const open = defineModel<boolean>({ required: true })
const bench = useBench()
const router = useRouter()
const query = ref('')
const at = ref(0)

interface Hit {
  name: string
  kind: string
  go: () => unknown
}

const all = computed((): Hit[] => {
  const base = `/packs/${bench.pack?.id ?? ''}`
  const parts = (bench.template?.parts ?? []).flatMap((spec): Hit[] => {
    const go =
      (entry = '') =>
      async () => {
        await router.push(`${base}/bench`)
        bench.select(spec.id, entry)
      }
    const content = bench.content(spec.id)
    const entries =
      content?.kind === 'cast'
        ? content.entries.map((entry): Hit => ({ name: entry.name, kind: `in ${spec.name}`, go: go(entry.id) }))
        : []
    const words = content?.kind === 'wording' ? ` “${content.text.slice(0, 40)}”` : ''
    return [{ name: spec.name + words, kind: spec.content.kind, go: go() }, ...entries]
  })
  const places: Hit[] = [
    { name: 'Swap parts', kind: 'stop', go: () => router.push(`${base}/bench`) },
    { name: 'Label', kind: 'stop', go: () => router.push(`${base}/label`) },
    { name: 'Check', kind: 'stop', go: () => router.push(`${base}/check`) },
    { name: 'Post', kind: 'stop', go: () => router.push(`${base}/post`) },
    { name: 'All packs and templates', kind: 'stop', go: () => router.push('/') },
    { name: 'Undo', kind: 'act', go: () => bench.undo() },
    { name: 'Redo', kind: 'act', go: () => bench.redo() },
  ]
  return [...places, ...parts]
})
const hits = computed(() => {
  const words = query.value.toLowerCase().split(/\s+/).filter(Boolean)
  return all.value
    .filter((hit) => words.every((word) => `${hit.name} ${hit.kind}`.toLowerCase().includes(word)))
    .slice(0, 9)
})
watch(open, () => {
  query.value = ''
  at.value = 0
})
watch(query, () => {
  at.value = 0
})

async function take(hit: Hit | undefined): Promise<void> {
  if (hit === undefined) return
  open.value = false
  await nextTick()
  await hit.go()
}
function key(event: KeyboardEvent): void {
  if (event.key === 'ArrowDown' || event.key === 'ArrowUp') {
    event.preventDefault()
    at.value = (at.value + (event.key === 'ArrowDown' ? 1 : -1) + hits.value.length) % Math.max(1, hits.value.length)
  } else if (event.key === 'Enter') void take(hits.value[at.value])
}
</script>

<template>
  <v-dialog v-model="open" max-width="520">
    <v-card class="pp-card">
      <v-text-field
        v-model="query"
        autofocus
        placeholder="A part, a word, a place…"
        aria-label="Find anything"
        data-testid="find-anything"
        @keydown="key"
      />
      <ul role="listbox" aria-label="Found">
        <li v-for="(hit, i) in hits" :key="`${hit.kind}/${hit.name}`" role="option" :aria-selected="i === at">
          <button :class="['plain-button', { on: i === at }]" @click="take(hit)">
            <b>{{ hit.name }}</b><span class="soft">{{ hit.kind }}</span>
          </button>
        </li>
        <li v-if="hits.length === 0" class="soft">Nothing is called that here.</li>
      </ul>
    </v-card>
  </v-dialog>
</template>

<style scoped>
ul {
  list-style: none;
  margin: 10px 0 0;
  padding: 0;
}
button {
  display: flex;
  justify-content: space-between;
  width: 100%;
  padding: 8px 10px;
  border-radius: 4px;
}
button.on {
  background: var(--teal-wash);
}
</style>
