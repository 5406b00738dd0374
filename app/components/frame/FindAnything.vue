<script setup lang="ts">
import { drawingIn, drawingsIn, kindOf } from '@core/kinds'
import { computed, nextTick, ref, watch } from 'vue'
import { useGuide } from '~/composables/guide'
import { useBench } from '~/stores/bench'
import { useCrisp } from '~/stores/crisp'
import { useFinder } from '~/stores/finder'
import { useTakeFrom } from '~/stores/take-from'
import { useDesk } from '~/stores/desk'
import { useWorkbench, type Tool } from '~/stores/workbench'

const open = defineModel<boolean>({ required: true })
const bench = useBench()
const router = useRouter()
const desks = useDesk()
const workbench = useWorkbench()
const crisp = useCrisp()
const guide = useGuide()
const finder = useFinder()
const query = ref('')
async function crispen(): Promise<void> {
  await router.push(`/packs/${bench.pack?.id ?? ''}/bench`)
  if (crisp.pixels === 0) await crisp.set(crisp.grid ?? 16)
}
async function takeSome(): Promise<void> {
  await router.push(`/packs/${bench.pack?.id ?? ''}/bench`)
  await useTakeFrom().show()
}
const at = ref(0)
const MOST_HITS = 12

interface Hit {
  name: string
  kind: string
  /** Other words people use for it. */
  also?: string
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
    const content = bench.content(spec.id) ?? spec.content
    const entries = drawingsIn(content).flatMap(({ entry, name }): Hit[] =>
      entry === '' ? [] : [{ name, kind: `in ${spec.name}`, go: go(entry) }],
    )
    const face = kindOf(content).face(content)
    const words = face.face === 'words' ? ` “${face.text.slice(0, 40)}”` : ''
    return [{ name: spec.name + words, kind: spec.content.kind, go: go() }, ...entries]
  })
  const at = (path: string) => () => router.push(`${base}/${path}`)
  const desk = (which: Parameters<typeof desks.show>[0]) => async () => {
    await router.push(`${base}/bench`)
    desks.show(which)
  }
  const art = (tool: Tool) => async () => {
    await router.push(`${base}/bench`)
    const first = (bench.template?.parts ?? []).find((spec) => drawingIn(spec.content) !== undefined)
    if (workbench.sprite === undefined && first !== undefined) bench.select(first.id)
    workbench.show(tool)
  }
  const places: Hit[] = [
    { name: 'Swap parts', kind: 'stop', also: 'bench art sprites change replace', go: at('bench') },
    { name: 'Label', kind: 'stop', also: 'title tags description name cover screenshot genre', go: at('label') },
    { name: 'Age guide', kind: 'label', also: 'rating children kids violence band', go: at('label#label-age') },
    {
      name: 'Privacy and who can see it',
      kind: 'label',
      also: 'public private unlisted data tracking',
      go: at('label#label-privacy'),
    },
    {
      name: 'Copies',
      kind: 'label',
      also: 'licence license copy fork share terms rights',
      go: at('label#label-copies'),
    },
    {
      name: 'Check',
      kind: 'stop',
      also: 'errors problems findings test validate licence license credits',
      go: at('check'),
    },
    { name: 'Post', kind: 'stop', also: 'publish upload share link send release online', go: at('post') },
    { name: 'Cut a sheet', kind: 'tool', also: 'slice sprite sheet strip frames split spritesheet', go: art('cut') },
    {
      name: 'Take out the backdrop',
      kind: 'tool',
      also: 'transparent white box background remove cut out',
      go: art('clean'),
    },
    { name: 'Colours of a drawing', kind: 'tool', also: 'recolour tint palette hue', go: art('colour') },
    { name: 'Size of a drawing', kind: 'tool', also: 'bigger smaller scale height', go: art('size') },
    { name: 'All packs and templates', kind: 'stop', also: 'home new game', go: () => router.push('/') },
    { name: 'Posted games', kind: 'stop', also: 'published keys delete withdraw', go: () => router.push('/posted') },
    { name: 'Mail', kind: 'stop', also: 'letters reports messages', go: () => router.push('/mail') },
    { name: 'Arcade', kind: 'stop', also: 'play others games', go: () => router.push('/arcade') },
    { name: 'Take from another pack', kind: 'act', also: 'copy import merge parts other game', go: takeSome },
    { name: 'Undo', kind: 'act', also: 'back revert', go: () => bench.undo() },
    { name: 'Redo', kind: 'act', also: 'again', go: () => bench.redo() },
  ]
  // What only a game of ours has.
  const ours: Hit[] = [
    {
      name: 'Dry run',
      kind: 'screen',
      also: 'difficulty hard easy balance test bots too hard too easy',
      go: desk('dry-run'),
    },
    {
      name: 'All the words',
      kind: 'screen',
      also: 'text translate language spelling wording sheet',
      go: desk('wording'),
    },
    { name: 'Mixing desk', kind: 'screen', also: 'volume loud quiet sounds balance', go: desk('mix') },
    { name: 'Hit shape', kind: 'tool', also: 'hitbox collision touch box outline', go: art('touch') },
    { name: 'Pivot and feet', kind: 'tool', also: 'origin anchor stand floating ground', go: art('stand') },
    { name: 'Make the game crisp', kind: 'act', also: 'pixel art grid sharp blurry smooth pixels', go: crispen },
  ]
  if (bench.base?.kind === 'engine') places.push(...ours)
  const questions = (bench.template?.guide ?? []).map((line): Hit => ({
    ...{ name: line.say, kind: 'question', go: () => guide.follow(line) },
    ...(line.also === undefined ? {} : { also: line.also }),
  }))
  // Where nothing is looked for yet, a few questions and then every place; else what is called that, questions last.
  return query.value.trim() === '' ? [...questions.slice(0, 3), ...places] : [...places, ...parts, ...questions]
})
const hits = computed(() => {
  const words = query.value.toLowerCase().split(/\s+/).filter(Boolean)
  return all.value
    .filter((hit) => words.every((word) => `${hit.name} ${hit.kind} ${hit.also ?? ''}`.toLowerCase().includes(word)))
    .slice(0, MOST_HITS)
})
watch(
  open,
  () => {
    query.value = finder.first
    at.value = 0
  },
  { immediate: true },
)
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
        placeholder="A part, a word, a place, “how do I…”"
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
